/** What a step of a single-phase rewind takes. Source: none, it is read from the plan. */
import { showShort } from '../../language/units/index.ts';
import { piecesToCut, type MaterialsOf } from '../../winding/machine/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { SinglePhasePlan } from './plan.ts';

const figure = (plan: SinglePhasePlan, id: keyof SinglePhasePlan['figures'], unit: string) => {
  const found = plan.figures[id];
  return `${found ? showShort(found.value, 3) : '–'} ${unit}`;
};
const spans = (pitches: readonly number[]) => pitches.map((y) => `1-${y + 1}`).join(', ');

export const SINGLE_PHASE_MATERIALS: MaterialsOf<SinglePhasePlan> = {
  insulate: ({ slots }, cut) =>
    piecesToCut(cut, [
      ['Slot liners', `${slots} pieces`],
      ['Wedges', `${slots} pieces`],
    ]),
  wind: (plan) => ({
    rows: [
      ['Main: spans', spans(plan.main.pitches)],
      ['Main: turns', plan.main.turns.join(', ')],
      ['Main: in hand', `${showWires(plan.mainWires)} mm`],
      ['Start: spans', spans(plan.start.pitches)],
      ['Start: turns', plan.start.turns.join(', ')],
      ['Start: in hand', `${showWires(plan.startWires)} mm`],
      ['Groups', `${plan.poles} of each`],
      ['Copper', figure(plan, 'copperMass', 'kg')],
    ],
    more: { sheet: 'winding', text: 'Every coil, and where it lies' },
  }),
  connect: (plan) => ({
    rows: [
      ['Joints', String(plan.joints.length)],
      ['Leads', [...plan.connection.leads.main, ...plan.connection.leads.start].join(' ')],
      ['Sleeves, two a group', String(2 * plan.groups.length)],
    ],
    more: { sheet: 'connection', text: 'The connection drawing and its list' },
  }),
  prove: (plan) => ({
    rows: [
      ['Main at 20 °C, by the plan', figure(plan, 'mainOhm20', 'Ω')],
      ['Start at 20 °C, by the plan', figure(plan, 'startOhm20', 'Ω')],
      ['Compass, main then start', plan.walk.expected.join(' ')],
    ],
  }),
};
