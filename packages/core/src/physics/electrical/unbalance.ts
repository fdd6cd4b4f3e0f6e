/** How unequal readings are, by every definition in use, and the negative sequence of three line voltages. */
import { good, refuse, unbalance, type Outcome } from '../../language/quantity/index.ts';

export interface UnbalanceFigures {
  /** Largest deviation from the mean over the mean; NEMA MG 1 has it so for voltages. */
  readonly deviationOverMeanPercent: number;
  readonly spreadOverMeanPercent: number;
  readonly spreadOverLeastPercent: number;
}

/** @param values at least two, all over 0 */
export function unbalanceFigures(values: readonly number[]): UnbalanceFigures {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  const [least, most] = [Math.min(...values), Math.max(...values)];
  return {
    deviationOverMeanPercent: 100 * unbalance(values),
    spreadOverMeanPercent: (100 * (most - least)) / mean,
    spreadOverLeastPercent: (100 * (most - least)) / least,
  };
}

/**
 * Negative over positive sequence of three line voltages from their magnitudes alone: they close a triangle.
 *   β = (a⁴ + b⁴ + c⁴)/(a² + b² + c²)²,  |V₂|/|V₁| = √((1 − √(3 − 6β))/(1 + √(3 − 6β)))
 * @returns a share, not percent
 * Source: symmetrical components, first principles; the form is that of IEC 61000-4-30 (from memory).
 */
export function negativeSequenceShare(uvV: number, vwV: number, wuV: number): Outcome<number> {
  const squares = [uvV, vwV, wuV].map((v) => v * v);
  const sum = squares.reduce((a, b) => a + b, 0);
  // Sixteen times the area of the triangle, squared: below nothing it does not close.
  const area = sum * sum - 2 * squares.reduce((a, b) => a + b * b, 0);
  if (area < -1e-12 * sum * sum)
    return refuse(
      'voltages.no-triangle',
      'The three voltages close no triangle: one of them is wrong.',
      'uvV',
      'vwV',
      'wuV',
    );
  const root = Math.sqrt((3 * Math.max(0, area)) / (sum * sum));
  return good(Math.sqrt(Math.max(0, 1 - root) / (1 + root)));
}
