/**
 * Sends a direct current through a winding as it is joined, by solving its network: proves a connection list without
 * trusting how it was made, and shows what a wrongly made one would do.
 */
import { buildNetwork, type NetworkJoint, type NetworkWinding } from './network.ts';

export interface Feed {
  /** Lead marks, or `star` for every star point. All of a list are joined while the current flows. */
  readonly into: readonly string[];
  readonly outOf: readonly string[];
  /** Further leads joined with one another. */
  readonly joined?: readonly (readonly string[])[];
  /** A delta opened at this lead: its starts stay with the lead, its finishes become `open`. */
  readonly openAt?: string;
}

export interface Traced {
  /** Current through each group, from s to f, with 1 fed in; 0 where none flows. Index: group number − 1. */
  readonly current: readonly number[];
  readonly polarity: readonly ('N' | 'S' | null)[];
  /** Groups that carry current, in slot order. */
  readonly live: readonly number[];
  /** Between the two ends of the feed, in mean coils in series [1]; Infinity when nothing joins them. */
  readonly resistanceCoils: number;
}

/**
 * @param joints ends that are joined; an end in no joint hangs open
 * Source: Kirchhoff's laws, node potentials; first principles.
 */
export function traceCurrent(layout: NetworkWinding, joints: readonly NetworkJoint[], feed: Feed): Traced {
  const groups = layout.groups.length;
  const none: Traced = {
    current: new Array<number>(groups).fill(0),
    polarity: new Array<null>(groups).fill(null),
    live: [],
    resistanceCoils: Infinity,
  };
  const network = buildNetwork(layout, joints, feed);
  if (!network) return none;
  const { resistance, node, reached, from, to } = network;
  if (from === to) return { ...none, resistanceCoils: 0 };
  if (!reached.has(to)) return none;
  const size = reached.size;
  const matrix = Array.from({ length: size }, () => new Float64Array(size + 1));
  for (let g = 0; g < groups; g++) {
    const a = reached.get(node[2 * g]!);
    const b = reached.get(node[2 * g + 1]!);
    if (a === undefined || b === undefined || a === b) continue;
    const conductance = 1 / resistance[g]!;
    matrix[a]![a]! += conductance;
    matrix[b]![b]! += conductance;
    matrix[a]![b]! -= conductance;
    matrix[b]![a]! -= conductance;
  }
  matrix[reached.get(from)!]![size] = 1;
  const ground = reached.get(to)!;
  matrix[ground]!.fill(0);
  matrix[ground]![ground] = 1;
  const volts = solve(matrix);
  const current = Array.from({ length: groups }, (_, g) => {
    const a = reached.get(node[2 * g]!);
    const b = reached.get(node[2 * g + 1]!);
    if (a === undefined || b === undefined) return 0;
    const i = (volts[a]! - volts[b]!) / resistance[g]!;
    return Math.abs(i) < 1e-9 ? 0 : i;
  });
  return {
    current,
    polarity: current.map((i) => (i === 0 ? null : i > 0 ? 'N' : 'S')),
    live: current.flatMap((i, g) => (i === 0 ? [] : [g + 1])),
    resistanceCoils: volts[reached.get(from)!]!,
  };
}

/** Gaussian elimination with pivoting; the last column is the right-hand side. */
function solve(m: Float64Array[]): Float64Array {
  const n = m.length;
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let r = k + 1; r < n; r++) if (Math.abs(m[r]![k]!) > Math.abs(m[pivot]![k]!)) pivot = r;
    [m[k], m[pivot]] = [m[pivot]!, m[k]!];
    const row = m[k]!;
    if (Math.abs(row[k]!) < 1e-12) continue;
    for (let r = k + 1; r < n; r++) {
      const below = m[r]!;
      const factor = below[k]! / row[k]!;
      if (factor === 0) continue;
      for (let c = k; c <= n; c++) below[c]! -= factor * row[c]!;
    }
  }
  const x = new Float64Array(n);
  for (let k = n - 1; k >= 0; k--) {
    let sum = m[k]![n]!;
    for (let c = k + 1; c < n; c++) sum -= m[k]![c]! * x[c]!;
    x[k] = Math.abs(m[k]![k]!) < 1e-12 ? 0 : sum / m[k]![k]!;
  }
  return x;
}
