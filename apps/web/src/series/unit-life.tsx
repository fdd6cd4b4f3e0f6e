/** One unit at its hours: every lot and reading that is in it, rail by rail. */
import { SERIES_LINES, type SeriesLine } from '@norther/core';
import type { SeriesRecord, UnitAnswer } from '@norther/records';
import { scaleTime, timeFormat } from 'd3';
import { TickText } from '../kit/tick-text.tsx';
import { placeLabels } from './life-labels.ts';
import { withUnit } from './show-figure.ts';

const [LEFT, LANE] = [76, 30];

/** What is said of a record in a word or two. */
function brief(line: SeriesLine, r: SeriesRecord): string {
  const station = line.stations.find((s) => s.id === r.station)!;
  const lots = Object.entries(r.lots).flatMap(([what, lot]) => (station.wears?.includes(what) ? [] : [lot]));
  const [f] = station.figures;
  const value = f ? (r.values[f.id] ?? null) : null;
  const name = station.title.split(',')[0]!.toLowerCase();
  if (r.verdict === 'sent') return `${name} sent`;
  if (r.verdict === 'scrapped') return 'scrapped';
  if (r.verdict === 'unread') return `${name} no reading`;
  if (lots.length > 0) return `${name} ${lots[0]!}`;
  return value === null ? name : `${name} ${withUnit(f!, value)}`;
}

export const lifeHeight = (lineId: string) => SERIES_LINES[lineId]!.rails.length * LANE + 38;

export function UnitLife({
  life,
  lineId,
  width,
  suspect,
}: {
  readonly life: UnitAnswer;
  readonly lineId: string;
  readonly width: number;
  /** A lot that is in doubt. */
  readonly suspect: string | null;
}) {
  const line = SERIES_LINES[lineId]!;
  const times = life.records.map((r) => Date.parse(r.at));
  if (times.length === 0)
    return <p className="p-3 text-[15px] text-graphite">Unit {life.serial} has not been begun.</p>;
  const from = Math.min(...times);
  const to = Math.max(...times, from + 60_000);
  const room = (to - from) * 0.06;
  const x = scaleTime([from - room, to + room * 1.6], [LEFT, width - 12]);
  const bottom = line.rails.length * LANE + 18;
  const rows = line.rails.map((rail) => ({
    rail,
    labels: life.records
      .filter((r) => line.stations.find((s) => s.id === r.station)?.rail === rail.id)
      .map((record) => {
        const words = brief(line, record);
        const at = x(Date.parse(record.at));
        const wide = words.length * 6.6;
        return { record, words, at, wide, start: Math.min(at - 4, width - wide - 12) };
      }),
  }));
  const places = placeLabels(rows.map((r) => r.labels));
  return (
    <svg
      width={width}
      height={lifeHeight(lineId)}
      className="block"
      role="img"
      aria-label={`Unit ${life.serial}`}
    >
      {x.ticks(Math.floor(width / 100)).map((t) => (
        <g key={t.getTime()}>
          <path d={`M${x(t)} ${bottom}v4`} stroke="var(--ink)" />
          <TickText x={x(t)} y={bottom + 17}>
            {timeFormat(to - from < 600_000 ? '%H:%M:%S' : '%H:%M')(t)}
          </TickText>
        </g>
      ))}
      <path d={`M${LEFT} ${bottom}H${width - 12}`} stroke="var(--ink)" />
      {rows.map(({ rail, labels }, row) => {
        const own = labels.map((l) => l.record);
        const y = 22 + row * LANE;
        if (own.length === 0) return null;
        const [a, b] = [Date.parse(own[0]!.at), Date.parse(own.at(-1)!.at)];
        return (
          <g key={rail.id}>
            <text x={10} y={y + 4} fontSize="14" fontWeight="650" fill="var(--ink)">
              {rail.title.toLowerCase()}
            </text>
            <path d={`M${x(a)} ${y}H${x(b)}`} stroke="var(--ink)" strokeWidth="3" />
            {labels.map(({ record: r, words, at, start, wide }, i) => {
              const place = places[row]![i];
              const up = place === 'up';
              const bad = r.verdict === 'out' || r.verdict === 'scrapped';
              const doubted = suspect !== null && Object.values(r.lots).includes(suspect);
              return (
                <g key={r.order}>
                  <title>
                    {`${words}, ${timeFormat('%H:%M')(new Date(r.at))}, ${r.hand || r.by}${r.words ? `. ${r.words}` : ''}`}
                  </title>
                  <path
                    d={`M${at} ${y - 6}v12`}
                    stroke={bad ? 'var(--carmine)' : 'var(--ink)'}
                    strokeWidth={bad ? 4 : 2}
                  />
                  {place && (
                    <g>
                      {doubted && (
                        <rect
                          x={start - 3}
                          y={up ? y - 22 : y + 6}
                          width={wide + 4}
                          height="15"
                          fill="var(--lemon)"
                        />
                      )}
                      <text
                        x={start}
                        y={up ? y - 10 : y + 18}
                        fontSize="12.5"
                        fontWeight={doubted ? 650 : 450}
                        fill={doubted ? 'var(--on-lemon)' : bad ? 'var(--carmine)' : 'var(--graphite)'}
                      >
                        {words}
                      </text>
                    </g>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
