/** Best sequence of unequal groups for a winding that cannot be exactly balanced, such as 48 slots with 6 poles. */
import { partEqually, type GroupSum } from './equal-parts.ts';
import { gcd } from './phase-belts.ts';
import { sequences, type Complex } from './sequences.ts';

export interface GroupRing {
  /** Q coils in as many places round the bore, divisible by 3. */
  readonly slots: number;
  readonly poles: number;
  /** One group a pole pair and phase, all of one polarity, instead of one a pole and phase. */
  readonly consequent?: boolean;
  /** Equal circuits that each phase must part into; 1 when absent. */
  readonly circuits?: number;
}

/**
 * Group sizes in angular order with the same number of coils in every phase, that part into the circuits asked for, with
 * the least unbalance: negative sequence, and zero sequence where that is equal. With few groups every sequence is tried;
 * with many, even spreading from every start, sequences that repeat round the bore, and then exchanging two groups of one
 * phase as long as that helps, which finds a good grouping and no proof of the best. Deterministic. Where no grouping parts
 * into the circuits, the best one without them.
 * @returns 3 sizes a pole, or 3 a pole pair with consequent poles, that sum to Q; below one coil a group some are 0
 * Source: symmetrical components (Fortescue 1918) applied to the phase sums, first principles.
 */
export function unequalGroupSizes(ring: GroupRing): number[] {
  const { slots, poles, consequent = false, circuits = 1 } = ring;
  const key = [slots, poles, consequent, circuits].join();
  const known = memory.get(key);
  if (known) return known;
  const best = candidates(ring).sort((a, b) => compare(a.unbalance, b.unbalance));
  const sizes = (
    best.find((c) => c.parts) ??
    (circuits > 1 ? { sizes: unequalGroupSizes({ ...ring, circuits: 1 }) } : best[0]!)
  ).sizes;
  memory.set(key, sizes);
  return sizes;
}

/** The search depends on nothing but its numbers, so its answers are kept. */
const memory = new Map<string, number[]>();

/** Negative and zero sequence as shares of the positive one. */
interface Unbalance {
  readonly negative: number;
  readonly zero: number;
}
const SAME = 1e-9;
/** Below nothing when a is better. */
const compare = (a: Unbalance, b: Unbalance) =>
  Math.abs(a.negative - b.negative) > SAME
    ? a.negative - b.negative
    : Math.abs(a.zero - b.zero) > SAME
      ? a.zero - b.zero
      : 0;

interface Candidate {
  readonly sizes: number[];
  readonly unbalance: Unbalance;
  readonly parts: boolean;
}

/** One for each number of equal sectors that the bore can be divided into. */
function candidates({ slots, poles, consequent = false, circuits = 1 }: GroupRing): Candidate[] {
  const groups = consequent ? poles / 2 : poles;
  const repeats = gcd(groups, slots / 3);
  const found: Candidate[] = [];
  for (let sectors = 1; sectors <= repeats; sectors++) {
    if (repeats % sectors !== 0) continue;
    const sector = new Sector(slots / sectors, groups / sectors, slots, poles / 2, consequent);
    const wanted = circuits / gcd(circuits, sectors);
    const sizes = sector.best(wanted);
    if (!sizes) continue;
    const whole = Array.from({ length: sectors }, () => sizes).flat();
    found.push({
      sizes: whole,
      unbalance: sector.unbalance(sizes),
      parts: wanted === 1 || sector.parts(sizes, wanted),
    });
  }
  return found;
}

/** So many patterns of one phase, cubed, are still tried in a moment. */
const EXHAUSTIVE = 20;

/** A part of the bore whose sequence of groups repeats round it. Angles are electrical, over the whole of it. */
class Sector {
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private readonly coilsPerPhase: number;
  private readonly groups: number;
  private readonly consequent: boolean;

  constructor(slots: number, groups: number, slotsInAll: number, polePairs: number, consequent: boolean) {
    this.groups = groups;
    this.consequent = consequent;
    this.coilsPerPhase = slots / 3;
    this.re = new Float64Array(slots + 1);
    this.im = new Float64Array(slots + 1);
    for (let i = 0; i < slots; i++) {
      const angle = (2 * Math.PI * ((polePairs * i) % slotsInAll)) / slotsInAll;
      this.re[i + 1] = this.re[i]! + Math.cos(angle);
      this.im[i + 1] = this.im[i]! + Math.sin(angle);
    }
  }

  /** The best sizes, or null when none parts into so many circuits. */
  best(circuits: number): number[] | null {
    const least = Math.floor(this.coilsPerPhase / this.groups);
    const larger = this.coilsPerPhase - least * this.groups;
    const all = this.groups <= 8 ? choices(this.groups, larger, EXHAUSTIVE) : null;
    if (all) {
      const patterns = all.map((chosen) =>
        Array.from({ length: this.groups }, (_, i) => least + (chosen.has(i) ? 1 : 0)),
      );
      return this.bestOf(patterns, patterns, circuits);
    }
    const spreads = evenSpreads(this.coilsPerPhase, this.groups);
    // Even spreadings of U differ only by turning the whole winding, so one of them will do.
    const start = this.bestOf(spreads.slice(0, 1), spreads, 1)!;
    const best = this.exchange(start);
    if (circuits === 1 || this.parts(best, circuits)) return best;
    return this.parts(start, circuits) ? start : null;
  }

  /** Phase of group i by i mod 3; with a group a pole the order is U −W V −U W −V, with consequent poles U V W. */
  private bestOf(ofU: readonly number[][], patterns: readonly number[][], circuits: number): number[] | null {
    let best: number[] | null = null;
    let least: Unbalance = { negative: Infinity, zero: Infinity };
    for (const u of ofU)
      for (const second of patterns)
        for (const third of patterns) {
          const sizes = Array.from(
            { length: 3 * this.groups },
            (_, i) => [u, second, third][i % 3]![Math.floor(i / 3)]!,
          );
          const unbalance = this.unbalance(sizes);
          if (compare(unbalance, least) >= 0) continue;
          if (circuits > 1 && !this.parts(sizes, circuits)) continue;
          best = sizes;
          least = unbalance;
        }
    return best;
  }

  private exchange(start: number[]): number[] {
    let best = start;
    let least = this.unbalance(best);
    for (let improved = true; improved;) {
      improved = false;
      for (let i = 0; i < best.length; i++)
        for (let j = i + 3; j < best.length; j += 3) {
          if (best[i] === best[j]) continue;
          const trial = best.slice();
          [trial[i], trial[j]] = [best[j]!, best[i]!];
          const unbalance = this.unbalance(trial);
          if (compare(unbalance, least) < 0) {
            best = trial;
            least = unbalance;
            improved = true;
          }
        }
    }
    return best;
  }

  unbalance(sizes: readonly number[]): Unbalance {
    const sums: [Complex, Complex, Complex] = [NOTHING, NOTHING, NOTHING];
    this.each(sizes, (place, re, im) => {
      sums[place] = { re: sums[place].re + re, im: sums[place].im + im };
    });
    const [u, second, third] = sums;
    const { positive, negative, zero } = sequences(this.consequent ? [u, second, third] : [u, third, second]);
    return { negative: negative / positive, zero: zero / positive };
  }

  /** Whether each phase parts into so many circuits of equal voltage and copper. */
  parts(sizes: readonly number[], circuits: number): boolean {
    const phases: [GroupSum[], GroupSum[], GroupSum[]] = [[], [], []];
    this.each(sizes, (place, re, im, size) => {
      if (size > 0) phases[place].push({ re, im, coils: size, turns: size, throws: size });
    });
    return phases.every(
      (groups) =>
        groups.length >= circuits &&
        this.coilsPerPhase % circuits === 0 &&
        partEqually(groups, circuits, 'neighbours') !== null,
    );
  }

  private each(
    sizes: readonly number[],
    visit: (place: 0 | 1 | 2, re: number, im: number, size: number) => void,
  ) {
    let at = 0;
    for (let i = 0; i < sizes.length; i++) {
      const size = sizes[i]!;
      const sign = this.consequent || i % 2 === 0 ? 1 : -1;
      visit(
        (i % 3) as 0 | 1 | 2,
        sign * (this.re[at + size]! - this.re[at]!),
        sign * (this.im[at + size]! - this.im[at]!),
        size,
      );
      at += size;
    }
  }
}

const NOTHING: Complex = { re: 0, im: 0 };

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

function evenSpreads(coils: number, groups: number): number[][] {
  const spread = (shift: number) =>
    Array.from(
      { length: groups },
      (_, i) => Math.floor(((i + 1) * coils + shift) / groups) - Math.floor((i * coils + shift) / groups),
    );
  const lists = Array.from({ length: groups }, (_, s) => spread(s));
  return [...new Map(lists.map((l) => [l.join(), l])).values()];
}
