/** The plan of a brushless motor: coils on teeth laid out and joined, with their figures. */
import { currentDensityScale, SLOT_FILL, type Judged } from '../../winding/analysis/index.ts';
import { CP, higherIsBetter, judgeOn, usualRange, type LimitScale } from '../../language/quantity/index.ts';
import { showShort } from '../../language/units/index.ts';
import { showWires } from '../../winding/wire/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import type { LaidTeeth, ToothCoilCardData } from './card.ts';
import { toothCoilFigures, type ToothCoilFigureId, type ToothCoilFigures } from './figures.ts';
import type { ToothCoilPlate } from './plate.ts';
import { slotPoleRow, type SlotPoleRow } from './slot-pole-table.ts';
import { connectTeeth, expectedTeeth, judgeTeeth, type ToothConnection } from './tooth-connection.ts';

export const TOOTH_COIL_ID = 'tooth-coil';

export interface ToothCoilPlan extends Plan, LaidTeeth {
  readonly machine: typeof TOOTH_COIL_ID;
  readonly joined: ToothConnection;
  readonly row: SlotPoleRow;
  readonly figures: ToothCoilFigures;
  readonly judged: Readonly<Partial<Record<ToothCoilFigureId, Judged>>>;
}

export const keyOf = ({ spec, connectedIn, circuits, teeth }: LaidTeeth): string =>
  `${spec.slots}t ${spec.poles}p ${spec.layers}L ${circuits}${connectedIn === 'star' ? 'Y' : 'D'} ${teeth.map((c) => (c.sign > 0 ? c.phase : c.phase.toLowerCase())).join('')}`;

export function toothCoilPlan(
  laid: LaidTeeth,
  card: ToothCoilCardData,
  plate: ToothCoilPlate,
  working: boolean,
): ToothCoilPlan {
  const { spec, teeth, connectedIn, circuits } = laid;
  const joined = connectTeeth(teeth, connectedIn, circuits);
  const core = card.numbers['meanTurn'] ? { ...card.core, meanTurnMm: card.numbers['meanTurn'] } : card.core;
  const figures = toothCoilFigures(laid, card, core, plate, working);
  const ohm = figures.lineOhm20?.value;
  return {
    ...laid,
    machine: TOOTH_COIL_ID,
    slots: spec.slots,
    poles: spec.poles,
    coils: teeth.map((c, i) => ({ number: i + 1, slots: [c.tooth, (c.tooth % spec.slots) + 1] as const })),
    get key() {
      return keyOf(laid);
    },
    groups: joined.groups,
    joints: joined.joints,
    copperKg: figures.copperMass?.value ?? null,
    gapDensityT: figures.gapDensity?.value ?? null,
    meanTurnMeasured: card.numbers['meanTurn'] !== undefined,
    linePairs: ohm ? { words: 'lead to lead', ohm20: [ohm, ohm, ohm] } : null,
    joined,
    row: slotPoleRow(spec),
    figures,
    judged: judgeFigures(figures, plate),
    walk: {
      words: joined.words,
      get expected() {
        return expectedTeeth(joined);
      },
      judge: (readings, explain) => judgeTeeth(joined, readings, explain),
    },
    get lines() {
      return linesOf(laid, figures);
    },
  };
}

const MAGNETS = higherIsBetter({
  from: 0.4,
  limit: 1,
  sound: 1.3,
  to: 4,
  name: 'least 1',
  kind: 'linear',
  source: CP,
});
const FACTOR = usualRange({ from: 0.4, low: 0.85, high: 1, limit: 1.01, to: 1.05, source: CP });

function judgeFigures(figures: ToothCoilFigures, plate: ToothCoilPlate): ToothCoilPlan['judged'] {
  const scales: Partial<Record<ToothCoilFigureId, LimitScale>> = {
    windingFactor: FACTOR,
    currentDensity: currentDensityScale(plate.cooling),
    slotFill: SLOT_FILL,
    magnetMargin: MAGNETS,
  };
  return Object.fromEntries(
    Object.entries(scales).flatMap(([id, scale]) => {
      const figure = figures[id as ToothCoilFigureId];
      return figure ? [[id, { scale, verdict: judgeOn(scale, figure.value) }]] : [];
    }),
  );
}

function linesOf({ spec, teeth, turns, wires, connectedIn, circuits }: LaidTeeth, figures: ToothCoilFigures) {
  return [
    ['Teeth, poles', `${spec.slots} teeth, ${spec.poles} poles`] as const,
    ['Coils', `${teeth.length}, on ${spec.layers === 2 ? 'every' : 'every second'} tooth`] as const,
    ['Turns of a coil', String(turns)] as const,
    ['Wires in hand', `${showWires(wires)} mm`] as const,
    ['Circuits', `${circuits} ${connectedIn === 'star' ? 'Y' : 'Δ'}`] as const,
    ...(
      ['windingFactor', 'emfConstant', 'torqueConstant', 'coggingCycles', 'lineOhm20', 'copperMass'] as const
    )
      .flatMap((id) => figures[id] ?? [])
      .map((x) => [x.name, `${showShort(x.value)} ${x.unit}`.trim()] as const),
  ];
}

/** The plan of a motor with coils on teeth; null where there is none, or of another kind. */
export const toothCoilPlanOf = (plan: Plan | null | undefined): ToothCoilPlan | null =>
  plan?.machine === TOOTH_COIL_ID ? (plan as ToothCoilPlan) : null;
