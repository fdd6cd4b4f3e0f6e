/** One figure of one station: every unit, the band of the quiet run, the limits of the process, and where it goes. */
import { CHART_SCHOOLS, sayRule, type SeriesFigure, type SeriesLimits } from '@norther/core';
import type { ChartAnswer } from '@norther/records';
import { area, extent, line, scaleLinear } from 'd3';
import { TickText } from '../kit/tick-text.tsx';
import { showFigure } from './show-figure.ts';

const [LEFT, RIGHT, TOP, BOTTOM] = [54, 18, 14, 26];

export function FigureChart({
  chart,
  figure,
  process,
  school,
  width,
  height,
  unit,
}: {
  readonly chart: ChartAnswer;
  readonly figure: SeriesFigure;
  readonly process: SeriesLimits;
  readonly school: string;
  readonly width: number;
  readonly height: number;
  /** Picked. */
  readonly unit: number | null;
}) {
  const { points, rows, watch, drift } = chart;
  const limits = watch?.limits ?? null;
  const first = points[0]?.serial ?? rows[0]?.from ?? 1;
  const newest = points.at(-1)?.serial ?? rows.at(-1)?.to ?? 1;
  const left = drift?.unitsLeft ?? null;
  const ahead = left !== null && left <= 60 ? left + 1 : 0;
  const values = [
    ...points.map((p) => p.value),
    ...rows.flatMap((r) => [r.least, r.most]),
    ...(process.lower === null ? [] : [process.lower]),
    ...(process.upper === null ? [] : [process.upper]),
    ...(limits ? [limits.centre - 3.5 * limits.sigma, limits.centre + 3.5 * limits.sigma] : []),
  ];
  const [low = 0, high = 1] = extent(values) as [number?, number?];
  const pad = (high - low || Math.abs(high) || 1) * 0.08;
  const x = scaleLinear([first - 0.5, Math.max(newest + ahead, first + 8) + 0.5], [LEFT, width - RIGHT]);
  const y = scaleLinear(
    [process.lower === null && low - pad < 0 && low >= 0 ? 0 : low - pad, high + pad],
    [height - BOTTOM, TOP],
  );
  const [bottom, top] = y.domain() as [number, number];
  const onsetX = drift ? x(drift.onsetSerial - 0.5) : 0;
  const now = drift ? { x: x(newest), y: y(drift.now) } : null;
  const out = (v: number) =>
    (process.lower !== null && v < process.lower) || (process.upper !== null && v > process.upper);
  const told = CHART_SCHOOLS[school]!;
  // What changed is said on the side of the band that the readings have left.
  const fell = limits !== null && drift !== null && drift.now < limits.centre;
  const flagY = !limits
    ? height - BOTTOM - 40
    : fell
      ? y(limits.centre + 3 * limits.sigma) + 4
      : y(limits.centre - 3 * limits.sigma) - 22;
  return (
    <svg
      width={width}
      height={height}
      className="block"
      role="img"
      aria-label={`${figure.title} of ${chart.count} readings, the newest of unit ${newest}`}
    >
      {limits && limits.sigma > 0 && (
        <g>
          <rect
            x={LEFT}
            width={width - LEFT - RIGHT}
            y={y(limits.centre + 3 * limits.sigma)}
            height={y(limits.centre - 3 * limits.sigma) - y(limits.centre + 3 * limits.sigma)}
            fill="var(--band)"
          />
          <path
            d={`M${LEFT} ${y(limits.centre)}H${width - RIGHT}`}
            stroke="var(--graphite)"
            strokeDasharray="12 3 2 3"
          />
          <TickText x={LEFT + 150} y={y(limits.centre + 3 * limits.sigma) - 4} anchor="start">
            +3σ {(limits.centre + 3 * limits.sigma).toFixed(figure.digits + 1)}
          </TickText>
          <TickText x={LEFT + 150} y={y(limits.centre - 3 * limits.sigma) + 13} anchor="start">
            −3σ {(limits.centre - 3 * limits.sigma).toFixed(figure.digits + 1)}
          </TickText>
        </g>
      )}
      {process.upper !== null && (
        <Beyond
          {...{
            x: LEFT,
            width: width - LEFT - RIGHT,
            from: y(top),
            to: y(process.upper),
            line: y(process.upper),
          }}
        />
      )}
      {process.lower !== null && (
        <Beyond
          {...{
            x: LEFT,
            width: width - LEFT - RIGHT,
            from: y(process.lower),
            to: y(bottom),
            line: y(process.lower),
          }}
        />
      )}
      {[process.upper, process.lower].map((v, i) =>
        v === null || (i === 1 && v === process.upper) ? null : (
          <text
            key={i}
            x={LEFT + 6}
            y={y(v) + (i === 0 ? 14 : -4)}
            fontSize="13"
            fontWeight="650"
            fill="var(--carmine)"
          >
            limit {showFigure(figure, v)} {figure.unit}
          </text>
        ),
      )}
      {y.ticks(6).map((t) => (
        <g key={t}>
          <path d={`M${LEFT - 4} ${y(t)}h4`} stroke="var(--ink)" />
          <TickText x={LEFT - 8} y={y(t) + 4} anchor="end">
            {t.toFixed(Math.min(figure.digits, 3))}
          </TickText>
        </g>
      ))}
      <TickText x={LEFT - 8} y={TOP - 4} anchor="end">
        {figure.unit}
      </TickText>
      <path
        d={`M${LEFT} ${TOP}V${height - BOTTOM}H${width - RIGHT}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {x
        .ticks(Math.floor(width / 90))
        .filter((t) => Number.isInteger(t) && Math.abs(x(t) - x(newest)) > 30)
        .map((t) => (
          <g key={t}>
            <path d={`M${x(t)} ${height - BOTTOM}v4`} stroke="var(--ink)" />
            <TickText x={x(t)} y={height - 8}>
              {t}
            </TickText>
          </g>
        ))}
      <TickText x={12} y={height - 8} anchor="start">
        unit
      </TickText>
      {drift?.moved.slice(0, 1).map((m) => (
        <g key={m.what}>
          <path
            d={`M${x(m.serial - 0.5)} ${TOP + 18}V${height - BOTTOM}`}
            stroke="var(--ink)"
            strokeDasharray="12 3 2 3"
          />
          <rect
            x={x(m.serial - 0.5) + 4}
            y={flagY}
            width={m.to.length * 8 + 78}
            height="18"
            fill="var(--lemon)"
          />
          <text
            x={x(m.serial - 0.5) + 8}
            y={flagY + 14}
            fontSize="14"
            fontWeight="650"
            fill="var(--on-lemon)"
          >
            {m.to} from {m.serial}
          </text>
        </g>
      ))}
      {rows.length > 0 && (
        <g>
          <path
            d={
              area<(typeof rows)[number]>()
                .x((r) => x((r.from + r.to) / 2))
                .y0((r) => y(r.least))
                .y1((r) => y(r.most))(rows as (typeof rows)[number][]) ?? undefined
            }
            fill="var(--hair)"
          />
          <path
            d={
              line<(typeof rows)[number]>(
                (r) => x((r.from + r.to) / 2),
                (r) => y(r.mean),
              )(rows as (typeof rows)[number][]) ?? undefined
            }
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.2"
          />
        </g>
      )}
      <path
        d={
          line<(typeof points)[number]>(
            (p) => x(p.serial),
            (p) => y(p.value),
          )(points.filter((p) => p.first)) ?? undefined
        }
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1"
      />
      {points.length <= 300 &&
        points.map((p, i) => (
          <circle
            key={i}
            cx={x(p.serial)}
            cy={y(p.value)}
            r={out(p.value) || p.serial === unit ? 5 : drift && p.serial >= drift.onsetSerial ? 4 : 2.8}
            fill={
              out(p.value)
                ? 'var(--carmine)'
                : !p.first
                  ? 'var(--paper)'
                  : drift && p.serial >= drift.onsetSerial
                    ? 'var(--lemon)'
                    : 'var(--ink)'
            }
            stroke={p.serial === unit ? 'var(--copper)' : 'var(--ink)'}
            strokeWidth={p.serial === unit ? 3 : 1}
          />
        ))}
      {drift && now && (
        <g>
          <path
            d={`M${onsetX} ${y(drift.start)}L${now.x} ${now.y}`}
            stroke="var(--copper)"
            strokeWidth="3"
            fill="none"
          />
          <g transform={`translate(${onsetX} ${(process.upper === null ? TOP : y(process.upper)) + 4})`}>
            <rect
              width={Math.max(20, now.x - onsetX + 6)}
              height="9"
              fill="url(#hatch-watch)"
              stroke="var(--ink)"
              strokeWidth="0.7"
            />
            <text
              {...(width > 700 ? { x: -6, y: 10 } : { x: now.x - onsetX, y: 24 })}
              fontSize="13"
              fontWeight="650"
              textAnchor="end"
              fill="var(--ink)"
            >
              {watch!.broken.map((r) => sayRule(r, told)).join(', ')}
            </text>
          </g>
          {drift.limit !== null && left !== null && ahead > 0 && (
            <g>
              <path
                d={`M${now.x} ${now.y}L${x(newest + left + 0.5)} ${y(drift.limit)}`}
                stroke="var(--copper)"
                strokeWidth="2.5"
                strokeDasharray="8 5"
                fill="none"
              />
              <circle
                cx={x(newest + left + 0.5)}
                cy={y(drift.limit)}
                r="5"
                fill="var(--paper)"
                stroke="var(--carmine)"
                strokeWidth="2.5"
              />
              <path
                d={`M${x(newest + left + 0.5)} ${y(drift.limit)}V${height - BOTTOM}`}
                stroke="var(--carmine)"
              />
              <path
                d={`M${now.x} ${now.y + 8}V${height - BOTTOM}`}
                stroke="var(--copper)"
                strokeWidth="1.5"
              />
              <text
                x={(now.x + x(newest + left + 0.5)) / 2}
                y={height - BOTTOM - 52}
                fontSize="14"
                fontWeight="650"
                textAnchor="middle"
                fill="var(--ink)"
              >
                {left} units
              </text>
              <path
                d={`M${now.x + 4} ${height - BOTTOM - 46}H${x(newest + left + 0.5) - 4}`}
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            </g>
          )}
        </g>
      )}
      <rect x={x(newest) - 18} y={height - BOTTOM + 2} width="36" height="19" fill="var(--copper)" />
      <text
        x={x(newest)}
        y={height - BOTTOM + 16}
        fontSize="14"
        textAnchor="middle"
        className="font-fig"
        fill="var(--on-copper)"
      >
        {newest}
      </text>
    </svg>
  );
}

function Beyond(p: {
  readonly x: number;
  readonly width: number;
  readonly from: number;
  readonly to: number;
  readonly line: number;
}) {
  return (
    <g>
      <rect x={p.x} y={p.from} width={p.width} height={Math.max(0, p.to - p.from)} fill="url(#hatch-stop)" />
      <path d={`M${p.x} ${p.line}h${p.width}`} stroke="var(--carmine)" strokeWidth="1.5" />
    </g>
  );
}
