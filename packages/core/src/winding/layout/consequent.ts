/** Two-layer lap winding with one group a pole pair and phase: 120° belts, all groups of one polarity. */
import { after } from './lap-layout.ts';
import { PHASES, type Phase, type RawGroup, type WindingSpec } from './layout.ts';
import { slotPeriods } from './phase-belts.ts';
import { unequalGroupSizes } from './unequal-groups.ts';

/**
 * Belts of 120° along rising slot numbers: U, V, W. With fewer than one slot a belt the groups are runs of one phase. Where
 * the star of slots leaves no three equal phases, the groups with the least unbalance.
 * Source: consequent poles make the opposite poles between the wound ones; first principles.
 */
export function consequentGroups({ slots, poles, pitch, circuits = 1 }: WindingSpec): RawGroup[] {
  const p = poles / 2;
  const phases: readonly Phase[] = slotPeriods(slots, poles).exactlyBalanced
    ? Array.from({ length: slots }, (_, i) => PHASES[Math.floor((3 * ((p * i) % slots)) / slots)]!)
    : unequalGroupSizes({ slots, poles, circuits, consequent: true }).flatMap((size, i) =>
        Array.from({ length: size }, () => PHASES[i % 3]!),
      );
  const groups: { phase: Phase; sign: 1; coils: { top: number; bottom: number }[] }[] = [];
  for (let i = 0; i < slots; i++) {
    const coil = { top: i + 1, bottom: after(i + 1, pitch, slots) };
    const last = groups.at(-1);
    if (last && last.phase === phases[i]) last.coils.push(coil);
    else groups.push({ phase: phases[i]!, sign: 1, coils: [coil] });
  }
  const first = groups[0]!;
  const last = groups.at(-1)!;
  if (groups.length > 3 && first.phase === last.phase) {
    first.coils.unshift(...last.coils);
    groups.pop();
  }
  return groups;
}
