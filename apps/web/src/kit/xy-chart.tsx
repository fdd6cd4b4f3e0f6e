/** Axes, grid and units of a small chart over two figures; what is drawn on them is the caller's. */
import { scaleLinear, type ScaleLinear } from 'd3';
import type { ReactNode } from 'react';
import { TickText } from './tick-text.tsx';
import { useWidth } from './use-width.ts';

export interface Axis {
  readonly from: number;
  readonly to: number;
  readonly unit: string;
  readonly ticks?: number;
}

export type Place = ScaleLinear<number, number>;

const LEFT = 48;
const RIGHT = 12;
const TOP = 14;
const BOTTOM = 30;

export function XyChart({
  label,
  x: xAxis,
  y: yAxis,
  height = 200,
  right,
  children,
}: {
  readonly label: string;
  readonly x: Axis;
  readonly y: Axis;
  readonly height?: number;
  /** A second scale of figures on the right. */
  readonly right?: Axis;
  readonly children: (x: Place, y: Place, y2: Place) => ReactNode;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(540);
  const rightMost = width - (right ? 48 : RIGHT);
  const x = scaleLinear([xAxis.from, xAxis.to], [LEFT, rightMost]);
  const y = scaleLinear([yAxis.from, yAxis.to], [height - BOTTOM, TOP]);
  const y2 = right ? scaleLinear([right.from, right.to], [height - BOTTOM, TOP]) : y;
  return (
    <div ref={ref}>
      <svg width={width} height={height} role="img" aria-label={label} className="block">
        {y.ticks(yAxis.ticks ?? 4).map((t) => (
          <g key={t}>
            <path
              d={`M${LEFT} ${y(t)}H${rightMost}`}
              stroke={t === 0 && yAxis.from < 0 ? 'var(--ink)' : 'var(--grid)'}
              strokeWidth="0.75"
            />
            <TickText x={LEFT - 6} y={y(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        {right &&
          y2.ticks(right.ticks ?? 4).map((t) => (
            <TickText key={t} x={rightMost + 6} y={y2(t) + 4} anchor="start">
              {t}
            </TickText>
          ))}
        <text x="2" y="11" fontSize="12" fill="var(--graphite)">
          {yAxis.unit}
        </text>
        {right && (
          <text x={width - 2} y="11" fontSize="12" textAnchor="end" fill="var(--graphite)">
            {right.unit}
          </text>
        )}
        {x.ticks(xAxis.ticks ?? 6).map((t) => (
          <g key={t}>
            <path d={`M${x(t)} ${height - BOTTOM}v5`} stroke="var(--ink)" />
            <TickText x={x(t)} y={height - 10}>
              {t}
            </TickText>
          </g>
        ))}
        <text x={2} y={height - 10} fontSize="12" fill="var(--graphite)">
          {xAxis.unit}
        </text>
        <path
          d={`M${LEFT} ${height - BOTTOM}H${rightMost}`}
          stroke="var(--ink)"
          strokeWidth="1.25"
          fill="none"
        />
        {children(x, y, y2)}
      </svg>
    </div>
  );
}
