/** What a tester would read of the example of a machine, where its plan says how; else as the test's own example has it. */
import {
  analysisOf,
  barToBarOhm,
  commutatorPlanOf,
  machineKind,
  ringNetwork,
  singlePhasePlanOf,
  TEST_KINDS,
  woundRotorPlanOf,
  type Plan,
  type Route,
  type TestKindId,
  type Typed,
} from '@norther/core';

/** Ohms of 20 °C as they read at 22 °C. */
const warm = (ohm: number) => (ohm * 1.0079).toPrecision(4);

type Reading = (plan: Plan | null, plate: Typed, example: Typed) => Typed | null;
const READINGS: Readonly<Partial<Record<TestKindId, Reading>>> = {
  polarity: (plan) => plan && { sequence: plan.walk.expected.join('') },
  resistance: (plan) => {
    const ohm = analysisOf(plan)?.figures.lineResistance20?.value ?? plan?.linePairs?.ohm20[0];
    return ohm ? { uv: warm(ohm), vw: warm(ohm), wu: warm(ohm), temperature: '22' } : null;
  },
  'branch-resistance': (plan) => {
    const { mainOhm20, startOhm20 } = singlePhasePlanOf(plan)?.figures ?? {};
    return mainOhm20 && startOhm20
      ? { main: warm(mainOhm20.value), start: warm(startOhm20.value), temperature: '22' }
      : null;
  },
  'bar-to-bar': (plan) => {
    const armature = commutatorPlanOf(plan);
    const network = armature?.ring && ringNetwork(armature.ring, []);
    if (!armature || !network?.ok) return null;
    const ohms = barToBarOhm(armature.spec.bars, network.value);
    return { readings: ohms.map((o) => (1000 * o!).toFixed(3)).join('\n'), temperature: '20' };
  },
  'field-drop': (plan, _plate, example) => {
    const winding = commutatorPlanOf(plan)?.fields.windings[0];
    return plan && winding ? { ...example, winding, volts: Array(plan.poles).fill('55').join('\n') } : null;
  },
  'back-emf': (_plan, { emfConstant: volts }) =>
    volts === undefined ? null : { speed: '1000', uv: volts, vw: volts, wu: volts },
  'ring-resistance': (plan) => {
    const ohm = woundRotorPlanOf(plan)?.rotor?.figures.ringOhm20?.value.toPrecision(4);
    return ohm === undefined ? null : { kl: ohm, lm: ohm, mk: ohm, temperature: '20' };
  },
  'open-ring': (_plan, { voltage, rotorVoltage }) => {
    const volts = String(Math.round(0.97 * Number(rotorVoltage)));
    return rotorVoltage === undefined ? null : { lineV: voltage!, kl: volts, lm: volts, mk: volts };
  },
  // A tool runs by its own speed without load.
  'dc-no-load': (_plan, { noLoadSpeed, voltage, current }, example) =>
    noLoadSpeed === undefined
      ? null
      : { ...example, voltage: voltage!, current: String(0.3 * Number(current)), speed: noLoadSpeed },
  'dc-load': (_plan, { noLoadSpeed, voltage, current, speed }, example) =>
    noLoadSpeed === undefined ? null : { ...example, voltage: voltage!, current: current!, speed: speed! },
  // The tolerance goes by the plate's speed.
  balance: (_plan, { speed }, example) =>
    speed === undefined ? null : { ...example, speed, plane1: '2', plane2: '2' },
};

/** @param of the machine; the route's example where absent */
export function soundReading(
  kind: TestKindId,
  route: Route,
  of: { readonly card: Typed; readonly plate: Typed } = machineKind(route.machine).examples[0]!,
): Typed {
  const machine = machineKind(route.machine);
  const { plan } = machine.checkCard(of.card, machine.readPlate(of.plate).plate, false, {});
  const { typed } = TEST_KINDS[kind].examples.sound;
  return READINGS[kind]?.(plan, of.plate, typed) ?? typed;
}
