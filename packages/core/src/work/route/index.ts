/** The published routes, each in its versions. A new one is a folder here and a line in this list. */
import { acNewByHand, acNewByMachine } from './ac-new/index.ts';
import { acRecondition } from './ac-recondition/index.ts';
import { acRewind } from './ac-rewind/index.ts';
import { acRotor } from './ac-rotor/index.ts';
import { acSealed } from './ac-sealed/index.ts';
import { dcRewind } from './dc-rewind/index.ts';
import { singlePhaseRewind } from './single-phase-rewind/index.ts';
import { toothCoilRewind } from './tooth-coil-rewind/index.ts';
import { universalRewind } from './universal-rewind/index.ts';
import { woundRotorRewind } from './wound-rotor-rewind/index.ts';
import { stationsOf, type Route } from './route.ts';
import type { Station } from './station.ts';

export const ROUTES: readonly Route[] = [
  ...acRewind,
  acRecondition,
  acNewByHand,
  acNewByMachine,
  acSealed,
  acRotor,
  singlePhaseRewind,
  dcRewind,
  universalRewind,
  woundRotorRewind,
  toothCoilRewind,
];

/** The newest version of every published route, in the order in which they are offered. */
export const publishedRoutes = (): readonly Route[] => [...new Set(ROUTES.map((r) => r.id))].map(newestRoute);

/** The newest version of a route. @throws when there is no such route */
export function newestRoute(id: string): Route {
  const versions = ROUTES.filter((r) => r.id === id);
  if (versions.length === 0) throw new Error(`There is no route ${id}.`);
  return versions.reduce((a, b) => (b.version > a.version ? b : a));
}

/** @returns null when there is no such version, as in a record of a newer program */
export const routeInVersion = (id: string, version: number): Route | null =>
  ROUTES.find((r) => r.id === id && r.version === version) ?? null;

/** A route by its id and version, as a motor's record names it. */
export interface RouteName {
  readonly route: string;
  readonly routeVersion: number;
}

/**
 * The route of a motor, in the version that it began with.
 * @param own the shop's own route where the motor goes one; null where it goes a published one
 * @throws when there is no such route
 */
export const routeOf = (motor: RouteName, own: Route | null): Route =>
  // A version that this program does not know was written by a newer one, whose records an older one does not open.
  own ?? routeInVersion(motor.route, motor.routeVersion) ?? newestRoute(motor.route);

const WORK_OF = new Map(ROUTES.flatMap(stationsOf).map((s) => [s.id, s.work]));
/** The work of a station: what it says itself, or what the published station it was copied from does. */
export const workOf = ({ id, work }: Pick<Station, 'id' | 'work'>): Station['work'] =>
  work ?? WORK_OF.get(id);

export const isPublished = (id: string): boolean => ROUTES.some((r) => r.id === id);

/** The stations of some routes, each id once: for lists over motors of many routes. */
export const anyStationOf = (routes: readonly Route[]): readonly Station[] => [
  ...new Map(routes.flatMap(stationsOf).map((s) => [s.id, s])).values(),
];

export * from './check-station-record.ts';
export * from './check-route.ts';
export * from './edit-route.ts';
export {
  YES,
  type Body,
  type GateId,
  type Role,
  type Station,
  type StationId,
  type StationTest,
} from './station.ts';
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
