/**
 * A network of resistors, solved once for currents between any of its points.
 * Source: Kirchhoff's laws; order of elimination by E. Cuthill and J. McKee (1969), factors within the profile: A. George and
 * J. Liu, Computer Solution of Large Sparse Positive Definite Systems. From memory.
 */

export type Edge = readonly [from: number, to: number, ohm: number];
type Joined = readonly (readonly [from: number, to: number, ...rest: number[]])[];

/** The least point that each is joined with, itself where with none. */
export function islandsOf(points: number, joined: Joined): number[] {
  const parent = Array.from({ length: points }, (_, i) => i);
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  for (const [a, b] of joined) {
    const [x, y] = [find(a), find(b)];
    parent[Math.max(x, y)] = Math.min(x, y);
  }
  return parent.map((_, i) => find(i));
}

export class ResistorNetwork {
  private readonly node: readonly number[];
  private readonly island: readonly number[];
  /** Place of a node among those solved for; −1 for one that is held at nothing. */
  private readonly place: Int32Array;
  private readonly size: number;
  /** Volts at each for an ampere into each, against the held point of its island [Ω]. */
  private readonly potentials: Float64Array;

  /**
   * @param points from 0
   * @param edges ohms over 0
   * @param ties points joined without ohms
   */
  constructor(points: number, edges: readonly Edge[], ties: Joined = []) {
    this.node = islandsOf(points, ties);
    const between = edges
      .map(([a, b, ohm]): Edge => [this.node[a]!, this.node[b]!, ohm])
      .filter(([a, b]) => a !== b);
    this.island = islandsOf(points, [...ties, ...between]);
    const neighbours = Array.from({ length: points }, (): number[] => []);
    for (const [a, b] of between) {
      neighbours[a]!.push(b);
      neighbours[b]!.push(a);
    }
    const order = this.order(neighbours);
    this.size = order.length;
    this.place = new Int32Array(points).fill(-1);
    order.forEach((node, i) => (this.place[node] = i));
    this.potentials = solveAll(
      this.size,
      between.map(([a, b, ohm]): Edge => [this.place[a]!, this.place[b]!, ohm]),
    );
  }

  /** Nodes to be solved for, those of an island outwards from the one that is held: what is joined stands close together. */
  private order(neighbours: readonly (readonly number[])[]): number[] {
    const order: number[] = [];
    const seen = new Uint8Array(neighbours.length);
    for (let root = 0; root < neighbours.length; root++) {
      if (this.node[root] !== root || seen[root]) continue;
      const queue = [root];
      seen[root] = 1;
      for (let i = 0; i < queue.length; i++)
        for (const next of neighbours[queue[i]!]!)
          if (!seen[next]) {
            seen[next] = 1;
            queue.push(next);
          }
      order.push(...queue.slice(1));
    }
    return order;
  }

  /** Whether a current can flow from one to the other. */
  joins(a: number, b: number): boolean {
    return this.island[a] === this.island[b];
  }

  /**
   * Volts from a to b while one ampere flows from c to d [Ω]; none between points of a part that the current does not reach.
   * @returns null where a and b, or c and d, are not joined
   */
  transfer(a: number, b: number, c: number, d: number): number | null {
    if (!this.joins(a, b) || !this.joins(c, d)) return null;
    if (!this.joins(a, c)) return 0;
    return this.at(a, c) - this.at(a, d) - this.at(b, c) + this.at(b, d);
  }

  private at(a: number, b: number): number {
    const [i, j] = [this.place[this.node[a]!]!, this.place[this.node[b]!]!];
    return i < 0 || j < 0 ? 0 : this.potentials[i * this.size + j]!;
  }
}

/** Inverse of the network's conductances by factors L·Lᵀ within their profile. @param edges by place; −1 is held at nothing */
function solveAll(size: number, edges: readonly Edge[]): Float64Array {
  const first = Int32Array.from({ length: size }, (_, i) => i);
  for (const [a, b] of edges) {
    const [low, high] = a < b ? [a, b] : [b, a];
    if (low >= 0 && low < first[high]!) first[high] = low;
  }
  const rows = Array.from({ length: size }, (_, i) => new Float64Array(i - first[i]! + 1));
  const add = (i: number, j: number, value: number) => {
    rows[i]![j - first[i]!]! += value;
  };
  for (const [a, b, ohm] of edges) {
    const [low, high] = a < b ? [a, b] : [b, a];
    add(high, high, 1 / ohm);
    if (low >= 0) {
      add(low, low, 1 / ohm);
      add(high, low, -1 / ohm);
    }
  }
  for (let i = 0; i < size; i++) {
    const row = rows[i]!;
    const from = first[i]!;
    for (let j = from; j <= i; j++) {
      const other = rows[j]!;
      let sum = row[j - from]!;
      for (let k = Math.max(from, first[j]!); k < j; k++) sum -= row[k - from]! * other[k - first[j]!]!;
      row[j - from] = j === i ? Math.sqrt(sum) : sum / other[j - first[j]!]!;
    }
  }
  const all = new Float64Array(size * size);
  const x = new Float64Array(size);
  for (let c = 0; c < size; c++) {
    x.fill(0);
    x[c] = 1;
    for (let i = c; i < size; i++) {
      const row = rows[i]!;
      const from = first[i]!;
      let sum = x[i]!;
      for (let k = Math.max(from, c); k < i; k++) sum -= row[k - from]! * x[k]!;
      x[i] = sum / row[i - from]!;
    }
    for (let i = size - 1; i >= 0; i--) {
      const row = rows[i]!;
      const from = first[i]!;
      const value = x[i]! / row[i - from]!;
      x[i] = value;
      for (let k = from; k < i; k++) x[k]! -= row[k - from]! * value;
    }
    all.set(x, c * size);
  }
  return all;
}

/**
 * Resistance between pairs of points.
 * @returns [Ω]; null where nothing joins them, 0 for a point with itself
 */
export function resistanceBetween(
  points: number,
  edges: readonly Edge[],
  pairs: readonly (readonly [number, number])[],
): (number | null)[] {
  const network = new ResistorNetwork(points, edges);
  return pairs.map(([a, b]) => network.transfer(a, b, a, b));
}
