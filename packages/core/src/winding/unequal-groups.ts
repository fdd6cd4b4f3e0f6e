/** Best sequence of unequal groups for a winding that cannot be exactly balanced, such as 48 slots with 6 poles. */

/**
 * Group sizes in angular order (group i belongs to the belts U −W V −U W −V in turn) with the same number of coils in
 * every phase and the smallest negative-sequence voltage found: even spreading for every start, then exchanging two
 * groups of one phase as long as that helps. Deterministic; a local optimum, not a proof of the best.
 * @param slots Q, divisible by 3; poles 2p with at least one slot per pole and phase
 * @returns 3·poles sizes that sum to Q
 * Source: symmetrical components (Fortescue 1918) applied to the phase sums, first principles.
 */
export function unequalGroupSizes(slots: number, poles: number): number[] {
  const key = `${slots}/${poles}`;
  const known = memory.get(key);
  if (known) return known;
  const groups = 3 * poles;
  const sums = prefixPhasors(slots, poles / 2);
  const coilsPerPhase = slots / 3;
  const spread = (shift: number) =>
    Array.from(
      { length: poles },
      (_, i) =>
        Math.floor(((i + 1) * coilsPerPhase + shift) / poles) -
        Math.floor((i * coilsPerPhase + shift) / poles),
    );
  const patterns = unique(Array.from({ length: poles }, (_, s) => spread(s)));
  let best: number[] = [];
  let bestShare = Infinity;
  for (const u of patterns)
    for (const v of patterns)
      for (const w of patterns) {
        // Belt order U −W V −U W −V: group i takes its phase from i mod 3 = 0 → U, 1 → W, 2 → V.
        const sizes = Array.from(
          { length: groups },
          (_, i) => [u, w, v][i % 3]![Math.floor(i / 3)]!,
        );
        const share = negativeShare(sizes, sums);
        if (share < bestShare - 1e-12) {
          best = sizes;
          bestShare = share;
        }
      }
  for (let improved = true; improved; ) {
    improved = false;
    for (let i = 0; i < groups; i++)
      for (let j = i + 3; j < groups; j += 3) {
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
  memory.set(key, best);
  return best;
}

/** The search depends on nothing but its two numbers, so its answers are kept. */
const memory = new Map<string, number[]>();

const unique = (lists: number[][]) => [...new Map(lists.map((l) => [l.join(), l])).values()];

/** Running sums of the slot phasors, so that a group's voltage is one subtraction. */
function prefixPhasors(slots: number, polePairs: number) {
  const re = [0];
  const im = [0];
  for (let i = 0; i < slots; i++) {
    const angle = (2 * Math.PI * ((polePairs * i) % slots)) / slots;
    re.push(re[i]! + Math.cos(angle));
    im.push(im[i]! + Math.sin(angle));
  }
  return { re, im };
}

function negativeShare(sizes: readonly number[], sums: { re: number[]; im: number[] }): number {
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
