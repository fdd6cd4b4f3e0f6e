/** When a motor would be done in many plans: how often each time, and the eight in ten between. */
import { keptBy } from '@norther/core';
import { bin, max, scaleLinear, scaleTime, timeFormat } from 'd3';
import { TickText } from '../kit/tick-text.tsx';

const [WIDTH, HEIGHT] = [360, 62];

const nameDay = timeFormat('%a %-d');
const nameHour = timeFormat('%H:%M');

export function Spread({ ends, now }: { readonly ends: readonly number[]; readonly now: number }) {
  const [first, last] = [ends[0], ends.at(-1)];
  if (first === undefined || last === undefined) return null;
  const at = (minute: number) => new Date(now + minute * 60_000);
  const x = scaleTime([at(first - 30), at(last + 30)], [6, WIDTH - 6]);
  const bins = bin<number, number>().thresholds(24)(ends as number[]);
  // A name at the very edge would be cut; a day is named once, hours between them.
  const ticks = x.ticks(4).filter((t) => x(t) > 22 && x(t) < WIDTH - 22);
  const y = scaleLinear([0, max(bins, (b) => b.length) ?? 1], [HEIGHT - 18, 4]);
  const [low, high, half] = [keptBy(ends, 0.1)!, keptBy(ends, 0.9)!, keptBy(ends, 0.5)!];
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="block max-w-full"
      role="img"
      aria-label="Spread of the plans"
    >
      <path
        d={`M${x(at(low))} 3V${HEIGHT - 18}M${x(at(high))} 3V${HEIGHT - 18}M${x(at(low))} 6H${x(at(high))}`}
        stroke="var(--ink)"
        fill="none"
      />
      {bins.map((b, i) => (
        <rect
          key={i}
          x={x(at(b.x0!))}
          y={y(b.length)}
          width={Math.max(1, x(at(b.x1!)) - x(at(b.x0!)) - 1)}
          height={HEIGHT - 18 - y(b.length)}
          fill="var(--band)"
          stroke="var(--ink)"
          strokeWidth="0.7"
        />
      ))}
      <path d={`M${x(at(half)) - 5} ${HEIGHT - 11}h10l-5 -7z`} fill="var(--paper)" stroke="var(--ink)" />
      {ticks.map((t, i) => (
        <TickText key={t.getTime()} x={x(t)} y={HEIGHT - 3}>
          {nameDay(t) === (i > 0 ? nameDay(ticks[i - 1]!) : '') ? nameHour(t) : nameDay(t)}
        </TickText>
      ))}
    </svg>
  );
}
