/** What happened to a motor on its two tracks, in real hours: stations, waits, holds, readings, gates, now and the promise. */
import type { Body, Route, Verdict } from '@norther/core';
import { stationsOf } from '@norther/core';
import { fixed } from './phase-style.ts';
import type { Ink, Mark, Scene } from './scene.ts';
import { cameras } from './cameras.ts';
import { reworkLoop } from './rework-loops.ts';
import { workingScale } from './working-time.ts';

export interface TimelineStep {
  readonly station: string;
  readonly takenAt: string | null;
  readonly takenBy: string | null;
  readonly signedAt: string | null;
  readonly signedBy: string | null;
}
/** A station as it was before it was opened again. */
export interface TimelineAttempt extends TimelineStep {
  /** Where the work went back to. */
  readonly from: string;
  readonly reason: string;
  readonly endedAt: string;
}
export interface TimelineHold {
  readonly body: Body;
  readonly raisedAt: string;
  readonly clearedAt: string | null;
}
export interface TimelineReading {
  readonly body: Body;
  readonly at: string;
  /** Short name and figure, such as `core loss +4 %`. */
  readonly text: string;
  readonly verdict: Verdict;
  /** It proves nothing any more: drawn quiet. */
  readonly history: boolean;
}
export interface TimelineOptions {
  readonly route: Route;
  readonly steps: readonly TimelineStep[];
  /** Earlier ones, of what was done again. */
  readonly attempts?: readonly TimelineAttempt[];
  readonly holds: readonly TimelineHold[];
  readonly readings: readonly TimelineReading[];
  /** When photos were taken. */
  readonly photos?: readonly string[];
  readonly arrivedAt: string;
  readonly shippedAt: string | null;
  readonly promisedAt: string | null;
  readonly now: number;
  readonly width: number;
}

export const TIMELINE_HEIGHT = 262;
const LEFT = 70;
const HEAD = 46;
const PHOTOS = 57;
const STATOR = 112;
const WHOLE = 152;
const ROTOR = 192;
const Y: Readonly<Record<Body, number>> = { stator: STATOR, motor: WHOLE, rotor: ROTOR };
/** Nobody had it for longer than that: said, and marked. */
const LONG_WAIT_MS = 20 * 3_600_000;
const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

const span = (ms: number) => {
  const minutes = Math.round(ms / 60_000);
  if (minutes < 90) return `${minutes} min`;
  const h = Math.round(minutes / 60);
  return h < 48 ? `${h} h` : `${Math.round(h / 24)} d`;
};
/** A cause as long as there is room for. */
const short = (reason: string) => (reason.length > 34 ? `${reason.slice(0, 32).trimEnd()} …` : reason);
/** Rough width of words in the sheet's narrow face [px]. */
const wide = (text: string, size: number) => text.length * size * 0.5;

export function visitTimeline(o: TimelineOptions): Scene {
  const { route, width, now } = o;
  const at = (iso: string) => Date.parse(iso);
  const attempts = o.attempts ?? [];
  const arrived = at(o.arrivedAt);
  const last = o.shippedAt ? at(o.shippedAt) : now;
  const promised = o.promisedAt === null || o.shippedAt ? null : at(o.promisedAt);
  // What is to come takes no more than a third: a promise far away stands at the edge.
  const farthest = last + Math.max(12 * 3_600_000, 0.6 * (last - arrived));
  const end =
    promised === null
      ? last + 0.04 * (last - arrived) + 3_600_000
      : Math.min(Math.max(promised, last), farthest);
  const busy = [
    arrived,
    last,
    ...[...o.steps, ...attempts].flatMap((s) => [s.takenAt, s.signedAt]).flatMap((t) => (t ? [at(t)] : [])),
    ...o.readings.map((r) => at(r.at)),
    ...o.holds.map((h) => at(h.raisedAt)),
    ...attempts.map((a) => at(a.endedAt)),
    ...(o.photos ?? []).map(at),
  ];
  const scale = workingScale(arrived, end, LEFT, width - 74, busy);
  const { x } = scale;
  const marks: Mark[] = [];
  const timeOf = (s: TimelineStep, key: 'takenAt' | 'signedAt') => (s[key] ? at(s[key]) : null);
  const line = (x0: number, y0: number, x1: number, y1: number, stroke: Ink, w: number, dash?: string) =>
    marks.push({
      kind: 'path',
      d: `M${fixed(x0)} ${fixed(y0)}L${fixed(x1)} ${fixed(y1)}`,
      stroke,
      width: w,
      ...(dash ? { dash } : {}),
    });
  const words = (
    text: string,
    px: number,
    y: number,
    ink: Ink,
    more: Partial<Extract<Mark, { kind: 'text' }>> = {},
  ) => marks.push({ kind: 'text', x: px, y, text, size: 13, ink, face: 'words', halo: 'paper', ...more });

  // Nights are shaded, days named, hours ticked.
  for (const [from, to] of scale.nights)
    marks.push({
      kind: 'path',
      d: `M${fixed(x(from))} ${HEAD}H${fixed(x(to))}V${TIMELINE_HEIGHT - 34}H${fixed(x(from))}Z`,
      fill: 'tint',
    });
  let free = -Infinity;
  for (const { at: day, empty } of scale.days) {
    const date = new Date(day);
    const text = `${DAYS[date.getDay()]} ${date.getDate()}`;
    const px = x(day) + 3;
    if (empty || px < free || px > width - 210) continue;
    words(text, px, 15, 'ink', { bold: true });
    free = px + wide(text, 13) + 12;
  }
  for (const hour of scale.hours) {
    const px = x(hour);
    line(px, HEAD - 6, px, HEAD, 'hair', 1);
    if (px < width - 80 && Math.abs(px - (o.shippedAt ? -99 : x(now))) > 32)
      words(String(new Date(hour).getHours()).padStart(2, '0'), px, HEAD - 10, 'pencil', {
        face: 'figures',
        size: 12,
        anchor: 'middle',
      });
  }
  line(LEFT, HEAD, width - 74, HEAD, 'ink', 1);

  // Gates that are behind: lines under everything, their names at the bottom.
  const foot = TIMELINE_HEIGHT - 18;
  words('gates', 8, foot + 4, 'graphite');
  const passed = route.gates
    .flatMap((gate) => {
      const guarded = stationsOf(route).find((s) => s.gate === gate.id);
      const step = o.steps.find((s) => s.station === guarded?.id);
      const time = step && (timeOf(step, 'takenAt') ?? timeOf(step, 'signedAt'));
      return time ? [{ px: x(time), text: gate.title.replace('Gate before ', '') }] : [];
    })
    .toSorted((p, q) => p.px - q.px);
  for (const [i, { px, text }] of passed.entries()) {
    line(px, HEAD + 4, px, foot - 7, 'graphite', 1, '10 3 2 3');
    marks.push({
      kind: 'path',
      d: `M${fixed(px)} ${foot - 6}l6 6-6 6-6-6Z`,
      fill: 'paper',
      stroke: 'graphite',
      width: 1.2,
    });
    const next = passed[i + 1]?.px ?? width - 30;
    if (px + 16 + wide(text, 13) < next) words(text, px + 9, foot + 4, 'graphite');
  }

  // Photos on the line of hours; those that would cover each other as one, with their count.
  const photos = (o.photos ?? []).map((p) => x(at(p))).toSorted((a, b) => a - b);
  if (photos.length > 0) words('photos', 8, PHOTOS + 4, 'graphite');
  marks.push(...cameras(photos, PHOTOS));

  // The rails: thin as far as they may go, thick where somebody had it.
  const ids = (stations: readonly { id: string }[]) => new Set(stations.map((s) => s.id));
  const opening = ids(route.opening);
  const closing = ids(route.closing);
  const signedAll = (set: ReadonlySet<string>) =>
    [...set].every((id) => o.steps.some((s) => s.station === id && s.signedAt));
  const parted = signedAll(opening)
    ? Math.max(
        arrived,
        ...o.steps.filter((s) => opening.has(s.station)).map((s) => timeOf(s, 'signedAt') ?? 0),
      )
    : null;
  const metAt = o.steps
    .filter((s) => closing.has(s.station))
    .flatMap((s) => timeOf(s, 'takenAt') ?? timeOf(s, 'signedAt') ?? []);
  const met = metAt.length > 0 ? Math.min(...metAt) : null;
  const tracksDone = Math.max(
    0,
    ...o.steps
      .filter((s) => !opening.has(s.station) && !closing.has(s.station))
      .map((s) => timeOf(s, 'signedAt') ?? 0),
  );
  const edge = width - 74;
  const partX = parted === null ? edge : x(parted);
  const meetX = met === null ? edge : x(met);
  line(LEFT, WHOLE, partX, WHOLE, 'hair', 1);
  if (parted !== null)
    for (const y of [STATOR, ROTOR]) {
      const bend = Math.min(16, (meetX - partX) / 4);
      const back = met === null ? `H${fixed(edge)}` : `H${fixed(meetX - bend)}L${fixed(meetX)} ${WHOLE}`;
      marks.push({
        kind: 'path',
        d: `M${fixed(partX)} ${WHOLE}L${fixed(partX + bend)} ${y}${back}`,
        stroke: 'hair',
        width: 1,
      });
    }
  if (met !== null) line(meetX, WHOLE, edge, WHOLE, 'hair', 1);
  words('stator', 8, STATOR + 4, 'ink', { bold: true });
  words('rotor', 8, ROTOR + 4, 'ink', { bold: true });

  const bodyOf = new Map(stationsOf(route).map((s) => [s.id, s]));
  const namesTo: Record<string, number> = {};
  /** Where words stand over a rail. */
  const named: { body: Body; from: number; to: number }[] = [];
  for (const body of ['motor', 'stator', 'rotor'] as const) {
    const y = Y[body];
    const own = ([...attempts, ...o.steps] as (TimelineStep & Partial<TimelineAttempt>)[])
      .filter((s) => bodyOf.get(s.station)?.body === body && (s.takenAt ?? s.signedAt))
      .toSorted(
        (a, b) =>
          (timeOf(a, 'takenAt') ?? timeOf(a, 'signedAt')!) - (timeOf(b, 'takenAt') ?? timeOf(b, 'signedAt')!),
      );
    let before: number | null = body === 'motor' ? arrived : parted;
    for (const step of own) {
      const station = bodyOf.get(step.station)!;
      const earlier = step.endedAt !== undefined;
      const signed = timeOf(step, 'signedAt');
      const from = timeOf(step, 'takenAt') ?? signed!;
      const to = signed ?? (step.endedAt === undefined ? last : at(step.endedAt));
      // After both tracks have met it waited since the later of them was done.
      const since =
        body === 'motor' && closing.has(step.station) ? Math.max(before ?? 0, tracksDone) : before;
      const waited = since === null ? 0 : from - since;
      if (waited > LONG_WAIT_MS && x(from) - x(since!) > 60) {
        const text = `waited ${span(waited)}`;
        const middle = (x(since!) + x(from)) / 2;
        const w = wide(text, 13) + 10;
        marks.push({
          kind: 'path',
          d: `M${fixed(middle - w / 2)} ${y - 8}h${fixed(w)}v16h${fixed(-w)}Z`,
          fill: 'lemon',
        });
        words(text, middle, y + 4, 'ink', { halo: 'lemon', anchor: 'middle', size: 12 });
      }
      before = to;
      const working = signed === null && !earlier;
      const ink: Ink = working ? 'copper' : earlier ? 'pencil' : 'ink';
      line(x(from), y, Math.max(x(to), x(from) + 3), y, ink, 3.4);
      line(x(from), y - 4, x(from), y + 4, ink, 1.4);
      // Names above the stator's rail, below the rotor's, each where there is room; a second row when the first is full.
      const name = station.name;
      const who = (step.signedBy ?? step.takenBy ?? '').split(' ').at(-1)!;
      // Beside the line of a gate that stands where the station begins.
      const px = x(from) + 5;
      const rows =
        body === 'rotor'
          ? [ROTOR + 20, ROTOR + 34]
          : body === 'stator'
            ? [STATOR - 22, STATOR - 36]
            : [WHOLE + 20, WHOLE + 34];
      const row = rows.find((r) => px >= (namesTo[r] ?? -Infinity));
      if (row !== undefined) {
        words(name, px, row, ink, { bold: true });
        namesTo[row] = px + wide(name, 13) + 8;
        named.push({ body, from: px, to: px + Math.max(wide(name, 13), wide(who, 12)) });
        const under = row + 12;
        if (body === 'stator' && row === rows[0] && px >= (namesTo[under] ?? -Infinity)) {
          words(who, px, under, 'graphite', { size: 12 });
          namesTo[under] = px + wide(who, 12) + 8;
        }
      }
    }
  }

  // Work done again: back under the rail, with its cause.
  const sentBack = attempts.filter((a) => a.station === a.from);
  for (const a of sentBack) {
    const body = bodyOf.get(a.station)?.body ?? 'motor';
    const began = timeOf(a, 'takenAt') ?? timeOf(a, 'signedAt') ?? at(a.endedAt);
    marks.push(...reworkLoop({ from: x(at(a.endedAt)), to: x(began) }, Y[body]));
  }
  const causes = sentBack.map((a): TimelineReading => ({
    body: bodyOf.get(a.station)?.body ?? 'motor',
    at: a.endedAt,
    text: `${bodyOf.get(a.station)?.name.toLowerCase() ?? a.station} again: ${short(a.reason)}`,
    verdict: 'stop',
    history: true,
  }));

  // Holds stand where they were raised, as long as they lasted.
  for (const hold of o.holds) {
    const from = at(hold.raisedAt);
    const to = hold.clearedAt ? at(hold.clearedAt) : last;
    const y = hold.body === 'motor' ? (parted === null || met !== null ? WHOLE : STATOR) : Y[hold.body];
    const [a, b] = [x(from), Math.max(x(to), x(from) + 6)];
    for (const px of [a, a + 4]) line(px, y - 9, px, y + 9, 'carmine', 2.2);
    line(a, y, b, y, 'carmine', 1.6, '3 3');
    const text = `held ${span(to - from)}`;
    const right = { from: a + 9, to: a + 9 + wide(text, 13) };
    const left =
      right.to > width - 74 ||
      named.some((n) => n.body === hold.body && n.from < right.to && n.to > right.from);
    words(text, left ? a - 4 : a + 9, y - 12, 'carmine', { bold: true, anchor: left ? 'end' : 'start' });
  }

  // Readings hang under the stator's rail and under the rotor's, newest nearest to now.
  const nowX = x(now);
  const readingTo: Record<number, number> = {};
  for (const reading of [...o.readings, ...causes].toSorted((a, b) => at(a.at) - at(b.at))) {
    const px = x(at(reading.at));
    const whole = parted === null || at(reading.at) < parted || (met !== null && at(reading.at) >= met);
    const rotor = reading.body === 'rotor' && !whole;
    const y = rotor ? ROTOR : whole ? WHOLE : STATOR;
    const rows = rotor
      ? [ROTOR - 14]
      : whole
        ? [WHOLE - 16, WHOLE - 31, WHOLE - 46, WHOLE - 61]
        : [STATOR + 15, STATOR + 30, STATOR + 45];
    const ink: Ink = reading.history ? 'pencil' : reading.verdict === 'stop' ? 'carmine' : 'ink';
    const w = wide(reading.text, 12.5) + 20;
    // Words stay on their own side of the line of now.
    const end = px + w > width - 74 || (!o.shippedAt && px < nowX && px + w > nowX);
    const row = rows.find((r) => (end ? px - w : px) >= (readingTo[r] ?? -Infinity));
    if (row === undefined) continue;
    readingTo[row] = (end ? px + 8 : px + w) + 6;
    line(px, y, px, row < y ? row + 6 : row - 6, ink, 1);
    marks.push(...verdictMark(px, row, reading.verdict, ink));
    words(reading.text, end ? px - 9 : px + 9, row + 4, ink, {
      size: 12.5,
      anchor: end ? 'end' : 'start',
      bold: reading.verdict === 'stop' && !reading.history,
    });
  }

  if (!o.shippedAt) {
    const px = nowX;
    const clock = new Date(now);
    const text = `${String(clock.getHours()).padStart(2, '0')}:${String(clock.getMinutes()).padStart(2, '0')}`;
    line(px, HEAD - 4, px, foot - 10, 'copper', 2.4);
    marks.push({ kind: 'path', d: `M${fixed(px - 22)} 21h44v17h-44Z`, fill: 'copper' });
    words(text, px, 34, 'paper', { halo: 'copper', face: 'figures', anchor: 'middle', bold: true });
  }
  if (promised !== null) {
    const far = promised > end + 60_000;
    const px = x(Math.min(promised, end));
    const late = promised < now;
    const date = new Date(promised);
    const text = `${DAYS[date.getDay()]} ${date.getDate()} ${String(date.getHours()).padStart(2, '0')}:${String(date.getMinutes()).padStart(2, '0')}`;
    line(px, HEAD, px, foot - 10, late ? 'carmine' : 'ink', 1.4);
    marks.push({
      kind: 'path',
      d: `M${fixed(px - 6)} ${HEAD - 10}h12l-6 10Z`,
      fill: late ? 'carmine' : 'ink',
    });
    words(
      `${late ? 'late, promised' : 'promised'} ${text}${far ? ' →' : ''}`,
      width - 6,
      15,
      late ? 'carmine' : 'ink',
      {
        anchor: 'end',
        bold: true,
      },
    );
  }
  return { title: 'What happened to this motor, on its two tracks', width, height: TIMELINE_HEIGHT, marks };
}

/** Sound a ring with a check, to watch a triangle, stop a filled square with a cross. */
function verdictMark(px: number, py: number, verdict: Verdict, ink: Ink): Mark[] {
  const r = 5.5;
  if (verdict === 'stop')
    return [
      { kind: 'path', d: `M${fixed(px - r)} ${fixed(py - r)}h${2 * r}v${2 * r}h${-2 * r}Z`, fill: ink },
      {
        kind: 'path',
        d: `M${fixed(px - 3)} ${fixed(py - 3)}l6 6M${fixed(px + 3)} ${fixed(py - 3)}l-6 6`,
        stroke: 'paper',
        width: 1.8,
      },
    ];
  if (verdict === 'watch')
    return [
      {
        kind: 'path',
        d: `M${fixed(px)} ${fixed(py - r)}l${r + 1} ${2 * r}h${-2 * (r + 1)}Z`,
        fill: 'lemon',
        stroke: ink,
        width: 1.2,
      },
    ];
  return [
    {
      kind: 'path',
      d: `M${fixed(px - r)} ${fixed(py)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`,
      fill: 'paper',
      stroke: ink,
      width: 1.4,
    },
    { kind: 'path', d: `M${fixed(px - 2.6)} ${fixed(py)}l2 2.2 3.4-4.4`, stroke: ink, width: 1.4 },
  ];
}
