/** The line: a rail for every half, stations on it, units that wait as ticks, loops with their count, a strip of the last units. */
import {
  figureKey,
  SERIES_LINES,
  stationsOn,
  within,
  type SeriesLine,
  type SeriesStation,
} from '@norther/core';
import type { LineAnswer, StationNow } from '@norther/records';
import { line as path, scaleLinear } from 'd3';
import { TickText } from '../kit/tick-text.tsx';
import { showFigure } from './show-figure.ts';

const [LEFT, ROW, TOP] = [28, 130, 48];
/** Of the right block, where rails meet and the share right the first time is drawn. */
const RIGHT = 300;
/** Half the height of a strip, in σ. */
const SIGMAS = 4;
const STRIP_HIGH = 32;

interface RailsProps {
  readonly now: LineAnswer;
  readonly width: number;
  readonly chosen: string;
  readonly onChoose: (station: string) => void;
}

interface Place {
  readonly station: SeriesStation;
  readonly x: number;
  readonly y: number;
  readonly room: number;
}

/** Where every station stands. */
function placesOf(line: SeriesLine, width: number): Place[] {
  const several = line.rails.length > 1;
  const rails = several ? line.rails.slice(0, -1) : line.rails;
  const left = width - RIGHT - (several ? 30 : 0);
  const places = rails.flatMap((rail, row) => {
    const stations = stationsOn(line, rail.id);
    const room = (left - LEFT) / stations.length;
    return stations.map((station, i) => ({
      station,
      x: LEFT + 26 + room * i,
      y: TOP + row * ROW,
      room,
    }));
  });
  if (!several) return places;
  const end = stationsOn(line, line.rails.at(-1)!.id);
  const room = (RIGHT - 20) / end.length;
  return [
    ...places,
    ...end.map((station, i) => ({ station, x: width - RIGHT + 34 + room * i, y: TOP + 40, room })),
  ];
}

export const railsHeight = (lineId: string) =>
  TOP + ROW * Math.max(1, SERIES_LINES[lineId]!.rails.length - 1) - 6;

export function Rails({ now, width, chosen, onChoose }: RailsProps) {
  const line = SERIES_LINES[now.batch.line]!;
  const places = placesOf(line, width);
  const several = line.rails.length > 1;
  const rows = several ? line.rails.slice(0, -1) : line.rails;
  const meet = several ? places.find((p) => p.station.rail === line.rails.at(-1)!.id)! : null;
  const toCome = now.batch.planned - now.started;
  return (
    <svg width={width} height={railsHeight(line.id)} className="block" aria-label="The line">
      {rows.map((rail, row) => {
        const y = TOP + row * ROW;
        const end = meet ? width - RIGHT - 26 : places.at(-1)!.x + 30;
        return (
          <g key={rail.id}>
            <text x={6} y={y - 30} fontSize="14" fontWeight="650" fill="var(--ink)">
              {rail.title}
              <tspan fontWeight="450" fontSize="13" fill="var(--graphite)" dx="8">
                {toCome} to come
              </tspan>
            </text>
            <path d={`M10 ${y}H${LEFT}`} stroke="var(--hair)" strokeDasharray="4 3" strokeWidth="2" />
            <path d={`M${LEFT} ${y}H${end}`} stroke="var(--ink)" strokeWidth="2.5" />
            {meet && (
              <path
                d={`M${end} ${y}C${end + 26} ${y} ${end + 8} ${meet.y} ${end + 40} ${meet.y}H${width - 12}`}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2.5"
              />
            )}
          </g>
        );
      })}
      {places.map((p) => (
        <Station
          key={p.station.id}
          place={p}
          now={now}
          chosen={p.station.id === chosen}
          onChoose={() => onChoose(p.station.id)}
        />
      ))}
      <text x={width - 12} y={TOP - 24} fontSize="14" textAnchor="end" fill="var(--ink)">
        <tspan className="font-fig" fontWeight="700">
          {now.out}
        </tspan>{' '}
        of <tspan className="font-fig">{now.batch.planned}</tspan> out
      </text>
      <FirstPassSteps now={now} x={width - RIGHT + 14} y={TOP + (several ? ROW + 14 : 20)} />
    </svg>
  );
}

function Station({
  place: { station, x, y, room },
  now,
  chosen,
  onChoose,
}: {
  readonly place: Place;
  readonly now: LineAnswer;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  const line = SERIES_LINES[now.batch.line]!;
  const is = now.stations.find((s) => s.id === station.id)!;
  const stopped = now.stops.some((s) => s.station === station.id && s.releasedAt === null);
  const figures = station.figures.map((f) => ({ f, watch: now.watches[figureKey(station.id, f.id)] }));
  const broken = figures.some((x_) => (x_.watch?.broken.length ?? 0) > 0);
  const [first] = station.figures;
  const last = is.strip.at(-1);
  const rail = stationsOn(line, station.rail);
  const before = rail[rail.indexOf(station) - 1];
  const again = before && station.backTo === before.id ? now.stations.find((s) => s.id === before.id) : null;
  const words = [
    station.title,
    first && last ? `${first.title} ${showFigure(first, last[1])} ${first.unit}` : '',
    is.newest === null ? 'no unit yet' : `unit ${is.newest}`,
    stopped ? 'stopped' : broken ? 'watch' : '',
  ].filter(Boolean);
  const ticks = Math.min(is.standing.length, Math.floor((room - 44) / 6));
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={words.join(', ')}
      aria-pressed={chosen}
      data-station={station.id}
      onClick={onChoose}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && (e.preventDefault(), onChoose())}
      className="cursor-pointer outline-offset-2"
    >
      <rect x={x - 22} y={y - 26} width={room - 4} height={ROW - 14} fill="transparent" />
      {Array.from({ length: ticks }, (_, i) => (
        <path key={i} d={`M${x - 14 - i * 6} ${y - 6}v12`} stroke="var(--ink)" strokeWidth="1.5" />
      ))}
      {is.sentBack > 0 && !again && (
        <g>
          <path
            d={`M${x - 4} ${y - 10}c-9 -18 17 -18 8 0`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path d={`M${x + 1} ${y - 13}l3 6l4 -5z`} fill="var(--ink)" />
          <TickText x={x + 14} y={y - 17} anchor="start">
            {is.sentBack}
          </TickText>
        </g>
      )}
      {again && is.sentBack > 0 && (
        <g>
          <path
            d={`M${x} ${y - 10}C${x} ${y - 28} ${x - room} ${y - 28} ${x - room} ${y - 10}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <path d={`M${x - room - 4} ${y - 14}h8l-4 6z`} fill="var(--ink)" />
          <text x={x - room / 2} y={y - 28} fontSize="12" textAnchor="middle" fill="var(--graphite)">
            again{' '}
            {again.tries
              .slice(1)
              .map((n, i) => (n > 0 ? `${i + 1}× ${n}` : ''))
              .filter(Boolean)
              .join('  ')}
          </text>
        </g>
      )}
      <circle
        cx={x}
        cy={y}
        r={chosen ? 9 : 7}
        fill={stopped ? 'var(--carmine)' : 'var(--paper)'}
        stroke={stopped ? 'var(--carmine)' : chosen ? 'var(--copper)' : 'var(--ink)'}
        strokeWidth={chosen ? 4 : 2.5}
      />
      {stopped && <path d={`M${x - 4} ${y}h8`} stroke="var(--paper)" strokeWidth="2.5" />}
      <text
        x={x - 18}
        y={y + 26}
        fontSize="14"
        fontWeight="650"
        fill={chosen ? 'var(--copper)' : 'var(--ink)'}
      >
        {station.title.split(',')[0]}
      </text>
      <text
        x={x - 22 + Math.min(room - 16, 128)}
        y={y + 26}
        fontSize="14"
        textAnchor="end"
        className="font-fig"
        fill={chosen ? 'var(--copper)' : 'var(--ink)'}
      >
        {is.newest ?? '–'}
      </text>
      {first && <Strip place={{ station, x, y, room }} now={now} is={is} broken={broken} />}
    </g>
  );
}

/** The last units in σ of their station, the same scale everywhere; in its limits while there is no σ yet. */
function Strip({
  place: { station, x, y, room },
  now,
  is,
  broken,
}: {
  readonly place: Place;
  readonly now: LineAnswer;
  readonly is: StationNow;
  readonly broken: boolean;
}) {
  const [f] = station.figures as [SeriesStation['figures'][number]];
  const key = figureKey(station.id, f.id);
  const watch = now.watches[key]?.limits ?? null;
  const process = now.batch.limits[key]!;
  const width = Math.min(room - 16, 128);
  const [left, top] = [x - 22, y + 34];
  const sx = scaleLinear([0, Math.max(59, is.strip.length - 1)], [left, left + width]);
  const spread = watch && watch.sigma > 0 ? watch : null;
  const middle =
    spread?.centre ?? ((process.lower ?? process.upper!) + (process.upper ?? process.lower!)) / 2;
  const half = spread ? spread.sigma * SIGMAS : Math.max(1e-9, (process.upper ?? middle) - middle) * 1.1;
  const sy = scaleLinear([middle - half, middle + half], [top + STRIP_HIGH, top]).clamp(true);
  const last = is.strip.at(-1);
  const band = spread ? [sy(middle + 3 * spread.sigma), sy(middle - 3 * spread.sigma)] : [top + 2, top + 32];
  return (
    <g>
      <rect
        x={left}
        y={band[0]}
        width={width}
        height={band[1]! - band[0]!}
        fill={spread ? 'var(--band)' : 'none'}
        stroke="var(--hair)"
        strokeDasharray={spread ? undefined : '3 3'}
      />
      <path
        d={
          path<readonly [number, number]>(
            (_, i) => sx(i),
            (p) => sy(p[1]),
          )(is.strip as [number, number][]) ?? undefined
        }
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
      {is.strip.map(([serial, value], i) =>
        within(value, process) ? null : (
          <g key={`${serial} ${i}`}>
            <rect x={sx(i) - 4} y={sy(value) - 4} width="8" height="8" fill="var(--carmine)" />
            <text
              x={sx(i) > left + width - 40 ? sx(i) - 7 : sx(i) + 7}
              y={sy(value) + 5}
              fontSize="12"
              textAnchor={sx(i) > left + width - 40 ? 'end' : 'start'}
              className="font-fig"
              fill="var(--carmine)"
            >
              {serial}
            </text>
          </g>
        ),
      )}
      {broken && (
        <rect
          x={left + width - 22}
          y={top + STRIP_HIGH - 4}
          width="22"
          height="7"
          fill="url(#hatch-watch)"
          stroke="var(--ink)"
          strokeWidth="0.7"
        />
      )}
      {last && <circle cx={sx(is.strip.length - 1)} cy={sy(last[1])} r="3" fill="var(--ink)" />}
      <text x={left} y={top + STRIP_HIGH + 16} fontSize="13" fill="var(--graphite)">
        {f.title}
      </text>
      {last && (
        <text x={left + width} y={top + STRIP_HIGH + 16} fontSize="13" textAnchor="end">
          <tspan className="font-fig" fill="var(--ink)">
            {showFigure(f, last[1])}
          </tspan>
          <tspan fill="var(--graphite)"> {f.unit}</tspan>
        </text>
      )}
    </g>
  );
}

/** The share right the first time, falling from station to station. */
function FirstPassSteps({ now, x, y }: { readonly now: LineAnswer; readonly x: number; readonly y: number }) {
  const line = SERIES_LINES[now.batch.line]!;
  const { stations, rolled } = now.firstPass;
  const [wide, high] = [RIGHT - 96, 64];
  const floor = Math.min(0.9, Math.floor(rolled * 20) / 20);
  const sx = scaleLinear([0, stations.length], [x + 34, x + 34 + wide - 34]);
  const sy = scaleLinear([floor, 1], [y + 22 + high, y + 22]);
  const losses = stations
    .map((s, i) => ({ ...s, i, lost: s.share === null ? 0 : 1 - s.share }))
    .filter((s) => s.lost > 0)
    .toSorted((a, b) => b.lost - a.lost)
    .slice(0, 2);
  return (
    <g aria-label={`First pass ${(rolled * 100).toFixed(1)} percent`} role="img">
      <text x={x} y={y + 8} fontSize="13" fill="var(--graphite)">
        <tspan fontWeight="650" fill="var(--ink)">
          First pass
        </tspan>{' '}
        right the first time, station by station
      </text>
      {[floor, (1 + floor) / 2, 1].map((v) => (
        <g key={v}>
          <path d={`M${x + 34} ${sy(v)}h${wide - 34}`} stroke="var(--grid)" />
          <TickText x={x + 28} y={sy(v) + 4} anchor="end">
            {Number((v * 100).toFixed(1))}
          </TickText>
        </g>
      ))}
      <path
        d={stations.reduce(
          (d, s, i) => `${d}H${sx(i + 1)}V${sy(Math.max(floor, s.rolled))}`,
          `M${sx(0)} ${sy(1)}`,
        )}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.2"
      />
      {losses.map((l, n) => (
        <text
          key={l.station}
          x={Math.min(sx(l.i + 1) + 4, x + wide - 90)}
          y={sy(l.rolled) - 4 - n * 0}
          fontSize="12"
          fill="var(--graphite)"
        >
          {line.stations.find((s) => s.id === l.station)!.title.toLowerCase()} −{(l.lost * 100).toFixed(1)}
        </text>
      ))}
      <text x={x + wide + 76} y={sy(Math.max(floor, rolled)) + 4} fontSize="16" textAnchor="end">
        <tspan className="font-fig" fontWeight="700" fill="var(--ink)">
          {(rolled * 100).toFixed(1)}
        </tspan>
        <tspan fill="var(--graphite)"> %</tspan>
      </text>
    </g>
  );
}
