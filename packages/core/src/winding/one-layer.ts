/** Lap windings with one coil side in a slot: chain (a coil in every second slot) and groups of neighbouring coils. */
import { after, lapStarts } from './lap-layout.ts';
import type { RawGroup, WindingSpec } from './layout.ts';
import { beltOf } from './phase-belts.ts';

/**
 * Chain: coils start in every odd slot and end in every even one, so the pitch is odd. The coils take their phases as the
 * coils of a two-layer winding in half as many slots do.
 * Source: first principles; with belts of whole slots every side lies in its own phase's belt.
 */
export const chainGroups = ({ slots, poles, pitch, groupSizes }: WindingSpec): RawGroup[] =>
  lapStarts(slots / 2, poles, groupSizes).map((run) => ({
    phase: run.phase,
    sign: run.sign,
    coils: run.starts.map(({ slot, sign }) => {
      const top = 2 * slot - 1;
      return { top, bottom: after(top, pitch, slots), sign };
    }),
  }));

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
