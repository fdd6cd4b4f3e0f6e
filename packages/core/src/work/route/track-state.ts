/** Where stator and rotor stand, and what may happen next. */
import type { Stage, TestKindId } from '../../test-kinds/index.ts';
import type { Body, StationId } from './station.ts';
import { stationOf, stationsOf, stretchesOf, type Route } from './route.ts';

export interface StepRecord {
  readonly station: StationId;
  /** ISO time when somebody took it; null while it waits. */
  readonly takenAt: string | null;
  readonly takenBy: string | null;
  readonly signedAt: string | null;
  readonly signedBy: string | null;
  /** Places in the order of all that happened to the motor; a clock can be set back, these cannot. */
  readonly takenOrder: number | null;
  readonly signedOrder: number | null;
  /** When a lead last opened it again. */
  readonly reopenedOrder: number | null;
}
export interface HoldRecord {
  readonly body: Body;
  readonly reason: string;
  readonly raisedAt: string;
  readonly raisedBy: string;
  readonly clearedAt: string | null;
}

export interface Standing {
  readonly body: Body;
  /** The station a body is at; null when its track is done and it waits for the other. */
  readonly station: StationId | null;
  readonly state: 'working' | 'waiting' | 'held' | 'done';
  /** ISO time since when; null when nothing has happened yet. */
  readonly since: string | null;
  readonly who: string | null;
  readonly hold: HoldRecord | null;
}

export interface MotorStanding {
  /** One before opening and after the match, two between. */
  readonly standings: readonly Standing[];
  readonly phase: 'opening' | 'apart' | 'together' | 'gone';
}

const idsOf = (stretch: readonly { readonly id: StationId }[]): readonly StationId[] =>
  stretch.map((s) => s.id);
const stretchWith = (route: Route, id: StationId): readonly StationId[] =>
  idsOf(stretchesOf(route).find((stretch) => stretch.some((s) => s.id === id)) ?? []);

/** Stations that must be signed before this one may be taken. */
export function requiredBefore(route: Route, station: StationId): StationId[] {
  const { opening, tracks, closing } = route;
  const last = (stretch: Route['opening']) => stretch.slice(-1).map((s) => s.id);
  const before: readonly [Route['opening'], StationId[]][] = [
    [opening, []],
    [tracks.stator, last(opening)],
    [tracks.rotor, last(opening)],
    [closing, [...last(tracks.stator), ...last(tracks.rotor)]],
  ];
  for (const [stretch, first] of before) {
    const at = stretch.findIndex((s) => s.id === station);
    if (at >= 0) return at > 0 ? [stretch[at - 1]!.id] : first;
  }
  return [];
}

/** Stations whose signature a test of this kind and stage counts from: what it measures is not there before. */
export function measuredAfter(route: Route, kind: TestKindId, stage: Stage): StationId[] {
  const stations = stationsOf(route);
  const begins = stations.filter((s) => s.begins === stage).map((s) => s.id);
  const at = stations.find((s) => s.tests.some((t) => t.kind === kind && t.stage === stage));
  if (!at) return begins;
  // A station that older motors went along without proves nothing about them; the one before it does.
  const before = (id: StationId): StationId[] =>
    requiredBefore(route, id).flatMap((b) => (stationOf(route, b).addedLater ? before(b) : [b]));
  const track = stretchWith(route, at.id);
  const earlier = begins.filter((id) => track.indexOf(id) >= 0 && track.indexOf(id) < track.indexOf(at.id));
  return [...new Set([...earlier, ...before(at.id)])];
}

/** The latest of some stages of testing that a motor has reached; the first of them where it has reached none. */
export function stageReached(route: Route, stages: readonly Stage[], steps: readonly Signed[]): Stage {
  const reached = stationsOf(route).filter((s) =>
    steps.some((x) => x.station === s.id && x.signedAt !== null),
  );
  return reached.findLast((s) => s.begins && stages.includes(s.begins))?.begins ?? stages[0]!;
}

type Signed = { readonly station: string; readonly signedAt: string | null };

/** Whether a station is behind the motor: signed, or grown by the route after the motor had gone past it. */
export function isBehind(route: Route, station: StationId, steps: readonly Signed[]): boolean {
  if (steps.some((s) => s.station === station && s.signedAt !== null)) return true;
  if (!stationOf(route, station).addedLater) return false;
  const track = stretchWith(route, station);
  const rest = track.slice(track.indexOf(station));
  return steps.some((s) => s.signedAt !== null && rest.includes(s.station));
}

/** A hold on the motor holds both bodies; a hold on one body holds that body and everything after they meet. */
export function holdOn(body: Body, holds: readonly HoldRecord[]): HoldRecord | null {
  return (
    holds.find((h) => h.clearedAt === null && (h.body === body || h.body === 'motor' || body === 'motor')) ??
    null
  );
}

/** What the track needs of a step; a list of many motors carries no more. */
export type TrackStep = Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>;

/** A station and all after it that rest on it: what is opened again when it is. */
export function restingOn(route: Route, station: StationId): StationId[] {
  const { opening, tracks, closing } = route;
  const from = (stretch: Route['opening']) => {
    const at = stretch.findIndex((s) => s.id === station);
    return at < 0 ? null : idsOf(stretch.slice(at));
  };
  for (const track of [tracks.stator, tracks.rotor]) {
    const rest = from(track);
    if (rest) return [...rest, ...idsOf(closing)];
  }
  return [...(from(closing) ?? idsOf([...opening, ...tracks.stator, ...tracks.rotor, ...closing]))];
}

export function standingOf(
  route: Route,
  steps: readonly TrackStep[],
  holds: readonly HoldRecord[],
): MotorStanding {
  const [opening, stator, rotor, closing] = stretchesOf(route).map(idsOf) as [
    readonly StationId[],
    readonly StationId[],
    readonly StationId[],
    readonly StationId[],
  ];
  const stepOf = new Map(steps.map((s) => [s.station, s]));
  const signed = (id: StationId) => stepOf.get(id)?.signedAt ?? null;
  const behind = (id: StationId) => isBehind(route, id, steps);
  const latestSigned = (ids: readonly StationId[]) =>
    ids
      .map(signed)
      .filter((t): t is string => t !== null)
      .sort()
      .at(-1) ?? null;
  const at = (body: Body, track: readonly StationId[], before: readonly StationId[]): Standing => {
    const station = track.find((id) => !behind(id)) ?? null;
    const step = station ? stepOf.get(station) : undefined;
    const hold = holdOn(body, holds);
    return {
      body,
      station,
      state: hold ? 'held' : !station ? 'done' : step?.takenAt ? 'working' : 'waiting',
      since: hold ? hold.raisedAt : (step?.takenAt ?? latestSigned([...before, ...track])),
      who: step?.takenBy ?? null,
      hold,
    };
  };
  if (!opening.every(behind)) return { phase: 'opening', standings: [at('motor', opening, [])] };
  if (![...stator, ...rotor].every(behind))
    return {
      phase: 'apart',
      standings: [at('stator', stator, opening), at('rotor', rotor, opening)],
    };
  const whole = at('motor', closing, [...stator, ...rotor]);
  return { phase: whole.station ? 'together' : 'gone', standings: [whole] };
}
