/** No-load run on the test panel: the watts over the square of the volts, parted into friction and core. */
import { readSeries, separationOf } from '@norther/core';
import { XyChart } from '../../kit/xy-chart.tsx';
import { valuesOf } from '../values-of.ts';
import type { TestViewProps } from '../views.ts';

export function NoLoadAbove(props: TestViewProps) {
  const { series } = valuesOf('no-load', props) as { series?: string };
  const { plate } = props.context;
  const parted = separationOf(series, plate);
  const read = series?.trim() ? readSeries(series) : null;
  if (!parted || !read?.ok) return null;
  const points = read.value.map((p, i) => ({ square: p.voltageV ** 2 / 1000, w: parted.withoutCopperW[i]! }));
  const rated = plate.voltageV! ** 2 / 1000;
  const most = 1.05 * Math.max(rated, ...points.map((p) => p.square));
  const line = (square: number) => parted.frictionW + parted.slopeWPerV2 * 1000 * square;
  return (
    <section aria-label="No-load losses" className="mb-3">
      <p className="border-b-2 border-ink pb-1 text-[17px] font-[650]">
        <span className="fig text-[30px] leading-none">{parted.frictionW.toFixed(0)}</span> W friction and
        windage, <span className="fig text-[30px] leading-none">{parted.coreRatedW.toFixed(0)}</span> W core
        at rated volts
      </p>
      <XyChart
        label="No-load watts less copper over the square of the volts"
        x={{ from: 0, to: most, unit: '10³ V²' }}
        y={{ from: 0, to: 1.15 * Math.max(...points.map((p) => p.w)), unit: 'W less copper' }}
      >
        {(x, y) => (
          <>
            <path
              d={`M${x(0)} ${y(line(0))}L${x(most)} ${y(line(most))}`}
              stroke="var(--graphite)"
              strokeDasharray="5 4"
              strokeWidth="1.5"
            />
            <path d={`M${x(rated)} ${y(0)}V${y(parted.frictionW)}`} stroke="var(--hair)" strokeWidth="5" />
            <path
              d={`M${x(rated)} ${y(parted.frictionW)}V${y(parted.frictionW + parted.coreRatedW)}`}
              stroke="var(--copper)"
              strokeWidth="5"
            />
            <text
              x={x(rated) - 8}
              y={y(parted.frictionW + parted.coreRatedW / 2)}
              fontSize="13"
              textAnchor="end"
              fill="var(--copper)"
              fontWeight="650"
            >
              core
            </text>
            <text
              x={x(rated) - 8}
              y={y(parted.frictionW / 2) + 4}
              fontSize="13"
              textAnchor="end"
              fill="var(--graphite)"
            >
              friction
            </text>
            {points.map((p, i) => (
              <circle key={i} cx={x(p.square)} cy={y(p.w)} r="4.5" fill="var(--ink)" />
            ))}
          </>
        )}
      </XyChart>
      <p className="text-[13px] text-graphite">
        Dashed: the line through the points up to about half the rated volts. Where it cuts at nothing is the
        friction.
      </p>
    </section>
  );
}
