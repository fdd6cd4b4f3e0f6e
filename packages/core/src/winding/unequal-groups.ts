/** Best sequence of unequal groups for a winding that cannot be exactly balanced, such as 48 slots with 6 poles. */

/**
 * Group sizes in angular order (group i belongs to the belts U −W V −U W −V in turn) with the same number of coils in
 * every phase and the smallest negative-sequence voltage. With few poles every sequence is tried; with many, even
 * spreading from every start, then exchanging two groups of one phase as long as that helps, which finds a good
 * grouping and no proof of the best. Deterministic.
 * @param slots Q, divisible by 3; poles 2p with at least one slot per pole and phase
 * @returns 3·poles sizes that sum to Q
 * Source: symmetrical components (Fortescue 1918) applied to the phase sums, first principles.
 */
export function unequalGroupSizes(slots: number, poles: number): number[] {
  const key = `${slots}/${poles}`;
  const known = memory.get(key);
  if (known) return known;
  const sums = prefixPhasors(slots, poles / 2);
  const coilsPerPhase = slots / 3;
  const least = Math.floor(coilsPerPhase / poles);
  const larger = coilsPerPhase - least * poles;
  const all = poles <= 8 ? choices(poles, larger, EXHAUSTIVE) : null;
  const patterns = all
    ? all.map((chosen) => Array.from({ length: poles }, (_, i) => least + (chosen.has(i) ? 1 : 0)))
    : evenSpreads(coilsPerPhase, poles);
  // Even spreadings of U differ only by turning the whole winding, so one of them will do.
  let best = bestOf(all ? patterns : patterns.slice(0, 1), patterns, poles, sums);
  if (!all) best = exchange(best, sums);
  memory.set(key, best);
  return best;
}

/** So many patterns of one phase, cubed, are still tried in a moment. */
const EXHAUSTIVE = 20;

/** Every way to choose k of n, or null when there are more than `most`. */
function choices(n: number, k: number, most: number): Set<number>[] | null {
  let count = 1;
  for (let i = 0; i < k; i++) count = (count * (n - i)) / (i + 1);
  if (count > most) return null;
  let lists: number[][] = [[]];
  for (let step = 0; step < k; step++)
    lists = lists.flatMap((list) => {
      const from = list.length ? list[list.length - 1]! + 1 : 0;
      return Array.from({ length: n - from }, (_, i) => [...list, from + i]);
    });
  return lists.map((l) => new Set(l));
}

function evenSpreads(coils: number, poles: number): number[][] {
  const spread = (shift: number) =>
    Array.from(
      { length: poles },
      (_, i) => Math.floor(((i + 1) * coils + shift) / poles) - Math.floor((i * coils + shift) / poles),
    );
  return unique(Array.from({ length: poles }, (_, s) => spread(s)));
}

/** Belt order U −W V −U W −V: group i takes its phase from i mod 3 = 0 → U, 1 → W, 2 → V. */
function bestOf(
  ofU: readonly number[][],
  patterns: readonly number[][],
  poles: number,
  sums: PrefixSums,
): number[] {
  let best: number[] = [];
  let bestShare = Infinity;
  for (const u of ofU)
    for (const v of patterns)
      for (const w of patterns) {
        const sizes = Array.from({ length: 3 * poles }, (_, i) => [u, w, v][i % 3]![Math.floor(i / 3)]!);
        const share = negativeShare(sizes, sums);
        if (share < bestShare - 1e-12) {
          best = sizes;
          bestShare = share;
        }
      }
  return best;
}

function exchange(start: number[], sums: PrefixSums): number[] {
  let best = start;
  let bestShare = negativeShare(best, sums);
  for (let improved = true; improved;) {
    improved = false;
    for (let i = 0; i < best.length; i++)
      for (let j = i + 3; j < best.length; j += 3) {
        if (best[i] === best[j]) continue;
        const trial = best.slice();
        [trial[i], trial[j]] = [best[j]!, best[i]!];
        const share = negativeShare(trial, sums);
        if (share < bestShare - 1e-12) {
          best = trial;
          bestShare = share;
          improved = true;
        }
      }
  }
  return best;
}

interface PrefixSums {
  readonly re: readonly number[];
  readonly im: readonly number[];
}

/** The search depends on nothing but its two numbers, so its answers are kept. */
const memory = new Map<string, number[]>();

const unique = (lists: number[][]) => [...new Map(lists.map((l) => [l.join(), l])).values()];

/** Running sums of the slot phasors, so that a group's voltage is one subtraction. */
function prefixPhasors(slots: number, polePairs: number): PrefixSums {
  const re = [0];
  const im = [0];
  for (let i = 0; i < slots; i++) {
    const angle = (2 * Math.PI * ((polePairs * i) % slots)) / slots;
    re.push(re[i]! + Math.cos(angle));
    im.push(im[i]! + Math.sin(angle));
  }
  return { re, im };
}

function negativeShare(sizes: readonly number[], sums: PrefixSums): number {
  const re = [0, 0, 0];
  const im = [0, 0, 0];
  let at = 0;
  sizes.forEach((size, i) => {
    const phase = i % 3; // U, W, V
    const sign = i % 2 === 0 ? 1 : -1;
    re[phase]! += sign * (sums.re[at + size]! - sums.re[at]!);
    im[phase]! += sign * (sums.im[at + size]! - sums.im[at]!);
    at += size;
  });
  const { positive, negative } = sequences([
    { re: re[0]!, im: im[0]! },
    { re: re[2]!, im: im[2]! },
    { re: re[1]!, im: im[1]! },
  ]);
  return negative / positive;
}

export interface Complex {
  readonly re: number;
  readonly im: number;
}

/**
 * Magnitudes of the positive and negative sequence of three phasors in the order U, V, W, where V's coils lie 120°
 * further along the slots than U's.
 */
export function sequences(phasors: readonly [Complex, Complex, Complex]): {
  readonly positive: number;
  readonly negative: number;
} {
  const turned = (z: Complex, thirds: number): Complex => {
    const a = (thirds * 2 * Math.PI) / 3;
    return {
      re: z.re * Math.cos(a) - z.im * Math.sin(a),
      im: z.re * Math.sin(a) + z.im * Math.cos(a),
    };
  };
  const total = (thirds: number) => {
    const v = turned(phasors[1], thirds);
    const w = turned(phasors[2], -thirds);
    return Math.hypot(phasors[0].re + v.re + w.re, phasors[0].im + v.im + w.im) / 3;
  };
  return { positive: total(-1), negative: total(1) };
}
