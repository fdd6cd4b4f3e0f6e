/** Resistance between the bars of a commutator: the whole ring as a network. Source: Kirchhoff's laws. */
import { inverse, Matrix } from 'ml-matrix';
import { good, refuse, type Outcome } from '../quantity/index.ts';

export type Edge = readonly [from: number, to: number, ohm: number];

/**
 * Resistance between pairs of nodes.
 * @param edges nodes from 0; ohms over 0
 * @returns [Ω]; null where nothing joins them, 0 for a node with itself
 */
export function resistanceBetween(
  nodes: number,
  edges: readonly Edge[],
  pairs: readonly (readonly [number, number])[],
): (number | null)[] {
  const island = islands(nodes, edges);
  const potentials = new Map<number, { readonly place: ReadonlyMap<number, number>; readonly z: Matrix }>();
  return pairs.map(([i, j]) => {
    if (i === j) return 0;
    const root = island[i]!;
    if (root !== island[j]) return null;
    let known = potentials.get(root);
    if (!known) potentials.set(root, (known = solveIsland(root, island, edges)));
    // Against one node held at nothing: R = Z(ii) + Z(jj) − 2·Z(ij).
    const at = (a: number, b: number) => {
      const [x, y] = [known.place.get(a), known.place.get(b)];
      return x === undefined || y === undefined ? 0 : known.z.get(x, y);
    };
    return at(i, i) + at(j, j) - 2 * at(i, j);
  });
}

/** The least node that each is joined with. */
function islands(nodes: number, edges: readonly Edge[]): number[] {
  const parent = Array.from({ length: nodes }, (_, i) => i);
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  for (const [a, b] of edges) {
    const [x, y] = [find(a), find(b)];
    parent[Math.max(x, y)] = Math.min(x, y);
  }
  return parent.map((_, i) => find(i));
}

/** Potentials of one island for one ampere into each node, its root held at nothing. */
function solveIsland(root: number, island: readonly number[], edges: readonly Edge[]) {
  const members = island.flatMap((r, i) => (r === root && i !== root ? [i] : []));
  const place = new Map(members.map((node, k) => [node, k]));
  const y = Matrix.zeros(members.length, members.length);
  for (const [a, b, ohm] of edges) {
    if (island[a] !== root || a === b) continue;
    const [i, j] = [place.get(a), place.get(b)];
    for (const [p, q] of [
      [i, j],
      [j, i],
    ])
      if (p !== undefined) {
        y.set(p, p, y.get(p, p) + 1 / ohm);
        if (q !== undefined) y.set(p, q, y.get(p, q) - 1 / ohm);
      }
  }
  return { place, z: inverse(y) };
}

export const ARMATURE_WINDINGS = ['lap', 'duplex-lap', 'wave'] as const;

export interface ArmatureRing {
  readonly bars: number;
  readonly winding: (typeof ARMATURE_WINDINGS)[number];
  readonly coilOhm: number;
  readonly polePairs: number;
  /** Coil from 0, its ohms; null is open. */
  readonly faults: ReadonlyMap<number, number | null>;
  /** Between bar k and k + step. */
  readonly step: number;
  /** Bars k and k + pitch joined without ohms. */
  readonly equalizerPitch: number | null;
}

/** @returns bar k to bar k + step for every k [Ω]; null where nothing joins them */
export function barToBar(q: ArmatureRing): Outcome<(number | null)[]> {
  const { bars } = q;
  const wave = (bars - 1) / q.polePairs;
  if (q.winding === 'wave' && !Number.isInteger(wave))
    return refuse(
      'armature.no-wave',
      `${bars} bars less one do not part into ${q.polePairs} pole pairs: this is no wave winding.`,
      'bars',
      'polePairs',
    );
  const pitch = { lap: 1, 'duplex-lap': 2, wave }[q.winding];
  const strange = [...q.faults.keys()].find((coil) => coil >= bars);
  if (strange !== undefined)
    return refuse(
      'armature.no-such-coil',
      `There is no coil ${strange}: they count from 0 to ${bars - 1}.`,
      'faults',
    );
  // Joined bars are one node.
  const joined = q.equalizerPitch === null ? [] : equalized(bars, q.equalizerPitch);
  const node = islands(bars, joined);
  const edges = Array.from({ length: bars }, (_, coil): Edge | null => {
    const ohm = q.faults.has(coil) ? q.faults.get(coil)! : q.coilOhm;
    return ohm === null ? null : [node[coil]!, node[(coil + pitch) % bars]!, ohm];
  }).filter((e) => e !== null);
  const pairs = Array.from({ length: bars }, (_, k) => [node[k]!, node[(k + q.step) % bars]!] as const);
  return good(resistanceBetween(bars, edges, pairs));
}
const equalized = (bars: number, pitch: number): Edge[] =>
  Array.from({ length: bars }, (_, k) => [k, (k + pitch) % bars, 1]);

/** Between bars so many coils apart on a sound closed ring [Ω]. */
export const ringResistance = (bars: number, coilOhm: number, span: number): number =>
  (coilOhm * span * (bars - span)) / bars;

/** One coil from the reading of neighbouring bars on a sound closed ring [Ω]. */
export const coilFromRing = (readingOhm: number, bars: number): number => (readingOhm * bars) / (bars - 1);
