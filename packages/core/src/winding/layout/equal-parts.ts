/** Parts groups into equal circuits: the same voltage, by size and angle, and the same copper in each. */

/** Of one group, or summed over a circuit. */
export interface GroupSum {
  /** Voltage as connected, in coil sides. */
  readonly re: number;
  readonly im: number;
  readonly coils: number;
  /** Turns, as shares of the mean coil. */
  readonly turns: number;
  /** Turns × pitch: with equal turns, equal wire length. */
  readonly pitchSum: number;
}

/** Which way of sharing groups out is tried first. */
export type CircuitsFrom = 'neighbours' | 'skipping';

const CLOSE = 1e-6;

export const equalSums = (a: GroupSum, b: GroupSum): boolean =>
  Math.abs(a.coils - b.coils) < CLOSE &&
  Math.abs(a.re - b.re) < CLOSE &&
  Math.abs(a.im - b.im) < CLOSE &&
  Math.abs(a.turns - b.turns) < CLOSE &&
  Math.abs(a.pitchSum - b.pitchSum) < CLOSE;

const plus = (a: GroupSum, b: GroupSum): GroupSum => ({
  re: a.re + b.re,
  im: a.im + b.im,
  coils: a.coils + b.coils,
  turns: a.turns + b.turns,
  pitchSum: a.pitchSum + b.pitchSum,
});

export function sumOf(set: readonly GroupSum[]): GroupSum {
  let [re, im, coils, turns, pitchSum] = [0, 0, 0, 0, 0];
  for (const g of set) {
    re += g.re;
    im += g.im;
    coils += g.coils;
    turns += g.turns;
    pitchSum += g.pitchSum;
  }
  return { re, im, coils, turns, pitchSum };
}

/**
 * Neighbouring groups or every n-th group, as asked first, then the other, then any parting.
 * @returns the groups of each circuit, or null where no parting makes them equal
 * Source: parallel paths must have equal EMF and resistance or a current circulates; first principles.
 */
export function partEqually<T extends GroupSum>(
  groups: readonly T[],
  circuits: number,
  first: CircuitsFrom,
): T[][] | null {
  const total = sumOf(groups);
  const want: GroupSum = {
    re: total.re / circuits,
    im: total.im / circuits,
    coils: total.coils / circuits,
    turns: total.turns / circuits,
    pitchSum: total.pitchSum / circuits,
  };
  if (groups.length % circuits === 0) {
    const size = groups.length / circuits;
    const neighbours = Array.from({ length: circuits }, (_, i) => groups.slice(i * size, (i + 1) * size));
    const works = (sets: T[][]) => sets.every((set) => equalSums(sumOf(set), want));
    if (first === 'neighbours' && works(neighbours)) return neighbours;
    const skipping = Array.from({ length: circuits }, (_, i) => groups.filter((_g, k) => k % circuits === i));
    if (works(skipping)) return skipping;
    if (first === 'skipping' && works(neighbours)) return neighbours;
  }
  return search(groups, circuits, want);
}

/** Fills one circuit after another; groups with the same voltage and copper are interchangeable. */
function search<T extends GroupSum>(groups: readonly T[], circuits: number, want: GroupSum): T[][] | null {
  const classes: T[][] = [];
  for (const g of groups) {
    const known = classes.find(([h]) => equalSums(h!, g));
    if (known) known.push(g);
    else classes.push([g]);
  }
  const left = classes.map((c) => c.length);
  const taken: number[][] = [];
  let steps = 0;
  const fill = (from: number, sum: GroupSum, counts: number[]): boolean => {
    if (++steps > 200_000) return false;
    if (sum.coils === want.coils) {
      if (!equalSums(sum, want)) return false;
      taken.push(counts.slice());
      if (taken.length === circuits) return true;
      // The next circuit must hold the first group still free, so no parting is tried twice.
      if (fillFirst(left.findIndex((n) => n > 0))) return true;
      taken.pop();
      return false;
    }
    for (let k = from; k < classes.length; k++) {
      const g = classes[k]![0]!;
      if (left[k] === 0 || sum.coils + g.coils > want.coils) continue;
      left[k]!--;
      counts[k]!++;
      if (fill(k, plus(sum, g), counts)) return true;
      left[k]!++;
      counts[k]!--;
    }
    return false;
  };
  const fillFirst = (k: number): boolean => {
    const counts = classes.map(() => 0);
    left[k]!--;
    counts[k] = 1;
    if (fill(k, classes[k]![0]!, counts)) return true;
    left[k]!++;
    return false;
  };
  if (!fillFirst(0)) return null;
  const pools = classes.map((c) => c.slice());
  return taken.map((counts) => counts.flatMap((n, k) => pools[k]!.splice(0, n)));
}
