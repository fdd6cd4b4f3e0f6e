/** Surge comparison: three phases against each other and each pulse against the one before, with what may be behind it. */
import { criteriaOf } from '../criteria/index.ts';
import { analysisOf } from '../../machine-kinds/index.ts';
import { assumed, choice, quantity, required, text, type ReadingOf } from '../../language/forms/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import {
  ASSUMED_COUPLING,
  levelsOf,
  waveAt,
  ASSUMED_GROUP_COUPLING,
  rankCauses,
  shortedPoint,
  SURGE_PAIRS,
  SURGE_PHASES,
  surgeLevels,
  type MapPoint,
  type OddPhase,
  type PhaseMake,
  type SurgeCause,
  type SurgePhase,
} from '../../physics/surge/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { thinned } from '../chart.ts';
import { PULSE_LIMIT } from './waves-to-fields.ts';

const area = (id: 'areaUV' | 'areaVW' | 'areaWU', pair: string) =>
  quantity(id, `Area ${pair}`, 'percent', 0, 1000, 'Σ|a − b| / Σ|a|');
const FORM = [
  required(quantity('testVoltage', 'Test level, peak', 'voltage', 50, 40000)),
  assumed(choice('rotor', 'Rotor', { out: 'out', in: 'in, it does not turn' }), 'out'),
  choice(
    'waveTime',
    'Waves’ times',
    { s: 'seconds', ms: 'milliseconds', us: 'microseconds' },
    'where their heading does not say',
  ),
  area('areaUV', 'U to V'),
  area('areaVW', 'V to W'),
  area('areaWU', 'W to U'),
  quantity('ringU', 'Ring of U', 'frequency', 10, 5e6),
  quantity('ringV', 'Ring of V', 'frequency', 10, 5e6),
  quantity('ringW', 'Ring of W', 'frequency', 10, 5e6),
  quantity('dampingU', 'Damping of U', 'ratio', 0, 10000, 'in 1/ms'),
  quantity('dampingV', 'Damping of V', 'ratio', 0, 10000, 'in 1/ms'),
  quantity('dampingW', 'Damping of W', 'ratio', 0, 10000, 'in 1/ms'),
  quantity('pulseU', 'Pulse to pulse, U', 'percent', 0, 1000, 'the largest'),
  quantity('pulseV', 'Pulse to pulse, V', 'percent', 0, 1000, 'the largest'),
  quantity('pulseW', 'Pulse to pulse, W', 'percent', 0, 1000, 'the largest'),
  quantity('leavesU', 'U leaves from', 'voltage', 0, 40000, 'empty: all pulses alike'),
  quantity('leavesV', 'V leaves from', 'voltage', 0, 40000, 'empty: all pulses alike'),
  quantity('leavesW', 'W leaves from', 'voltage', 0, 40000, 'empty: all pulses alike'),
  text('fileNotes', 'What the file left open', 'written by what read it', 600),
  text('waveNotes', 'What is doubtful in the waves', 'written by what read them', 600),
] as const;
type Reading = ReadingOf<typeof FORM>;

const PULSE_WATCH = 5;

const AREAS = { areaUV: SURGE_PAIRS[0], areaVW: SURGE_PAIRS[1], areaWU: SURGE_PAIRS[2] } as const;
type AreaId = keyof typeof AREAS;
const areaIds = Object.keys(AREAS) as AreaId[];

/** Every pulse too low to try a turn, or above what any rule allows, is asked about before it is kept. */
function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const read = [...areaIds, ...SURGE_PHASES.map((p) => `pulse${p}` as const)];
  if (!read.some((id) => r[id] !== undefined))
    found.push(
      finding(
        'stop',
        'surge.nothing-read',
        'Nothing is compared yet: read the waves, or enter the area between two phases, or one phase pulse to pulse.',
        ['areaUV'],
      ),
    );
  if (r.testVoltage && plate.voltageV) {
    const { testPeakV, shopRulePeakV } = surgeLevels(plate.voltageV);
    const most = Math.max(testPeakV, shopRulePeakV);
    if (r.testVoltage > 1.1 * most)
      found.push(
        finding(
          'watch',
          'surge.level-too-high',
          `${showNumber(r.testVoltage, 4)} V is over the ${showNumber(most, 4)} V that a winding for ${plate.voltageV} V is tried with.`,
          ['testVoltage'],
        ),
      );
  }
  return found;
}

function judge(r: Reading, { plan, plate, criteria: chosen }: TestContext): Judgement {
  const criteria = chosen ?? criteriaOf(null);
  const areaLimit = criteria.number('surgeArea');
  const figures: JudgedFigure[] = [];
  for (const id of areaIds) {
    const [a, b] = AREAS[id];
    const read = r[id];
    if (read !== undefined)
      figures.push(
        judged(
          id,
          `Area ${a} to ${b}`,
          `A_${a}${b}`,
          read,
          `Σ|${a} − ${b}| / Σ|${a}|, ${a} the reference, as they came`,
          areaLimit / 2,
          areaLimit,
          criteria.source('surgeArea'),
        ),
      );
  }
  for (const p of SURGE_PHASES) {
    const read = r[`pulse${p}`];
    if (read !== undefined)
      figures.push(
        judged(
          `pulse${p}`,
          `${p}, pulse to pulse`,
          `P_${p}`,
          read,
          'each pulse against the one before, both brought to one height',
          PULSE_WATCH,
          PULSE_LIMIT,
          CP,
        ),
      );
  }
  const byFigures = verdictOf(figures);
  const odd = oddPhase(r, areaLimit);
  const make = makesOf(plan);
  const causes = odd ? rankCauses(odd, make.makes) : [];
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const leaves = SURGE_PHASES.flatMap((p) =>
    r[`leaves${p}`] === undefined ? [] : [{ phase: p, from: r[`leaves${p}`]! }],
  );
  if (leaves.length > 0)
    reasons.push(
      ...leaves.map(
        ({ phase, from }) =>
          `${phase} breaks over from ${showNumber(from, 4)} V: the pulse there leaves the one before it.`,
      ),
    );
  if (byFigures === 'sound') reasons.push('The waves lie on each other: no pair and no pulse is out.');
  else if (odd) {
    reasons.push(
      `${odd.phase} is the odd one: the pair without it is alike, and it rings ${sayPercent(odd.fasterPercent, 'faster', 'slower')}, ${sayPercent(odd.moreDampedPercent, 'more damped', 'less damped')} than the two others.`,
    );
    if (causes[0]) reasons.push(`It comes nearest to: ${lower(causes[0].title)}. ${causes[0].why}`);
    reasons.push(
      `Assumed for the models: turns of a coil coupled by ${ASSUMED_COUPLING}, neighbouring groups by ${ASSUMED_GROUP_COUPLING}${make.assumed ? '; turns and coils are not on the card, so every usual number of them was tried' : ''}.`,
    );
  } else if (areaIds.filter((id) => (r[id] ?? 0) > areaLimit).length === 3)
    reasons.push(
      r.rotor === 'in'
        ? 'All three pairs differ and the rotor is in: it couples into the phases unequally. Turn it a little and pulse again, or take it out.'
        : 'All three pairs differ: no phase can be named. Look at the clips, and that all were pulsed on one range.',
    );
  const unequal = concentricOf(plan);
  if (unequal && byFigures !== 'sound' && leaves.length === 0)
    reasons.push(
      'A concentric winding has phases that need not ring alike: hold it against its own waves of before, or a sister.',
    );
  for (const notes of [r.fileNotes, r.waveNotes]) if (notes) doubt(notes);
  const levels = plate.voltageV ? surgeLevels(plate.voltageV) : null;
  if (!levels) doubt('The plate has no volts that can be read: whether the level was right cannot be told.');
  else if (
    r.testVoltage < 0.5 * Math.min(levels.maintenancePeakV, levels.shopRulePeakV) &&
    leaves.length === 0
  )
    doubt(
      `${showNumber(r.testVoltage, 3)} V is far below the ${showNumber(Math.min(levels.maintenancePeakV, levels.shopRulePeakV), 3)} V that try the insulation between turns of a winding for ${plate.voltageV} V: this shows dead shorts only.`,
    );
  const pairs = areaIds.filter((id) => r[id] !== undefined).length;
  if (pairs < 3) doubt(pairs === 0 ? 'No two phases were compared.' : 'Not all three pairs were compared.');
  const verdict = worse(atBest, byFigures);
  return {
    verdict,
    figures: [...figures.sort((x, y) => y.figure.value - x.figure.value)],
    reasons,
    next: nextOf(verdict, odd, leaves, causes[0], r),
  };
}

const judged = (
  id: string,
  name: string,
  symbol: string,
  value: number,
  formula: string,
  watch: number,
  limit: number,
  source: string,
) =>
  judgeFigure(
    derive(
      {
        id,
        name,
        symbol,
        unit: '%',
        formula: `${symbol} = 100 · ${formula}`,
        source,
        inputs: { x: given(symbol, value, '%', 'waves') },
        value: (v) => v.x,
      },
      true,
    ),
    lowerIsBetter({ from: 0, watch, limit, to: 3 * limit, name: `limit ${limit} %`, source }),
  );

const lower = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);
const sayPercent = (value: number, more: string, less: string) =>
  `${showNumber(Math.abs(value), 2)} % ${value >= 0 ? more : less}`;

/** The phase that both bad pairs have in common, while the third pair is alike; null where there is none. */
export function oddPhase(r: Partial<Reading>, areaLimit: number): OddPhase | null {
  const out = areaIds.filter((id) => (r[id] ?? 0) > areaLimit / 2);
  const bad = areaIds.filter((id) => (r[id] ?? 0) > areaLimit);
  if (out.length !== 2 && bad.length !== 2) return null;
  const [a, b] = bad.length === 2 ? bad : out;
  const phase = AREAS[a!].find((p) => (AREAS[b!] as readonly SurgePhase[]).includes(p))!;
  const others = SURGE_PHASES.filter((p) => p !== phase);
  const mean = (of: 'ring' | 'damping') => {
    const read = others.map((p) => r[`${of}${p}`]);
    return read.every((v) => v !== undefined) ? (read[0]! + read[1]!) / 2 : null;
  };
  const [hz, damping] = [mean('ring'), mean('damping')];
  const [own, ownDamping] = [r[`ring${phase}`], r[`damping${phase}`]];
  if (!hz || !damping || own === undefined || ownDamping === undefined) return null;
  return {
    phase,
    hz,
    dampingPerS: damping * 1000,
    fasterPercent: 100 * (own / hz - 1),
    moreDampedPercent: 100 * (ownDamping / damping - 1),
    leavesAtV: r[`leaves${phase}`] ?? null,
  };
}

/** How a phase is made by the plan; circuits in parallel thin a fault out like as many coils in series. */
export function makesOf(plan: TestContext['plan']): {
  readonly makes: readonly PhaseMake[];
  readonly assumed: boolean;
} {
  const winding = analysisOf(plan ?? null)?.winding;
  if (!plan || !winding) return { makes: ANY_MAKE, assumed: true };
  const groups = plan.groups.filter((g) => g.phase === 'U');
  const coils = groups.reduce((n, g) => n + g.coils.length, 0);
  const make = {
    turnsPerCoil: winding.turnsPerCoil,
    coilsInSeries: Math.max(1, coils),
    groupsInSeries: Math.max(1, groups.length / winding.circuits),
  };
  return { makes: [make], assumed: false };
}
/** What a phase of an unknown winding may be made of. */
const ANY_MAKE: readonly PhaseMake[] = [2, 4, 6, 8, 12, 16, 24].flatMap((coilsInSeries) =>
  [10, 20, 40].map((turnsPerCoil) => ({
    turnsPerCoil,
    coilsInSeries,
    groupsInSeries: Math.min(4, coilsInSeries),
  })),
);
const concentricOf = (plan: TestContext['plan']) => analysisOf(plan ?? null)?.winding.kind === 'concentric';

function nextOf(
  verdict: Verdict,
  odd: OddPhase | null,
  leaves: readonly { readonly phase: SurgePhase; readonly from: number }[],
  cause: SurgeCause | undefined,
  r: Reading,
): string {
  if (verdict === 'sound') return 'Ground every lead, then go on to the polarity walk.';
  const [first] = leaves;
  if (first)
    return `Do not go above ${showNumber(0.85 * first.from, 2)} V on ${first.phase} again. Open its jumpers and pulse group by group, each to its share of ${showNumber(first.from, 3)} V: the odd group holds the coil.`;
  if (cause?.code === 'open')
    return `Look at the joints and clips of ${odd!.phase}, then measure its resistance.`;
  if (cause?.code === 'group-reversed')
    return `Walk the polarity of ${odd!.phase}: one compass reading tells a reversed group from a short.`;
  if (odd)
    return `Walk the polarity first, it costs least; then open ${odd.phase} and pulse it group by group.`;
  return r.rotor === 'in'
    ? 'Turn the rotor by a few degrees, or take it out, and pulse again.'
    : 'Pulse again on one range with fresh clips, all three phases.';
}

/** The causes that stand behind a reading, for the map; empty where no phase is odd. */
export function surgeCauses(
  r: Partial<Reading>,
  context: TestContext,
): {
  readonly odd: OddPhase;
  readonly causes: readonly SurgeCause[];
  readonly curve: readonly TurnPoint[];
} | null {
  const odd = oddPhase(r, (context.criteria ?? criteriaOf(null)).number('surgeArea'));
  if (!odd) return null;
  const { makes, assumed } = makesOf(context.plan);
  const [make] = makes;
  const curve =
    assumed || !make
      ? []
      : Array.from({ length: make.turnsPerCoil }, (_, i) => ({
          turns: i + 1,
          ...shortedPoint(i + 1, make, odd.hz, odd.dampingPerS),
        }));
  return { odd, causes: rankCauses(odd, makes), curve };
}

/** Where so many closed turns of one coil would put the phase. */
export interface TurnPoint extends MapPoint {
  readonly turns: number;
}

const PLATE = { voltageV: 400 };
export const surge = defineTest({
  id: 'surge',
  title: 'Surge comparison',
  body: 'stator',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'before-varnish', 'varnished'],
  caution: {
    name: 'High voltage',
    text: 'Two at the barrier, one hand on the switch. Ground every lead before a hand goes in; what is not under test is grounded too.',
  },
  takesWaves: true,
  check,
  charts: (_, { waves }) => {
    const top = waves ? levelsOf(waves).at(-1) : undefined;
    return waves && top !== undefined
      ? [
          {
            title: `Surge waves at ${Math.round(top)} V`,
            x: { name: 'time', unit: 'µs' },
            y: { name: 'volts', unit: 'V' },
            lines: SURGE_PHASES.flatMap((p) => {
              const wave = waveAt(waves, p, top);
              return wave
                ? [
                    {
                      name: p,
                      as: p === 'U' ? 'line' : 'dashed',
                      points: thinned(wave.samples.map((v, k) => [k * waves.stepUs, v] as const)),
                    } as const,
                  ]
                : [];
            }),
          },
        ]
      : [];
  },
  hookUp: {
    instrument: 'surge tester',
    clips: [
      { name: 'pulse', to: ['U'], live: true },
      { name: 'ground', to: ['V', 'W', 'frame'] },
    ],
    words: 'The lead under test on the pulse, the two others and the frame on ground; then V, then W.',
  },
  judge,
  nominal: () => ({
    typed: {
      testVoltage: '1000',
      areaUV: '0',
      areaVW: '0',
      areaWU: '0',
      pulseU: '0',
      pulseV: '0',
      pulseW: '0',
    },
    expected: false,
  }),
  expected: ({ plate }) => {
    if (!plate.voltageV) return null;
    const { testPeakV, maintenancePeakV, shopRulePeakV } = surgeLevels(plate.voltageV);
    return `up to ${showNumber(shopRulePeakV, 3)} V by 2U + 1000; ${showNumber(testPeakV, 3)} V is 3.5 per unit, new; ${showNumber(maintenancePeakV, 3)} V in service`;
  },
  examples: {
    sound: {
      typed: {
        testVoltage: '1800',
        rotor: 'out',
        areaUV: '1.2',
        areaVW: '1.6',
        areaWU: '1.4',
        pulseU: '1',
        pulseV: '1.2',
        pulseW: '0.9',
      },
      plate: PLATE,
    },
    stop: {
      typed: {
        testVoltage: '1600',
        rotor: 'out',
        areaUV: '1.2',
        areaVW: '22.7',
        areaWU: '28.4',
        ringU: '21.6 kHz',
        ringV: '21.63 kHz',
        ringW: '22.29 kHz',
        dampingU: '13.9',
        dampingV: '14.0',
        dampingW: '17.8',
        pulseU: '1',
        pulseV: '1.2',
        pulseW: '23.4',
        leavesW: '1400 V',
      },
      plate: PLATE,
    },
  },
});
