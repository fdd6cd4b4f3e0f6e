/** Limits of size of shafts and holes. Source: ISO 286-1 and -2, tolerance grades and fundamental deviations (from memory; held against the standard's own formula in the tests). */
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

/** Upper ends of the ranges [mm]; a size on a border belongs to the range below it. */
const RANGES = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400] as const;
/** Width of the grade in each range [µm]. */
const GRADES: Readonly<Record<number, readonly number[]>> = {
  5: [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25],
  6: [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36],
  7: [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57],
  8: [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89],
};
/** Lower deviation of shafts that lie over the line [µm]. */
const LOWER: Readonly<Record<string, readonly number[]>> = {
  k: [0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4],
  m: [2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21],
  n: [4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37],
  p: [6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62],
};
/** Upper deviation of shafts that lie under it [µm]. */
const UPPER: Readonly<Record<string, readonly number[]>> = {
  h: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
  g: [-2, -4, -5, -6, -7, -9, -10, -12, -14, -15, -17, -18],
  f: [-6, -10, -13, -16, -20, -25, -30, -36, -43, -50, -56, -62],
};
/** Those that lie on both sides, by their upper deviation [µm]. */
const ACROSS: Readonly<Record<string, readonly number[]>> = {
  j5: [2, 3, 4, 5, 5, 6, 6, 6, 7, 7, 7, 7],
  j6: [4, 6, 7, 8, 9, 11, 12, 13, 14, 16, 16, 18],
  J6: [2, 5, 5, 6, 8, 10, 13, 16, 18, 22, 25, 29],
  J7: [4, 6, 8, 10, 12, 14, 18, 22, 26, 30, 36, 39],
  K6: [0, 2, 2, 2, 2, 3, 4, 4, 4, 5, 5, 7],
  K7: [0, 3, 5, 6, 6, 7, 9, 10, 12, 13, 16, 17],
  M7: [-2, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
  N7: [-4, -4, -4, -5, -7, -8, -9, -10, -12, -14, -14, -16],
};

export const SHAFT_TOLERANCES = [
  'f7',
  'g6',
  'h5',
  'h6',
  'j5',
  'j6',
  'js6',
  'k5',
  'k6',
  'm5',
  'm6',
  'n6',
  'p6',
] as const;
export const HOLE_TOLERANCES = ['G7', 'H6', 'H7', 'H8', 'J6', 'J7', 'JS7', 'K6', 'K7', 'M7', 'N7'] as const;
export type FitTolerance = (typeof SHAFT_TOLERANCES)[number] | (typeof HOLE_TOLERANCES)[number];

export interface SizeLimits {
  /** Deviations from the nominal size [µm]. */
  readonly lowerUm: number;
  readonly upperUm: number;
}

/** @returns refused outside 1 to 400 mm */
export function sizeLimits(nominalMm: number, tolerance: FitTolerance): Outcome<SizeLimits> {
  const range = RANGES.findIndex((end) => nominalMm <= end);
  if (!(nominalMm >= 1) || range < 0)
    return refuse('fit.size', 'Limits of size are at hand from 1 to 400 mm.', 'nominal');
  const [, letter, grade] = /^([a-zA-Z]+)(\d+)$/.exec(tolerance)!;
  const width = GRADES[Number(grade)]![range]!;
  const over = ACROSS[tolerance]?.[range];
  if (over !== undefined) return good({ lowerUm: over - width, upperUm: over });
  if (letter!.toLowerCase() === 'js') return good({ lowerUm: -width / 2, upperUm: width / 2 });
  const lower = LOWER[letter!]?.[range];
  if (lower !== undefined) return good({ lowerUm: lower, upperUm: lower + width });
  const under = UPPER[letter!.toLowerCase()]![range]!;
  // A hole of the same letter is the shaft mirrored at the line.
  return good(
    letter === letter!.toLowerCase()
      ? { lowerUm: under - width, upperUm: under }
      : { lowerUm: -under || 0, upperUm: width - under },
  );
}
