/** What a step of the rewind of a machine with a commutator takes. Source: none, it is read from the plan. */
import { showShort } from '../../language/units/index.ts';
import { piecesToCut, type MaterialsOf } from '../../winding/machine/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import { POLE_WINDING_NAME } from './card.ts';
import type { DirectCurrentPlan } from './plan.ts';

const figure = (
  plan: DirectCurrentPlan,
  id: keyof DirectCurrentPlan['figures'],
  unit: string,
  factor = 1,
) => {
  const found = plan.figures[id];
  return `${found ? showShort(factor * found.value, 3) : '–'} ${unit}`;
};
const EVERY_COIL = { sheet: 'winding', text: 'Every coil, slot to slot and bar to bar' } as const;

export const COMMUTATOR_MATERIALS: MaterialsOf<DirectCurrentPlan> = {
  insulate: ({ slots }, cut) =>
    piecesToCut(cut, [
      ['Slot cells', `${slots} pieces`],
      ['Wedges', `${slots} pieces`],
    ]),
  wind: (plan) => ({
    rows: [
      ['Coils', `${plan.armatureCoils.length}, ${plan.armature.coilsPerSlot} a slot`],
      ['Span', `1-${plan.armature.slotPitch + 1}`],
      ['Turns of a coil', String(plan.turns)],
      ['In hand', `${showWires(plan.wires)} mm`],
      ['Coil 1 on bars', `${plan.armatureCoils[0]?.startBar} and ${plan.armatureCoils[0]?.finishBar}`],
      ['Copper, with the fields', figure(plan, 'copperMass', 'kg')],
    ],
    more: EVERY_COIL,
  }),
  bars: (plan) => ({
    rows: [
      ['Bars, two leads each', String(plan.spec.bars)],
      ['Bar to next bar at 20 °C', figure(plan, 'barOhm20', 'mΩ', 1000)],
    ],
    more: EVERY_COIL,
  }),
  poles: (plan) => ({
    rows: plan.fields.windings.map((w) => {
      const coil = plan.poleCoils[w];
      return [
        POLE_WINDING_NAME[w],
        coil ? `${coil.turns} turns of ${showWires(coil.wires)} mm a pole` : 'as found; not on the card',
      ] as const;
    }),
  }),
  connect: (plan) => ({
    rows: [
      ['Joints', String(plan.joints.length)],
      ...plan.fields.windings.map(
        (w) => [POLE_WINDING_NAME[w], plan.fields.leads[w]?.join(' ') ?? ''] as const,
      ),
      ['Needle', plan.walk.expected.join(' ')],
    ],
    more: { sheet: 'connection', text: 'The frame and its list of joints' },
  }),
};
