/** What lies within the limits, two figures against each other: each dot a winding, the best ones numbered. */
import { showCandidate, showWires, type Candidate } from '@norther/core';
import { extent, least, scaleLinear } from 'd3';
import { useMemo, useState, type MouseEvent } from 'react';
import { TickText } from '../kit/tick-text.tsx';

export const AXES = {
  copperKg: { name: 'Copper', unit: 'kg', of: (c: Candidate) => c.copperKg },
  lossW: { name: 'Loss in the winding, 75 °C', unit: 'W', of: (c: Candidate) => c.lossW },
  fill: { name: 'Slot fill, enamelled', unit: '', of: (c: Candidate) => c.fill },
  toothT: { name: 'Tooth flux density', unit: 'T', of: (c: Candidate) => c.toothT },
  currentDensity: { name: 'Current density', unit: 'A/mm²', of: (c: Candidate) => c.currentDensity },
} as const;
export type Axis = keyof typeof AXES;
export type FoundPoint = Readonly<Record<Axis, number>>;

const NUMBERED = 12;

export function SearchPlot({
  best,
  sample,
  x,
  y,
  found,
  chosen,
  onChoose,
  width,
}: {
  readonly best: readonly Candidate[];
  readonly sample: readonly Candidate[];
  readonly x: Axis;
  readonly y: Axis;
  readonly found: FoundPoint | null;
  readonly chosen: number | null;
  readonly onChoose: (candidate: Candidate, place: number | null) => void;
  readonly width: number;
}) {
  const height = 470;
  const shown = best.slice(0, NUMBERED);
  const all = useMemo(() => [...sample, ...shown], [sample, shown]);
  const scale = (axis: Axis, from: number, to: number) => {
    const values = all.map(AXES[axis].of);
    if (found && Number.isFinite(found[axis])) values.push(found[axis]);
    const [low = 0, high = 1] = extent(values) as [number, number];
    // One winding alone stands in the middle of a scale that others have room on.
    const pad = high > low ? (high - low) * 0.06 : (high || 1) * 0.4;
    return scaleLinear([low - pad, high + pad], [from, to]).nice(5);
  };
  const sx = scale(x, 58, width - 16);
  const sy = scale(y, height - 44, 26);
  const at = (c: Candidate) => [sx(AXES[x].of(c)), sy(AXES[y].of(c))] as const;
  const room = haveRoom(shown.map(at));
  const order = shown.map((_, i) => i).sort((a, b) => Number(room[a]) - Number(room[b]) || b - a);
  const [under, setUnder] = useState<Candidate | null>(null);
  // One path for all dots of a kind: a thousand elements redrawn while the search runs would block the page.
  const dots = (connection: Candidate['connection']) =>
    sample
      .filter((c) => c.connection === connection)
      .map(
        (c) =>
          `M${at(c)
            .map((v) => v.toFixed(1))
            .join(' ')}h0`,
      )
      .join('');
  const star = dots('star');
  const delta = dots('delta');
  const nearestTo = (event: MouseEvent<SVGElement>) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const place = least(sample, (c) =>
      Math.hypot(at(c)[0] - event.clientX + box.left, at(c)[1] - event.clientY + box.top),
    );
    return place ?? null;
  };
  return (
    <>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${AXES[y].name} against ${AXES[x].name} of ${all.length} windings`}
        className="block"
      >
        {sx.ticks(6).map((t) => (
          <g key={t}>
            <path d={`M${sx(t)} 26V${height - 44}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={sx(t)} y={height - 28}>
              {t}
            </TickText>
          </g>
        ))}
        {sy.ticks(6).map((t) => (
          <g key={t}>
            <path d={`M58 ${sy(t)}H${width - 16}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={50} y={sy(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        <path d={`M58 26V${height - 44}H${width - 16}`} fill="none" stroke="var(--ink)" strokeWidth="1.25" />
        <text x={width - 16} y={height - 8} fontSize="13" textAnchor="end" fill="var(--ink)">
          {AXES[x].name}
          {AXES[x].unit && `, ${AXES[x].unit}`}
        </text>
        <text x="58" y="14" fontSize="13" fill="var(--ink)">
          {AXES[y].name}
          {AXES[y].unit && `, ${AXES[y].unit}`}
        </text>
        <g
          className="cursor-pointer"
          strokeLinecap="round"
          fill="none"
          onClick={(event) => {
            const nearest = nearestTo(event);
            if (nearest) onChoose(nearest, null);
          }}
          onPointerMove={(event) => setUnder(nearestTo(event))}
        >
          {under && <title>{`${showCandidate(under)}, ${showWires(under.wires)}`}</title>}
          <path d={delta} stroke="var(--pencil)" strokeWidth="7.6" />
          <path d={delta} stroke="var(--paper)" strokeWidth="6" />
          <path d={star} stroke="var(--pencil)" strokeWidth="6.8" />
          <path d={star} stroke="var(--hair)" strokeWidth="5.2" />
        </g>
        {/* Dots first, then numbers from the last to the first, so that the best lies on top. */}
        {order.map((i) => {
          const c = shown[i]!;
          const [cx, cy] = at(c);
          const is = chosen === i;
          const written = is || room[i];
          return (
            <g key={`best-${i}`} className="cursor-pointer" onClick={() => onChoose(c, i)}>
              <circle
                cx={cx}
                cy={cy}
                r={is ? 10 : written ? 8 : 3.6}
                fill={is ? 'var(--copper)' : written ? 'var(--paper)' : 'var(--ink)'}
                stroke={is ? 'var(--copper)' : 'var(--ink)'}
                strokeWidth="1.6"
              />
              {written && (
                <text
                  x={cx}
                  y={cy + 3.8}
                  fontSize="10.5"
                  fontWeight="700"
                  textAnchor="middle"
                  className="font-fig"
                  fill={is ? 'var(--on-copper)' : 'var(--ink)'}
                >
                  {i + 1}
                </text>
              )}
            </g>
          );
        })}
        {found && Number.isFinite(found[x]) && Number.isFinite(found[y]) && (
          <g>
            <path
              d={`M${sx(found[x]) - 8} ${sy(found[y]) - 15}h16l-8 14Z`}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth="1.6"
            />
            <text
              x={sx(found[x])}
              y={sy(found[y]) - 20}
              fontSize="13"
              fontWeight="650"
              textAnchor="middle"
              stroke="var(--paper)"
              strokeWidth="4"
              paintOrder="stroke"
              fill="var(--ink)"
            >
              as found
            </text>
          </g>
        )}
      </svg>
      <p className="px-3 text-[13px] text-graphite">
        {all.length === 0 ? 'Where the winding as found stands; what is searched comes beside it. ' : ''}
        Filled dot: star. Open dot: delta. Numbered or black: the best twelve. Click a dot to choose it.
      </p>
    </>
  );
}

/** Whether a number fits at each place, the better before the worse. */
function haveRoom(places: readonly (readonly [number, number])[]): boolean[] {
  const taken: (readonly [number, number])[] = [];
  return places.map((p) => {
    const fits = taken.every((t) => Math.hypot(p[0] - t[0], p[1] - t[1]) > 17);
    if (fits) taken.push(p);
    return fits;
  });
}
