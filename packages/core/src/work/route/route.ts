/**
 * A route as data: its stations on two tracks, and the gates between them. A visit keeps the version it began with.
 * Source: none, rules of this program.
 */
import type { Field, Typed } from '../../language/forms/index.ts';
import type { CardMoment } from '../../winding/machine/index.ts';
import type { Stage, TestKindId } from '../../test-kinds/index.ts';
import type { GateId, Station, StationId } from './station.ts';

/** What a gate asks for: the card as far as it is due by then, or a reading and what it would mean without. */
export type GateWant =
  | { readonly card: CardMoment }
  | { readonly test: TestKindId; readonly stage: Stage; readonly consequence: string };

export interface Gate {
  readonly id: GateId;
  readonly title: string;
  readonly wants: readonly GateWant[];
}

export interface Route {
  readonly id: string;
  readonly version: number;
  /** Kind of machine it is made for. */
  readonly machine: string;
  readonly title: string;
  /** The route that a shop's own was copied from. */
  readonly basedOn?: { readonly id: string; readonly version: number };
  /** Before stator and rotor are apart. */
  readonly opening: readonly Station[];
  readonly tracks: { readonly stator: readonly Station[]; readonly rotor: readonly Station[] };
  /** After they have met again. */
  readonly closing: readonly Station[];
  /** In the order in which they are reached. */
  readonly gates: readonly Gate[];
}

/** What a gate asks for by tests: which, when, and what it would mean without. */
export const testsWanted = (
  ...wants: readonly (readonly [test: TestKindId, stage: Stage, consequence: string])[]
): GateWant[] => wants.map(([test, stage, consequence]) => ({ test, stage, consequence }));

/** The four stretches of a route, each in its own order. */
export const stretchesOf = (route: Route): readonly (readonly Station[])[] => [
  route.opening,
  route.tracks.stator,
  route.tracks.rotor,
  route.closing,
];

/** A route never changes; the floor asks this for every motor. */
const listed = new WeakMap<Route, readonly Station[]>();

export function stationsOf(route: Route): readonly Station[] {
  const known = listed.get(route);
  if (known) return known;
  const stations = stretchesOf(route).flat();
  listed.set(route, stations);
  return stations;
}

/** @throws when the route has no such station: an id of another route was not checked where it came in */
export function stationOf(route: Route, id: StationId): Station {
  for (const stretch of stretchesOf(route))
    for (const station of stretch) if (station.id === id) return station;
  throw new Error(`The route ${route.id} has no station ${id}.`);
}

export const hasStation = (route: Route, id: StationId): boolean =>
  stationsOf(route).some((s) => s.id === id);

export const gateOf = (route: Route, id: GateId): Gate | null => route.gates.find((g) => g.id === id) ?? null;

/** Whether it is opened by what is on the card; the others by tests. */
export const asksTheCard = (gate: Gate): boolean => gate.wants.some((w) => 'card' in w);

/** Fields of a record: what the station records, and what an older record of it holds that another station records now. */
export const recordedAt = (route: Route, station: Station, typed: Typed): readonly Field[] => [
  ...station.record,
  ...stationsOf(route)
    .flatMap((s) => s.record)
    .filter((f) => typed[f.id] !== undefined && !station.record.some((own) => own.id === f.id)),
];

/** Rules look at what a station records, not at its name: another route may record it elsewhere. */
export const records = (station: Station, field: string): boolean =>
  station.record.some((f) => f.id === field);
