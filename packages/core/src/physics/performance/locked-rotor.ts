/** Locked-rotor figures at rated volts, and the code letter. */

export interface LockedFigures {
  readonly currentA: number;
  readonly torqueNm: number;
  readonly powerW: number;
}

/** Current goes with the volts, torque and power with their square. Saturation makes the true current larger. Source: IEEE 112 (from memory). */
export function lockedAtRated(
  q: LockedFigures & { readonly testVoltageV: number; readonly ratedVoltageV: number },
): LockedFigures {
  const k = q.ratedVoltageV / q.testVoltageV;
  return { currentA: q.currentA * k, torqueNm: q.torqueNm * k * k, powerW: q.powerW * k * k };
}

/** @returns kVA per hp at the start */
export const lockedKvaPerHp = (ratedVoltageV: number, currentA: number, powerHp: number): number =>
  (Math.sqrt(3) * ratedVoltageV * currentA) / 1000 / powerHp;

/** Lower borders in kVA per hp, each its own letter's. Source: NEMA MG 1, locked-rotor indicating code letters (from memory). */
const LETTERS: readonly (readonly [letter: string, from: number])[] = [
  ['A', 0],
  ['B', 3.15],
  ['C', 3.55],
  ['D', 4],
  ['E', 4.5],
  ['F', 5],
  ['G', 5.6],
  ['H', 6.3],
  ['J', 7.1],
  ['K', 8],
  ['L', 9],
  ['M', 10],
  ['N', 11.2],
  ['P', 12.5],
  ['R', 14],
  ['S', 16],
  ['T', 18],
  ['U', 20],
  ['V', 22.4],
];
export const codeLetter = (kvaPerHp: number): string => LETTERS.findLast(([, from]) => kvaPerHp >= from)![0];
