/** What each sister that fits would be in this core: its turns, brought over, against how far away it is. */
import { showShort } from '@norther/core';
import { extent, scaleLinear } from 'd3';
import { TickText } from '../kit/tick-text.tsx';
import { useWidth } from '../kit/use-width.ts';

export interface TurnsDot {
  readonly number: string;
  readonly place: number;
  readonly distance: number;
  /** Turns of its first coil brought to this core, not rounded. */
  readonly turns: number;
}

const HEIGHT = 210;

export function TurnsPlot({
  dots,
  picked,
  onPick,
}: {
  readonly dots: readonly TurnsDot[];
  readonly picked: string | null;
  readonly onPick: (number: string) => void;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(560);
  const [low = 0, high = 1] = extent(dots, (d) => d.turns) as [number?, number?];
  const pad = Math.max(1, (high - low) * 0.6);
  const x = scaleLinear([0, Math.max(0.02, ...dots.map((d) => d.distance)) * 1.12], [46, width - 12]).nice(5);
  const y = scaleLinear([Math.max(0, low - pad), high + pad], [HEIGHT - 34, 26]).nice(5);
  const chosen = dots.find((d) => d.number === picked);
  const whole = chosen && Math.max(1, Math.round(chosen.turns));
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        viewBox={`0 0 ${width} ${HEIGHT}`}
        role="img"
        aria-label={`Turns a coil in this core, by ${dots.length} sisters: ${low.toFixed(1)} to ${high.toFixed(1)}`}
      >
        {y.ticks(5).map((t) => (
          <g key={t}>
            <path d={`M46 ${y(t)}H${width - 12}`} stroke="var(--grid)" />
            <TickText x={40} y={y(t) + 4} anchor="end">
              {showShort(t, 3)}
            </TickText>
          </g>
        ))}
        {x.ticks(5).map((t) => (
          <g key={t}>
            <path d={`M${x(t)} ${HEIGHT - 34}v5`} stroke="var(--ink)" />
            <TickText x={x(t)} y={HEIGHT - 16}>
              {Math.round(1000 * t) / 10}
            </TickText>
          </g>
        ))}
        <rect
          x={46}
          y={y(high)}
          width={width - 58}
          height={Math.max(2, y(low) - y(high))}
          fill="var(--band)"
          opacity="0.75"
        />
        <path d={`M46 26V${HEIGHT - 34}H${width - 12}`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
        <text x={46} y={16} fontSize="13" fill="var(--graphite)">
          turns a coil in this core, at each sister’s flux density in the gap
        </text>
        <text x={width - 12} y={HEIGHT - 40} fontSize="13" textAnchor="end" fill="var(--graphite)">
          distance, %
        </text>
        {whole !== undefined && (
          <path
            d={`M46 ${y(whole)}H${width - 12}`}
            stroke="var(--copper)"
            strokeWidth="1.5"
            strokeDasharray="8 3 2 3"
          />
        )}
        {dots.map((d) => {
          const here = d.number === picked;
          return (
            <g
              key={d.number}
              transform={`translate(${x(d.distance)} ${y(d.turns)})`}
              className="cursor-pointer"
              onClick={() => onPick(d.number)}
            >
              <circle
                r={here ? 11 : 9}
                fill={here ? 'var(--copper)' : 'var(--paper)'}
                stroke={here ? 'var(--copper)' : 'var(--ink)'}
                strokeWidth="1.6"
              />
              <text
                y="4.5"
                fontSize="12"
                textAnchor="middle"
                className="font-fig"
                fill={here ? 'var(--on-copper)' : 'var(--ink)'}
              >
                {d.place}
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}
