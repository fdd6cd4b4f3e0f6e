/** Whether another figure moved at the same unit, by its readings before and after. Source: difference of two means (B. L. Welch, 1947). */

interface Reading {
  readonly serial: number;
  readonly value: number;
}

/** Standard errors that are no chance, also where every figure of a line is asked: about 1 in 15 000 of each. No source. */
const CLEAR = 4;
/** Fewer readings on either side say nothing. Common practice, no source. */
const FEWEST = 5;

/** So many on either side are looked at: what moved much later moved by itself. Common practice, no source. */
const NEAR_BEFORE = 20;
const NEAR_AFTER = 12;

/** @param readings in the order of their units; since first unit of the move */
export function movedTogether(readings: readonly Reading[], since: number): boolean {
  const [before, after] = [
    readings.filter((r) => r.serial < since).slice(-NEAR_BEFORE),
    readings.filter((r) => r.serial >= since).slice(0, NEAR_AFTER),
  ].map((side) => {
    const mean = side.reduce((s, r) => s + r.value, 0) / side.length;
    const square = side.reduce((s, r) => s + (r.value - mean) ** 2, 0) / Math.max(1, side.length - 1);
    return { n: side.length, mean, error: square / side.length };
  }) as [Side, Side];
  if (before.n < FEWEST || after.n < FEWEST) return false;
  return Math.abs(after.mean - before.mean) > CLEAR * Math.sqrt(before.error + after.error);
}
interface Side {
  readonly n: number;
  readonly mean: number;
  /** Of the mean, squared. */
  readonly error: number;
}
