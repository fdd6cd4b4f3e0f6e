/** The route of the AC rewind, and the questions about a route asked of it. */
import * as core from '../src/index.ts';
import type { GateFacts, HoldRecord, Stage, StationId, TestKindId, Typed } from '../src/index.ts';

export const ROUTE = core.newestRoute('ac-rewind');
export const STATIONS = core.stationsOf(ROUTE);
const ids = (stations: typeof STATIONS) => stations.map((s) => s.id);
export const OPENING = ids(ROUTE.opening);
export const TRACKS = { stator: ids(ROUTE.tracks.stator), rotor: ids(ROUTE.tracks.rotor) };
export const CLOSING = ids(ROUTE.closing);
type Steps = Parameters<typeof core.standingOf>[1];

export const stationOf = (id: StationId) => core.stationOf(ROUTE, id);
export const requiredBefore = (id: StationId) => core.requiredBefore(ROUTE, id);
type Signed = Parameters<typeof core.isBehind>[2];
export const isBehind = (id: StationId, steps: Signed) => core.isBehind(ROUTE, id, steps);
export const standingOf = (steps: Steps, holds: readonly HoldRecord[]) =>
  core.standingOf(ROUTE, steps, holds);
export const measuredAfter = (kind: TestKindId, stage: Stage) => core.measuredAfter(ROUTE, kind, stage);
export const stageReached = (stages: readonly Stage[], steps: Signed) =>
  core.stageReached(ROUTE, stages, steps);
export const holdOn = (id: StationId, holds: readonly HoldRecord[]) => core.holdOn(stationOf(id).body, holds);
export const checkStationRecord = (id: StationId, typed: Typed, number: string) =>
  core.checkStationRecord(stationOf(id), typed, number);
export const checkGate = (id: string, facts: GateFacts) => core.checkGate(core.gateOf(ROUTE, id)!, facts);
