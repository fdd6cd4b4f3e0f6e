/** Where stator and rotor stand, and what may happen next. */
import type { Stage, TestKindId } from '../test-kinds/index.ts';
import type { Body, StationId } from './station.ts';
import { CLOSING, OPENING, stationOf, STATIONS, TRACKS } from './stations.ts';

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

/** Stations that must be signed before this one may be taken. */
export function requiredBefore(station: StationId): StationId[] {
  for (const track of [OPENING, TRACKS.stator, TRACKS.rotor, CLOSING]) {
    const at = track.indexOf(station);
    if (at > 0) return [track[at - 1]!];
    if (at === 0)
      return track === OPENING
        ? []
        : track === CLOSING
          ? [TRACKS.stator[TRACKS.stator.length - 1]!, TRACKS.rotor[TRACKS.rotor.length - 1]!]
          : [OPENING[OPENING.length - 1]!];
  }
  return [];
}

/** Stations whose signature a test of this kind and stage counts from: what it measures is not there before. */
export function measuredAfter(kind: TestKindId, stage: Stage): StationId[] {
  const begins = STATIONS.filter((s) => s.begins === stage).map((s) => s.id);
  const at = STATIONS.find((s) => s.tests.some((t) => t.kind === kind && t.stage === stage));
  if (!at) return begins;
  // A station that older motors went along without proves nothing about them; the one before it does.
  const before = (id: StationId): StationId[] =>
    requiredBefore(id).flatMap((b) => (stationOf(b).addedLater ? before(b) : [b]));
  const track = [TRACKS.stator, TRACKS.rotor, CLOSING].find((t) => t.includes(at.id)) ?? [];
  const earlier = begins.filter((id) => track.indexOf(id) >= 0 && track.indexOf(id) < track.indexOf(at.id));
  return [...new Set([...earlier, ...before(at.id)])];
}

/** The latest of some stages of testing that a motor has reached; the first of them where it has reached none. */
export function stageReached(stages: readonly Stage[], steps: readonly Signed[]): Stage {
  const reached = STATIONS.filter((s) => steps.some((x) => x.station === s.id && x.signedAt !== null));
  return reached.findLast((s) => s.begins && stages.includes(s.begins))?.begins ?? stages[0]!;
}

type Signed = { readonly station: string; readonly signedAt: string | null };

/** Whether a station is behind the motor: signed, or grown by the route after the motor had gone past it. */
export function isBehind(station: StationId, steps: readonly Signed[]): boolean {
  if (steps.some((s) => s.station === station && s.signedAt !== null)) return true;
  if (!stationOf(station).addedLater) return false;
  const track = [OPENING, TRACKS.stator, TRACKS.rotor, CLOSING].find((t) => t.includes(station))!;
  const rest = track.slice(track.indexOf(station));
  return steps.some((s) => s.signedAt !== null && rest.some((id) => id === s.station));
}

/** A hold on the motor holds both bodies; a hold on one body holds that body and everything after they meet. */
export function holdOn(station: StationId, holds: readonly HoldRecord[]): HoldRecord | null {
  const body = stationOf(station).body;
  return (
    holds.find((h) => h.clearedAt === null && (h.body === body || h.body === 'motor' || body === 'motor')) ??
    null
  );
}

/** What the track needs of a step; a list of many motors carries no more. */
export type TrackStep = Pick<StepRecord, 'station' | 'takenAt' | 'takenBy' | 'signedAt' | 'signedBy'>;

/** A station and all after it that rest on it: what is opened again when it is. */
export function restingOn(station: StationId): StationId[] {
  for (const track of [TRACKS.stator, TRACKS.rotor])
    if (track.includes(station)) return [...track.slice(track.indexOf(station)), ...CLOSING];
  if (CLOSING.includes(station)) return CLOSING.slice(CLOSING.indexOf(station));
  return [...OPENING, ...TRACKS.stator, ...TRACKS.rotor, ...CLOSING];
}

export function standingOf(steps: readonly TrackStep[], holds: readonly HoldRecord[]): MotorStanding {
  const stepOf = new Map(steps.map((s) => [s.station, s]));
  const signed = (id: StationId) => stepOf.get(id)?.signedAt ?? null;
  const latestSigned = (ids: readonly StationId[]) =>
    ids
      .map(signed)
      .filter((t): t is string => t !== null)
      .sort()
      .at(-1) ?? null;
  const at = (body: Body, track: readonly StationId[], before: readonly StationId[]): Standing => {
    const station = track.find((id) => !isBehind(id, steps)) ?? null;
    const step = station ? stepOf.get(station) : undefined;
    const hold =
      holds.find(
        (h) => h.clearedAt === null && (h.body === body || h.body === 'motor' || body === 'motor'),
      ) ?? null;
    return {
      body,
      station,
      state: hold ? 'held' : !station ? 'done' : step?.takenAt ? 'working' : 'waiting',
      since: hold ? hold.raisedAt : (step?.takenAt ?? latestSigned([...before, ...track])),
      who: step?.takenBy ?? null,
      hold,
    };
  };
  if (OPENING.some((id) => !isBehind(id, steps)))
    return { phase: 'opening', standings: [at('motor', OPENING, [])] };
  const apart = [...TRACKS.stator, ...TRACKS.rotor].some((id) => !isBehind(id, steps));
  if (apart)
    return {
      phase: 'apart',
      standings: [at('stator', TRACKS.stator, OPENING), at('rotor', TRACKS.rotor, OPENING)],
    };
  const closing = at('motor', CLOSING, [...TRACKS.stator, ...TRACKS.rotor]);
  return { phase: closing.station ? 'together' : 'gone', standings: [closing] };
}
