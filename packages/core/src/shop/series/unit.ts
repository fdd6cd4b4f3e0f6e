/** One unit on a line: what it has passed, where it stands, what it was sent back for. Source: none, rules of this program. */
import { lastRail, seriesStation, stationsOn, type SeriesLine, type SeriesStation } from './line.ts';

/**
 * `sound` within its limits; `out` of them, and sent back; `unread` where the instrument gave nothing, so that the unit stays;
 * `sent` to another works; `scrapped`, and nothing more is done to it.
 */
export const STATION_VERDICTS = ['sound', 'out', 'unread', 'sent', 'scrapped'] as const;
export type StationVerdict = (typeof STATION_VERDICTS)[number];

export interface SeriesUnit {
  /** Stations whose last record is sound and holds still. */
  readonly passed: readonly string[];
  /** Where it is expected next, by rail; null past the end of it. */
  readonly next: Readonly<Record<string, string | null>>;
  readonly state: 'on' | 'out' | 'scrapped';
  /** Sent to another works, from the station named. */
  readonly away: string | null;
  /** How often it was sent back, all stations together. */
  readonly loops: number;
  /** Stations that it did not pass the first time. */
  readonly failedFirst: readonly string[];
  /** Stations that have judged it once. */
  readonly judged: readonly string[];
}

export const newUnit = (line: SeriesLine): SeriesUnit => ({
  passed: [],
  next: Object.fromEntries(
    line.rails.map(({ id }) => [
      id,
      id === lastRail(line) && line.rails.length > 1 ? null : stationsOn(line, id)[0]!.id,
    ]),
  ),
  state: 'on',
  away: null,
  loops: 0,
  failedFirst: [],
  judged: [],
});

/** From a station on, and past where the rails meet: what is done anew once a unit goes back there. */
const fromOn = (line: SeriesLine, station: SeriesStation) => {
  const rail = stationsOn(line, station.rail);
  const end = lastRail(line);
  return [...rail.slice(rail.indexOf(station)), ...(station.rail === end ? [] : stationsOn(line, end))].map(
    (s) => s.id,
  );
};

/** @param stationId of the line */
export function passStation(
  line: SeriesLine,
  before: SeriesUnit,
  stationId: string,
  verdict: StationVerdict,
): SeriesUnit {
  const station = seriesStation(line, stationId)!;
  if (verdict === 'scrapped') return { ...before, state: 'scrapped', away: null };
  if (verdict === 'unread') return before;
  if (verdict === 'sent') return { ...before, away: stationId };
  const first = !before.judged.includes(stationId);
  const unit = first ? { ...before, judged: [...before.judged, stationId] } : before;
  if (verdict === 'out') {
    const back = seriesStation(line, station.backTo)!;
    const anew = new Set(fromOn(line, back));
    return settled(line, {
      ...unit,
      away: null,
      passed: unit.passed.filter((s) => !anew.has(s)),
      loops: unit.loops + 1,
      failedFirst: first ? [...unit.failedFirst, stationId] : unit.failedFirst,
    });
  }
  return settled(line, {
    ...unit,
    away: null,
    passed: unit.passed.includes(stationId) ? unit.passed : [...unit.passed, stationId],
  });
}

/** Where it stands follows from what it has passed: the first station of each rail that is still wanting. */
function settled(line: SeriesLine, unit: SeriesUnit): SeriesUnit {
  const missing = (rail: string) =>
    stationsOn(line, rail).find((s) => !unit.passed.includes(s.id))?.id ?? null;
  const end = lastRail(line);
  const others = line.rails.filter((r) => r.id !== end);
  const met = others.every((r) => missing(r.id) === null);
  const next = Object.fromEntries(
    line.rails.map((r) => [r.id, r.id === end && !met ? null : missing(r.id)] as const),
  );
  const whole = line.stations.every((s) => unit.passed.includes(s.id));
  return { ...unit, next, state: whole ? 'out' : 'on' };
}

/** Stations that were passed over on the way to this one. */
export function passedOver(line: SeriesLine, unit: SeriesUnit, stationId: string): string[] {
  const station = seriesStation(line, stationId)!;
  const before = line.rails.findIndex((r) => r.id === station.rail) === line.rails.length - 1;
  const rail = stationsOn(line, station.rail);
  const wanted = [
    ...(before ? line.stations.filter((s) => s.rail !== station.rail) : []),
    ...rail.slice(0, rail.indexOf(station)),
  ];
  return wanted.filter((s) => !unit.passed.includes(s.id)).map((s) => s.title);
}
