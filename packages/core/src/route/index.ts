/** The published routes, each in its versions. A new one is a folder here and a line in this list. */
import { acRewind } from './ac-rewind/index.ts';
import { singlePhaseRewind } from './single-phase-rewind/index.ts';
import { stationsOf, type Route } from './route.ts';
import type { Station } from './station.ts';

export const ROUTES: readonly Route[] = [acRewind, singlePhaseRewind];

/** The newest version of a route. @throws when there is no such route */
export function newestRoute(id: string): Route {
  const versions = ROUTES.filter((r) => r.id === id);
  if (versions.length === 0) throw new Error(`There is no route ${id}.`);
  return versions.reduce((a, b) => (b.version > a.version ? b : a));
}

/** @returns null when there is no such version, as in a record of a newer program */
export const routeInVersion = (id: string, version: number): Route | null =>
  ROUTES.find((r) => r.id === id && r.version === version) ?? null;

/** The route of a motor, in the version that it began with. @throws when there is no such route */
export const routeOf = (motor: { readonly route: string; readonly routeVersion: number }): Route =>
  // A version that this program does not know was written by a newer one, whose records an older one does not open.
  routeInVersion(motor.route, motor.routeVersion) ?? newestRoute(motor.route);

/** The stations of all routes, each id once: for schemas, and for lists over motors of many routes. */
export const ANY_STATION: readonly Station[] = [
  ...new Map(ROUTES.flatMap(stationsOf).map((s) => [s.id, s])).values(),
];
export const STATION_IDS: readonly string[] = ANY_STATION.map((s) => s.id);
export const GATE_IDS: readonly string[] = [...new Set(ROUTES.flatMap((r) => r.gates.map((g) => g.id)))];

export * from './check-station-record.ts';
export type { Body, GateId, Role, Station, StationId, StationTest } from './station.ts';
export {
  asksTheCard,
  gateOf,
  hasStation,
  recordedAt,
  records,
  stationOf,
  stationsOf,
  stretchesOf,
  type Gate,
  type GateWant,
  type Route,
} from './route.ts';
export * from './track-state.ts';
