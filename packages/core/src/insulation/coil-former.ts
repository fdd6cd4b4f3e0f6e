/** The loop each coil is wound on: straight part, throw, heads, and what a trial coil changes about it. */
import type { SlotShape } from '../analysis/index.ts';
import type { WindingLayout } from '../winding/index.ts';

export interface FormerCoil {
  /** Coil of the group, outermost first where they differ. */
  readonly place: number;
  readonly pitch: number;
  readonly turns: number;
  /** Straight part, one slot side [mm]. */
  readonly straightMm: number;
  /** Distance of the two sides, a chord at half slot depth [mm]. */
  readonly throwMm: number;
  /** Each end: how far the loop stands out beyond the straight part [mm]. */
  readonly headMm: number;
  /** Round the inside of the loop, once [mm]. */
  readonly perimeterMm: number;
}

export interface CoilFormer {
  readonly coils: readonly FormerCoil[];
  /** Coils wound in one go. */
  readonly gang: number;
  readonly gangs: number;
  /** What the trial coil asked for, already in the perimeters [mm]; 0 without one. */
  readonly correctionMm: number;
}

const leg = (head: number, width: number) => Math.hypot(head, width / 2);

/**
 * Heads are taken as two straight legs that meet over the middle: a loop of perimeter 2·straight + 4·leg.
 * @param standOutMm how far the end turns stand out beyond the core [mm]; worked out from the throw where not known
 * @param trial stand-out of a coil wound on this former and laid into its slots [mm]
 * Source: geometry; first principles. The head where none was measured: 0.3 of the throw and 15 mm, common practice.
 */
export function coilFormer(
  layout: WindingLayout,
  turnsPerCoil: number,
  coreLengthMm: number,
  boreMm: number,
  shape: SlotShape | null,
  projectionMm: number,
  standOutMm?: number,
  trial?: number,
): CoilFormer {
  const depth = shape?.depthMm ?? 0.12 * boreMm;
  const circle = boreMm + depth;
  const group = layout.groups.reduce((a, b) => (b.coils.length > a.coils.length ? b : a));
  const straightMm = coreLengthMm + 2 * projectionMm;
  let correction = 0;
  const coils = group.coils.map((n, i): FormerCoil => {
    const coil = layout.coils[n - 1]!;
    const throwMm =
      circle * Math.sin((Math.PI * Math.min(coil.pitch, layout.slots - coil.pitch)) / layout.slots);
    const wanted = Math.max(10, (standOutMm ?? 0.3 * throwMm + 15) - projectionMm);
    // The trial coil says how much head this loop really gives; four legs share the difference.
    const got = trial === undefined ? wanted : Math.max(1, trial - projectionMm);
    const change = 4 * (leg(wanted, throwMm) - leg(got, throwMm));
    correction = Math.abs(change) > Math.abs(correction) ? change : correction;
    return {
      place: i + 1,
      pitch: coil.pitch,
      turns: Math.round(coil.turnShare * turnsPerCoil),
      straightMm,
      throwMm,
      headMm: wanted,
      perimeterMm: 2 * straightMm + 4 * leg(wanted, throwMm) + change,
    };
  });
  return { coils, gang: group.coils.length, gangs: layout.groups.length, correctionMm: correction };
}
