/** What a step of a single-phase rewind takes, for this motor. */
import {
  showShort,
  showWires,
  singlePhasePlanOf,
  type SinglePhaseFigureId,
  type SinglePhasePlan,
  type Station,
} from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { useCut, type Cut } from '../../cut-sheet/use-cut.ts';
import { piecesOf } from '../../traveller/pieces.ts';
import { MaterialsTable, type MaterialRow } from '../../traveller/materials-table.tsx';

interface Uses {
  readonly rows: (plan: SinglePhasePlan, cut: Cut['cut']) => readonly MaterialRow[];
  readonly more?: { readonly to: string; readonly text: string };
}
const figure = (plan: SinglePhasePlan, id: SinglePhaseFigureId, unit: string) => {
  const found = plan.figures[id];
  return `${found ? showShort(found.value, 3) : '–'} ${unit}`;
};
const spans = (pitches: readonly number[]) => pitches.map((y) => `1-${y + 1}`).join(', ');

const USES: Readonly<Record<string, Uses>> = {
  insulate: {
    rows: ({ slots }, cut) =>
      cut?.ok
        ? piecesOf(cut.value)
        : [
            ['Slot liners', `${slots} pieces`],
            ['Wedges', `${slots} pieces`],
          ],
    more: { to: 'cut', text: 'The cut sheet' },
  },
  wind: {
    rows: (plan) => [
      ['Main: spans', spans(plan.main.pitches)],
      ['Main: turns', plan.main.turns.join(', ')],
      ['Main: in hand', `${showWires(plan.mainWires)} mm`],
      ['Start: spans', spans(plan.start.pitches)],
      ['Start: turns', plan.start.turns.join(', ')],
      ['Start: in hand', `${showWires(plan.startWires)} mm`],
      ['Groups', `${plan.poles} of each`],
      ['Copper', figure(plan, 'copperMass', 'kg')],
    ],
    more: { to: 'winding', text: 'Every coil, and where it lies' },
  },
  connect: {
    rows: (plan) => [
      ['Joints', String(plan.joints.length)],
      ['Leads', [...plan.connection.leads.main, ...plan.connection.leads.start].join(' ')],
      ['Sleeves, two a group', String(2 * plan.groups.length)],
    ],
    more: { to: 'connection', text: 'The connection drawing and its list' },
  },
  check: {
    rows: (plan) => [
      ['Main at 20 °C, by the plan', figure(plan, 'mainOhm20', 'Ω')],
      ['Start at 20 °C, by the plan', figure(plan, 'startOhm20', 'Ω')],
      ['Compass, main then start', plan.walk.expected.join(' ')],
    ],
  },
};

export function SingleMaterials({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked, cut } = useCut(file);
  const plan = singlePhasePlanOf(checked.plan);
  const uses = USES[station.id];
  if (!plan || !uses) return null;
  return <MaterialsTable file={file} rows={uses.rows(plan, cut)} more={uses.more} />;
}
