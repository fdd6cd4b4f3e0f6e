/** What a motor with slip rings has on its plate and its card beside those of its stator. */
import { assumed, choice, quantity, text, type Field } from '../../language/forms/index.ts';
import { momentsOf } from '../../winding/machine/index.ts';
import { CARD_MOMENTS, threePhase } from '../three-phase/index.ts';

export const ROTOR_PLATE: readonly Field[] = [
  quantity('rotorVoltage', 'Rotor volts, rings open', 'voltage', 5, 6000, 'at standstill, from ring to ring'),
  quantity('rotorCurrent', 'Rotor current', 'current', 0.5, 5000),
];

export const ROTOR_FIELDS: readonly Field[] = [
  assumed(choice('rotorPhases', 'Rotor phases', { '3': 'three', '2': 'two', '5': 'five', '6': 'six' }), '3'),
  quantity('rotorSlots', 'Rotor slots', 'count', 6, 400),
  text('rotorSpan', 'Rotor: coil span', '1-10, slot to slot', 12),
  quantity('rotorTurns', 'Rotor: turns of a coil', 'count', 1, 400, 'a bar winding has 1'),
  text('rotorWires', 'Rotor: wires in hand', 'bare: 2x1.60; a bar as its area in round wire', 60),
  quantity('rotorCircuits', 'Rotor: circuits', 'count', 1, 24),
  choice('rotorConnection', 'Rotor: connection', { star: 'star Y', delta: 'delta Δ' }),
  quantity('rotorTurn', 'Rotor: mean turn', 'length', 40, 5000),
];
export const RING_FIELDS: readonly Field[] = [
  quantity('ringDiameter', 'Slip rings, diameter', 'length', 10, 2000, 'as found'),
  quantity('ringLeast', 'worn out at', 'length', 8, 2000),
  text('ringBrushes', 'Brushes', 'number, size, grade', 80),
  choice('rotorBand', 'Ends held by', { tape: 'glass tape', wire: 'steel wire' }),
  quantity('rotorOhm', 'Ring to ring', 'resistance', 0.00001, 1000),
  quantity('rotorOhmTemperature', 'at winding temperature', 'temperature', -40, 180),
];

export const WOUND_ROTOR_SECTIONS = [
  ...threePhase.card.slice(0, 1),
  { title: 'Slip-ring rotor', fields: ROTOR_FIELDS },
  { title: 'Rings, as measured', fields: RING_FIELDS },
  ...threePhase.card.slice(1),
];

/** Fields of the rotor that a proposal may change. */
export const ROTOR_PROPOSAL: readonly Field[] = ROTOR_FIELDS.filter((f) =>
  ['rotorSpan', 'rotorTurns', 'rotorWires', 'rotorCircuits', 'rotorConnection'].includes(f.id),
);

const needs = (id: string) => CARD_MOMENTS.find((m) => m.id === id)!.needs;
/** The stator's moments; the rotor is counted before its coils are pulled. Source: common practice, no source. */
export const WOUND_ROTOR_MOMENTS = momentsOf({
  stripping: needs('stripping'),
  burning: needs('burning'),
  pulling: [
    ...needs('pulling'),
    ...['rotorSlots', 'rotorSpan', 'rotorTurns', 'rotorWires', 'rotorCircuits', 'rotorConnection'],
  ],
  winding: needs('winding'),
});
