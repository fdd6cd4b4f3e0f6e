/** The fields of a data card, in the order in which they are taken. */
import { LEAD_SCHEMES } from '../../winding/connection/index.ts';
import { choice, quantity, text, type Field } from '../../language/forms/index.ts';
import { CORE_FIELDS } from '../iron.ts';
import { TAKEN_FROM } from '../taken-from.ts';

export const WINDING_FIELDS: readonly Field[] = [
  quantity('slots', 'Slots', 'count', 3, 288),
  quantity('poles', 'Poles', 'count', 2, 96),
  choice('kind', 'Kind', { lap: 'lap', concentric: 'concentric', coils: 'coil by coil' }),
  quantity('layers', 'Layers', 'count', 1, 2, 'coil sides in each slot'),
  text('span', 'Coil span, 1 to', '1-9; concentric 1-12,1-10,1-8', 80),
  text('turns', 'Turns in a coil', '14; uneven 14,14,12', 80),
  text('wires', 'Wires in hand', 'bare: 3x0.95+1x0.90 or 2x#18', 60),
  quantity('circuits', 'Circuits', 'count', 1, 48, 'parallel paths a phase'),
  choice('connection', 'Connection', { star: 'star Y', delta: 'delta Δ' }),
  choice(
    'leads',
    'Leads',
    Object.fromEntries(Object.entries(LEAD_SCHEMES).map(([id, s]) => [id, s.label])),
    '3 when empty',
  ),
];

/** What most windings do not need. */
export const SPECIAL_FIELDS: readonly Field[] = [
  choice('grouping', 'Groups', { whole: 'one a pole and phase', consequent: 'consequent poles' }),
  text('groups', 'Coils in each group, as found', '3 2 3 2, repeated round the bore', 400),
  text('leftEmpty', 'Slots left empty', 'their numbers', 300),
  quantity('skew', 'Skew', 'ratio', 0, 20, 'slots, end to end'),
  text('second', 'Second winding in the same slots', 'in one line: 6p 1-7 T20 2x0.71 1Y', 300),
  text('coils', 'Coil by coil', '1-8 U 12; 2-9 U 12; 7-14 -W 12', 6000),
];

/** How the joints are made; decides the drawing and the list to connect by. */
/** Ways of joining; fused: the ends melted into one another, through the enamel. */
export const JOINTS = {
  brazed: 'brazed',
  soldered: 'soldered',
  crimped: 'crimped',
  fused: 'fused',
} as const;

export const JOINING_FIELDS: readonly Field[] = [
  choice('circuitsFrom', 'Circuits from', {
    neighbours: 'neighbouring groups',
    skipping: 'every n-th group',
  }),
  choice('jumpers', 'Jumpers', { short: 'short, next pole', long: 'long, skipping a pole' }),
  choice('starPoints', 'Star point', { one: 'one', 'each-circuit': 'one a circuit' }),
  choice('order', 'Order of work', { 'jumpers-first': 'jumpers first', 'leads-first': 'leads first' }),
  choice('joint', 'Joints', JOINTS, 'solder softens near the hot spot of class F and H'),
  choice('woundIn', 'Coils are wound', {
    gangs: 'a group in one go',
    singles: 'one by one',
  }),
  quantity('exitClock', 'Leads leave at', 'count', 1, 12, 'o’clock, from the connection end'),
];

export const COUNT_FIELDS: readonly Field[] = [
  quantity('endsPerLead', 'Coil ends on a lead', 'count', 1, 96, 'cut back to one line lead and count'),
  choice('starJoint', 'Star joint found', { yes: 'yes', no: 'no' }),
  quantity('coilsCounted', 'Coils counted', 'count', 1, 288),
  quantity('groupsCounted', 'Groups counted', 'count', 1, 288),
  text('groupTurns', 'Turns of each coil of one group, counted', '14 14 13 14, in their order', 80),
  quantity('wireBare', 'One wire, bare', 'wire-diameter', 0.03, 6, 'measured'),
  quantity('wireOver', 'Over its enamel', 'wire-diameter', 0.03, 6.5, 'measured'),
];
/** What burn-off takes; “none” is an answer. */
export const BURNT_FIELDS: readonly Field[] = [
  quantity('linerFound', 'Old slot liner', 'length', 0.05, 3),
  text('leadsFound', 'Leads: size, number, marks', 'such as 6 of 4 mm², U1 to W2', 80),
  text('sensorsFound', 'Thermal sensors', 'kind and place, or none', 80),
  quantity('leadsLong', 'Leads, to the box', 'length', 20, 10_000, 'from the winding to the lug'),
];
export const SLOT_FIELDS: readonly Field[] = [
  choice('slotForm', 'Slot shape', {
    'parallel-tooth': 'parallel teeth',
    'parallel-slot': 'parallel walls',
    'round-bottom': 'round bottom',
  }),
  quantity('slotDepth', 'Slot depth', 'length', 2, 400, 'bore to slot bottom'),
  quantity('slotOpening', 'Opening', 'length', 0.3, 60, 'at the bore'),
  quantity('slotMouth', 'Mouth', 'length', 0, 60, 'bore to the shoulder'),
  quantity('slotWidthTop', 'Width under the wedge', 'length', 0.5, 100),
  quantity('slotWidthBottom', 'Width at the bottom', 'length', 0.5, 100),
  quantity('rotorBars', 'Rotor bars', 'count', 6, 400),
  quantity('overhang', 'End turns stand out', 'length', 5, 1000, 'connection end'),
  quantity('overhangOther', 'the same, other end', 'length', 5, 1000),
  quantity('trialStandOut', 'A trial coil stands out', 'length', 5, 1000, 'laid into its slots'),
];
export const MEASURED_FIELDS: readonly Field[] = [
  quantity('meanTurn', 'Mean turn', 'length', 20, 10000, 'one turn of a sample coil'),
  quantity('lineResistance', 'Lead to lead', 'resistance', 0.00001, 20000),
  quantity('resistanceTemperature', 'at winding temperature', 'temperature', -40, 180),
  quantity('strippedCopper', 'Copper, stripped', 'mass', 0.001, 5000),
  text('howRead', 'How the connection was read', 'who counted, which lead, which joint', 200),
];
/** What a proposal is for, where that is not what the plate says. */
export const SUPPLY_FIELDS: readonly Field[] = [
  quantity('forVoltage', 'For volts', 'voltage', 12, 15000, 'plate when empty'),
  quantity('forFrequency', 'For frequency', 'frequency', 10, 400, 'plate when empty'),
  quantity('forCurrent', 'For line current', 'current', 0.05, 5000, 'plate when empty'),
  TAKEN_FROM,
];

export const DATA_CARD_FIELDS: readonly Field[] = [
  ...WINDING_FIELDS,
  ...SPECIAL_FIELDS,
  ...JOINING_FIELDS,
  ...COUNT_FIELDS,
  ...BURNT_FIELDS,
  ...CORE_FIELDS,
  ...SLOT_FIELDS,
  ...MEASURED_FIELDS,
  ...SUPPLY_FIELDS,
];

/** Fields that a proposal may change; the iron stays as it was measured. */
export const PROPOSAL_FIELDS: readonly Field[] = [
  ...WINDING_FIELDS,
  ...SPECIAL_FIELDS,
  ...JOINING_FIELDS,
  ...SUPPLY_FIELDS,
];
