/** Many ways of having joined the same winding wrongly, each solved by a small change of one solved network. */
import type { GroupEnd, Joint } from './connection-list.ts';
import { buildNetwork, endIndex, type Network, type NetworkWinding } from './network.ts';
import { traceCurrent, type Feed } from './trace.ts';
import type { WalkReading } from './polarity-walk.ts';

/** Ends that stand in each other's place. */
export type EndPair = readonly [GroupEnd, GroupEnd];

interface Change {
  /** Nodes between which conductance is added; −1 is the ground. */
  readonly a: number;
  readonly b: number;
  readonly conductance: number;
}

const SINGULAR = 1e-7;
const ZERO = 1e-9;

/**
 * The network is inverted once. Ends that stand in each other's place take a few resistors out and put them elsewhere,
 * which changes the inverse by a matrix of low rank.
 * Source: M. A. Woodbury, inverse of a matrix changed by one of low rank (1950); Kirchhoff's laws. From memory; a property
 * test holds it against solving every network anew.
 */
export class WalkNetwork {
  private readonly network: Network | null;
  private inverse: Float64Array | null = null;
  private size = 0;
  private readonly place = new Map<number, number>();
  /** Group readings and networks worked out so far, to be held against a budget. */
  work = 0;

  constructor(
    private readonly layout: NetworkWinding,
    private readonly joints: readonly Joint<string>[],
    private readonly feed: Feed,
  ) {
    this.network = buildNetwork(layout, joints, feed);
  }

  /** What every group shows as joined; `0` where no current flows. */
  asJoined(): WalkReading[] {
    return this.solveAnew([]);
  }

  /**
   * What the groups show with these ends exchanged, one after another until `go` says that it has seen enough.
   * @returns false when `go` ended it
   */
  show(pairs: readonly EndPair[], go: (group: number, shows: 'N' | 'S' | '0') => boolean): boolean {
    const changed = this.changedBy(pairs);
    if (changed === null) {
      for (const [i, shows] of this.solveAnew(pairs).entries())
        if (!go(i + 1, shows as 'N' | 'S' | '0')) return false;
      return true;
    }
    const { resistance } = this.network!;
    for (let g = 0; g < resistance.length; g++) {
      this.work++;
      const volts = changed.between(g);
      const current = volts / resistance[g]!;
      if (!go(g + 1, Math.abs(current) < ZERO ? '0' : current > 0 ? 'N' : 'S')) return false;
    }
    return true;
  }

  private solveAnew(pairs: readonly EndPair[]): WalkReading[] {
    // A dense system of that many nodes, in readings of one group.
    this.work += this.layout.groups.length ** 3 / 60;
    const as = (e: GroupEnd): GroupEnd => {
      for (const [x, y] of pairs) {
        if (e.group === x.group && e.end === x.end) return y;
        if (e.group === y.group && e.end === y.end) return x;
      }
      return e;
    };
    const joints = pairs.length ? this.joints.map((j) => ({ ...j, ends: j.ends.map(as) })) : this.joints;
    return traceCurrent(this.layout, joints, this.feed).polarity.map((p) => p ?? '0');
  }

  /** The changed network, or null when it has to be solved anew: it falls apart, or reaches what was not fed. */
  private changedBy(pairs: readonly EndPair[]) {
    if (!this.network || !this.invert()) return null;
    const { node, resistance, nodeInPlaceOf } = this.network;
    const at = new Map<number, number>();
    for (const [x, y] of pairs) {
      const [i, k] = [endIndex(x), endIndex(y)];
      at.set(i, nodeInPlaceOf(k, i));
      at.set(k, nodeInPlaceOf(i, k));
    }
    const nodeNow = (end: number) => at.get(end) ?? node[end]!;
    const changes: Change[] = [];
    for (const g of new Set([...at.keys()].map((end) => end >> 1))) {
      const before = [this.placeOf(node[2 * g]!), this.placeOf(node[2 * g + 1]!)] as const;
      const after = [this.placeOf(nodeNow(2 * g)), this.placeOf(nodeNow(2 * g + 1))] as const;
      if ([...before, ...after].some((p) => p === undefined)) return null;
      const conductance = 1 / resistance[g]!;
      if (before[0] !== before[1]) changes.push({ a: before[0]!, b: before[1]!, conductance: -conductance });
      if (after[0] !== after[1]) changes.push({ a: after[0]!, b: after[1]!, conductance });
    }
    const size = this.size;
    const inverse = this.inverse!;
    const z = (r: number, c: number) => (r < 0 || c < 0 ? 0 : inverse[r * size + c]!);
    const source = this.placeOf(this.network.from)!;
    // (C⁻¹ + UᵀZU)·y = UᵀZi, then v = Zi − ZU·y.
    const k = changes.length;
    const m = changes.map((p, r) => {
      const row = changes.map(
        (q, c) => z(p.a, q.a) - z(p.a, q.b) - z(p.b, q.a) + z(p.b, q.b) + (r === c ? 1 / p.conductance : 0),
      );
      return [...row, z(p.a, source) - z(p.b, source)];
    });
    const y = solveSmall(m, k);
    if (!y) return null;
    const volts = (p: number) => {
      let v = z(p, source);
      for (let i = 0; i < k; i++) v -= (z(p, changes[i]!.a) - z(p, changes[i]!.b)) * y[i]!;
      return v;
    };
    return {
      between: (g: number): number => {
        const a = this.placeOf(nodeNow(2 * g));
        const b = this.placeOf(nodeNow(2 * g + 1));
        return a === undefined || b === undefined ? 0 : volts(a) - volts(b);
      },
    };
  }

  /** Row of a node in the inverse, −1 for the ground, undefined where the feed does not reach. */
  private placeOf(node: number): number | undefined {
    return this.place.get(node);
  }

  private invert(): boolean {
    if (this.inverse) return true;
    const { network } = this;
    if (!network || network.from === network.to || !network.reached.has(network.to)) return false;
    for (const node of network.reached.keys()) this.place.set(node, node === network.to ? -1 : this.size++);
    const n = this.size;
    const matrix = new Float64Array(n * n);
    network.resistance.forEach((resistance, g) => {
      const a = this.place.get(network.node[2 * g]!);
      const b = this.place.get(network.node[2 * g + 1]!);
      if (a === undefined || b === undefined || a === b) return;
      const conductance = 1 / resistance;
      if (a >= 0) matrix[a * n + a]! += conductance;
      if (b >= 0) matrix[b * n + b]! += conductance;
      if (a >= 0 && b >= 0) {
        matrix[a * n + b]! -= conductance;
        matrix[b * n + a]! -= conductance;
      }
    });
    this.inverse = invertDefinite(matrix, n);
    return true;
  }
}

/** Inverse of a symmetric positive definite matrix in place, by sweeping every row. Source: Gauss–Jordan; textbooks. */
function invertDefinite(m: Float64Array, n: number): Float64Array {
  for (let k = 0; k < n; k++) {
    const pivot = m[k * n + k]!;
    for (let r = 0; r < n; r++) {
      if (r === k) continue;
      const factor = m[r * n + k]! / pivot;
      if (factor === 0) continue;
      for (let c = 0; c < n; c++) if (c !== k) m[r * n + c]! -= factor * m[k * n + c]!;
      m[r * n + k] = -factor;
    }
    for (let c = 0; c < n; c++) if (c !== k) m[k * n + c]! /= pivot;
    m[k * n + k] = 1 / pivot;
  }
  return m;
}

/** @returns null when the system is all but singular: the network falls apart */
function solveSmall(m: number[][], k: number): number[] | null {
  const scale = Math.max(1e-300, ...m.flatMap((row) => row.slice(0, k).map(Math.abs)));
  for (let p = 0; p < k; p++) {
    let best = p;
    for (let r = p + 1; r < k; r++) if (Math.abs(m[r]![p]!) > Math.abs(m[best]![p]!)) best = r;
    [m[p], m[best]] = [m[best]!, m[p]!];
    if (Math.abs(m[p]![p]!) < SINGULAR * scale) return null;
    for (let r = p + 1; r < k; r++) {
      const factor = m[r]![p]! / m[p]![p]!;
      for (let c = p; c <= k; c++) m[r]![c]! -= factor * m[p]![c]!;
    }
  }
  const y = new Array<number>(k).fill(0);
  for (let p = k - 1; p >= 0; p--) {
    let sum = m[p]![k]!;
    for (let c = p + 1; c < k; c++) sum -= m[p]![c]! * y[c]!;
    y[p] = sum / m[p]![p]!;
  }
  return y;
}
