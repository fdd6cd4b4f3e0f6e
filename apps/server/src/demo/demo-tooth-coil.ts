/** The brushless motors of the made-up shop: plates, cards, and readings that follow from their plans. */
import { toothCoil, toothCoilPlanOf, type Stage, type ToothCoilPlan } from '@norther/core';
import { cure, insulation, type DemoMotor, type DemoOtherKind, type DemoReading } from './demo-motor.ts';

const STAGE_WAGON: DemoOtherKind = {
  kind: 'tooth-coil',
  plate: {
    supply: 'dc',
    voltage: '23',
    current: '15.5',
    emfConstant: '6.6',
    linkVoltage: '48',
    insulationClass: 'F',
    cooling: 'enclosed-fan',
  },
  card: {
    ...toothCoil.examples[0]!.card,
    magnetGrade: 'N42SH',
    magnetThickness: '3.2',
    airGap: '0.7',
    magnetLimit: '150',
    magnets: '10',
    sleeve: 'glass',
    magnetised: 'before',
    sensorsFound: '3 Hall, 24° apart, at teeth 1, 5, 9',
  },
};

const PACKING_AXIS: DemoOtherKind = {
  kind: 'tooth-coil',
  plate: {
    supply: 'ac',
    voltage: '175',
    current: '8.4',
    emfConstant: '52',
    insulationClass: 'F',
    cooling: 'enclosed',
  },
  card: {
    ...toothCoil.examples[1]!.card,
    magnetGrade: 'N38UH',
    magnets: '16',
    sleeve: 'inside',
    magnetised: 'inside',
  },
};

function planOf({ plate, card }: DemoOtherKind) {
  const plan = toothCoilPlanOf(toothCoil.checkCard(card, toothCoil.readPlate(plate).plate, false, {}).plan);
  if (!plan) throw new Error('The demo’s teeth cannot be laid out.');
  return plan;
}
const axis = planOf(PACKING_AXIS);

const ohms = (plan: ToothCoilPlan, stage: Stage, hoursAgo: number): DemoReading => {
  const ohm = plan.figures.lineOhm20!.value;
  const [uv, vw, wu] = [1.004, 1, 0.998].map((k) => (k * ohm).toPrecision(4));
  return { kind: 'resistance', stage, typed: { uv: uv!, vw: vw!, wu: wu!, temperature: '20' }, hoursAgo };
};

export const TOOTH_COIL_MOTORS: readonly DemoMotor[] = [
  {
    number: '3136',
    customer: 'Lysgard Theatre',
    machine: 'Stage wagon, left wheel',
    maker: 'Korvald KB 56',
    serial: '11-3307',
    power: '0.5',
    speed: '3000',
    winding: STAGE_WAGON,
    promised: 70,
    arrivedHoursAgo: 50,
    stator: 'wind',
    rotor: 'inspect',
    working: [
      ['connect', 'Olav Tindal', 1.1],
      ['balance', 'Jon Rie', 0.5],
    ],
    joints: { made: 4 },
    readings: [
      insulation('incoming', '0.4', 49),
      {
        kind: 'back-emf',
        stage: 'incoming',
        typed: { speed: '1000', uv: '6.5', vw: '4.4', wu: '4.5' },
        hoursAgo: 49,
      },
      {
        kind: 'cogging',
        stage: 'incoming',
        typed: { peak: '48 mN·m' },
        hoursAgo: 49,
      },
      // The ring of sensors had slipped.
      {
        kind: 'sensor-alignment',
        stage: 'incoming',
        typed: { u: '9', v: '8.2', w: '9.4', order: 'right' },
        hoursAgo: 49,
      },
      {
        kind: 'bond-pulse',
        stage: 'before-varnish',
        typed: {
          coldOhm: '0.0214',
          coldC: '22',
          endV: '2.86',
          endA: '78',
          least: '180',
          most: '220',
          seconds: '5 s',
        },
        hoursAgo: 2,
      },
    ],
  },
  // Through all its tests, and sound.
  {
    number: '3085',
    customer: 'Kornvik Granary',
    machine: 'Packing line, axis 3',
    maker: 'Dreyholt BS 90',
    serial: '88-5106',
    power: '2.2',
    speed: '3000',
    winding: PACKING_AXIS,
    promised: 10,
    arrivedHoursAgo: 130,
    stator: 'cure',
    rotor: 'balance',
    together: 'test',
    working: [['ship', 'Ida Haft', 0.3]],
    readings: [
      insulation('incoming', '12', 128),
      {
        kind: 'polarity',
        stage: 'before-varnish',
        typed: { sequence: axis.walk.expected.join('') },
        hoursAgo: 58,
      },
      ohms(axis, 'before-varnish', 57),
      insulation('before-varnish', '3100', 57),
      cure(380, 38),
      insulation('varnished', '6100', 28),
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '2.9', speed: '3000', grade: '2.5', plane1: '7', plane2: '6' },
        hoursAgo: 18,
      },
      insulation('final', '5200', 5),
      ohms(axis, 'final', 5),
      {
        kind: 'back-emf',
        stage: 'final',
        typed: { speed: '1000', uv: '51.6', vw: '51.7', wu: '51.5', temperature: '22' },
        hoursAgo: 4,
      },
      {
        kind: 'pm-run',
        stage: 'final',
        typed: { speed: '3000', current: '0.7', starts: 'yes' },
        hoursAgo: 3,
      },
    ],
  },
];
