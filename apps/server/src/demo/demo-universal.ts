/** The hand tool of the made-up shop: its plate, its card, and readings that follow from its plan. */
import {
  barToBarOhm,
  commutatorPlanOf,
  ringNetwork,
  universal,
  type RingFault,
  type Stage,
} from '@norther/core';
import { cure, insulation, type DemoMotor, type DemoOtherKind, type DemoReading } from './demo-motor.ts';

const [example] = universal.examples;
const { power, speed, ...plate } = example!.plate as Record<string, string>;
const GRINDER: DemoOtherKind = {
  kind: universal.id,
  plate: plate as Record<string, string>,
  card: {
    ...(example!.card as Record<string, string>),
    commutatorDiameter: '26',
    leastDiameter: '24.5',
    brushes: '2, 6 × 9 mm, resin-bonded',
    shaftGrooves: 'knurl 14 mm behind the core, fan 32 mm',
  },
};

function bars(stage: Stage, hoursAgo: number, ...faults: RingFault[]): DemoReading {
  const plan = commutatorPlanOf(
    universal.checkCard(GRINDER.card, universal.readPlate(example!.plate).plate, false, {}).plan,
  );
  const network = plan?.ring && ringNetwork(plan.ring, faults);
  if (!plan || !network?.ok) throw new Error('The demo’s grinder has no ohms.');
  const readings = barToBarOhm(plan.spec.bars, network.value).map((ohm, k) =>
    ohm === null ? 'OL' : (1000 * ohm * (1 + 0.003 * Math.sin(11 * k + hoursAgo))).toPrecision(4),
  );
  return { kind: 'bar-to-bar', stage, typed: { readings: readings.join('\n'), temperature: '20' }, hoursAgo };
}

export const UNIVERSAL_MOTORS: readonly DemoMotor[] = [
  {
    number: '3137',
    customer: 'Brattvik Quarry',
    machine: 'Angle grinder of the smithy',
    maker: 'Korvald W 230',
    serial: '88-5511',
    power: power!,
    speed: speed!,
    winding: GRINDER,
    promised: 30,
    arrivedHoursAgo: 50,
    stator: 'connect-field',
    rotor: 'cure-armature',
    working: [['turn', 'Jon Rie', 0.4]],
    readings: [
      insulation('incoming', '2.4', 49),
      bars('incoming', 49, { kind: 'partial', coil: 9, factor: 0.3 }),
      bars('before-varnish', 22),
      insulation('before-varnish', '3000', 22),
      {
        kind: 'field-drop',
        stage: 'before-varnish',
        typed: { winding: 'series', supply: 'dc', volts: '1.71\n1.73' },
        hoursAgo: 21,
      },
      { kind: 'polarity', stage: 'before-varnish', typed: { sequence: 'NS' }, hoursAgo: 21 },
      cure(380, 6),
      bars('varnished', 3),
      insulation('varnished', '6000', 3),
      {
        kind: 'double-insulation',
        stage: 'varnished',
        typed: {
          basicVolts: '1250',
          basicLeak: '0.4 mA',
          supplementaryVolts: '2500',
          supplementaryLeak: '0.1 mA',
          reinforcedVolts: '3750',
          reinforcedLeak: '0.3 mA',
          broke: 'nothing',
        },
        hoursAgo: 2.5,
      },
    ],
  },
];
