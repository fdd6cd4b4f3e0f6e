/** The direct-current machines of the made-up shop: plates, cards, and readings that follow from their plans. */
import {
  barToBarOhm,
  directCurrent,
  commutatorPlanOf,
  ringNetwork,
  ringWeights,
  type DirectCurrentPlan,
  type RingFault,
  type Stage,
} from '@norther/core';
import {
  core,
  cure,
  insulation,
  type DemoMotor,
  type DemoOtherKind,
  type DemoReading,
} from './demo-motor.ts';

/** A wave with a dead coil: 31 slots hold 62 coils, and 62 bars would have no wave. */
const BELL_HOIST: DemoOtherKind = {
  kind: 'direct-current',
  plate: {
    excitation: 'shunt',
    voltage: '220',
    current: '30',
    fieldCurrent: '1.0',
    turns: 'clockwise',
    insulationClass: 'F',
    cooling: 'enclosed-fan',
  },
  card: {
    slots: '31',
    bars: '61',
    poles: '4',
    winding: 'wave',
    leads: 'progressive',
    coilSpan: '1-9',
    turns: '4',
    wires: '2x1.25',
    firstBar: '54',
    barFromSlot: '0',
    joint: 'soldered',
    band: 'tape',
    bandTurns: '14',
    overhang: '44',
    shuntTurns: '2600',
    shuntWires: '0.71',
    shuntTurn: '400',
    interpoles: 'all',
    interpoleTurns: '38',
    interpoleWires: '2x2.00',
    interpoleTurn: '310',
    diameter: '160',
    coreLength: '115',
    toothWidth: '7',
    slotDepth: '25',
    slotWidth: '8.6',
    poleArc: '84',
    airGap: '1.5',
    commutatorDiameter: '118',
    leastDiameter: '110',
    brushes: '4 arms of 2, 12.5 × 25 mm, electrographite',
    shims: 'main 0.8, interpoles 1.2 mm',
  },
};

/** A lap with equalizers, its field fed from elsewhere. */
const LINE_SHAFT: DemoOtherKind = {
  kind: 'direct-current',
  plate: {
    excitation: 'separate',
    voltage: '400',
    current: '63',
    fieldVoltage: '310',
    weakenedSpeed: '2500',
    turns: 'counter-clockwise',
    insulationClass: 'F',
    cooling: 'open',
  },
  card: {
    ...directCurrent.examples[1]!.card,
    interpoleTurns: '28',
    compensatingTurns: '6',
    compensatingWires: '4x2.00',
    compensatingTurn: '640',
    firstBar: '37',
    joint: 'fused',
    band: 'tape',
    bandTurns: '18',
    overhang: '62',
    commutatorDiameter: '170',
    leastDiameter: '158',
    brushes: '4 arms of 3, 16 × 32 mm, electrographite',
  },
};

/** Series: never run without its load. */
const QUARRY_LOCOMOTIVE: DemoOtherKind = {
  kind: 'direct-current',
  plate: {
    excitation: 'series',
    voltage: '110',
    current: '92',
    turns: 'clockwise',
    insulationClass: 'H',
    cooling: 'enclosed',
  },
  card: {
    slots: '29',
    bars: '87',
    poles: '4',
    winding: 'wave',
    leads: 'retrogressive',
    coilSpan: '1-8',
    turns: '1',
    wires: '4x2.00',
    joint: 'brazed',
    band: 'wire',
    bandTurns: '22',
    seriesTurns: '20',
    seriesWires: 'strap 3.15x10',
    seriesTurn: '520',
  },
};

function planOf({ plate, card }: DemoOtherKind, power: string, speed: string): DirectCurrentPlan {
  const read = directCurrent.readPlate({ ...plate, power, speed }).plate;
  const plan = commutatorPlanOf(directCurrent.checkCard(card, read, false, {}).plan);
  if (!plan) throw new Error('The demo’s armature cannot be laid out.');
  return plan;
}

/** Bar to bar as a meter would read it: the ring with its faults, and a third of a percent of noise. */
function bars(plan: DirectCurrentPlan, stage: Stage, hoursAgo: number, ...faults: RingFault[]): DemoReading {
  const network = plan.ring && ringNetwork(plan.ring, faults);
  if (!network?.ok) throw new Error('The demo’s armature has no ohms.');
  const readings = barToBarOhm(plan.spec.bars, network.value).map((ohm, k) =>
    ohm === null ? 'OL' : (1000 * ohm * (1 + 0.003 * Math.sin(11 * k + hoursAgo))).toPrecision(4),
  );
  return { kind: 'bar-to-bar', stage, typed: { readings: readings.join('\n'), temperature: '20' }, hoursAgo };
}
/** Surge round the bars: each place held against bar 1, with the waves' own scatter. @param coil whose turns are short-circuited */
function surged(plan: DirectCurrentPlan, stage: Stage, hoursAgo: number, coil?: number): DemoReading {
  const { bars: count, poles } = plan.spec;
  const span = Math.round(count / poles / 2);
  const weights = plan.ring && ringWeights(plan.ring, span);
  if (!weights?.ok) throw new Error('The demo’s armature has no ring.');
  const seen = (place: number) => (coil ? weights.value[(coil - 1 - place + count) % count]! : 0);
  const areas = Array.from({ length: count }, (_, place) =>
    place === 0 ? '0' : (1.1 + 0.4 * Math.sin(7 * place) + 900 * Math.abs(seen(place) - seen(0))).toFixed(1),
  );
  return {
    kind: 'armature-surge',
    stage,
    typed: { span: String(span), testVoltage: '900', areas: areas.join('\n') },
    hoursAgo,
  };
}
const drops = (stage: Stage, volts: readonly number[], hoursAgo: number): DemoReading => ({
  kind: 'field-drop',
  stage,
  typed: { winding: 'shunt', supply: 'dc', volts: volts.join('\n') },
  hoursAgo,
});

const hoist = planOf(BELL_HOIST, '5.5', '1500');
const shaft = planOf(LINE_SHAFT, '22', '1500');

export const DIRECT_CURRENT_MOTORS: readonly DemoMotor[] = [
  {
    number: '3134',
    customer: 'Malmtinn Bell Foundry',
    machine: 'Hoist of the casting pit',
    maker: 'Ulmark G 160',
    serial: '40-118',
    power: '5.5',
    speed: '1500',
    winding: BELL_HOIST,
    promised: 52,
    arrivedHoursAgo: 96,
    stator: 'mount-poles',
    rotor: 'wind-armature',
    working: [
      ['risers', 'Jon Rie', 0.7],
      ['connect-field', 'Asta Velle', 1.4],
    ],
    joints: { made: 3 },
    readings: [
      insulation('incoming', '3.1', 95),
      drops('incoming', [54.1, 54.6, 53.8, 54.4], 95),
      bars(hoist, 'incoming', 95, { kind: 'open', coil: 31 }),
      core('3.6', '3.7', 52),
      // One riser not through: both readings that its coil stands in are high by as much.
      bars(hoist, 'before-varnish', 0.4, { kind: 'partial', coil: 15, factor: 1.26 }),
    ],
  },
  {
    number: '3135',
    customer: 'Brattvik Quarry',
    machine: 'Locomotive 2, rear axle',
    maker: 'Ulmark T 200',
    serial: '22-007',
    power: '8.5',
    speed: '1100',
    winding: QUARRY_LOCOMOTIVE,
    promised: 260,
    arrivedHoursAgo: 18,
    stator: null,
    rotor: null,
    working: [['mark', 'Per Marsk', 0.8]],
    readings: [insulation('incoming', '0.8', 17)],
  },
  // Through all its tests, and sound.
  {
    number: '3086',
    customer: 'Kornvik Granary',
    machine: 'Line shaft of the old mill',
    maker: 'Dreyholt GD 180',
    serial: '71-2040',
    power: '22',
    speed: '1500',
    winding: LINE_SHAFT,
    promised: 8,
    arrivedHoursAgo: 180,
    stator: 'frame-varnish',
    rotor: 'balance',
    together: 'test',
    working: [['ship', 'Ida Haft', 0.6]],
    readings: [
      insulation('incoming', '42', 178),
      drops('incoming', [77.1, 77.9, 77.3, 77.6], 178),
      bars(shaft, 'incoming', 178, { kind: 'short', coil: 90 }),
      surged(shaft, 'incoming', 177, 90),
      core('2.4', '2.5', 140),
      bars(shaft, 'before-varnish', 80),
      insulation('before-varnish', '2600', 80),
      drops('before-varnish', [77.3, 77.7, 77.4, 77.5], 78),
      {
        kind: 'polarity',
        stage: 'before-varnish',
        typed: { sequence: shaft.walk.expected.join('') },
        hoursAgo: 78,
      },
      {
        kind: 'field-surge',
        stage: 'before-varnish',
        typed: {
          winding: 'shunt',
          iron: 'on',
          testVoltage: '900',
          areas: '0\n1.8\n2.3\n1.5',
          rings: '1.42; 0.31\n1.43; 0.31\n1.41; 0.32\n1.42; 0.31',
        },
        hoursAgo: 77,
      },
      cure(380, 46),
      bars(shaft, 'varnished', 40),
      surged(shaft, 'varnished', 39),
      insulation('varnished', '5200', 40),
      {
        kind: 'commutator',
        stage: 'varnished',
        typed: {
          runOut: '0.012',
          barStep: '0.002',
          micaDepth: '0.9',
          edges: 'chamfered',
          diameter: '168',
          least: '158',
        },
        hoursAgo: 30,
      },
      {
        kind: 'balance',
        stage: 'final',
        typed: { mass: '46', speed: '2500', grade: '2.5', plane1: '160', plane2: '140' },
        hoursAgo: 24,
      },
      {
        kind: 'neutral',
        stage: 'final',
        typed: { by: 'both', kick: '0.012', kickOneBar: '0.095', clockwise: '1512', counter: '1504' },
        hoursAgo: 5.2,
      },
      insulation('final', '4100', 5),
      bars(shaft, 'final', 5),
      {
        kind: 'dc-no-load',
        stage: 'final',
        typed: { voltage: '400', current: '3.4', fieldCurrent: '2.3', speed: '1575', sparking: 'none' },
        hoursAgo: 4,
      },
      {
        kind: 'dc-load',
        stage: 'final',
        typed: { voltage: '398', current: '61.5', fieldCurrent: '2.3', speed: '1490', sparking: 'points' },
        hoursAgo: 3,
      },
    ],
  },
];
