/**
 * How alike two cores are: what decides whether one machine's winding fits the iron of another.
 * Volts do not count: turns are brought over to them.
 */
import { quantity, type Field } from '../../language/forms/index.ts';

/** What likeness is told by, in the order in which it is measured on an empty core. */
export const LIKENESS_FIELDS: readonly Field[] = [
  quantity('slots', 'Slots', 'count', 3, 400),
  quantity('poles', 'Poles', 'count', 2, 96),
  quantity('bore', 'Bore', 'length', 10, 3000),
  quantity('coreLength', 'Core length', 'length', 5, 3000),
];
export const LIKENESS_IDS = ['slots', 'poles', 'bore', 'coreLength'] as const;
export type LikenessId = (typeof LIKENESS_IDS)[number];

/** Slots and poles as counted, bore and core length [mm]; what is not known is left out. */
export type CoreLikeness = Readonly<Partial<Record<LikenessId, number>>>;

export interface Distance {
  /** Root of the squared differences of all that is known of both [1]; 0 for the same core. */
  readonly total: number;
  /** What each adds: the logarithm of the other's figure over this one's [1]. */
  readonly each: Readonly<Partial<Record<LikenessId, number>>>;
}

/**
 * @returns null where nothing is known of both
 * Source: none, a measure of this program. Logarithms, so that 10 % counts the same on a small core and on a large one.
 */
export function distanceBetween(core: CoreLikeness, other: CoreLikeness): Distance | null {
  const each: Partial<Record<LikenessId, number>> = {};
  for (const id of LIKENESS_IDS) {
    const [a, b] = [core[id], other[id]];
    if (a !== undefined && b !== undefined && a > 0 && b > 0) each[id] = Math.log(b / a);
  }
  const parts = Object.values(each);
  return parts.length === 0 ? null : { total: Math.hypot(...parts), each };
}

/** The figures of likeness among what a kind stores of a card. */
export function likenessOf(values: Readonly<Record<string, unknown>>): CoreLikeness {
  const known: Partial<Record<LikenessId, number>> = {};
  for (const id of LIKENESS_IDS) {
    const value = values[id];
    if (typeof value === 'number' && value > 0) known[id] = value;
  }
  return known;
}
