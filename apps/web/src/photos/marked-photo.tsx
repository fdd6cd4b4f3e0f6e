/** A photo with what was drawn over it: arrows, rings, notes. They lie beside the picture, which is never changed. */
import type { PhotoMark } from '@norther/records';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

export type Tool = 'arrow' | 'ring' | 'note';
type Spot = readonly [number, number];

/** Drawn in a frame of so many units across, so that marks keep their size on every screen. */
const ACROSS = 1000;
/** With the keys a mark moves by so much of the picture. */
const STEP = 0.02;

interface MarkedPhotoProps {
  readonly src: string;
  readonly alt: string;
  /** Height over width; null where the record does not know it. */
  readonly ratio: number | null;
  readonly marks: readonly PhotoMark[];
  /** Absent where it is only looked at. */
  readonly tool?: Tool | null;
  readonly onDraw?: (mark: { readonly tool: Tool; readonly from: Spot; readonly to: Spot }) => void;
}

export function MarkedPhoto({ src, alt, ratio, marks, tool = null, onDraw }: MarkedPhotoProps) {
  const svg = useRef<SVGSVGElement>(null);
  const [from, setFrom] = useState<Spot | null>(null);
  const [to, setTo] = useState<Spot | null>(null);
  const high = ACROSS * (ratio ?? 0.75);
  const spotOf = (e: PointerEvent): Spot => {
    const box = svg.current!.getBoundingClientRect();
    const within = (v: number) => Math.max(0, Math.min(1, v));
    return [within((e.clientX - box.left) / box.width), within((e.clientY - box.top) / box.height)];
  };
  const finish = (a: Spot, b: Spot) => {
    setFrom(null);
    setTo(null);
    if (tool) onDraw?.({ tool, from: a, to: b });
  };
  // With the keys: arrows move, Enter sets the one end and then the other.
  const onKey = (e: KeyboardEvent) => {
    if (!tool) return;
    const by: Readonly<Record<string, Spot>> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const move = by[e.key];
    const at = to ?? [0.5, 0.5];
    if (move) {
      setTo([Math.max(0, Math.min(1, at[0] + move[0])), Math.max(0, Math.min(1, at[1] + move[1]))]);
    } else if (e.key === 'Enter') {
      if (from || tool === 'note') finish(from ?? at, at);
      else setFrom(at);
    } else return;
    e.preventDefault();
    e.stopPropagation();
  };
  return (
    <span
      className="relative inline-block max-h-full max-w-full"
      style={{ aspectRatio: `${ACROSS} / ${high}`, height: '100%' }}
    >
      <img src={src} alt={alt} className="h-full w-full object-contain" />
      <svg
        ref={svg}
        viewBox={`0 0 ${ACROSS} ${high}`}
        preserveAspectRatio="none"
        className={`absolute inset-0 h-full w-full ${tool ? 'cursor-crosshair touch-none' : 'pointer-events-none'}`}
        {...(tool
          ? {
              tabIndex: 0,
              role: 'application',
              'aria-label': `Draw ${tool === 'arrow' ? 'an arrow' : `a ${tool}`}: drag, or arrow keys and Enter`,
            }
          : { 'aria-hidden': true })}
        onKeyDown={onKey}
        onPointerDown={(e) => {
          if (!tool) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          setFrom(spotOf(e));
          setTo(spotOf(e));
        }}
        onPointerMove={(e) => from && setTo(spotOf(e))}
        onPointerUp={(e) => from && finish(from, spotOf(e))}
      >
        {marks.map((m, i) => (
          <Mark key={i} mark={m} high={high} />
        ))}
        {tool && to && <Mark mark={draftOf(tool, from ?? to, to)} high={high} />}
      </svg>
    </span>
  );
}

/** @param to where the hand is now */
export function draftOf(tool: Tool, from: Spot, to: Spot, text = ''): PhotoMark {
  if (tool === 'arrow') return { kind: 'arrow', from: [...from], to: [...to], text };
  if (tool === 'note') return { kind: 'note', at: [...to], text: text || '…' };
  const radius = Math.max(0.02, Math.min(0.5, Math.hypot(to[0] - from[0], to[1] - from[1])));
  return { kind: 'ring', at: [...from], radius, text };
}

function Mark({ mark, high }: { readonly mark: PhotoMark; readonly high: number }) {
  const at = ([x, y]: readonly number[]): Spot => [x! * ACROSS, y! * high];
  if (mark.kind === 'note') {
    const [x, y] = at(mark.at);
    return <Words x={x} y={y} text={mark.text} />;
  }
  if (mark.kind === 'ring') {
    const [x, y] = at(mark.at);
    const r = mark.radius * ACROSS;
    return (
      <g>
        <circle cx={x} cy={y} r={r} fill="none" stroke="#F1F4F4" strokeWidth="9" />
        <circle cx={x} cy={y} r={r} fill="none" stroke="#A0480F" strokeWidth="5" />
        {mark.text && <Words x={x} y={y - r - 14} text={mark.text} />}
      </g>
    );
  }
  const [[x1, y1], [x2, y2]] = [at(mark.from), at(mark.to)];
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const head = (turn: number) => `L${x2 - 30 * Math.cos(angle + turn)} ${y2 - 30 * Math.sin(angle + turn)}`;
  const path = `M${x1} ${y1}L${x2} ${y2}M${x2} ${y2}${head(0.45)}M${x2} ${y2}${head(-0.45)}`;
  return (
    <g fill="none" strokeLinecap="round">
      <path d={path} stroke="#F1F4F4" strokeWidth="10" />
      <path d={path} stroke="#A0480F" strokeWidth="6" />
      {mark.text && <Words x={x1} y={y1} text={mark.text} />}
    </g>
  );
}

/** Dark on light, on any picture. */
function Words({ x, y, text }: { readonly x: number; readonly y: number; readonly text: string }) {
  const wide = 15 * text.length + 20;
  const left = Math.max(4, Math.min(ACROSS - wide - 4, x - wide / 2));
  return (
    <g>
      <rect x={left} y={y - 22} width={wide} height="36" fill="#F1F4F4" stroke="#0F1E29" strokeWidth="2" />
      <text x={left + 10} y={y + 5} fontSize="26" fill="#0F1E29">
        {text}
      </text>
    </g>
  );
}
