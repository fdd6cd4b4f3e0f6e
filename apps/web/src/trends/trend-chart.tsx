/** One figure over the years: bands of its scale, readings, the line through them and where it meets the limit. */
import type { FigureOverTime, Trend } from '@norther/core';
import { line, scaleLinear, scaleLog, scaleTime } from 'd3';
import { useState } from 'react';
import { TickText } from '../kit/tick-text.tsx';
import { useWidth } from '../kit/use-width.ts';

const LEFT = 56;
const RIGHT = 14;
const TOP = 22;
const BOTTOM = 30;
const HEIGHT = 330;
const DAY = 86_400_000;

export function TrendChart({
  figure: f,
  trend,
}: {
  readonly figure: FigureOverTime;
  readonly trend: Trend | null;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(760);
  const times = f.readings.map((r) => Date.parse(r.at));
  const [now] = useState(() => Date.now());
  const ends = [...times, now, ...(trend?.meets ? [Math.min(trend.meets.at, now + 15 * 365 * DAY)] : [])];
  const [first, last] = [Math.min(...ends), Math.max(...ends)];
  const room = Math.max(20 * DAY, 0.04 * (last - first));
  const x = scaleTime([first - room, last + room], [LEFT, width - RIGHT]);
  const values = f.readings.map((r) => r.value);
  const limits = f.scale?.limits.map((l) => l.at) ?? [];
  const all = [...values, ...limits];
  const log = f.scale?.kind === 'log' && Math.min(...all) > 0;
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const span = most - least || Math.abs(most) || 1;
  const domain = log ? [least / 1.6, most * 1.6] : [least - 0.15 * span, most + 0.15 * span];
  const y = (log ? scaleLog() : scaleLinear())
    .domain(domain)
    .range([HEIGHT - BOTTOM, TOP])
    .clamp(true);
  // Of a decade 1, 2 and 5 are enough.
  const ticks = log ? y.ticks().filter((t) => [1, 2, 5].includes(Number(t.toExponential()[0]!))) : y.ticks(5);
  const stop = f.scale?.bands.filter((b) => b.verdict === 'stop') ?? [];
  const own = f.readings.filter((r) => !r.sister);
  const end = trend?.meets ? Math.min(trend.meets.at, last) : now;
  return (
    <div ref={ref} className="mt-3">
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`${f.name} over the visits`}
        className="block"
      >
        {stop.map((b) => {
          const [a, c] = [
            y(Math.min(Math.max(b.from, domain[0]!), domain[1]!)),
            y(Math.min(Math.max(b.to, domain[0]!), domain[1]!)),
          ];
          return (
            <rect
              key={b.from}
              x={LEFT}
              width={width - LEFT - RIGHT}
              y={Math.min(a, c)}
              height={Math.abs(a - c)}
              fill="var(--carmine-wash)"
            />
          );
        })}
        {ticks.map((t) => (
          <g key={t}>
            <path d={`M${LEFT} ${y(t)}H${width - RIGHT}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={LEFT - 6} y={y(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        <text x="2" y="12" fontSize="12" fill="var(--graphite)">
          {f.unit}
        </text>
        {x.ticks(7).map((t) => (
          <g key={t.getTime()}>
            <path d={`M${x(t)} ${HEIGHT - BOTTOM}v5`} stroke="var(--ink)" />
            <TickText x={x(t)} y={HEIGHT - 10}>
              {x.tickFormat(7)(t)}
            </TickText>
          </g>
        ))}
        <path d={`M${LEFT} ${HEIGHT - BOTTOM}H${width - RIGHT}`} stroke="var(--ink)" strokeWidth="1.25" />
        {f.scale?.limits.map((l) => (
          <g key={l.at}>
            <path d={`M${LEFT} ${y(l.at)}H${width - RIGHT}`} stroke="var(--carmine)" strokeWidth="1.75" />
            <text x={LEFT + 6} y={y(l.at) - 5} fontSize="12" fontWeight="650" fill="var(--carmine)">
              {l.name}
            </text>
          </g>
        ))}
        <path d={`M${x(now)} ${TOP}V${HEIGHT - BOTTOM}`} stroke="var(--graphite)" strokeDasharray="2 4" />
        <text x={x(now)} y={TOP - 8} fontSize="12" textAnchor="middle" fill="var(--graphite)">
          today
        </text>
        {trend && (
          <path
            d={
              line<number>(
                (t) => x(t),
                (t) => y(trend.lineAt(t)),
              )(Array.from({ length: 40 }, (_, i) => first + ((end - first) * i) / 39)) ?? ''
            }
            fill="none"
            stroke="var(--ink)"
            strokeDasharray="6 4"
            strokeWidth="1.5"
          />
        )}
        {trend?.meets && (
          <path
            d={`M${x(Math.max(trend.meets.from, first))} ${y(trend.meets.limit)}H${x(Math.min(trend.meets.to ?? Infinity, last + room))}`}
            stroke="var(--copper)"
            strokeWidth="7"
            opacity="0.55"
          />
        )}
        {f.readings
          .filter((r) => r.sister)
          .map((r) => (
            <circle
              key={`${r.number} ${r.at}`}
              cx={x(Date.parse(r.at))}
              cy={y(r.value)}
              r="4.5"
              fill="none"
              stroke="var(--graphite)"
              strokeWidth="1.5"
            />
          ))}
        {own.map((r) => (
          <g key={`${r.number} ${r.at}`}>
            <circle cx={x(Date.parse(r.at))} cy={y(r.value)} r="5.5" fill="var(--copper)" />
            <text
              x={x(Date.parse(r.at))}
              y={y(r.value) - 10}
              fontSize="12"
              textAnchor="middle"
              className="font-fig"
              fill="var(--ink)"
            >
              {r.number}
            </text>
          </g>
        ))}
      </svg>
      <p className="text-[13px] text-graphite">
        Filled: this machine. Open: a sister on the floor. Dashed: the line through this machine’s readings
        {trend?.meets ? '; thick on the limit: where it would be met, nineteen times in twenty' : ''}.
      </p>
    </div>
  );
}
