/**
 * The pattern in what was found: which groups are hurt and which are sound tells more than the damage itself.
 * Source: the patterns are common practice, no source; that a lost line loads two phases of a star and one of a delta follows
 * from the currents (two lines feed a star through two phases in series, a delta through one phase beside two in series).
 */
import type { Plan } from '../machine/index.ts';
import { coilsAt, type Damage } from './damage.ts';

export const PATTERNS = {
  'one-winding': 'one phase in all its groups, the others sound',
  'two-windings': 'two phases in all their groups, the third sound',
  'half-the-coils': 'every second group, or half of each phase',
  'all-even': 'the whole winding alike',
  'slot-exit': 'to the core where a coil leaves its slot',
  'in-slot': 'to the core within a slot',
  'one-group': 'one group, the others sound',
  'one-coil': 'one coil, the others sound',
  'line-end-coil': 'one coil next to a line lead',
  'between-phases': 'between phases in the overhang',
  rubbed: 'rubbed by the rotor',
  wet: 'wet',
  dirty: 'clogged with dirt',
  loose: 'loose or chafed',
  lead: 'a lead or a joint',
} as const;
export type PatternId = keyof typeof PATTERNS;

export interface FailurePattern {
  readonly id: PatternId;
  /** Windings (phases, or main and start) that are hurt, where the pattern is one of windings. */
  readonly windings: readonly string[];
}

const HEAT = new Set<Damage['kind']>(['burnt', 'browned', 'turn-short']);

/** Every pattern that the findings show, the one that says most first; none where nothing is conclusive. */
export function patternsIn(plan: Plan | null, damages: readonly Damage[]): FailurePattern[] {
  const found: FailurePattern[] = [];
  const add = (id: PatternId, windings: readonly string[] = []) => found.push({ id, windings });
  const heat = plan ? heatPattern(plan, damages) : heatWithoutPlan(damages);
  if (heat) found.push(heat);
  const grounds = damages.filter((d) => d.kind === 'ground');
  if (grounds.some((d) => d.end === 'exit')) add('slot-exit');
  if (grounds.some((d) => d.end === 'slot')) add('in-slot');
  for (const kind of ['between-phases', 'rubbed', 'wet', 'dirty', 'loose', 'lead'] as const)
    if (damages.some((d) => d.kind === kind)) add(kind);
  return found;
}

function heatPattern(plan: Plan, damages: readonly Damage[]): FailurePattern | null {
  const hot = new Set(damages.filter((d) => HEAT.has(d.kind)).flatMap((d) => coilsAt(plan, d.place)));
  if (hot.size === 0) return null;
  const whole = plan.groups.filter((g) => g.coils.every((c) => hot.has(c)));
  const touched = plan.groups.filter((g) => g.coils.some((c) => hot.has(c)));
  const names = [...new Set(plan.groups.map((g) => g.phase))];
  // A group that is hurt in part is not the same as one that is burnt through: then only the single places speak.
  if (touched.length === whole.length) {
    if (whole.length === plan.groups.length) return { id: 'all-even', windings: names };
    const full = names.filter((n) => plan.groups.every((g) => g.phase !== n || whole.includes(g)));
    const outside = whole.filter((g) => !full.includes(g.phase));
    if (whole.length > 1 && outside.length === 0)
      return full.length === 1
        ? { id: 'one-winding', windings: full }
        : { id: 'two-windings', windings: full };
    const halves = names.map((n) => {
      const own = plan.groups.filter((g) => g.phase === n);
      return own.filter((g) => whole.includes(g)).length * 2 === own.length;
    });
    if (whole.length > 1 && halves.every(Boolean)) return { id: 'half-the-coils', windings: names };
    if (whole.length === 1 && (whole[0]!.coils.length > 1 || hot.size !== 1))
      return { id: 'one-group', windings: [whole[0]!.phase] };
  }
  if (touched.length !== 1) return null;
  const group = touched[0]!;
  if (hot.size > 1) return { id: 'one-group', windings: [group.phase] };
  return { id: atALead(plan, group.number) ? 'line-end-coil' : 'one-coil', windings: [group.phase] };
}

const atALead = (plan: Plan, group: number) =>
  plan.joints.some((j) => j.kind === 'lead' && j.ends.some((e) => e.group === group));

/** Without a layout only what is said of whole windings can be read. */
function heatWithoutPlan(damages: readonly Damage[]): FailurePattern | null {
  const hot = damages.filter((d) => HEAT.has(d.kind));
  if (hot.some((d) => d.place === 'all')) return { id: 'all-even', windings: [] };
  const windings = [
    ...new Set(hot.filter((d) => d.place.startsWith('winding/')).map((d) => d.place.slice(8))),
  ];
  if (windings.length === 0 || windings.length < new Set(hot.map((d) => d.place)).size) return null;
  return windings.length === 1
    ? { id: 'one-winding', windings }
    : windings.length === 2
      ? { id: 'two-windings', windings }
      : { id: 'all-even', windings };
}
