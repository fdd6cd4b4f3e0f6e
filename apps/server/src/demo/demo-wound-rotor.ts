/** The slip-ring motor of the made-up shop: its plate, its card, and readings that follow from its plan. */
import { woundRotor, woundRotorPlanOf, type Stage } from '@norther/core';
import { core, insulation, type DemoMotor, type DemoOtherKind, type DemoReading } from './demo-motor.ts';

const [example] = woundRotor.examples;
const { power, speed, ...plate } = example!.plate as Record<string, string>;
const CRUSHER: DemoOtherKind = {
  kind: woundRotor.id,
  plate: plate as Record<string, string>,
  card: {
    ...(example!.card as Record<string, string>),
    endsPerLead: '2',
    starJoint: 'yes',
    jumpers: 'short',
    exitClock: '3',
    overhang: '62',
    linerFound: '0.30',
    ringBrushes: '3 rings of 2, 16 × 25 mm, metal graphite',
  },
};

/** Ring to ring of the plan, a phase of it with so much more. */
function rings(stage: Stage, hoursAgo: number, more = 1): DemoReading {
  const plan = woundRotorPlanOf(
    woundRotor.checkCard(CRUSHER.card, woundRotor.readPlate(example!.plate).plate, false, {}).plan,
  );
  const ohm = plan?.rotor?.figures.ringOhm20?.value;
  if (!ohm) throw new Error('The demo’s slip-ring rotor has no ohms.');
  const [kl, lm, mk] = [ohm, (ohm * (1 + more)) / 2, (ohm * (1 + more)) / 2].map((r) => r.toPrecision(4));
  return {
    kind: 'ring-resistance',
    stage,
    typed: { kl: kl!, lm: lm!, mk: mk!, temperature: '20' },
    hoursAgo,
  };
}

export const WOUND_ROTOR_MOTORS: readonly DemoMotor[] = [
  {
    number: '3138',
    customer: 'Brattvik Quarry',
    machine: 'Primary crusher',
    maker: 'Ulmark S 180',
    serial: '63-2207',
    power: power!,
    speed: speed!,
    winding: CRUSHER,
    promised: 120,
    arrivedHoursAgo: 70,
    stator: 'core',
    rotor: 'insulate-rotor',
    working: [
      ['insulate', 'Asta Velle', 1.1],
      ['wind-rotor', 'Olav Tindal', 2.2],
    ],
    readings: [
      insulation('incoming', '12', 69),
      // One phase of the rotor with a joint that had come loose.
      rings('incoming', 69, 1.22),
      {
        kind: 'open-ring',
        stage: 'incoming',
        typed: { lineV: '400', kl: '239', lm: '236', mk: '236' },
        hoursAgo: 68,
      },
      {
        kind: 'slip-rings',
        stage: 'incoming',
        typed: { runOut: '0.08', face: 'grooved', between: '3.2', diameter: '140', least: '132' },
        hoursAgo: 68,
      },
      core('2.9', '3.0', 20),
    ],
  },
];
