/** The core in hand, drawn to scale: bore and slots seen from the end, its length beside it. */
import { showShort, type CoreLikeness } from '@norther/core';

/** Depth of a slot against the bore where it was not measured; drawn dashed then. */
const USUAL_DEPTH = 0.17;
const USUAL_YOKE = 0.13;

export function CoreDrawing({
  core,
  depth,
  yoke,
}: {
  readonly core: CoreLikeness;
  /** Slot depth and back iron [mm]. */
  readonly depth?: number | undefined;
  readonly yoke?: number | undefined;
}) {
  const { slots, bore, coreLength } = core;
  if (!bore) return null;
  const slotMm = depth ?? USUAL_DEPTH * bore;
  const outside = bore + 2 * (slotMm + (yoke ?? USUAL_YOKE * bore));
  const [width, high] = [270, 218];
  const scale = high / Math.max(outside, (coreLength ?? 0) * 0.8);
  const [cx, cy] = [width / 2, 4 + (outside * scale) / 2];
  const r = (bore * scale) / 2;
  const deep = slotMm * scale;
  const rail = cy + (outside * scale) / 2 + 14;
  const long = (coreLength ?? 0) * scale;
  const known = depth !== undefined && yoke !== undefined;
  return (
    <svg
      width={width}
      height={rail + (coreLength ? 58 : 0)}
      viewBox={`0 0 ${width} ${rail + (coreLength ? 58 : 0)}`}
      role="img"
      aria-label={`Core: ${slots ?? 'unknown'} slots, bore ${showShort(bore, 4)} mm${coreLength ? `, ${showShort(coreLength, 4)} mm long` : ''}`}
      className="mx-auto block max-w-full"
    >
      <circle
        cx={cx}
        cy={cy}
        r={(outside * scale) / 2}
        fill="var(--tint)"
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeDasharray={known ? undefined : '5 4'}
      />
      {Array.from({ length: slots ?? 0 }, (_, i) => (
        <rect
          key={i}
          x={-Math.max(0.8, (Math.PI * r) / (slots ?? 1) / 2)}
          y={-r - deep}
          width={2 * Math.max(0.8, (Math.PI * r) / (slots ?? 1) / 2)}
          height={deep}
          rx="1.5"
          transform={`translate(${cx} ${cy}) rotate(${(360 * i) / (slots ?? 1)})`}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="0.9"
        />
      ))}
      <circle cx={cx} cy={cy} r={r} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
      {slots && (
        <text x={cx} y={cy - 8} textAnchor="middle" className="font-fig" fontSize="30" fill="var(--ink)">
          {slots}
          <tspan fontSize="13" fill="var(--graphite)" className="font-words">
            {' '}
            slots
          </tspan>
        </text>
      )}
      <path
        d={`M${cx - r} ${cy + 18}H${cx + r}M${cx - r + 7} ${cy + 14}l-7 4l7 4M${cx + r - 7} ${cy + 14}l7 4l-7 4`}
        fill="none"
        stroke="var(--ink)"
      />
      <text x={cx} y={cy + 36} textAnchor="middle" className="font-fig" fontSize="15" fill="var(--ink)">
        Ø{showShort(bore, 4)} mm
      </text>
      {coreLength && (
        <g>
          <rect
            x={cx - long / 2}
            y={rail}
            width={long}
            height="26"
            fill="var(--band)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <text x={cx} y={rail + 46} textAnchor="middle" className="font-fig" fontSize="15" fill="var(--ink)">
            {showShort(coreLength, 4)} mm long
          </text>
        </g>
      )}
    </svg>
  );
}
