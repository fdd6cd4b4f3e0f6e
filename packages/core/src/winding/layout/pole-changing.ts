/** The second number of poles of one winding: all groups of a phase turned to one polarity make twice the poles. */
import type { Phase, WindingLayout } from './layout.ts';
import { phasePhasors } from './phase-phasors.ts';
import { sequences } from './sequences.ts';

/**
 * The same coils with every group showing the same pole, so that consequent poles appear between them: 2 : 1.
 * V and W change names where the field would otherwise turn the other way: the leads are led out accordingly.
 * @param fast layout at the smaller number of poles, one group a pole and phase
 * Source: consequent-pole connection of one winding with two halves a phase; first principles, common practice.
 */
export function slowSpeed(fast: WindingLayout): {
  readonly layout: WindingLayout;
  readonly swapped: boolean;
} {
  const poles = 2 * fast.poles;
  const turned: WindingLayout = {
    ...fast,
    poles,
    polePairs: fast.poles,
    polePitch: fast.slots / poles,
    slotsPerPolePerPhase: fast.slots / (poles * 3),
    groups: fast.groups.map((g) => ({ ...g, sign: 1, polarity: 'N' })),
    coils: fast.coils.map((c) => ({
      ...c,
      sign: (c.sign * fast.groups[c.group - 1]!.sign) as 1 | -1,
    })),
  };
  const { positive, negative } = sequences(phasePhasors(turned, turned.polePairs));
  const swapped = negative > positive;
  const name = (p: Phase): Phase => (p === 'V' ? 'W' : p === 'W' ? 'V' : p);
  return {
    swapped,
    layout: swapped
      ? {
          ...turned,
          groups: turned.groups.map((g) => ({ ...g, phase: name(g.phase) })),
          coils: turned.coils.map((c) => ({ ...c, phase: name(c.phase) })),
        }
      : turned,
  };
}
