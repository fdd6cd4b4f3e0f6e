/** Where the stations of the route lie along a motor's two tracks, as shares of the width. */
import { CLOSING, OPENING, STATIONS, TRACKS, type GateId, type StationId } from '@norther/core';

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
function spread(ids: readonly StationId[], from: number, to: number): [StationId, Place][] {
  const letters = ids.map((id) => {
    const { name, gate } = STATIONS.find((s) => s.id === id)!;
    return { id, gate, name: name.length + 2, all: name.length + 2 + (gate ? 1 : 0) };
  });
  const share = (to - from) / letters.reduce((n, l) => n + l.all, 0);
  let at = from;
  return letters.map(({ id, gate, name, all }) => {
    const begin = at;
    at += all * share;
    const station = at - (name * share) / 2;
    return [id, { station, ...(gate ? { gate: [gate, begin] as const } : {}) }];
  });
}

const PLACES = new Map([
  ...spread(OPENING, 0, PART_AT),
  ...spread(TRACKS.stator, PART_AT + 0.025, WAIT_AT - 0.015),
  ...spread(TRACKS.rotor, PART_AT + 0.025, WAIT_AT - 0.015),
  ...spread(CLOSING, MEET_AT + 0.005, 1),
]);

export const stationAt = (id: StationId): number => PLACES.get(id)!.station;
/** Gates in the order of the route, each before its station. */
export const GATES: readonly (readonly [GateId, number])[] = [...PLACES.values()].flatMap(({ gate }) =>
  gate ? [gate] : [],
);
export const SHIP_AT = stationAt(CLOSING.at(-1)!);

/** The two tracks of a row of width w and height h, from x0 to x1, as far as they lie within. */
export function railPaths(
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
    opening: `M${x(stationAt(OPENING[0]!))} ${mid}H${x(PART_AT)}`,
    stator: branch(up),
    rotor: branch(down),
    closing: `M${x(MEET_AT)} ${mid}H${x(SHIP_AT)}`,
  };
}
export const railY = (body: 'stator' | 'rotor' | 'motor', h: number) =>
  h / 2 + (body === 'stator' ? -7 : body === 'rotor' ? 7 : 0);
