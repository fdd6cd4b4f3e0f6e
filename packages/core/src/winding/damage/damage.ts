/**
 * What was found on a winding that failed, and where: said by whoever opened it, read here once for all.
 * Source: the kinds of damage are common practice, no source; how a place is written is a rule of this program.
 */
import type { Plan } from '../machine/index.ts';

export const DAMAGE_KINDS = {
  burnt: 'Burnt',
  browned: 'Browned',
  'turn-short': 'Short between turns',
  ground: 'Short to the core',
  'between-phases': 'Short between phases',
  lead: 'Lead or joint burnt',
  rubbed: 'Rubbed by the rotor',
  loose: 'Loose or chafed',
  wet: 'Wet',
  dirty: 'Clogged with dirt',
} as const;
export type DamageKind = keyof typeof DAMAGE_KINDS;

/** Which stretch of a coil: the overhang where the leads are, the other one, in the slot, or where it leaves the slot. */
export const DAMAGE_ENDS = {
  all: 'whole length',
  connection: 'connection end',
  opposite: 'opposite end',
  slot: 'in the slot',
  exit: 'at the slot exit',
} as const;
export type DamageEnd = keyof typeof DAMAGE_ENDS;

export interface Damage {
  readonly kind: DamageKind;
  /** `all`, `winding/U`, `group/3`, `coil/12` or `slot/17`. */
  readonly place: string;
  readonly end: DamageEnd;
}

export type DamagePlace =
  | { readonly kind: 'all' }
  | { readonly kind: 'winding'; readonly of: string }
  | { readonly kind: 'group' | 'coil' | 'slot'; readonly of: number };

/** @returns null where it names nothing that a winding could have */
export function readDamagePlace(place: string): DamagePlace | null {
  if (place === 'all') return { kind: 'all' };
  const m = /^(winding|group|coil|slot)\/([A-Za-z]{1,12}|[1-9]\d{0,3})$/.exec(place);
  if (!m) return null;
  const [, kind, of] = m as unknown as [string, 'winding' | 'group' | 'coil' | 'slot', string];
  if (kind === 'winding') return /^\d/.test(of) ? null : { kind, of };
  return /^\d+$/.test(of) ? { kind, of: Number(of) } : null;
}

/** The coils that a place takes in; of a slot all that lie in it. Empty where this winding has no such place. */
export function coilsAt(plan: Plan, place: string): readonly number[] {
  const at = readDamagePlace(place);
  if (!at) return [];
  switch (at.kind) {
    case 'all':
      return plan.coils.map((c) => c.number);
    case 'winding':
      return plan.groups.filter((g) => g.phase === at.of).flatMap((g) => g.coils);
    case 'group':
      return plan.groups.find((g) => g.number === at.of)?.coils ?? [];
    case 'coil':
      return plan.coils.some((c) => c.number === at.of) ? [at.of] : [];
    case 'slot':
      return plan.coils.filter((c) => c.slots.includes(at.of)).map((c) => c.number);
  }
}

/** Where it is, as a winder says it. @param plan null where nothing is known of the winding */
export function sayDamagePlace(plan: Plan | null, place: string): string {
  const at = readDamagePlace(place);
  if (!at) return place;
  switch (at.kind) {
    case 'all':
      return 'whole winding';
    case 'winding':
      return plan?.groups.some((g) => g.phase === at.of && at.of.length > 1)
        ? `${at.of} winding`
        : `phase ${at.of}`;
    case 'group': {
      const group = plan?.groups.find((g) => g.number === at.of);
      return group ? `group ${group.name}` : `group ${at.of}`;
    }
    case 'coil': {
      const coil = plan?.coils.find((c) => c.number === at.of);
      return coil ? `coil ${at.of}, slots ${coil.slots[0]} and ${coil.slots[1]}` : `coil ${at.of}`;
    }
    case 'slot':
      return `slot ${at.of}`;
  }
}

/** One finding in one line. */
export const sayDamage = (plan: Plan | null, d: Damage): string =>
  `${DAMAGE_KINDS[d.kind]}: ${sayDamagePlace(plan, d.place)}${d.end === 'all' ? '' : `, ${DAMAGE_ENDS[d.end]}`}`;
