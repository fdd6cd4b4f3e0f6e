/** A logged heat: its points, whether they are a log at all, and how long it stayed hot. */
import { finding, type Finding } from '../../language/quantity/index.ts';

/** Longer than that without a reading nobody knows what the part did [min]: common practice, no source. */
export const LONGEST_GAP = 30;

export interface LogPoint {
  readonly minute: number;
  readonly partC: number;
  readonly airC?: number;
}

/**
 * Minutes a logged temperature spends at or above a threshold, straight lines between readings.
 * @param points rising minutes [min]
 * @param longestGap a longer time between two readings counts for nothing and breaks the stretch [min]
 * @returns total and longest unbroken stretch [min]
 * Source: geometry; the part's clock starts when the part is there: common practice, no source.
 */
export function minutesAbove(
  points: readonly { readonly minute: number; readonly value: number }[],
  threshold: number,
  longestGap = Infinity,
): { readonly total: number; readonly longest: number } {
  let total = 0;
  let longest = 0;
  let current = 0;
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!;
    const b = points[i]!;
    const span = b.minute - a.minute;
    const cross = (threshold - a.value) / (b.value - a.value);
    if (span > longestGap) {
      current = 0;
      continue;
    }
    if (a.value >= threshold && b.value >= threshold) {
      total += span;
      current += span;
    } else if (a.value < threshold && b.value >= threshold) {
      current = span * (1 - cross);
      total += current;
    } else if (a.value >= threshold) {
      total += span * cross;
      current += span * cross;
      longest = Math.max(longest, current);
      current = 0;
    }
    longest = Math.max(longest, current);
  }
  return { total, longest };
}

/** Refuses a log that cannot be judged: too short, or time running backwards. */
export function checkLog(points: readonly LogPoint[]): Finding[] {
  if (points.length < 2)
    return [finding('stop', 'cure.log-too-short', 'The log needs at least two readings.', ['log'])];
  const back = points.findIndex((p, i) => i > 0 && p.minute <= points[i - 1]!.minute);
  return back > 0
    ? [
        finding(
          'stop',
          'cure.time-runs-back',
          `Reading ${back + 1} of the log is not later than the one before it.`,
          ['log'],
        ),
      ]
    : [];
}
