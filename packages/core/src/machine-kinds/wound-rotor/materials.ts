/** What a step on the wound rotor takes; the stator's is that of any three-phase motor. Source: none, it is read from the plan. */
import { showShort } from '../../language/units/index.ts';
import type { MaterialsOf } from '../../winding/machine/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { RotorWinding } from './check-card.ts';

const figure = ({ figures }: RotorWinding, id: keyof RotorWinding['figures'], unit: string, factor = 1) => {
  const f = figures[id];
  return `${f ? showShort(factor * f.value, 3) : '–'} ${unit}`;
};

export const WOUND_ROTOR_MATERIALS: MaterialsOf<RotorWinding> = {
  insulate: ({ analysis }) => ({
    rows: [
      ['Slot cells', `${analysis.layout.slots} pieces`],
      ['Wedges', `${analysis.layout.slots} pieces`],
    ],
  }),
  wind: (rotor) => ({
    rows: [
      ['Coils', String(rotor.analysis.layout.coils.length)],
      ['Span', `1-${(rotor.analysis.layout.coils[0]?.pitch ?? 0) + 1}`],
      ['Turns of a coil', String(rotor.analysis.winding.turnsPerCoil)],
      ['In hand', `${showWires(rotor.analysis.winding.wires)} mm`],
      ['Circuits', `${rotor.analysis.winding.circuits} ${rotor.analysis.winding.connection}`],
      ['Ring to ring at 20 °C', figure(rotor, 'ringOhm20', 'mΩ', 1000)],
    ],
  }),
  brushes: (rotor) => ({ rows: [['Ring to ring, rings open', figure(rotor, 'ringVolts', 'V')]] }),
};
