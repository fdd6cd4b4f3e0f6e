/** What a step of a direct-current rewind takes, for this machine. */
import {
  commutatorPlanOf,
  POLE_WINDING_NAME,
  showShort,
  showWires,
  type DirectCurrentFigureId,
  type DirectCurrentPlan,
  type Station,
} from '@norther/core';
import type { MotorFile } from '../../app/api.ts';
import { useCut, type Cut } from '../../cut-sheet/use-cut.ts';
import { piecesOf } from '../../traveller/pieces.ts';
import { MaterialsTable, type MaterialRow } from '../../traveller/materials-table.tsx';

interface Uses {
  readonly rows: (plan: DirectCurrentPlan, cut: Cut['cut']) => readonly MaterialRow[];
  readonly more?: { readonly to: string; readonly text: string };
}
const figure = (plan: DirectCurrentPlan, id: DirectCurrentFigureId, unit: string, factor = 1) => {
  const found = plan.figures[id];
  return `${found ? showShort(factor * found.value, 3) : '–'} ${unit}`;
};

const USES: Readonly<Record<string, Uses>> = {
  'insulate-armature': {
    rows: ({ slots }, cut) =>
      cut?.ok
        ? piecesOf(cut.value)
        : [
            ['Slot cells', `${slots} pieces`],
            ['Wedges', `${slots} pieces`],
          ],
    more: { to: 'cut', text: 'The cut sheet' },
  },
  'wind-armature': {
    rows: (plan) => [
      ['Coils', `${plan.armatureCoils.length}, ${plan.armature.coilsPerSlot} a slot`],
      ['Span', `1-${plan.armature.slotPitch + 1}`],
      ['Turns of a coil', String(plan.turns)],
      ['In hand', `${showWires(plan.wires)} mm`],
      ['Coil 1 on bars', `${plan.armatureCoils[0]!.startBar} and ${plan.armatureCoils[0]!.finishBar}`],
      ['Copper, with the fields', figure(plan, 'copperMass', 'kg')],
    ],
    more: { to: 'winding', text: 'Every coil, slot to slot and bar to bar' },
  },
  risers: {
    rows: (plan) => [
      ['Bars, two leads each', String(plan.spec.bars)],
      ['Bar to next bar at 20 °C', figure(plan, 'barOhm20', 'mΩ', 1000)],
    ],
    more: { to: 'winding', text: 'Every coil, slot to slot and bar to bar' },
  },
  'field-coils': {
    rows: (plan) =>
      plan.fields.windings.map((w) => {
        const coil = plan.poleCoils[w];
        return [
          POLE_WINDING_NAME[w],
          coil ? `${coil.turns} turns of ${showWires(coil.wires)} mm a pole` : 'as found; not on the card',
        ] as const;
      }),
  },
  'connect-field': {
    rows: (plan) => [
      ['Joints', String(plan.joints.length)],
      ...plan.fields.windings.map((w) => [POLE_WINDING_NAME[w], plan.fields.leads[w]!.join(' ')] as const),
      ['Needle', plan.walk.expected.join(' ')],
    ],
    more: { to: 'connection', text: 'The frame and its list of joints' },
  },
};

export function DirectMaterials({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { checked, cut } = useCut(file);
  const plan = commutatorPlanOf(checked.plan);
  const uses = USES[station.id];
  if (!plan || !uses) return null;
  return <MaterialsTable file={file} rows={uses.rows(plan, cut)} more={uses.more} />;
}
