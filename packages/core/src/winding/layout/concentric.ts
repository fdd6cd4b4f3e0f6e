/** Concentric windings: the coils of a group lie one inside the other, each with its own span. */
import { finding, good, refused, type Finding, type Outcome } from '../../language/quantity/index.ts';
import { after, groupsByBelts } from './lap-layout.ts';
import { PHASES, type RawGroup, type WindingSpec } from './layout.ts';

/** Along rising slot numbers: a group a pole and phase. */
const WHOLE: readonly Pick<RawGroup, 'phase' | 'sign'>[] = [
  { phase: 'U', sign: 1 },
  { phase: 'W', sign: -1 },
  { phase: 'V', sign: 1 },
  { phase: 'U', sign: -1 },
  { phase: 'W', sign: 1 },
  { phase: 'V', sign: -1 },
];

/**
 * Groups in equal steps round the bore, each with the given pitches about one middle. Whether the slots hold one side,
 * two, or some of each follows from the pitches. With a fraction of slots a pole and phase: the groups of the lap winding
 * whose mean pitch is the same, their sides joined outermost to outermost, which leaves the field as it was.
 * Source: first principles; two-layer concentric equals the lap winding at its mean throw.
 */
export function concentricGroups(spec: WindingSpec): Outcome<RawGroup[]> {
  const { slots, poles, grouping = 'whole' } = spec;
  const pitches = spec.pitches ?? [spec.pitch];
  const wrong = checkPitches(pitches, slots);
  if (wrong) return refused([wrong]);
  const count = grouping === 'whole' ? 3 * poles : (3 * poles) / 2;
  const outer = pitches[0]!;
  if (slots % count === 0) {
    const step = slots / count;
    return good(
      Array.from({ length: count }, (_, k) => {
        const base = k * step + 1;
        const { phase, sign } =
          grouping === 'whole' ? WHOLE[k % 6]! : { phase: PHASES[k % 3]!, sign: 1 as const };
        return {
          phase,
          sign,
          coils: pitches.map((pitch) => {
            const top = ((base - 1 + (outer - pitch) / 2) % slots) + 1;
            return { top, bottom: after(top, pitch, slots) };
          }),
        };
      }),
    );
  }
  if (grouping === 'consequent')
    return refused([
      finding(
        'stop',
        'winding.groups-not-spaced',
        `${count} groups cannot be spaced evenly in ${slots} slots; one group a pole and phase, or coil by coil, would work.`,
        ['slots', 'poles', 'grouping'],
      ),
    ]);
  return good(fromLap(spec, pitches));
}

function fromLap(spec: WindingSpec, pitches: readonly number[]): RawGroup[] {
  const { slots } = spec;
  const mean = pitches.reduce((s, p) => s + p, 0) / pitches.length;
  return groupsByBelts(spec, spec.groupSizes, (_slot, sign, place, start, size) => {
    // The mean pitch must be whole or half as the group is odd or even, so that both sides fall into slots.
    const outer = Math.round(mean - (size - 1)) + 2 * (size - 1);
    const top = after(start, place, slots);
    return { top, bottom: after(top, outer - 2 * place, slots), sign };
  });
}

function checkPitches(pitches: readonly number[], slots: number): Finding | null {
  const say = (code: string, message: string) => finding('stop', code, message, ['span']);
  if (pitches.some((p) => !Number.isInteger(p) || p < 1 || p >= slots))
    return say(
      'winding.span-longer-than-slots',
      `Each span must lead to a later slot within the ${slots} slots.`,
    );
  for (let i = 1; i < pitches.length; i++) {
    if (pitches[i]! >= pitches[i - 1]!)
      return say(
        'winding.spans-not-nested',
        `Concentric coils lie one inside the other: write the outermost span first, each next one shorter than 1-${pitches[i - 1]! + 1}.`,
      );
    if ((pitches[i - 1]! - pitches[i]!) % 2 !== 0)
      return say(
        'winding.spans-off-middle',
        `1-${pitches[i - 1]! + 1} and 1-${pitches[i]! + 1} have no common middle; the spans of one group differ by 2, 4 and so on.`,
      );
  }
  return null;
}

/**
 * The concentric winding with the same coil sides as a two-layer lap winding, and back: same field, other ends.
 * @param groupSize coils of the largest group
 * @returns pitches, outermost first; mean equal to the lap pitch
 */
export const concentricPitches = (lapPitch: number, groupSize: number): number[] =>
  Array.from({ length: groupSize }, (_, j) => lapPitch + groupSize - 1 - 2 * j);
