/** Where the stations of the route lie along a motor's two tracks, as shares of the width. */
import { type GateId, type Route, type Station, type StationId } from '@norther/core';

/** Where the tracks part, and where they meet. */
export const PART_AT = 0.06;
export const MEET_AT = 0.775;
/** Where a body waits for the other. */
export const WAIT_AT = 0.75;

interface Place {
  readonly station: number;
  readonly gate?: readonly [GateId, number];
}

/** Stations in order between two places, each as wide as its name needs, its gate before it. */
function spread(stations: readonly Station[], from: number, to: number): [StationId, Place][] {
  const letters = stations.map(({ id, name, gate }) => ({
    id,
    gate,
    name: name.length + 2,
    all: name.length + 2 + (gate ? 1 : 0),
  }));
  const share = (to - from) / letters.reduce((n, l) => n + l.all, 0);
  let at = from;
  return letters.map(({ id, gate, name, all }) => {
    const begin = at;
    at += all * share;
    const station = at - (name * share) / 2;
    return [id, { station, ...(gate ? { gate: [gate, begin] as const } : {}) }];
  });
}

export interface Rails {
  readonly stationAt: (id: StationId) => number;
  /** Gates in the order of the route, each before its station. */
  readonly gates: readonly (readonly [GateId, number])[];
  readonly startAt: number;
  readonly shipAt: number;
}

const made = new WeakMap<Route, Rails>();

/** Where the stations of a route lie; worked out once a route. */
export function railsOf(route: Route): Rails {
  const known = made.get(route);
  if (known) return known;
  const places = new Map([
    ...spread(route.opening, 0, PART_AT),
    ...spread(route.tracks.stator, PART_AT + 0.025, WAIT_AT - 0.015),
    ...spread(route.tracks.rotor, PART_AT + 0.025, WAIT_AT - 0.015),
    ...spread(route.closing, MEET_AT + 0.005, 1),
  ]);
  const stationAt = (id: StationId) => places.get(id)!.station;
  const rails: Rails = {
    stationAt,
    gates: [...places.values()].flatMap(({ gate }) => (gate ? [gate] : [])),
    startAt: stationAt(route.opening[0]!.id),
    shipAt: stationAt(route.closing.at(-1)!.id),
  };
  made.set(route, rails);
  return rails;
}

/** The two tracks of a row of width w and height h, from x0 to x1, as far as they lie within. */
export function railPaths(
  { startAt, shipAt }: Rails,
  w: number,
  h: number,
): { opening: string; stator: string; rotor: string; closing: string } {
  const mid = h / 2;
  const up = mid - 7;
  const down = mid + 7;
  const x = (share: number) => share * w;
  const bend = 0.028;
  const branch = (y: number) =>
    `M${x(PART_AT)} ${mid}C${x(PART_AT + bend / 2)} ${mid} ${x(PART_AT + bend / 2)} ${y} ${x(PART_AT + bend)} ${y}H${x(MEET_AT - bend)}C${x(MEET_AT - bend / 2)} ${y} ${x(MEET_AT - bend / 2)} ${mid} ${x(MEET_AT)} ${mid}`;
  return {
    opening: `M${x(startAt)} ${mid}H${x(PART_AT)}`,
    stator: branch(up),
    rotor: branch(down),
    closing: `M${x(MEET_AT)} ${mid}H${x(shipAt)}`,
  };
}
export const railY = (body: 'stator' | 'rotor' | 'motor', h: number) =>
  h / 2 + (body === 'stator' ? -7 : body === 'rotor' ? 7 : 0);
