/** What a step of the rewind of a motor with coils on teeth takes. */
import {
  showShort,
  showWires,
  toothCoilPlanOf,
  type Station,
  type ToothCoilFigureId,
  type ToothCoilPlan,
} from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { useCut, type Cut } from '../../cut-sheet/use-cut.ts';
import { piecesOf } from '../../traveller/pieces.ts';
import { MaterialsTable, type MaterialRow } from '../../traveller/materials-table.tsx';

interface Uses {
  readonly rows: (plan: ToothCoilPlan, cut: Cut['cut']) => readonly MaterialRow[];
  readonly more?: { readonly to: string; readonly text: string };
}
const figure = (plan: ToothCoilPlan, id: ToothCoilFigureId, unit: string) => {
  const found = plan.figures[id];
  return `${found ? showShort(found.value, 3) : '–'} ${unit}`;
};
const senses = (plan: ToothCoilPlan) =>
  plan.teeth.map((t) => (t.sign > 0 ? t.phase : t.phase.toLowerCase())).join(' ');

const USES: Readonly<Record<string, Uses>> = {
  insulate: {
    rows: ({ slots }, cut) => (cut?.ok ? piecesOf(cut.value) : [['Slot liners', `${slots} pieces`]]),
    more: { to: 'cut', text: 'The cut sheet' },
  },
  wind: {
    rows: (plan) => [
      ['Coils', `${plan.teeth.length}, on ${plan.spec.layers === 2 ? 'every' : 'every second'} tooth`],
      ['Turns', String(plan.turns)],
      ['In hand', `${showWires(plan.wires)} mm`],
      ['From tooth 1, small: reversed', senses(plan)],
      ['Copper', figure(plan, 'copperMass', 'kg')],
    ],
    more: { to: 'winding', text: 'Tooth by tooth' },
  },
  connect: {
    rows: (plan) => [
      ['Joints', String(plan.joints.length)],
      ['Circuits', `${plan.circuits} in ${plan.connectedIn}`],
      ['Needle, from tooth 1', plan.walk.expected.join(' ')],
    ],
    more: { to: 'connection', text: 'The connection drawing and its list' },
  },
  check: { rows: (plan) => [['Lead to lead at 20 °C', figure(plan, 'lineOhm20', 'Ω')]] },
};

export function ToothMaterials({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked, cut } = useCut(file);
  const plan = toothCoilPlanOf(checked.plan);
  const uses = USES[station.id];
  if (!plan || !uses) return null;
  return <MaterialsTable file={file} rows={uses.rows(plan, cut)} more={uses.more} />;
}
