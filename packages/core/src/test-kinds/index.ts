/** The tests there are. A new one is a folder here and a line in this list. */
import type { Typed } from '../language/forms/index.ts';
import type { TestOutcome } from '../language/quantity/index.ts';
import { barToBar } from './bar-to-bar/bar-to-bar.ts';
import { bearingHeat } from './bearing-heat/bearing-heat.ts';
import { immersion } from './immersion/immersion.ts';
import { circuitOfTests, curvesOfMotor, type MotorCurves } from './locked-rotor/circuit-of-tests.ts';
import { lockedRotor } from './locked-rotor/locked-rotor.ts';
import { noise } from './noise/noise.ts';
import { rotorBars } from './rotor-bars/rotor-bars.ts';
import { sensors } from './sensors/sensors.ts';
import { shaftFits } from './shaft-fits/shaft-fits.ts';
import { vibration } from './machine-vibration/vibration.ts';
import { balance } from './residual-unbalance/residual-unbalance.ts';
import { bondPulse } from './brushless/bond-pulse.ts';
import { cogging } from './brushless/cogging.ts';
import { sensorAlignment } from './brushless/sensor-alignment.ts';
import { branchResistance } from './branch-resistance/branch-resistance.ts';
import { armatureSurge } from './coil-surge/armature-surge.ts';
import { fieldSurge } from './coil-surge/field-surge.ts';
import { commutator } from './commutator/commutator.ts';
import { coreLoss } from './core-loss/core-loss.ts';
import { cure } from './cure/cure-log.ts';
import { dcLoad, dcNoLoad } from './dc-run/dc-run.ts';
import type { TestContext, TestKind } from './define-test.ts';
import { doubleInsulation } from './double-insulation/double-insulation.ts';
import { efficiency } from './efficiency/efficiency.ts';
import { fieldDrop } from './field-drop/field-drop.ts';
import { fullLoad } from './full-load/full-load.ts';
import { highPotential } from './high-potential/high-potential.ts';
import { impregnation } from './impregnation/impregnation.ts';
import { insulation } from './insulation-resistance/insulation-resistance.ts';
import { neutral } from './neutral/neutral.ts';
import { noLoad } from './no-load/no-load.ts';
import { backEmf } from './pm-run/back-emf.ts';
import { pmRun } from './pm-run/pm-run.ts';
import { polarity } from './polarity/polarity.ts';
import { singleLoad } from './single-load/single-load.ts';
import { singleNoLoad } from './single-no-load/single-no-load.ts';
import { temperatureRise } from './temperature-rise/temperature-rise.ts';
import { openRingTest } from './slip-ring/open-ring.ts';
import { ringResistance } from './slip-ring/ring-resistance.ts';
import { slipRings } from './slip-ring/slip-rings.ts';
import { starting } from './starting/starting.ts';
import { surge } from './surge-comparison/surge-comparison.ts';
import { resistance } from './resistance/winding-resistance.ts';

/** In the order in which they are listed. */
const ALL = [
  insulation,
  resistance,
  branchResistance,
  ringResistance,
  barToBar,
  armatureSurge,
  fieldDrop,
  fieldSurge,
  surge,
  coreLoss,
  polarity,
  sensors,
  bondPulse,
  impregnation,
  cure,
  immersion,
  highPotential,
  doubleInsulation,
  starting,
  commutator,
  shaftFits,
  balance,
  rotorBars,
  slipRings,
  openRingTest,
  noLoad,
  fullLoad,
  efficiency,
  lockedRotor,
  temperatureRise,
  bearingHeat,
  vibration,
  noise,
  singleNoLoad,
  singleLoad,
  neutral,
  dcNoLoad,
  dcLoad,
  backEmf,
  cogging,
  sensorAlignment,
  pmRun,
] as const;

export type TestKindId = (typeof ALL)[number]['id'];
export const TEST_KIND_IDS: readonly TestKindId[] = ALL.map((kind) => kind.id);
export const TEST_KINDS = Object.fromEntries(ALL.map((kind) => [kind.id, kind])) as unknown as Readonly<
  Record<TestKindId, TestKind<TestKindId>>
>;

/** Reads and judges one test as typed; nothing throws for what was typed, and what is assumed is said. */
export const judgeTest = (kind: TestKindId, typed: Typed, context: TestContext): TestOutcome =>
  TEST_KINDS[kind].evaluate(typed, context);

export type { Chart, ChartAxis, ChartLine } from './chart.ts';
export {
  defineTest,
  type HookUp,
  type ScaleAhead,
  type TestContext,
  type TestExample,
  type TestKind,
} from './define-test.ts';
export { saysFigure } from './name-stops.ts';
export { BEFORE_THE_WORK, PROVES_CONNECTION, STAGES, type Stage } from './stages.ts';
export * from './insulation-resistance/insulation-figures.ts';
export * from './high-potential/levels.ts';
export * from './high-potential/leakage.ts';
export { lastWalk, readWalk } from './polarity/polarity.ts';
export { surgeCauses, type TurnPoint } from './surge-comparison/surge-comparison.ts';
export { fieldsOfWaves, PULSE_LIMIT, WAVE_FIELDS } from './surge-comparison/waves-to-fields.ts';
export { balanceJob, type BalanceJob, type BalanceStep } from './residual-unbalance/balance-job.ts';
export type { BalanceReading } from './residual-unbalance/form.ts';
export { sayStep } from './residual-unbalance/residual-unbalance.ts';
export { loadTestOf, type LoadTestResult } from './efficiency/load-test-result.ts';
export { separationOf, readSeries } from './no-load/losses.ts';
export { FIT_PLACES, fitsOf, type MeasuredFit } from './shaft-fits/shaft-fits.ts';
export { readSpectrum } from './machine-vibration/vibration.ts';
export { platinumC, thermocoupleC } from './sensors/sensor-curves.ts';
export { meanLevel, withoutRoom } from './noise/noise.ts';
export {
  circuitOfTests,
  loadCurve,
  speedCurve,
  type MotorCircuit,
  type MotorCurves,
} from './locked-rotor/circuit-of-tests.ts';

type KeptReading = { readonly kind: string; readonly typed: Typed };
const newestOf = (kind: TestKind, readings: readonly KeptReading[], context: TestContext) => {
  const found = readings.findLast((r) => r.kind === kind.id);
  return found ? kind.read(found.typed, context).values : {};
};

/**
 * The circuit of a motor out of its newest no-load run and locked rotor.
 * @param locked its figures where they are not kept yet
 */
export const circuitOfReadings = (
  readings: readonly KeptReading[],
  context: TestContext,
  locked: Readonly<Record<string, unknown>> = newestOf(lockedRotor, readings, context),
) => circuitOfTests(newestOf(noLoad, readings, context), locked, context.plate);

/** Circuit and curves for a document; null where no-load run or locked rotor says too little. */
export function curvesOfReadings(readings: readonly KeptReading[], context: TestContext): MotorCurves | null {
  const found = circuitOfReadings(readings, context);
  return found.ok ? curvesOfMotor(found.value, context.plate) : null;
}
export { loopIronOf, loopPlanOf, sideLoss, type LoopReading } from './core-loss/from-watts.ts';
export { keptCoefficients } from './residual-unbalance/balance-job.ts';
export { unphasedOf } from './residual-unbalance/unphased.ts';
export * from './criteria/index.ts';
export * from './mistakes/index.ts';
