/** The fields of a single-phase motor's card, in the order in which they are taken. */
import { assumed, choice, quantity, text, type Field } from '../../language/forms/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import { momentsOf } from '../../winding/machine/index.ts';
import { TAKEN_FROM } from '../taken-from.ts';

export const STATOR_FIELDS: readonly Field[] = [
  quantity('slots', 'Slots', 'count', 4, 288),
  quantity('poles', 'Poles', 'count', 2, 48),
];
const branch = (id: 'main' | 'start', label: string): readonly Field[] => [
  text(`${id}Spans`, `${label}: spans of a group`, '1-6,1-4 outermost first', 120),
  text(`${id}Turns`, `${label}: turns of these coils`, '46,27', 120),
  text(`${id}Wires`, `${label}: wires in hand`, 'bare: 0.80, 2x0.71, #20', 60),
  quantity(`${id}First`, `${label}: first slot`, 'count', 1, 288, 'its widest coil begins there'),
];
export const MAIN_FIELDS = branch('main', 'Main');
export const START_FIELDS = branch('start', 'Start');

export const LEAD_FIELDS: readonly Field[] = [
  assumed(choice('voltages', 'Voltages', { one: 'one', two: 'two, main in halves' }), 'one'),
  choice('rotation', 'Turned, from the connection end', {
    clockwise: 'clockwise',
    'counter-clockwise': 'counter-clockwise',
  }),
  text('leadsFound', 'Leads: size, number, marks', 'such as 4 of 1 mm², U1 U2 Z1 Z2', 80),
  quantity('overhang', 'End turns stand out', 'length', 2, 400, 'connection end'),
];
export const BURNT_FIELDS: readonly Field[] = [
  quantity('linerFound', 'Old slot liner', 'length', 0.05, 3),
  text('protectorFound', 'Thermal protector', 'kind and place, or none', 80),
];
export const MEASURED_FIELDS: readonly Field[] = [
  quantity('mainOhm', 'Main winding', 'resistance', 0.001, 20000),
  quantity('startOhm', 'Start winding', 'resistance', 0.001, 20000),
  quantity('ohmTemperature', 'at winding temperature', 'temperature', -40, 180),
  quantity('meanTurn', 'Mean turn of the main winding', 'length', 20, 5000, 'one turn of a middle coil'),
  quantity(
    'trialStandOut',
    'A trial coil stands out',
    'length',
    2,
    400,
    'wound on the new former, in its slots',
  ),
  quantity('strippedCopper', 'Copper, stripped', 'mass', 0.001, 500),
];
/** What a proposal is for, where that is not what the plate says. */
export const SUPPLY_FIELDS: readonly Field[] = [
  quantity('forVoltage', 'For volts', 'voltage', 12, 1000, 'plate when empty'),
  quantity('forFrequency', 'For frequency', 'frequency', 10, 400, 'plate when empty'),
  TAKEN_FROM,
];

export const SINGLE_PHASE_CARD: readonly Field[] = [
  ...STATOR_FIELDS,
  ...MAIN_FIELDS,
  ...START_FIELDS,
  ...LEAD_FIELDS,
  ...BURNT_FIELDS,
  ...CORE_FIELDS,
  ...MEASURED_FIELDS,
  ...SUPPLY_FIELDS,
];

/** Fields that a proposal may change; the iron stays as it was measured. */
export const SINGLE_PHASE_PROPOSAL: readonly Field[] = [
  ...STATOR_FIELDS,
  ...MAIN_FIELDS,
  ...START_FIELDS,
  ...LEAD_FIELDS.slice(0, 1),
  ...SUPPLY_FIELDS,
];

/** Which fields each step of the rewind destroys. Source: common practice, no source. */
export const SINGLE_PHASE_MOMENTS = momentsOf({
  stripping: ['rotation', 'leadsFound', 'overhang'],
  burning: ['linerFound', 'protectorFound'],
  pulling: [
    'slots',
    'poles',
    'mainSpans',
    'mainTurns',
    'mainWires',
    'startSpans',
    'startTurns',
    'startWires',
    'startFirst',
  ],
  winding: ['bore', 'coreLength', 'backIron', 'toothWidth', 'slotArea'],
});
