/** The last moment at which each field of a card can be known: what a step destroys is taken before that step, and no more. */
import type { Finding } from '../quantity/index.ts';
import type { Typed } from '../forms/index.ts';
import { DATA_CARD_FIELDS } from './card-fields.ts';

export type CardMoment = 'stripping' | 'burning' | 'pulling' | 'winding';

/** In the order in which they pass. Source: common practice, no source. */
export const CARD_MOMENTS: readonly {
  readonly id: CardMoment;
  /** Ends a sentence that begins with "before". */
  readonly name: string;
  /** What the step does to what is not on the card. */
  readonly because: string;
  readonly needs: readonly string[];
}[] = [
  {
    id: 'stripping',
    name: 'the saw',
    because: 'It goes with the ends that are sawn off.',
    needs: ['endsPerLead', 'starJoint', 'jumpers', 'exitClock', 'overhang'],
  },
  {
    id: 'burning',
    name: 'burn-off',
    because: 'It burns.',
    needs: ['linerFound', 'leadsFound', 'sensorsFound'],
  },
  {
    id: 'pulling',
    name: 'the coils are pulled',
    because: 'It cannot be counted or measured once the coils are out.',
    needs: ['slots', 'poles', 'layers', 'span', 'turns', 'wires', 'circuits', 'connection'],
  },
  {
    id: 'winding',
    name: 'the new coils go in',
    because: 'It is measured on the clean core, before the slots are full.',
    needs: ['bore', 'coreLength', 'backIron', 'toothWidth', 'slotArea'],
  },
];

/** Fields that a gate asks for, at some moment. */
export const NEEDED_ON_CARD: readonly string[] = CARD_MOMENTS.flatMap((m) => m.needs);

/** What stands in for a needed field: spans and turns in a list of coils, slot depth and widths for the area. */
const STANDS_IN: Readonly<Record<string, string>> = {
  span: 'coils',
  turns: 'coils',
  layers: 'coils',
  slotArea: 'slotDepth',
};

export interface MissingField {
  readonly id: string;
  readonly label: string;
  readonly moment: CardMoment;
}

export const missingOnCard = (typed: Typed): MissingField[] =>
  CARD_MOMENTS.flatMap(({ id: moment, needs }) =>
    needs
      .filter((id) => !typed[id]?.trim() && !typed[STANDS_IN[id] ?? id]?.trim())
      .map((id) => ({ id, label: DATA_CARD_FIELDS.find((f) => f.id === id)!.label, moment })),
  );

const at = (id: CardMoment) => CARD_MOMENTS.findIndex((m) => m.id === id);

/**
 * Whether a finding has to be cleared by this moment: one of its fields cannot be looked at again afterwards. What is in no
 * list belongs to the winding, and is there until it is pulled.
 */
export function dueBy(finding: Pick<Finding, 'fields'>, moment: CardMoment): boolean {
  const of = (field: string) => {
    const index = CARD_MOMENTS.findIndex((m) => m.needs.includes(field));
    return index < 0 ? at('pulling') : index;
  };
  const first = Math.min(...finding.fields.map(of), finding.fields.length > 0 ? Infinity : at('pulling'));
  return first <= at(moment);
}
