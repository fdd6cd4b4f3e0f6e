/** One motor as a strip: stator rail above, rotor rail below, joined before opening and after they meet. */
import type { Route, Station } from '@norther/core';
import { useId } from 'react';
import type { FloorMotor, FloorNote } from '@norther/records';
import { BodyShape } from '../kit/marks.tsx';
import { ageOf } from '../kit/time.ts';
import { railPaths, railsOf, railY, WAIT_AT, type Rails } from './rails.ts';

const placeOf = (note: FloorNote, { stationAt, shipAt }: Rails): number =>
  note.station ? stationAt(note.station) : note.body === 'motor' ? shipAt : WAIT_AT;

/** Nobody has it, and that for longer than a shift. */
const waitsLong = (note: FloorNote) =>
  (note.state === 'waiting' || note.state === 'done') &&
  note.since !== null &&
  Date.now() - Date.parse(note.since) > 20 * 3_600_000;

export function Strip({
  row,
  route,
  width,
  height,
  picked,
}: {
  readonly row: FloorMotor;
  readonly route: Route;
  readonly width: number;
  readonly height: number;
  readonly picked: boolean;
}) {
  const clip = useId();
  const places = railsOf(route);
  const { stationAt } = places;
  const rails = railPaths(places, width, height);
  const noteOf = (body: 'stator' | 'rotor' | 'motor') => row.notes.find((n) => n.body === body);
  const whole = noteOf('motor');
  const opening = whole !== undefined && route.opening.some((s) => s.id === whole.station);
  const together = whole !== undefined && !opening;
  const made = {
    opening: opening ? placeOf(whole, places) : 1,
    stator: opening ? 0 : together ? 1 : placeOf(noteOf('stator')!, places),
    rotor: opening ? 0 : together ? 1 : placeOf(noteOf('rotor')!, places),
    closing: together ? placeOf(whole, places) : 0,
  };
  const ticks = (list: readonly Station[], body: 'stator' | 'rotor' | 'motor', until: number) =>
    list.map(({ id: s }) => (
      <path
        key={s}
        d={`M${stationAt(s) * width} ${railY(body, height) - 3.5}v7`}
        stroke={stationAt(s) <= until ? 'var(--ink)' : 'var(--hair)'}
        strokeWidth={stationAt(s) <= until ? 1.6 : 1}
      />
    ));
  const rail = (d: string, part: keyof typeof made) => (
    <g key={part}>
      <path d={d} fill="none" stroke="var(--hair)" strokeWidth="1" />
      <clipPath id={`${clip}${part}`}>
        <rect x="0" y="0" width={made[part] * width} height={height} />
      </clipPath>
      <path d={d} fill="none" stroke="var(--ink)" strokeWidth="3" clipPath={`url(#${clip}${part})`} />
    </g>
  );
  return (
    <svg width={width} height={height} className="block" aria-hidden="true">
      {rail(rails.opening, 'opening')}
      {rail(rails.stator, 'stator')}
      {rail(rails.rotor, 'rotor')}
      {rail(rails.closing, 'closing')}
      {ticks(route.opening, 'motor', made.opening)}
      {ticks(route.tracks.stator, 'stator', made.stator)}
      {ticks(route.tracks.rotor, 'rotor', made.rotor)}
      {ticks(route.closing, 'motor', made.closing)}
      {row.notes.map((note) => (
        <Standing key={note.body} note={note} places={places} width={width} height={height} picked={picked} />
      ))}
    </svg>
  );
}

/** Width of words on the rail, so that the mask behind them ends where they end. */
const canvas = document.createElement('canvas').getContext('2d');
function widthOf(text: string, weight: number): number {
  if (!canvas) return text.length * 6;
  canvas.font = `${weight} 13px "Archivo Sheet"`;
  return canvas.measureText(text).width;
}

function Standing({
  note,
  places,
  width,
  height,
  picked,
}: {
  note: FloorNote;
  places: Rails;
  width: number;
  height: number;
  picked: boolean;
}) {
  const x = placeOf(note, places) * width;
  const y = railY(note.body, height);
  const working = note.state === 'working';
  const held = note.state === 'held';
  const ink = working ? 'var(--copper)' : held ? 'var(--carmine)' : 'var(--ink)';
  const r = working ? 6 : 4.6;
  const long = waitsLong(note);
  const age = note.since ? ageOf(note.since) : '';
  const [first, second] = long
    ? [note.text.startsWith('waits') ? `${note.text} ${age}` : `waits ${age}`, '']
    : [note.text, working ? [note.who, age].filter(Boolean).join(' ') : age];
  const left = x > width * 0.62;
  const away = (held ? 17 : 11) * (left ? -1 : 1);
  const size = 13;
  const wide = widthOf(first, held || working ? 650 : 500) + (second ? widthOf(second, 500) + 6 : 0) + 6;
  const tx = x + away;
  return (
    <g>
      <rect
        x={left ? tx - wide + 2 : tx - 3}
        y={y - 7.5}
        width={wide}
        height={15}
        fill={long ? 'var(--lemon)' : picked ? 'var(--wash)' : 'var(--paper)'}
      />
      <BodyShape body={note.body} ink={ink} x={x} y={y} r={r} width={working ? 3.4 : 1.8} />
      {held && (
        <path
          d={`M${x + (left ? -9 : 8)} ${y - 6}v12M${x + (left ? -12.5 : 11.5)} ${y - 6}v12`}
          stroke="var(--carmine)"
          strokeWidth="2.4"
        />
      )}
      <text x={tx} y={y + 4.5} fontSize={size} textAnchor={left ? 'end' : 'start'}>
        <tspan
          fontWeight={held || working ? 650 : 500}
          fill={long ? 'var(--on-lemon)' : held ? 'var(--carmine)' : 'var(--ink)'}
        >
          {first}
        </tspan>
        {second && (
          <tspan dx="6" fill="var(--graphite)">
            {second}
          </tspan>
        )}
      </text>
    </g>
  );
}
