/** Where the odd phase stands: how much faster it rings, how much more it is damped, and where each cause would put it. */
import type { SurgeCause, OddPhase, TurnPoint } from '@norther/core';
import { line, scaleLinear } from 'd3';
import { TickText } from '../../kit/tick-text.tsx';
import { useWidth } from '../../kit/use-width.ts';

const LEFT = 40;
const HEIGHT = 190;

export function TurnMap({
  odd,
  causes,
  curve,
}: {
  readonly odd: OddPhase;
  readonly causes: readonly SurgeCause[];
  readonly curve: readonly TurnPoint[];
}) {
  const [ref, width] = useWidth<HTMLDivElement>(380);
  const placed = causes.filter((c) => c.at !== null);
  const points = [odd, ...placed.slice(0, 4).map((c) => c.at!), ...curve];
  const reach = (of: (p: { fasterPercent: number; moreDampedPercent: number }) => number, pad: number) => {
    const values = [0, ...points.map(of)];
    return [Math.min(...values) - pad, Math.max(...values) + pad] as const;
  };
  const x = scaleLinear(
    reach((p) => p.fasterPercent, 0.8),
    [LEFT, width - 14],
  );
  const y = scaleLinear(
    reach((p) => p.moreDampedPercent, 5),
    [HEIGHT - 26, 12],
  );
  const path = line<TurnPoint>(
    (p) => x(p.fasterPercent),
    (p) => y(p.moreDampedPercent),
  )([{ turns: 0, fasterPercent: 0, moreDampedPercent: 0 }, ...curve]);
  const named = curve.filter((p) => p.turns <= 4 || p.turns === curve.length);
  const reversed = placed.find((c) => c.code === 'group-reversed');
  return (
    <div ref={ref} className="mt-3">
      <p className="text-[14px]">
        <b>Where {odd.phase} stands:</b> across, % faster; up, % more damped
      </p>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Map of ${odd.phase}: frequency against damping`}
        className="block"
      >
        {x.ticks(6).map((t) => (
          <g key={t}>
            <path d={`M${x(t)} 12V${HEIGHT - 26}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={x(t)} y={HEIGHT - 8}>
              {t}
            </TickText>
          </g>
        ))}
        {y.ticks(4).map((t) => (
          <g key={t}>
            <path d={`M${LEFT} ${y(t)}H${width - 14}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={LEFT - 6} y={y(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        <path d={`M${LEFT} ${HEIGHT - 26}H${width - 14}`} stroke="var(--ink)" />
        <path d={`M${x(0)} 12V${HEIGHT - 26}`} stroke="var(--ink)" strokeDasharray="4 3" />
        {path && <path d={path} fill="none" stroke="var(--graphite)" strokeWidth="1.5" />}
        {named.map((p) => (
          <g key={p.turns}>
            <circle cx={x(p.fasterPercent)} cy={y(p.moreDampedPercent)} r="4" fill="var(--ink)" />
            <text x={x(p.fasterPercent) + 7} y={y(p.moreDampedPercent) + 14} fontSize="12" fill="var(--ink)">
              {p.turns === curve.length ? 'whole coil' : p.turns === 1 ? '1 turn' : p.turns}
            </text>
          </g>
        ))}
        {reversed?.at && (
          <g>
            <path
              d={`M${x(reversed.at.fasterPercent) - 5} ${y(reversed.at.moreDampedPercent)}h10M${x(reversed.at.fasterPercent)} ${y(reversed.at.moreDampedPercent) - 5}v10`}
              stroke="var(--graphite)"
              strokeWidth="2"
            />
            <text
              x={x(reversed.at.fasterPercent) - 8}
              y={y(reversed.at.moreDampedPercent) + 4}
              textAnchor="end"
              fontSize="12"
              fill="var(--graphite)"
            >
              reversed group
            </text>
          </g>
        )}
        <ellipse
          cx={x(odd.fasterPercent)}
          cy={y(odd.moreDampedPercent)}
          rx={Math.abs(x(1) - x(0))}
          ry={Math.abs(y(6) - y(0))}
          fill="var(--wash)"
          stroke="var(--copper)"
          strokeDasharray="4 3"
          opacity="0.75"
        />
        <path
          d={`M${x(odd.fasterPercent) - 8} ${y(odd.moreDampedPercent)}h16M${x(odd.fasterPercent)} ${y(odd.moreDampedPercent) - 8}v16`}
          stroke="var(--copper)"
          strokeWidth="3"
        />
        <text
          x={x(odd.fasterPercent) - 12}
          y={y(odd.moreDampedPercent) - 10}
          textAnchor="end"
          fontSize="16"
          fontWeight="650"
          fill="var(--copper)"
        >
          {odd.phase}
        </text>
      </svg>
    </div>
  );
}
