/** A part in an oven as one lump with one time constant: when it is where. Source: Newton's law of cooling; see `lumped.ts`. */
import { lumpAfter } from './lumped.ts';

/** @returns minutes to a temperature; null where it is never reached, or lies behind */
export function minutesTo(startC: number, ovenC: number, toC: number, constantMin: number): number | null {
  const ratio = (startC - ovenC) / (toC - ovenC);
  if (startC === toC) return 0;
  return ratio >= 1 && Number.isFinite(ratio) ? constantMin * Math.log(ratio) : null;
}

/** Time constant from two readings under one air; null where they do not near it. */
export function ovenConstant(minutes: number, firstC: number, secondC: number, ovenC: number): number | null {
  const ratio = (firstC - ovenC) / (secondC - ovenC);
  return ratio > 1 && Number.isFinite(ratio) ? minutes / Math.log(ratio) : null;
}

/** Time constant of a body from its heat and its surface [s]. */
export const bodyConstantS = (
  massKg: number,
  heatJPerKgK: number,
  filmWPerM2K: number,
  areaM2: number,
): number => (massKg * heatJPerKgK) / (filmWPerM2K * areaM2);

/** Heat into a mass [kWh]. */
export const heatKwh = (massKg: number, heatJPerKgK: number, riseK: number): number =>
  (massKg * heatJPerKgK * riseK) / 3.6e6;

export interface OvenCycle {
  readonly heatMin: number | null;
  readonly endC: number;
  readonly coolMin: number | null;
  readonly totalMin: number | null;
}

/** Heat to the soak temperature, stay there still nearing the oven's, cool until it can be handled. */
export function ovenCycle(q: {
  readonly startC: number;
  readonly ovenC: number;
  readonly soakC: number;
  readonly heatConstantMin: number;
  readonly soakMin: number;
  readonly ambientC: number;
  readonly coolConstantMin: number;
  readonly handleC: number;
}): OvenCycle {
  const heatMin = minutesTo(q.startC, q.ovenC, q.soakC, q.heatConstantMin);
  const endC = lumpAfter(q.soakMin, q.soakC, q.ovenC, 0, q.heatConstantMin);
  const coolMin = minutesTo(endC, q.ambientC, q.handleC, q.coolConstantMin);
  return {
    heatMin,
    endC,
    coolMin,
    totalMin: heatMin === null || coolMin === null ? null : heatMin + q.soakMin + coolMin,
  };
}
