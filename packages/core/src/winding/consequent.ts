/** Two-layer lap winding with one group a pole pair and phase: 120° belts, all groups of one polarity. */
import { after } from './lap-layout.ts';
import { PHASES, type RawGroup, type WindingSpec } from './layout.ts';

/**
 * Belts of 120° along rising slot numbers: U, V, W. With fewer than one slot a belt the groups are runs of one phase.
 * Source: consequent poles make the opposite poles between the wound ones; first principles.
 */
export function consequentGroups({ slots, poles, pitch }: WindingSpec): RawGroup[] {
  const p = poles / 2;
  const phaseOf = (i: number) => PHASES[Math.floor((3 * ((p * i) % slots)) / slots)]!;
  const groups: { phase: RawGroup['phase']; sign: 1; coils: { top: number; bottom: number }[] }[] = [];
  for (let i = 0; i < slots; i++) {
    const coil = { top: i + 1, bottom: after(i + 1, pitch, slots) };
    const last = groups.at(-1);
    if (last && last.phase === phaseOf(i)) last.coils.push(coil);
    else groups.push({ phase: phaseOf(i), sign: 1, coils: [coil] });
  }
  const first = groups[0]!;
  const last = groups.at(-1)!;
  if (groups.length > 3 && first.phase === last.phase) {
    first.coils.unshift(...last.coils);
    groups.pop();
  }
  return groups;
}
