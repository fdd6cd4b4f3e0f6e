/** A part of the bore whose sequence of groups repeats round it: how unbalanced a sequence is, and the best of them. */
import { partEqually, type GroupSum } from './equal-parts.ts';
import { gcd } from './phase-belts.ts';
import { dividesEqually } from './root-sums.ts';
import { sequences } from './sequences.ts';

/** Negative and zero sequence as shares of the positive one. */
export interface Unbalance {
  readonly negative: number;
  readonly zero: number;
}

const SAME = 1e-9;
/** Below nothing when a is better. */
export const compareUnbalance = (a: Unbalance, b: Unbalance): number =>
  Math.abs(a.negative - b.negative) > SAME
    ? a.negative - b.negative
    : Math.abs(a.zero - b.zero) > SAME
      ? a.zero - b.zero
      : 0;

/** Sequences of group sizes, the best first, each made when it is asked for. */
export interface Ranking {
  readonly count: number;
  readonly sizes: (place: number) => number[];
}

/** So many patterns of one phase, cubed, are still tried in a moment. */
const EXHAUSTIVE = 20;

/** Sizes are of 3 groups a pole in angular order, as U −W V −U W −V; with consequent poles U V W. */
export class GroupSector {
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private readonly coilsPerPhase: number;

  /**
   * @param slots of the sector
   * @param groups of one phase in the sector
   * @param slotsInAll round the whole bore, for the angles
   */
  constructor(
    slots: number,
    private readonly groups: number,
    private readonly slotsInAll: number,
    private readonly polePairs: number,
    private readonly consequent: boolean,
  ) {
    this.coilsPerPhase = slots / 3;
    this.re = new Float64Array(slots + 1);
    this.im = new Float64Array(slots + 1);
    for (let i = 0; i < slots; i++) {
      const angle = (2 * Math.PI * ((polePairs * i) % slotsInAll)) / slotsInAll;
      this.re[i + 1] = this.re[i]! + Math.cos(angle);
      this.im[i + 1] = this.im[i]! + Math.sin(angle);
    }
  }

  /**
   * Sequences worth having, the best first: every one where they are few, else what even spreading and then exchanging
   * two groups of one phase finds.
   */
  ranked(): Ranking {
    const least = Math.floor(this.coilsPerPhase / this.groups);
    const larger = this.coilsPerPhase - least * this.groups;
    const all = this.groups <= 8 ? choices(this.groups, larger, EXHAUSTIVE) : null;
    if (all)
      return this.sorted(
        all.map((chosen) => Array.from({ length: this.groups }, (_, i) => least + (chosen.has(i) ? 1 : 0))),
      );
    const spreads = evenSpreads(this.coilsPerPhase, this.groups);
    // Even spreadings of U differ only by turning the whole winding, so one of them will do.
    const start = this.sorted(spreads, spreads.slice(0, 1)).sizes(0);
    const best = this.exchange(start);
    return { count: 2, sizes: (i) => (i === 0 ? best : start) };
  }

  private sorted(patterns: readonly number[][], ofU = patterns): Ranking {
    const sizes = new Array<number>(3 * this.groups).fill(0);
    const put = (place: number, pattern: readonly number[]) =>
      pattern.forEach((size, i) => (sizes[3 * i + place] = size));
    const found: { at: number; negative: number; zero: number }[] = [];
    const whole = (at: number) => {
      const n = patterns.length;
      put(0, ofU[Math.floor(at / (n * n))]!);
      put(1, patterns[Math.floor(at / n) % n]!);
      put(2, patterns[at % n]!);
      return sizes;
    };
    for (let at = 0; at < ofU.length * patterns.length ** 2; at++) {
      const { negative, zero } = this.unbalance(whole(at));
      // Rounded, so that equal ones stay in the order they were tried in.
      found.push({ at, negative: Math.round(negative / SAME), zero: Math.round(zero / SAME) });
    }
    found.sort((a, b) => a.negative - b.negative || a.zero - b.zero || a.at - b.at);
    return { count: found.length, sizes: (i) => whole(found[i]!.at).slice() };
  }

  /** Exchanges two groups of one phase as long as that helps. Sizes must differ by one coil at most. */
  private exchange(start: readonly number[]): number[] {
    const best = start.slice();
    let least = this.unbalance(best);
    for (let improved = true; improved;) {
      improved = false;
      const trial = new Exchanges(best, (place, at, size) => this.valueOf(place, at, size));
      for (let i = 0; i < best.length && !improved; i++)
        for (let j = i + 3; j < best.length; j += 3) {
          if (best[i] === best[j]) continue;
          const unbalance = this.unbalanceOf(trial.sums(i, j));
          if (compareUnbalance(unbalance, least) >= 0) continue;
          [best[i], best[j]] = [best[j]!, best[i]!];
          least = unbalance;
          improved = true;
          break;
        }
    }
    return best;
  }

  /** Voltage of group number `place` that begins `at` slots from the start. */
  private valueOf(place: number, at: number, size: number): [number, number] {
    const sign = this.consequent || place % 2 === 0 ? 1 : -1;
    return [sign * (this.re[at + size]! - this.re[at]!), sign * (this.im[at + size]! - this.im[at]!)];
  }

  /** Called thousands of times for one winding, hence without a list or a function on its way. */
  unbalance(sizes: readonly number[]): Unbalance {
    const sums = new Float64Array(6);
    let at = 0;
    for (let i = 0; i < sizes.length; i++) {
      const next = at + sizes[i]!;
      const sign = this.consequent || i % 2 === 0 ? 1 : -1;
      const place = 2 * (i % 3);
      sums[place]! += sign * (this.re[next]! - this.re[at]!);
      sums[place + 1]! += sign * (this.im[next]! - this.im[at]!);
      at = next;
    }
    return this.unbalanceOf(sums);
  }

  /** @param sums re and im of the three places, one after the other */
  private unbalanceOf(sums: ArrayLike<number>): Unbalance {
    const [u, second, third] = [
      { re: sums[0]!, im: sums[1]! },
      { re: sums[2]!, im: sums[3]! },
      { re: sums[4]!, im: sums[5]! },
    ];
    const { positive, negative, zero } = sequences(this.consequent ? [u, second, third] : [u, third, second]);
    return { negative: negative / positive, zero: zero / positive };
  }

  /** Whether each phase can part into so many circuits of equal size, whatever their voltages. */
  partsInSize(circuits: number): boolean {
    if (circuits === 1) return true;
    if (this.coilsPerPhase % circuits !== 0 || this.groups < circuits) return false;
    const each = this.coilsPerPhase / circuits;
    const least = Math.floor(this.coilsPerPhase / this.groups);
    // Below one coil a group the empty places may be shared out as they like.
    if (least === 0) return true;
    const fewest = Math.ceil(each / (least + 1));
    const most = Math.floor(each / least);
    return fewest <= most && circuits * fewest <= this.groups && this.groups <= circuits * most;
  }

  /** Whether each phase parts into so many circuits of equal voltage and copper. */
  parts(sizes: readonly number[], circuits: number): boolean {
    if (circuits === 1) return true;
    if (this.coilsPerPhase % circuits !== 0) return false;
    const phases: [GroupSum[], GroupSum[], GroupSum[]] = [[], [], []];
    const shared = gcd(this.slotsInAll, this.polePairs);
    const roots = this.slotsInAll / shared;
    const inAll = [0, 1, 2].map(() => new Float64Array(roots));
    let at = 0;
    sizes.forEach((size, i) => {
      const sign = this.consequent || i % 2 === 0 ? 1 : -1;
      for (let k = at; k < at + size; k++) inAll[i % 3]![((this.polePairs * k) / shared) % roots]! += sign;
      const [re, im] = this.valueOf(i, at, size);
      if (size > 0) phases[i % 3]!.push({ re, im, coils: size, turns: size, pitchSum: size });
      at += size;
    });
    return phases.every(
      (groups, i) =>
        groups.length >= circuits &&
        dividesEqually(inAll[i]!, circuits) &&
        partEqually(groups, circuits, 'neighbours') !== null,
    );
  }
}

/** What exchanging two groups makes of the phase sums, each in a step: those between them only move by a slot. */
class Exchanges {
  /** Sums of the groups before each, moved by −1, 0 and 1 slots: re and im of the three places one after the other. */
  private readonly before: Record<-1 | 0 | 1, Float64Array[]>;
  private readonly starts: number[] = [];

  constructor(
    private readonly sizes: readonly number[],
    private readonly valueOf: (place: number, at: number, size: number) => [number, number],
  ) {
    let at = 0;
    for (const size of sizes) {
      this.starts.push(at);
      at += size;
    }
    const end = at;
    const moved = (by: number) => {
      const sums = [new Float64Array(6)];
      sizes.forEach((size, i) => {
        const next = sums[i]!.slice();
        const start = this.starts[i]! + by;
        if (start >= 0 && start + size <= end) {
          const [re, im] = valueOf(i, start, size);
          next[2 * (i % 3)]! += re;
          next[2 * (i % 3) + 1]! += im;
        }
        sums.push(next);
      });
      return sums;
    };
    this.before = { [-1]: moved(-1), 0: moved(0), 1: moved(1) };
  }

  sums(i: number, j: number): Float64Array {
    const by = (this.sizes[j]! - this.sizes[i]!) as -1 | 1;
    const [still, moved] = [this.before[0], this.before[by]];
    const place = 2 * (i % 3);
    const sums = still[this.sizes.length]!.slice();
    for (let k = 0; k < 6; k++)
      sums[k]! += moved[j]![k]! - moved[i + 1]![k]! - (still[j + 1]![k]! - still[i]![k]!);
    for (const [re, im] of [
      this.valueOf(i, this.starts[i]!, this.sizes[j]!),
      this.valueOf(j, this.starts[j]! + by, this.sizes[i]!),
    ]) {
      sums[place]! += re;
      sums[place + 1]! += im;
    }
    return sums;
  }
}

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
