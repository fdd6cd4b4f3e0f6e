/** Today as a ruled scale: what stands in oven, on test panel and balancer, promises as flags, now as a line. */
import { anyStationOf, type Route } from '@norther/core';
import { scaleLinear } from 'd3';
import { useMemo } from 'react';
import type { FloorMotor } from '@norther/records';
import { showClock } from '../kit/moments.ts';
import { TickText } from '../kit/tick-text.tsx';

/** One a piece of equipment, in the order of the routes. */
function lanesOf(routes: readonly Route[]) {
  const stations = anyStationOf(routes);
  return [...new Set(stations.flatMap((s) => s.equipment ?? []))].map((name) => ({
    name,
    stations: stations.filter((s) => s.equipment === name).map((s): string => s.id),
  }));
}
const LEFT = 160;
const LANE = 17;
const TOP = 34;

export function Today({
  routes,
  rows,
  width,
  now,
}: {
  readonly routes: readonly Route[];
  readonly rows: readonly FloorMotor[];
  readonly width: number;
  readonly now: Date;
}) {
  const lanes = useMemo(() => lanesOf(routes), [routes]);
  // A working day of fifteen hours that holds this moment.
  const from = new Date(now);
  const start = Math.max(0, Math.min(9, now.getHours() - 6));
  from.setHours(start, 0, 0, 0);
  const to = new Date(from.getTime() + 15 * 3_600_000);
  const x = scaleLinear([from.getTime(), to.getTime()], [LEFT, width - 10]).clamp(true);
  const height = TOP + lanes.length * LANE + 6;
  const hours = Array.from({ length: 16 }, (_, i) => new Date(from.getTime() + i * 3_600_000));
  const flags = rows.filter(
    (r) => r.motor.promisedAt && new Date(r.motor.promisedAt) >= from && new Date(r.motor.promisedAt) <= to,
  );
  const flagged = new Set(flags.map((f) => new Date(f.motor.promisedAt!).getHours()));
  return (
    <svg width={width} height={height} className="block" role="img" aria-label="Today’s line of time">
      <text x="12" y="20" fontSize="13" fill="var(--graphite)">
        {now.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })}
      </text>
      {hours.map((h, i) => (
        <g key={i}>
          <path d={`M${x(h)} ${TOP - 8}V${height - 4}`} stroke="var(--grid)" strokeWidth="0.75" />
          <path d={`M${x(h)} ${TOP - 8}v5`} stroke="var(--ink)" strokeWidth="1.25" />
          {!flagged.has(h.getHours()) && Math.abs(x(h) - x(now)) > 26 && (
            <TickText x={x(h)} y={TOP - 13}>
              {String(h.getHours()).padStart(2, '0')}
            </TickText>
          )}
        </g>
      ))}
      <path d={`M${LEFT} ${TOP - 5}H${width - 10}`} stroke="var(--ink)" strokeWidth="1.25" />
      {lanes.map((lane, i) => {
        const y = TOP + i * LANE;
        const bars = rows.flatMap((r) =>
          r.recent
            .filter((s) => (lane.stations as readonly string[]).includes(s.station) && s.takenAt)
            .filter((s) => !s.signedAt || new Date(s.signedAt) > from)
            .map((s) => ({ r, s })),
        );
        return (
          <g key={lane.name}>
            <text x="12" y={y + 13} fontSize="13" fontWeight="650" fill="var(--ink)">
              {lane.name}
            </text>
            <path d={`M12 ${y + LANE}H${width - 10}`} stroke="var(--grid)" strokeWidth="0.75" />
            {bars.map(({ r, s }) => {
              const x0 = x(new Date(s.takenAt!));
              const x1 = Math.max(x0 + 3, x(s.signedAt ? new Date(s.signedAt) : now));
              const open = !s.signedAt;
              const inside = x1 - x0 > 40;
              return (
                <g key={`${r.motor.number}${s.station}`}>
                  <path
                    d={
                      open
                        ? `M${x1} ${y + 3}H${x0}V${y + 15}H${x1}`
                        : `M${x0} ${y + 3}H${x1}V${y + 15}H${x0}Z`
                    }
                    fill="var(--band)"
                    stroke="var(--ink)"
                    strokeWidth="1"
                  />
                  <text
                    x={inside ? x0 + 5 : x1 + 5}
                    y={y + 13.5}
                    fontSize="12"
                    className="font-fig"
                    fontWeight="600"
                    fill="var(--ink)"
                  >
                    {r.motor.number}
                  </text>
                </g>
              );
            })}
          </g>
        );
      })}
      {flags.map((f) => {
        const at = new Date(f.motor.promisedAt!);
        return (
          <g key={f.motor.id}>
            <path d={`M${x(at) - 5} ${TOP - 11}h10l-5 6z`} fill="var(--ink)" />
            <text
              x={x(at)}
              y={TOP - 14}
              fontSize="12"
              textAnchor="middle"
              className="font-fig"
              fontWeight="600"
              fill="var(--ink)"
            >
              {f.motor.number}
            </text>
          </g>
        );
      })}
      <path d={`M${x(now)} ${TOP - 10}V${height - 3}`} stroke="var(--copper)" strokeWidth="2" />
      <rect x={x(now) - 23} y={TOP - 29} width="46" height="19" fill="var(--copper)" />
      <text
        x={x(now)}
        y={TOP - 15}
        fontSize="14"
        fontWeight="700"
        textAnchor="middle"
        className="font-fig"
        fill="var(--on-copper)"
      >
        {showClock(now)}
      </text>
    </svg>
  );
}
