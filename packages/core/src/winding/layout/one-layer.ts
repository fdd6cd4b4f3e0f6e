/** Lap windings with one coil side in a slot: halved belts, chain (a coil in every second slot), neighbouring coils. */
import { after, groupsByBelts } from './lap-layout.ts';
import { PHASES, type RawGroup, type WindingSpec } from './layout.ts';
import { beltOf } from './phase-belts.ts';

/**
 * Chain: coils start in every odd slot and end in every even one, so the pitch is odd. The coils take their phases as the
 * coils of a two-layer winding in half as many slots do.
 * Source: first principles; with belts of whole slots every side lies in its own phase's belt.
 */
export const chainGroups = ({ slots, poles, pitch, groupSizes, circuits = 1 }: WindingSpec): RawGroup[] =>
  groupsByBelts({ slots: slots / 2, poles, circuits }, groupSizes, (slot, sign) => {
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
 * Groups of neighbouring coils, one a pole pair and phase: coils start in the belts of one direction and end, a full pitch
 * on, in those of the other. With a fraction of slots in a belt the phases take the larger groups in turn from pole pair to
 * pole pair. Source: first principles.
 */
export function adjacentGroups({ slots, poles, pitch }: WindingSpec): RawGroup[] {
  // Full pitch: a whole number of slots a pole, shared by the going belt of U, the returning one of W, the going one of V.
  const perPole = slots / poles;
  const least = Math.floor(perPole / 3);
  const over = perPole - 3 * least;
  const groups: RawGroup[] = [];
  for (let pair = 0; pair < poles / 2; pair++) {
    const belts = [0, 1, 2].map((i) => least + ((i + pair) % 3 < over ? 1 : 0));
    let at = 2 * perPole * pair;
    for (let i = 0; i < 6; i++) {
      const size = belts[i % 3]!;
      // Every second belt is where the coils of another end.
      if (i % 2 === 0)
        groups.push({
          phase: PHASES[i / 2]!,
          sign: 1,
          coils: Array.from({ length: size }, (_, j) => ({
            top: at + j + 1,
            bottom: after(at + j + 1, pitch, slots),
          })),
        });
      at += size;
    }
  }
  return groups;
}
