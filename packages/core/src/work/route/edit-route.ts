/**
 * A shop's own route made from another one: each change gives a new route and leaves the old as it was.
 * Source: rules of this program; whether the result can be worked by says `checkRoute`.
 */
import { stationsOf, type Gate, type Route } from './route.ts';
import type { Station, StationId } from './station.ts';

/** The four stretches by name, in the order in which a motor goes through them. */
export const STRETCHES = ['opening', 'stator', 'rotor', 'closing'] as const;
export type Stretch = (typeof STRETCHES)[number];

export const stretchOf = (route: Route, stretch: Stretch): readonly Station[] =>
  stretch === 'stator' || stretch === 'rotor' ? route.tracks[stretch] : route[stretch];

/** What a station of the stretch works on. */
export const bodyIn = (stretch: Stretch): Station['body'] =>
  stretch === 'stator' || stretch === 'rotor' ? stretch : 'motor';

const withStretch = (route: Route, stretch: Stretch, stations: readonly Station[]): Route =>
  stretch === 'stator' || stretch === 'rotor'
    ? { ...route, tracks: { ...route.tracks, [stretch]: stations } }
    : { ...route, [stretch]: stations };

/** A copy to be changed: a station that its model grew later is in it from the start. */
export function copyOfRoute(model: Route, id: string, title: string): Route {
  const fresh = (stations: readonly Station[]) =>
    stations.map(({ addedLater: _grown, ...station }): Station => station);
  return {
    ...model,
    id,
    version: 1,
    title,
    basedOn: { id: model.id, version: model.version },
    opening: fresh(model.opening),
    tracks: { stator: fresh(model.tracks.stator), rotor: fresh(model.tracks.rotor) },
    closing: fresh(model.closing),
  };
}

/** Which stretch a station is in, and at which place; null when the route has no such station. */
export function placeOf(
  route: Route,
  id: StationId,
): { readonly stretch: Stretch; readonly at: number } | null {
  for (const stretch of STRETCHES) {
    const at = stretchOf(route, stretch).findIndex((s) => s.id === id);
    if (at >= 0) return { stretch, at };
  }
  return null;
}

/** Moves a station within its stretch; as it was where it cannot go there. */
export function movedStation(route: Route, id: StationId, to: number): Route {
  const place = placeOf(route, id);
  if (!place) return route;
  const stations = [...stretchOf(route, place.stretch)];
  if (to < 0 || to >= stations.length || to === place.at) return route;
  const [station] = stations.splice(place.at, 1);
  stations.splice(to, 0, station!);
  return withStretch(route, place.stretch, stations);
}

export function changedStation(route: Route, id: StationId, change: Partial<Station>): Route {
  const place = placeOf(route, id);
  if (!place) return route;
  return withStretch(
    route,
    place.stretch,
    stretchOf(route, place.stretch).map((s) => (s.id === id ? withoutEmpty({ ...s, ...change }) : s)),
  );
}

/** A field set to nothing is a field that is not there. */
const withoutEmpty = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;

export function withoutStation(route: Route, id: StationId): Route {
  const place = placeOf(route, id);
  if (!place) return route;
  const left = stretchOf(route, place.stretch).filter((s) => s.id !== id);
  return withoutLooseGates(withStretch(route, place.stretch, left));
}

/** Puts a station at a place of a stretch; a route has each station once. */
export function withStation(route: Route, stretch: Stretch, at: number, station: Station): Route {
  if (placeOf(route, station.id)) return route;
  const stations = [...stretchOf(route, stretch)];
  stations.splice(at, 0, { ...station, body: bodyIn(stretch) });
  return withStretch(route, stretch, stations);
}

/** An id for a new station that no other has, from its name. */
export function newStationId(route: Route, name: string): StationId {
  const words = name
    .normalize('NFKD')
    .replaceAll(/\p{M}+/gu, '')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^[-0-9]+|-+$/g, '')
    .slice(0, 30);
  const base = words || 'station';
  const taken = new Set(stationsOf(route).map((s) => s.id));
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}

/** Puts the gate before the station, or takes the one before it away. */
export function gateBefore(route: Route, id: StationId, gate: Gate | null): Route {
  const changed = changedStation(route, id, { gate: gate?.id });
  const gates = gate
    ? [...changed.gates.filter((g) => g.id !== gate.id), gate].sort(
        (a, b) => reachedAt(changed, a) - reachedAt(changed, b),
      )
    : changed.gates;
  return withoutLooseGates({ ...changed, gates });
}

const reachedAt = (route: Route, gate: Gate) => stationsOf(route).findIndex((s) => s.gate === gate.id);

/** A gate stands before a station, or nowhere. */
const withoutLooseGates = (route: Route): Route => ({
  ...route,
  gates: route.gates.filter((g) => reachedAt(route, g) >= 0),
});
