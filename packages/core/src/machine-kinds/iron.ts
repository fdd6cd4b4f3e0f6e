/**
 * The iron of a stator on any card: its fields, and the core they describe.
 * Source: none, it is measured; the ranges of the fields are wider than any motor, common practice, no source.
 */
import type { CoreSize } from '../winding/analysis/index.ts';
import { quantity, type Field } from '../language/forms/index.ts';

export const CORE_FIELDS: readonly Field[] = [
  quantity('bore', 'Bore', 'length', 10, 3000),
  quantity('coreLength', 'Core length', 'length', 5, 3000),
  quantity('ducts', 'Ducts, total', 'length', 0, 500),
  quantity('backIron', 'Back iron', 'length', 1, 600, 'slot bottom to outside'),
  quantity('toothWidth', 'Tooth width', 'length', 0.5, 100, 'at its narrowest'),
  quantity('slotArea', 'Slot area', 'area', 5, 5000, 'bare iron, without wedge space'),
  quantity('airGap', 'Air gap', 'length', 0.05, 20, 'one side'),
];

/** The fields of above as the core that figures are worked out for; what was not measured is left out. */
export function ironOf(numbers: Readonly<Record<string, number>>): CoreSize {
  const core = {
    boreDiameterMm: numbers['bore'],
    coreLengthMm: numbers['coreLength'],
    ductsMm: numbers['ducts'],
    backIronMm: numbers['backIron'],
    toothWidthMm: numbers['toothWidth'],
    slotAreaMm2: numbers['slotArea'],
    airGapMm: numbers['airGap'],
  };
  return Object.fromEntries(Object.entries(core).filter(([, v]) => v !== undefined)) as CoreSize;
}
