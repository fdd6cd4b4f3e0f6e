/** The oven's log: air thin, part heavy, the stretch that counts marked on its own hours. */
import type { LogPoint, minutesAbove as MinutesAbove } from '@norther/core';
import { showMinutes } from '@norther/core';
import { line, scaleLinear } from 'd3';
import { useReadingLogQuery } from '../app/api.ts';
import { useWidth } from '../kit/use-width.ts';
import { TickText } from '../kit/tick-text.tsx';

export function OvenChart({
  number,
  readingId,
  points,
  threshold,
  wanted,
  minutesAbove,
}: {
  readonly number: string;
  readonly readingId: string | null;
  readonly points: readonly LogPoint[] | null;
  readonly threshold: number | null;
  readonly wanted: number | null;
  readonly minutesAbove: typeof MinutesAbove;
}) {
  const [ref, width] = useWidth<HTMLDivElement>(480);
  const stored = useReadingLogQuery({ number, id: readingId ?? '' }, { skip: !readingId || points !== null });
  const log = points ?? stored.data ?? [];
  const height = 230;
  if (log.length < 2) return <div ref={ref} />;
  const last = log[log.length - 1]!.minute;
  const most = Math.max(...log.map((p) => Math.max(p.partC, p.airC ?? p.partC)), threshold ?? 0) * 1.28;
  const x = scaleLinear([0, Math.max(last, 60)], [44, width - 12]);
  const y = scaleLinear([0, most], [height - 30, 14]);
  const part = line<LogPoint>(
    (p) => x(p.minute),
    (p) => y(p.partC),
  )(log as LogPoint[])!;
  const air = line<LogPoint>(
    (p) => x(p.minute),
    (p) => y(p.airC!),
  )(log.filter((p) => p.airC !== undefined))!;
  const held =
    threshold === null
      ? null
      : minutesAbove(
          log.map((p) => ({ minute: p.minute, value: p.partC })),
          threshold,
        );
  const reached = threshold === null ? undefined : log.find((p) => p.partC >= threshold);
  const hours = x.domain()[1]! > 180 ? 60 : 10;
  return (
    <div ref={ref} className="mt-3">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="Oven log, part and air over time"
        className="block"
      >
        {y.ticks(6).map((t) => (
          <g key={t}>
            <path d={`M44 ${y(t)}H${width - 12}`} stroke="var(--grid)" strokeWidth="0.75" />
            <TickText x={38} y={y(t) + 4} anchor="end">
              {t}
            </TickText>
          </g>
        ))}
        <text x="6" y="12" fontSize="12" fill="var(--graphite)">
          °C
        </text>
        {Array.from({ length: Math.floor(last / hours) + 1 }, (_, i) => i * hours).map((m) => (
          <g key={m}>
            <path d={`M${x(m)} ${height - 30}v5`} stroke="var(--ink)" />
            <TickText x={x(m)} y={height - 12}>
              {hours === 60 ? `${m / 60} h` : m}
            </TickText>
          </g>
        ))}
        <path d={`M44 ${height - 30}H${width - 12}`} stroke="var(--ink)" strokeWidth="1.25" />
        {threshold !== null && (
          <>
            <path d={`M44 ${y(threshold)}H${width - 12}`} stroke="var(--graphite)" strokeDasharray="4 3" />
            <text x={width - 14} y={y(threshold) - 9} textAnchor="end" fontSize="12" fill="var(--graphite)">
              counts from {threshold.toFixed(0)} °C
            </text>
          </>
        )}
        {held && reached && held.longest > 0 && (
          <g>
            <path
              d={`M${x(reached.minute)} 22H${x(Math.min(last, reached.minute + held.longest))}`}
              stroke="var(--ink)"
              strokeWidth="1.25"
            />
            <path
              d={`M${x(reached.minute)} 16v12M${x(Math.min(last, reached.minute + held.longest))} 16v12`}
              stroke="var(--ink)"
            />
            <rect
              x={x(reached.minute + held.longest / 2) - 66}
              y="13"
              width="132"
              height="17"
              fill="var(--paper)"
            />
            <text
              x={x(reached.minute + held.longest / 2)}
              y="26"
              fontSize="13"
              textAnchor="middle"
              fontWeight="600"
              fill="var(--ink)"
            >
              part {showMinutes(held.longest)}
              {wanted ? ` of ${showMinutes(wanted)}` : ''}
            </text>
          </g>
        )}
        {air && <path d={air} fill="none" stroke="var(--ink)" strokeWidth="1.25" />}
        <path d={part} fill="none" stroke="var(--copper)" strokeWidth="3" />
        <text
          x={x(last * 0.1)}
          y={y(log[Math.floor(log.length * 0.1)]!.partC) + 18}
          fontSize="13"
          fontWeight="650"
          fill="var(--copper)"
        >
          part
        </text>
        {air && (
          <text
            x={x(last * 0.06) - 8}
            y={y(log[Math.floor(log.length * 0.06)]!.airC ?? 0) - 4}
            fontSize="13"
            textAnchor="end"
            fill="var(--ink)"
          >
            air
          </text>
        )}
      </svg>
    </div>
  );
}
