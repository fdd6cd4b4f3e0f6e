/** The fields of a direct-current motor's card, in the order in which they are taken. */
import { assumed, choice, quantity, text, type Field } from '../../language/forms/index.ts';
import { momentsOf } from '../../winding/machine/index.ts';
import { TAKEN_FROM } from '../taken-from.ts';

export const ARMATURE_FIELDS: readonly Field[] = [
  quantity('slots', 'Armature slots', 'count', 3, 400),
  quantity('bars', 'Commutator bars', 'count', 3, 500),
  quantity('poles', 'Main poles', 'count', 2, 24),
  choice('winding', 'Winding', { lap: 'lap', wave: 'wave' }),
  assumed(choice('plex', 'Plex', { '1': 'simplex', '2': 'duplex', '3': 'triplex' }), '1'),
  choice('leads', 'Leads go', { progressive: 'progressive', retrogressive: 'retrogressive' }),
  text('coilSpan', 'Coil span', '1-9, slot to slot', 12),
  quantity('turns', 'Turns of a coil', 'count', 1, 1000, 'between two bars'),
  text('wires', 'Wires in hand', 'bare: 0.80, 2x0.71, #20; strap 1.6x5.6', 60),
];
/** What only the old winding shows: marked before anything is lifted off the commutator. */
export const MARKED_FIELDS: readonly Field[] = [
  quantity('firstBar', 'Coil 1 starts on bar', 'count', 1, 500, 'first coil of slot 1; bar 1 as marked'),
  text('barFromSlot', 'Bar 1 from slot 1', 'degrees, clockwise +, such as 2.5', 12),
  text('brushFromPole', 'Brush from its pole', 'degrees, clockwise +, 0 on centre', 12),
  choice('joint', 'Risers', { fused: 'fused', brazed: 'brazed', soldered: 'soldered' }),
  choice('band', 'Ends held by', { tape: 'glass tape', wire: 'steel wire', cord: 'cord' }),
  quantity('bandTurns', 'Band: turns', 'count', 0, 400),
  quantity('overhang', 'End turns stand out', 'length', 2, 400, 'commutator end'),
];
export const EQUALIZER_FIELD = choice('equalizers', 'Equalizers', { none: 'none', all: 'on all bars' });
const pole = (id: string, name: string): readonly Field[] => [
  quantity(`${id}Turns`, `${name}: turns`, 'count', 1, 20000, 'of one pole'),
  text(`${id}Wires`, `${name}: wires in hand`, 'bare: 0.80, 2x1.60; strap 1.6x5.6', 60),
  quantity(`${id}Turn`, `${name}: mean turn`, 'length', 20, 5000),
];
export const SHUNT_FIELDS = pole('shunt', 'Shunt');
export const SERIES_FIELDS = pole('series', 'Series');
export const INTERPOLE_FIELDS: readonly Field[] = [
  assumed(
    choice('interpoles', 'Interpoles', { none: 'none', half: 'in every second gap', all: 'in every gap' }),
    'none',
  ),
  ...pole('interpole', 'Interpole'),
];
/** In slots of the pole faces, in series with the armature. */
export const COMPENSATING_FIELDS = pole('compensating', 'Compensating');
export const IRON_FIELDS: readonly Field[] = [
  quantity('diameter', 'Armature, outside', 'length', 10, 3000),
  quantity('coreLength', 'Core length', 'length', 5, 3000),
  quantity('toothWidth', 'Tooth, narrowest', 'length', 0.5, 100),
  quantity('slotDepth', 'Slot depth', 'length', 2, 200),
  quantity('slotWidth', 'Slot width', 'length', 1, 100, 'mean'),
  quantity('poleArc', 'Pole face, along the arc', 'length', 5, 2000),
  quantity('airGap', 'Gap, main pole', 'length', 0.1, 30),
  text('shims', 'Shims, main and interpole', 'such as 0.8 and 1.2 mm', 60),
];
export const COMMUTATOR_FIELDS: readonly Field[] = [
  quantity('commutatorDiameter', 'Commutator diameter', 'length', 8, 2000, 'as found'),
  quantity('leastDiameter', 'turned down to at least', 'length', 5, 2000, 'where the bar wears out'),
  text('brushes', 'Brushes', 'number, size, grade', 60),
];
export const MEASURED_FIELDS: readonly Field[] = [
  quantity('meanTurn', 'Mean turn of the armature', 'length', 20, 5000),
  quantity('barOhm', 'Bar to next bar', 'resistance', 0.000001, 1000),
  quantity('shuntOhm', 'Shunt field', 'resistance', 0.01, 20000),
  quantity('ohmTemperature', 'at winding temperature', 'temperature', -40, 180),
  quantity('strippedCopper', 'Copper, stripped', 'mass', 0.001, 5000),
];
export const SUPPLY_FIELDS: readonly Field[] = [
  quantity('forVoltage', 'For volts', 'voltage', 6, 1500, 'plate when empty'),
  quantity('forSpeed', 'For speed', 'speed', 20, 60000, 'plate when empty'),
  TAKEN_FROM,
];

export const DIRECT_CURRENT_SECTIONS = [
  { title: null, fields: ARMATURE_FIELDS },
  { title: 'Marked before a lead is lifted', fields: [...MARKED_FIELDS, EQUALIZER_FIELD] },
  { title: 'Shunt field', fields: SHUNT_FIELDS },
  { title: 'Series field', fields: SERIES_FIELDS },
  { title: 'Interpoles', fields: INTERPOLE_FIELDS },
  { title: 'Compensating winding', fields: COMPENSATING_FIELDS, folded: true },
  { title: 'Iron', fields: IRON_FIELDS },
  { title: 'Commutator and brushes', fields: COMMUTATOR_FIELDS },
  { title: 'Measured, if it can be', fields: MEASURED_FIELDS },
  { title: 'What a proposal is for', fields: SUPPLY_FIELDS, folded: true },
] as const;
export const DIRECT_CURRENT_CARD: readonly Field[] = DIRECT_CURRENT_SECTIONS.flatMap((s) => s.fields);

/** Fields that a proposal may change; iron, commutator and marks stay as they were found. */
export const DIRECT_CURRENT_PROPOSAL: readonly Field[] = [
  ...ARMATURE_FIELDS.filter((f) => ['coilSpan', 'turns', 'wires'].includes(f.id)),
  ...[...SHUNT_FIELDS, ...SERIES_FIELDS, ...INTERPOLE_FIELDS, ...COMPENSATING_FIELDS].filter((f) =>
    /(Turns|Wires)$/.test(f.id),
  ),
  ...SUPPLY_FIELDS,
];

/** Which fields each step of the rewind destroys. Source: common practice, no source. */
export const DIRECT_CURRENT_MOMENTS = momentsOf(
  {
    stripping: ['firstBar', 'leads', 'joint', 'band', 'overhang'],
    burning: [],
    pulling: ['slots', 'bars', 'poles', 'winding', 'coilSpan', 'turns', 'wires'],
    winding: ['diameter', 'coreLength', 'toothWidth', 'slotDepth', 'slotWidth', 'poleArc'],
  },
  {
    stripping: {
      name: 'a lead is lifted',
      because: 'It cannot be seen once the leads are out of the risers.',
    },
  },
);
