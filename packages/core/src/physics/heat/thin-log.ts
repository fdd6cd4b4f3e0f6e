/** Fewer points of a log that say the same: what lies on a straight line between its neighbours is left out. */
import type { LogPoint } from './heat-log.ts';

/** A thermocouple is not more exact than this [K]. */
const EXACT = 0.1;
/** A point at least so often, so that nobody takes it for a gap [min]. */
const OFTEN = 10;
/** Wider than any oven is hot [K]. */
const COARSEST = 2000;

/**
 * Swinging-door compression: every point left out lies within 0.1 K of the line between those that stay.
 * @param most more are thinned further with twice the tolerance; a log of months may keep more all the same
 * Source: E. H. Bristol, swinging door trending (1990); from memory.
 */
export function thinLog(points: readonly LogPoint[], most: number): readonly LogPoint[] {
  let kept = points;
  // Beyond the last tolerance only the points that stand so often are left, and they stay.
  for (let exact = EXACT; kept.length > most && exact < COARSEST; exact *= 2) kept = once(points, exact);
  return kept;
}

function once(points: readonly LogPoint[], exact: number): LogPoint[] {
  const kept: LogPoint[] = [points[0]!];
  let from = points[0]!;
  let doors = [open(), open()];
  for (let i = 1; i < points.length; i++) {
    const p = points[i]!;
    const dt = p.minute - from.minute;
    const fits =
      dt <= OFTEN &&
      [p.partC - from.partC, (p.airC ?? 0) - (from.airC ?? 0)].every((rise, k) => {
        const door = doors[k]!;
        door.low = Math.max(door.low, (rise - exact) / dt);
        door.high = Math.min(door.high, (rise + exact) / dt);
        return door.low <= door.high;
      });
    if (fits) continue;
    const before = points[i - 1]!;
    if (before !== from) {
      kept.push(before);
      from = before;
      doors = [open(), open()];
      i--;
    } else {
      kept.push(p);
      from = p;
      doors = [open(), open()];
    }
  }
  if (kept.at(-1) !== points.at(-1)) kept.push(points.at(-1)!);
  return kept;
}

const open = () => ({ low: -Infinity, high: Infinity });
