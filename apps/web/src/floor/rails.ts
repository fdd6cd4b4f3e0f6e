/** Where the stations lie along a motor's two tracks, as shares of the width. */
import type { GateId, StationId } from '@norther/core';

export const STATION_AT: Readonly<Record<StationId, number>> = {
  intake: 0.03,
  data: 0.105,
  saw: 0.148,
  strip: 0.191,
  pull: 0.236,
  core: 0.285,
  insulate: 0.345,
  wind: 0.415,
  connect: 0.485,
  check: 0.55,
  varnish: 0.64,
  cure: 0.705,
  inspect: 0.24,
  balance: 0.45,
  match: 0.805,
  assemble: 0.875,
  test: 0.925,
  ship: 0.985,
};
export const GATE_AT: Readonly<Record<GateId, number>> = {
  'before-stripping': 0.126,
  'before-burn-off': 0.169,
  'before-pulling': 0.213,
  'before-winding': 0.38,
  'before-varnish': 0.595,
  'before-assembly': 0.84,
  'before-shipping': 0.957,
};
export const PART_AT = 0.06;
export const MEET_AT = 0.775;
/** Where a body waits for the other. */
export const WAIT_AT = 0.75;

export interface RailShape {
  readonly stator: string;
  readonly rotor: string;
}

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
    opening: `M${x(STATION_AT.intake)} ${mid}H${x(PART_AT)}`,
    stator: branch(up),
    rotor: branch(down),
    closing: `M${x(MEET_AT)} ${mid}H${x(STATION_AT.ship)}`,
  };
}
export const railY = (body: 'stator' | 'rotor' | 'motor', h: number) =>
  h / 2 + (body === 'stator' ? -7 : body === 'rotor' ? 7 : 0);
