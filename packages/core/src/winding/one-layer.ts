/** Lap windings with one coil side in a slot: halved belts, chain (a coil in every second slot), neighbouring coils. */
import { after, groupsByBelts } from './lap-layout.ts';
import type { RawGroup, WindingSpec } from './layout.ts';
import { beltOf } from './phase-belts.ts';

/**
 * Chain: coils start in every odd slot and end in every even one, so the pitch is odd. The coils take their phases as the
 * coils of a two-layer winding in half as many slots do.
 * Source: first principles; with belts of whole slots every side lies in its own phase's belt.
 */
export const chainGroups = ({ slots, poles, pitch, groupSizes }: WindingSpec): RawGroup[] =>
  groupsByBelts(slots / 2, poles, groupSizes, (slot, sign) => {
    const top = 2 * slot - 1;
    return { top, bottom: after(top, pitch, slots), sign };
  });

/** Pitches of the two halves of a belt of q slots: the larger half, then the smaller one. */
const halves = (q: number) => {
  const large = Math.ceil(q / 2);
  return { large, small: q - large, largePitch: 2 * q + large, smallPitch: 3 * q - large };
};

/** The pitch at which belts are halved; the other half then has its own. Null with a fraction of slots in a belt. */
export function halvedPitch({ slots, poles }: Pick<WindingSpec, 'slots' | 'poles'>): number | null {
  const q = slots / (3 * poles);
  return Number.isInteger(q) ? halves(q).largePitch : null;
}

/**
 * Belts of 60° whose slots part: the last ones of a belt go on to the belt after, the first ones come from the belt before.
 * With an odd number of slots in a belt the two halves differ by a coil, and their pitches by one slot: 1-9 twice and 1-8
 * once with three. Source: first principles; every side lies in its own phase's belt.
 */
export function halvedGroups({ slots, poles }: WindingSpec): RawGroup[] {
  const q = slots / (3 * poles);
  const { large, small, largePitch, smallPitch } = halves(q);
  return Array.from({ length: 3 * poles }, (_, k): RawGroup => {
    const { phase, sign } = beltOf(k * q, slots, poles / 2);
    const [count, pitch] = sign > 0 ? [large, largePitch] : [small, smallPitch];
    return {
      phase,
      sign,
      coils: Array.from({ length: count }, (_c, j) => {
        const top = (k + 1) * q - count + j + 1;
        return { top, bottom: after(top, pitch, slots) };
      }),
    };
  }).filter((g) => g.coils.length > 0);
}

/**
 * Groups of q neighbouring coils, one a pole pair and phase: coils start in the belts of one direction and end in those
 * of the other. Source: first principles.
 */
export function adjacentGroups({ slots, poles, pitch }: WindingSpec): RawGroup[] {
  const groups: { phase: RawGroup['phase']; sign: 1; coils: { top: number; bottom: number }[] }[] = [];
  // U and V and W start where their belts of the going direction lie, 120° apart.
  for (let i = 0; i < slots; i++) {
    const belt = beltOf(i, slots, poles / 2);
    if (belt.sign < 0) continue;
    const before = i > 0 ? beltOf(i - 1, slots, poles / 2) : null;
    const last = groups.at(-1);
    const coil = { top: i + 1, bottom: after(i + 1, pitch, slots) };
    if (last && before && before.phase === belt.phase && before.sign === belt.sign) last.coils.push(coil);
    else groups.push({ phase: belt.phase, sign: 1, coils: [coil] });
  }
  return groups;
}
