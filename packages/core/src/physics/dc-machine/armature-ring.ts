/** Resistance between the bars of a commutator: the whole ring as a network. Source: Kirchhoff's laws. */
import { islandsOf, resistanceBetween, type Edge } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

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
  const node = islandsOf(bars, joined);
  const edges = Array.from({ length: bars }, (_, coil): Edge | null => {
    const ohm = q.faults.has(coil) ? q.faults.get(coil)! : q.coilOhm;
    return ohm === null ? null : [node[coil]!, node[(coil + pitch) % bars]!, ohm];
  }).filter((e) => e !== null);
  const pairs = Array.from({ length: bars }, (_, k) => [node[k]!, node[(k + q.step) % bars]!] as const);
  return good(resistanceBetween(bars, edges, pairs));
}
const equalized = (bars: number, pitch: number) =>
  Array.from({ length: bars }, (_, k) => [k, (k + pitch) % bars] as const);

/** Between bars so many coils apart on a sound closed ring [Ω]. */
export const ringResistance = (bars: number, coilOhm: number, span: number): number =>
  (coilOhm * span * (bars - span)) / bars;

/** One coil from the reading of neighbouring bars on a sound closed ring [Ω]. */
export const coilFromRing = (readingOhm: number, bars: number): number => (readingOhm * bars) / (bars - 1);
