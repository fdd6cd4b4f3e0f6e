/** An armature read from bar to bar round the whole ring, in milliohms or as drop; what is odd is explained by the network. */
import { assumed, choice, lines, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { ohmAt } from '../../physics/electrical/index.ts';
import {
  barToBarOhm,
  commutatorPlanOf,
  dropsV,
  explainRing,
  ringNetwork,
  type DirectCurrentPlan,
  type RingExplanation,
  type SoundRing,
} from '../../machine-kinds/index.ts';
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
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { againstPlan } from '../against-plan.ts';
import type { Chart } from '../chart.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { couldNotRead, readBars } from './bar-readings.ts';
import { sayExplanation } from './say-explanation.ts';

const FORM = [
  assumed(
    choice('method', 'Read as', { ohm: 'milliohms, bar to bar', drop: 'drop, fed across a span' }),
    'ohm',
  ),
  required(
    lines(
      'readings',
      'Bar to next bar',
      [['bar to next', '']],
      'bar 1 to 2 first, the last one back to 1; mΩ, or mV of a drop; OL where open',
      8000,
    ),
  ),
  required(quantity('temperature', 'Winding temperature', 'temperature', -20, 150)),
  quantity('feedIn', 'Drop: in at bar', 'count', 1, 500),
  quantity('feedOut', 'Drop: out at bar', 'count', 1, 500),
  quantity('current', 'Drop: current', 'current', 0.01, 500),
] as const;
type Reading = ReadingOf<typeof FORM>;

const unitOf = (method: string | undefined) => (method === 'drop' ? ('mV' as const) : ('mΩ' as const));

function check(r: Partial<Reading>, { plan: any }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `bars.${code}`, message, fields));
  if (r.method === 'drop' && (r.feedIn === undefined || r.feedOut === undefined || r.current === undefined))
    stop(
      'feed-missing',
      'A drop belongs to a current from one bar to another: say which, and how much.',
      'feedIn',
      'feedOut',
      'current',
    );
  else if (r.method === 'drop' && r.feedIn === r.feedOut)
    stop('feed-same', 'In and out at one bar: no current flows in the winding.', 'feedIn', 'feedOut');
  if (r.readings === undefined) return found;
  const read = readBars(r.readings, unitOf(r.method));
  if (couldNotRead(read)) return [...found, ...read];
  const plan = commutatorPlanOf(any);
  if (plan && read.length !== plan.spec.bars)
    stop(
      'count',
      `${read.length} readings, and the plan has ${plan.spec.bars} bars: one from each bar to its next is wanted, the last one back to bar 1.`,
      'readings',
    );
  else if (read.length < 3) stop('few', 'Read the whole ring: three bars at least.', 'readings');
  if (plan && r.method === 'drop' && Math.max(r.feedIn ?? 1, r.feedOut ?? 1) > plan.spec.bars)
    stop('no-such-bar', `Bars count to ${plan.spec.bars}.`, 'feedIn', 'feedOut');
  if (r.method !== 'drop' && read.some((v) => v !== null && v <= 0))
    stop('not-ohms', 'Every reading must be more than nothing; write OL where it is open.', 'readings');
  return found;
}

const median = (values: readonly number[]) => {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
};

/** Readings in ohms or volts, what a sound ring of the same coil would read, and that coil. */
function heldAgainst(r: Reading, plan: DirectCurrentPlan | null) {
  const values = readBars(r.readings, unitOf(r.method));
  const read = couldNotRead(values) ? [] : values.map((v) => (v === null ? null : v / 1000));
  const unit: SoundRing | null = plan?.ring ? { ...plan.ring, coilOhm: 1 } : null;
  const network = unit && ringNetwork(unit, []);
  const feed = { feedInBar: r.feedIn ?? 1, feedOutBar: r.feedOut ?? 2, currentA: r.current ?? 1 };
  const ones =
    unit && network?.ok
      ? r.method === 'drop'
        ? dropsV(unit.bars, network.value, feed)
        : barToBarOhm(unit.bars, network.value)
      : // Without a plan all that can be said is that the bars should be alike.
        read.map(() => 1);
  const shares = read.flatMap((v, k) => (v === null || !ones[k] ? [] : [v / ones[k]]));
  // The middle one: a few bad readings do not move it.
  const coil = shares.length > 0 ? median(shares) : NaN;
  const said = ones.map((v) => (v === null ? null : v * coil));
  return { read, said, coil, ring: unit && { ...unit, coilOhm: Math.abs(coil) }, feed };
}

/** Largest share of the sound reading by which a fault may differ that still explains it. */
const TOLERANCE = 0.015;

function explanationsOf(r: Reading, plan: DirectCurrentPlan | null): RingExplanation[] {
  const { read, said, ring, feed } = heldAgainst(r, plan);
  if (!ring) return [];
  const readings = r.method === 'drop' ? { dropV: read, ...feed } : { ohm: read };
  // An open coil changes every reading of its circuit, so the middle one is not that of a sound ring either.
  const cut = ringNetwork({ ...ring, coilOhm: 1 }, [{ kind: 'open', coil: 1 }]);
  const opened = cut.ok && r.method !== 'drop' ? barToBarOhm(ring.bars, cut.value) : [];
  const usual = median(opened.filter((v) => v !== null));
  const coils = [ring.coilOhm, ...(usual ? [median(read.filter((v) => v !== null)) / usual] : [])];
  // A meter errs by a share of what it reads: across an open coil that is many times a sound reading.
  const rms = (values: readonly (number | null)[]) =>
    Math.sqrt(values.reduce<number>((sum, v) => sum + (v ?? 0) ** 2, 0));
  const tolerance = TOLERANCE * Math.max(1, rms(read) / rms(said));
  const found = coils.flatMap((coilOhm) => {
    const outcome = explainRing({ ...ring, coilOhm }, readings, tolerance);
    return outcome.ok ? outcome.value : [];
  });
  const best = Math.min(...found.map((e) => e.mismatch));
  // What fits clearly worse than the best is no explanation beside it.
  return found.filter((e) => e.mismatch <= Math.max(3 * best, tolerance / 5));
}

const SPREAD = lowerIsBetter({ from: 0, watch: 4, limit: 8, to: 30, name: 'limit 8 %', source: CP });
const NOT_SEEN = 'A reversed coil reads right in ohms: the needle, bar by bar, finds it.';

function judge(r: Reading, { plan: any }: TestContext): Judgement {
  const plan = commutatorPlanOf(any);
  const { read, said, coil } = heldAgainst(r, plan);
  const off = read.map((v, k) => (v === null || !said[k] ? 0 : 100 * (v / said[k] - 1)));
  const worst = off.reduce((a, v, k) => (Math.abs(v) > Math.abs(off[a]!) ? k : a), 0);
  const open = read.flatMap((v, k) => (v === null && said[k] !== null ? [k + 1] : []));
  const next = (k: number) => (k % read.length) + 1;
  const figures: JudgedFigure[] = [
    judgeFigure(
      derive(
        {
          id: 'barSpread',
          name: 'Most odd reading, off the sound ring',
          symbol: 'Δ',
          unit: '%',
          formula: 'Δ = |reading / sound ring − 1| · 100, the largest',
          source: plan ? 'the ring as a network, its coil taken as the middle reading' : CP,
          assumptions: plan ? [] : ['no plan: all bars are taken as alike'],
          inputs: {
            R: given(
              'reading',
              1000 * (read[worst] ?? 0),
              unitOf(r.method),
              `bar ${worst + 1} to ${next(worst + 1)}`,
            ),
            s: given('sound', 1000 * (said[worst] ?? 0), unitOf(r.method), 'at the same place'),
          },
          value: (v) => (v.s === 0 ? 0 : 100 * Math.abs(v.R / v.s - 1)),
        },
        true,
      ),
      SPREAD,
    ),
  ];
  const planned = plan?.figures.coilOhm20;
  if (planned && Number.isFinite(coil))
    figures.push(
      judgeFigure(
        derive(
          {
            id: 'coilDeviation',
            name: 'Coil against the plan',
            symbol: 'ΔR',
            unit: '%',
            formula: 'ΔR = 100 · (R_20 / R_plan − 1)',
            source: `resistance over temperature by IEEE 112, k = 234.5; ${CP}`,
            inputs: {
              r: given(
                'R_20',
                1000 * ohmAt(Math.abs(coil), r.temperature, 20),
                'mΩ',
                'middle coil of the ring, at 20 °C',
              ),
              plan: given('R_plan', 1000 * planned.value, 'mΩ', 'winding plan, at 20 °C'),
            },
            value: (v) => 100 * (v.r / v.plan - 1),
          },
          true,
        ),
        againstPlan(plan.meanTurnMeasured),
      ),
    );
  const verdict = worse(verdictOf(figures), open.length > 0 ? 'stop' : plan ? 'sound' : 'watch');
  const explanations = figures[0]!.verdict === 'sound' && open.length === 0 ? [] : explanationsOf(r, plan);
  const words = plan ? explanations.flatMap((e) => sayExplanation(e, plan) ?? []).slice(0, 4) : [];
  const reasons: string[] = [];
  if (words.length === 1) reasons.push(`${words[0]!}. That alone explains the whole ring.`);
  else if (words.length > 1) reasons.push(`The readings cannot tell these apart: ${words.join('; ')}.`);
  else if (figures[0]!.verdict !== 'sound' || open.length > 0)
    reasons.push(
      plan
        ? 'No single fault explains the ring: several places, or prods that were not on the copper.'
        : 'Without a plan the bars can only be held against one another: fill the card.',
    );
  if (open.length > 0) reasons.push(`Open at bar ${open.slice(0, 6).join(', ')}.`);
  if (figures[0]!.verdict !== 'sound')
    reasons.push(
      `Bar ${worst + 1} to ${next(worst + 1)} is ${showNumber(Math.abs(off[worst]!), 3)} % ${off[worst]! > 0 ? 'over' : 'under'} the sound ring.`,
    );
  const coilOff = figures[1];
  if (coilOff && coilOff.verdict !== 'sound')
    reasons.push(
      `The whole ring is ${showNumber(Math.abs(coilOff.figure.value), 2)} % ${coilOff.figure.value > 0 ? 'over' : 'under'} the plan: turns, wire, or the temperature that was written.`,
    );
  if (reasons.length === 0)
    reasons.push(
      plan
        ? 'The ring is even, and its coil is that of the plan.'
        : 'The bars are alike; there is no plan to hold them against.',
    );
  return {
    verdict,
    figures,
    reasons: [...reasons, NOT_SEEN],
    next:
      verdict === 'sound'
        ? 'Walk the needle from bar to bar, then go on to the withstand.'
        : words.length > 0
          ? 'Look at that place first: riser, mica, then the coil; read its neighbours again with clean prods.'
          : 'Clean the copper, press the prods hard, and read the odd bars again.',
  };
}

function charts(r: Reading, { plan: any }: TestContext): Chart[] {
  const { read, said } = heldAgainst(r, commutatorPlanOf(any));
  return [
    {
      title: 'Round the ring',
      x: { name: 'bar', unit: '' },
      y: { name: 'bar to next bar', unit: unitOf(r.method) },
      lines: [
        {
          name: 'read',
          as: 'points',
          points: read.flatMap((v, k) => (v === null ? [] : [[k + 1, 1000 * v] as const])),
        },
        {
          name: 'sound ring',
          as: 'dashed',
          points: said.flatMap((v, k) => (v === null ? [] : [[k + 1, 1000 * v] as const])),
        },
      ],
    },
  ];
}

/** The ring as it should read [mΩ], a line a bar. */
const soundLines = (plan: DirectCurrentPlan): string | null => {
  const network = plan.ring && ringNetwork(plan.ring, []);
  if (!network?.ok) return null;
  const ohms = barToBarOhm(plan.spec.bars, network.value);
  return ohms.includes(null) ? null : ohms.map((v) => (1000 * v!).toPrecision(5)).join('\n');
};

const LINE = { machine: 'direct-current', line: '6s 12b 2p lap+ 1-4 T5 0.80 @4 F800 0.40' };
const SOUND = '136 137 136 135 136 136 137 136 135 136 136 136'.replaceAll(' ', '\n');

export const barToBar = defineTest({
  id: 'bar-to-bar',
  title: 'Armature, bar to bar',
  body: 'rotor',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  check,
  hookUp: {
    instrument: 'four-wire milliohmmeter',
    clips: [
      { name: 'current and volts', to: ['bar'] },
      { name: 'current and volts', to: ['next bar'] },
    ],
    words:
      'Brushes lifted, copper clean. Bar 1 to 2 first, once round; volts prods inside the current prods.',
  },
  judge,
  charts,
  nominal: ({ plan }) => {
    const own = commutatorPlanOf(plan);
    const readings = own && soundLines(own);
    return readings ? { typed: { readings, temperature: '20' }, expected: true } : null;
  },
  expected: ({ plan }) => {
    const bar = commutatorPlanOf(plan)?.figures.barOhm20;
    return bar ? `at 20 °C ${showNumber(1000 * bar.value, 3)} mΩ from every bar to the next` : null;
  },
  examples: {
    sound: { typed: { readings: SOUND, temperature: '20' }, winding: LINE },
    stop: { typed: { readings: SOUND.replace('135', '114'), temperature: '20' }, winding: LINE },
  },
});
