/** What a step of the rewind of a motor with coils on teeth takes. Source: none, it is read from the plan. */
import { showShort } from '../../language/units/index.ts';
import { piecesToCut, type MaterialsOf } from '../../winding/machine/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { ToothCoilPlan } from './plan.ts';

const figure = (plan: ToothCoilPlan, id: keyof ToothCoilPlan['figures'], unit: string) => {
  const found = plan.figures[id];
  return `${found ? showShort(found.value, 3) : '–'} ${unit}`;
};
const senses = (plan: ToothCoilPlan) =>
  plan.teeth.map((t) => (t.sign > 0 ? t.phase : t.phase.toLowerCase())).join(' ');

export const TOOTH_COIL_MATERIALS: MaterialsOf<ToothCoilPlan> = {
  insulate: ({ slots }, cut) => piecesToCut(cut, [['Slot liners', `${slots} pieces`]]),
  wind: (plan) => ({
    rows: [
      ['Coils', `${plan.teeth.length}, on ${plan.spec.layers === 2 ? 'every' : 'every second'} tooth`],
      ['Turns', String(plan.turns)],
      ['In hand', `${showWires(plan.wires)} mm`],
      ['From tooth 1, small: reversed', senses(plan)],
      ['Copper', figure(plan, 'copperMass', 'kg')],
    ],
    more: { sheet: 'winding', text: 'Tooth by tooth' },
  }),
  connect: (plan) => ({
    rows: [
      ['Joints', String(plan.joints.length)],
      ['Circuits', `${plan.circuits} in ${plan.connectedIn}`],
      ['Needle, from tooth 1', plan.walk.expected.join(' ')],
    ],
    more: { sheet: 'connection', text: 'The connection drawing and its list' },
  }),
  prove: (plan) => ({ rows: [['Lead to lead at 20 °C', figure(plan, 'lineOhm20', 'Ω')]] }),
};
