/** How far a motor is derated on unequal line volts. */

/** Share of the rated power over the unbalance [%]. Source: NEMA MG 1, derating for unbalanced voltage (from memory, read off the curve). */
const CURVE: readonly (readonly [percent: number, share: number])[] = [
  [0, 1],
  [1, 0.98],
  [2, 0.95],
  [3, 0.88],
  [4, 0.82],
  [5, 0.75],
];

/** @returns the share of the rated power; null beyond 5 %, where the standard wants no motor run */
export function deratingFor(unbalancePercent: number): number | null {
  const k = CURVE.findIndex(([p]) => p >= unbalancePercent);
  if (k < 0) return null;
  if (k === 0) return 1;
  const [a, b] = [CURVE[k - 1]!, CURVE[k]!];
  return a[1] + ((b[1] - a[1]) * (unbalancePercent - a[0])) / (b[0] - a[0]);
}
