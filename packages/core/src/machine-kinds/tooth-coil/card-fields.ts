/** The fields of the card of a brushless motor with coils on teeth, in the order in which they are taken. */
import { assumed, choice, quantity, text, type Field } from '../../language/forms/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import { momentsOf } from '../../winding/machine/index.ts';
import { TAKEN_FROM } from '../taken-from.ts';

export const WINDING_FIELDS: readonly Field[] = [
  quantity('slots', 'Teeth', 'count', 3, 360, 'slots of the stator'),
  quantity('poles', 'Magnet poles', 'count', 2, 200),
  assumed(choice('layers', 'A coil on', { '2': 'every tooth', '1': 'every second tooth' }), '2'),
  quantity('turns', 'Turns of a coil', 'count', 1, 2000),
  text('wires', 'Wires in hand', 'bare: 0.80, 2x0.71, #20', 60),
  choice('connection', 'Connection', { star: 'star', delta: 'delta' }),
  assumed(quantity('circuits', 'Circuits', 'count', 1, 60), '1'),
];
export const LEAD_FIELDS: readonly Field[] = [
  text('leadsFound', 'Leads: size, number, marks', 'such as 3 of 2.5 mm², U V W', 80),
  quantity('terminalDepth', 'Terminal depth', 'length', 0.1, 100, 'on a connector'),
  text('sensorsFound', 'Rotor sensors', 'kind, where they sit, which way round', 80),
  quantity('overhang', 'End turns stand out', 'length', 1, 200, 'lead end'),
];
export const ROTOR_FIELDS: readonly Field[] = [
  text('magnetGrade', 'Magnets: grade', 'such as N42SH', 40),
  quantity('magnetThickness', 'Magnets, thick', 'length', 0.3, 100, 'as they are magnetised'),
  quantity('magnetLimit', 'Magnets good to', 'temperature', 40, 400),
  quantity('magnets', 'Magnets, number', 'count', 2, 2000),
  choice('sleeve', 'Held by', {
    adhesive: 'adhesive',
    glass: 'adhesive and glass or carbon sleeve',
    steel: 'metal sleeve',
    inside: 'buried in the iron',
  }),
  choice('magnetised', 'Magnetised', {
    before: 'before they were mounted',
    inside: 'in the finished rotor',
  }),
];
export const MEASURED_FIELDS: readonly Field[] = [
  quantity('lineOhm', 'Lead to lead', 'resistance', 0.00001, 2000),
  quantity('ohmTemperature', 'at winding temperature', 'temperature', -40, 180),
  quantity('emfMeasured', 'Back-EMF at 1000 rpm', 'voltage', 0.05, 2000, 'line to line, rms, driven'),
  quantity('meanTurn', 'Mean turn', 'length', 10, 2000),
  quantity('strippedCopper', 'Copper, stripped', 'mass', 0.001, 500),
];
export const SUPPLY_FIELDS: readonly Field[] = [
  quantity('forVoltage', 'For volts', 'voltage', 3, 1000, 'plate when empty'),
  quantity('forSpeed', 'For speed', 'speed', 20, 24000, 'plate when empty'),
  TAKEN_FROM,
];

export const TOOTH_COIL_SECTIONS = [
  { title: null, fields: WINDING_FIELDS },
  { title: 'Gone with the old winding', fields: LEAD_FIELDS },
  { title: 'Rotor', fields: ROTOR_FIELDS },
  { title: 'Core', fields: CORE_FIELDS },
  { title: 'Measured, if it can be', fields: MEASURED_FIELDS },
  { title: 'What a proposal is for', fields: SUPPLY_FIELDS, folded: true },
] as const;
export const TOOTH_COIL_CARD: readonly Field[] = TOOTH_COIL_SECTIONS.flatMap((s) => s.fields);
export const TOOTH_COIL_PROPOSAL: readonly Field[] = [
  ...WINDING_FIELDS.filter((f) => ['turns', 'wires', 'connection', 'circuits'].includes(f.id)),
  ...SUPPLY_FIELDS,
];

/** Which fields each step of the rewind destroys. Source: common practice, no source. */
export const TOOTH_COIL_MOMENTS = momentsOf(
  {
    stripping: ['leadsFound', 'overhang'],
    burning: [],
    pulling: ['slots', 'poles', 'turns', 'wires', 'connection'],
    winding: ['bore', 'coreLength', 'toothWidth'],
  },
  { stripping: { name: 'the leads are cut', because: 'It goes with the ends.' } },
);
