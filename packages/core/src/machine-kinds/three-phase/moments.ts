/** Which fields of a three-phase card each step of the rewind destroys. */
import type { Typed } from '../../language/forms/index.ts';
import { missingFields, momentsOf, type MissingField } from '../../winding/machine/index.ts';
import { DATA_CARD_FIELDS } from './card-fields.ts';

/** Source: common practice, no source. */
export const CARD_MOMENTS = momentsOf({
  stripping: ['endsPerLead', 'starJoint', 'jumpers', 'exitClock', 'overhang'],
  burning: ['linerFound', 'leadsFound', 'sensorsFound'],
  pulling: ['slots', 'poles', 'layers', 'span', 'turns', 'wires', 'circuits', 'connection'],
  winding: ['bore', 'coreLength', 'backIron', 'toothWidth', 'slotArea'],
});

/** Fields that a gate asks for, at some moment. */
export const NEEDED_ON_CARD: readonly string[] = CARD_MOMENTS.flatMap((m) => m.needs);

/** What stands in for a needed field: spans and turns in a list of coils, slot depth and widths for the area. */
const STANDS_IN: Typed = { span: 'coils', turns: 'coils', layers: 'coils', slotArea: 'slotDepth' };

export const missingOnCard = (typed: Typed): MissingField[] =>
  missingFields(CARD_MOMENTS, DATA_CARD_FIELDS, typed, STANDS_IN);
