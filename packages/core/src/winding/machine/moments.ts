/** The last moment at which each field of a card can be known: what a step destroys is taken before that step, and no more. */
import type { Field, Typed } from '../../language/forms/index.ts';
import type { Finding } from '../../language/quantity/index.ts';

export type CardMoment = 'stripping' | 'burning' | 'pulling' | 'winding';

export interface MomentNeeds {
  readonly id: CardMoment;
  /** Ends a sentence that begins with "before". */
  readonly name: string;
  /** What the step does to what is not on the card. */
  readonly because: string;
  readonly needs: readonly string[];
}

/** What is lost with each step of a rewind; which fields, each kind of machine says. Common practice, no source. */
const STEPS: Readonly<Record<CardMoment, Pick<MomentNeeds, 'name' | 'because'>>> = {
  stripping: { name: 'the saw', because: 'It goes with the ends that are sawn off.' },
  burning: { name: 'burn-off', because: 'It burns.' },
  pulling: {
    name: 'the coils are pulled',
    because: 'It cannot be counted or measured once the coils are out.',
  },
  winding: {
    name: 'the new coils go in',
    because: 'It is measured on the clean core, before the slots are full.',
  },
};

/** The moments in the order in which they pass. @param words where a kind of machine calls a step otherwise */
export const momentsOf = (
  needs: Readonly<Record<CardMoment, readonly string[]>>,
  words: Partial<typeof STEPS> = {},
): readonly MomentNeeds[] =>
  (Object.keys(STEPS) as CardMoment[]).map((id) => ({ id, ...STEPS[id], ...words[id], needs: needs[id] }));

export interface MissingField {
  readonly id: string;
  readonly label: string;
  readonly moment: CardMoment;
}

/** @param standsIn fields that say the same in another way, by the field they stand in for */
export const missingFields = (
  moments: readonly MomentNeeds[],
  fields: readonly Field[],
  typed: Typed,
  standsIn: Typed = {},
): MissingField[] =>
  moments.flatMap(({ id: moment, needs }) =>
    needs
      .filter((id) => !typed[id]?.trim() && !typed[standsIn[id] ?? id]?.trim())
      .map((id) => ({ id, label: fields.find((f) => f.id === id)!.label, moment })),
  );

/**
 * Whether a finding has to be cleared by this moment: one of its fields cannot be looked at again afterwards. What is in no
 * list belongs to the winding, and is there until it is pulled.
 */
export function dueBy(
  finding: Pick<Finding, 'fields'>,
  moment: CardMoment,
  moments: readonly MomentNeeds[],
): boolean {
  const at = (id: CardMoment) => moments.findIndex((m) => m.id === id);
  const of = (field: string) => {
    const index = moments.findIndex((m) => m.needs.includes(field));
    return index < 0 ? at('pulling') : index;
  };
  const first = Math.min(...finding.fields.map(of), finding.fields.length > 0 ? Infinity : at('pulling'));
  return first <= at(moment);
}
