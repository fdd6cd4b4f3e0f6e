/** The fields of a universal motor's card: a two-pole armature, a field wound into its poles. */
import { choice, quantity, text, type Field } from '../../language/forms/index.ts';
import {
  ARMATURE_FIELDS,
  COMMUTATOR_FIELDS,
  IRON_FIELDS,
  MARKED_FIELDS,
  MEASURED_FIELDS,
  SERIES_FIELDS,
  SUPPLY_FIELDS,
} from '../direct-current/card-fields.ts';
import { momentsOf } from '../../winding/machine/index.ts';

const only = (fields: readonly Field[], ...ids: readonly string[]) =>
  fields.filter((f) => ids.includes(f.id));

export const UNIVERSAL_ARMATURE: readonly Field[] = [
  ...only(ARMATURE_FIELDS, 'slots', 'bars', 'leads', 'coilSpan', 'turns', 'wires'),
  choice('enamel', 'Enamel on the reel', {
    'grade-1': 'single',
    'grade-2': 'heavy',
    bonding: 'with a bonding coat',
  }),
];
export const UNIVERSAL_MARKS: readonly Field[] = [
  ...only(MARKED_FIELDS, 'firstBar', 'barFromSlot', 'brushFromPole'),
  quantity(
    'leadShift',
    'Leads shifted by',
    'count',
    0,
    40,
    'bars from the neutral, with the rotation; 0 for both ways',
  ),
  choice('joint', 'Hooks', { fused: 'fused', soldered: 'soldered' }),
  quantity('overhang', 'End turns stand out', 'length', 1, 100, 'commutator end'),
];
export const UNIVERSAL_INSULATION: readonly Field[] = [
  choice('sleeve', 'Sleeve between shaft and core', {
    none: 'none',
    moulded: 'moulded',
    pressed: 'pressed on',
  }),
  quantity('sleeveThickness', 'Sleeve, wall', 'length', 0.2, 6),
  choice('slotLiner', 'Slot insulation', {
    paper: 'paper cell',
    powder: 'powder coat',
    moulded: 'moulded end plates',
  }),
  quantity('linerEnd', 'Slot insulation stands out', 'length', 0, 10, 'from the core, each end'),
  text('shaftGrooves', 'Shaft: grooves, knurl, fan', 'how far from the core', 80),
];
export const UNIVERSAL_FIELD: readonly Field[] = [
  ...SERIES_FIELDS.map((f) => ({ ...f, label: f.label.replace('Series', 'Field') })),
  choice('fieldWound', 'Field coils', { into: 'wound into the poles', former: 'on a former, laid in' }),
];
export const UNIVERSAL_MEASURED: readonly Field[] = [
  ...only(MEASURED_FIELDS, 'meanTurn', 'barOhm'),
  quantity('seriesOhm', 'Field, both coils', 'resistance', 0.001, 5000),
  ...only(MEASURED_FIELDS, 'ohmTemperature', 'strippedCopper'),
];

export const UNIVERSAL_SECTIONS = [
  { title: null, fields: UNIVERSAL_ARMATURE },
  { title: 'Marked before a lead is lifted', fields: UNIVERSAL_MARKS },
  { title: 'Sleeve and slots', fields: UNIVERSAL_INSULATION },
  { title: 'Field', fields: UNIVERSAL_FIELD },
  { title: 'Iron', fields: IRON_FIELDS.filter((f) => f.id !== 'shims') },
  { title: 'Commutator and brushes', fields: COMMUTATOR_FIELDS },
  { title: 'Measured, if it can be', fields: UNIVERSAL_MEASURED },
  { title: 'What a proposal is for', fields: SUPPLY_FIELDS, folded: true },
] as const;
export const UNIVERSAL_CARD: readonly Field[] = UNIVERSAL_SECTIONS.flatMap((s) => s.fields);

/** Fields that a proposal may change; iron, commutator and marks stay as they were found. */
export const UNIVERSAL_PROPOSAL: readonly Field[] = [
  ...only(UNIVERSAL_ARMATURE, 'coilSpan', 'turns', 'wires', 'enamel'),
  ...only(UNIVERSAL_FIELD, 'seriesTurns', 'seriesWires'),
  ...SUPPLY_FIELDS,
];

/** Which fields each step of the rewind destroys. Source: common practice, no source. */
export const UNIVERSAL_MOMENTS = momentsOf(
  {
    stripping: ['firstBar', 'leads', 'leadShift', 'joint', 'overhang', 'linerEnd'],
    burning: [],
    pulling: ['slots', 'bars', 'coilSpan', 'turns', 'wires', 'seriesTurns', 'seriesWires'],
    winding: ['diameter', 'coreLength', 'toothWidth', 'slotDepth', 'slotWidth', 'poleArc'],
  },
  {
    stripping: {
      name: 'a lead is lifted',
      because: 'It cannot be seen once the leads are out of the hooks.',
    },
  },
);
