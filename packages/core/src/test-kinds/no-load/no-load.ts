/** Currents of a run without load: how much magnetises it, and whether the phases draw alike. */
import { proposePoles } from '../../winding/nameplate/index.ts';
import { judgeRun, noCurrent, ROTATING, RUN_FORM } from '../../physics/performance/index.ts';
import { criteriaOf } from '../criteria/index.ts';
import { quantity, lines, type ReadingOf } from '../../language/forms/index.ts';
import { analysisOf } from '../../machine-kinds/index.ts';
import { CP, judgeOn, worse, type Judgement, type LimitScale } from '../../language/quantity/index.ts';
import { slipsOf } from '../mistakes/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { mostUnequal } from '../most-unequal.ts';

import { checkLosses, lossCharts, lossFigures } from './losses.ts';

const FORM = [
  ...RUN_FORM,
  quantity('power', 'Power in, all three phases', 'power', 0, 500, 'for core loss and friction'),
  quantity('leadOhm', 'Lead to lead, right after', 'resistance', 0.000001, 20000),
  lines(
    'series',
    'The same at falling volts',
    [
      ['volts', 'V'],
      ['current', 'A'],
      ['power in', 'W'],
      ['lead to lead', 'Ω'],
    ],
    'a line a point, from 110 % down to 20 %: V; A; W; Ω lead to lead',
    3000,
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** The card's poles, or those that the plate's speed and frequency point to. */
function polesOf({ plan, plate }: TestContext): number | null {
  if (plan) return plan.poles;
  if (!plate.speedRpm || !plate.frequencyHz) return null;
  return proposePoles(plate.speedRpm, plate.frequencyHz)?.poles ?? null;
}

function noLoadScale(poles: number | null): LimitScale {
  // Two and four poles 20–45 %, six to eight 30–60 %, more 40–75 %: common practice, no source.
  const [low, high] = !poles || poles <= 4 ? [20, 45] : poles <= 8 ? [30, 60] : [40, 75];
  return {
    from: 0,
    to: 120,
    kind: 'linear',
    bands: [
      { from: 0, to: low, verdict: 'watch' },
      { from: low, to: high, verdict: 'sound' },
      { from: high, to: high + 20, verdict: 'watch' },
      { from: high + 20, to: 120, verdict: 'stop' },
    ],
    limits: [{ at: high + 20, name: `limit ${high + 20} %` }],
    source: CP,
  };
}

const ASSUMED_POLES = 'Nobody has said how many poles it has: two or four are assumed, which draw the least.';

/** Slips of the winder that alone would bring this share back to what is usual; empty where it is. */
function explained(percent: number, scale: LimitScale, context: TestContext): string | null {
  const analysis = analysisOf(context.plan);
  if (!analysis || judgeOn(scale, percent) === 'sound') return null;
  const back = slipsOf(analysis)
    .filter((s) => s.magnetizing !== 1 && judgeOn(scale, percent / s.magnetizing) === 'sound')
    // The smallest slip that explains it is the likeliest.
    .toSorted((a, b) => Math.abs(Math.log(a.magnetizing)) - Math.abs(Math.log(b.magnetizing)))
    .slice(0, 3);
  return back.length === 0
    ? null
    : `What would explain it: ${back
        .map((s) => `${s.words} (without it ${showNumber(percent / s.magnetizing, 2)} %)`)
        .join('; ')}.`;
}

function judge(r: Reading, context: TestContext): Judgement {
  const criteria = context.criteria ?? criteriaOf(null);
  const poles = polesOf(context);
  const scale = noLoadScale(poles);
  const run = judgeRun(r, context.plate, {
    name: 'No-load current of the plate’s',
    scale,
    sayShare: (percent, verdict) =>
      (verdict === 'stop'
        ? 'Far too much magnetising current: turns or circuits wrong, or delta where star belongs.'
        : verdict === 'sound'
          ? `${showNumber(percent, 3)} % of the plate’s current, usual for this kind.`
          : percent > 40
            ? 'High for this number of poles: few turns, a wide gap or a tired core.'
            : 'Low for this number of poles: star where delta belongs, or too many turns.') +
      ((said) => (said ? ` ${said}` : ''))(explained(percent, scale, context)),
    mostUnequal: mostUnequal(criteria),
    unequal: 'The currents differ: a reversed coil or group, unequal circuits, or unequal supply volts.',
    assumed: poles ? null : ASSUMED_POLES,
    next: {
      sound: 'Go on to the load run.',
      share: 'Compare turns, circuits and connection with the card; then measure the gap and the core.',
    },
  });
  const losses = lossFigures(r, context.plate);
  return {
    ...run,
    verdict: losses.impossible ? worse(run.verdict, 'stop') : run.verdict,
    figures: [...run.figures, ...losses.figures],
    reasons: [...run.reasons, ...losses.reasons],
    next: losses.impossible
      ? 'Take the points at low volts again, with the wattmeter in its right range.'
      : run.next,
  };
}

export const noLoad = defineTest({
  id: 'no-load',
  title: 'No-load run',
  body: 'motor',
  form: FORM,
  stages: ['final'],
  caution: ROTATING,
  check: (r, { plate }) => [...noCurrent(r), ...checkLosses(r, plate)],
  hookUp: {
    instrument: 'supply, analyser',
    clips: [
      { name: 'L1', to: ['U'], live: true },
      { name: 'L2', to: ['V'], live: true },
      { name: 'L3', to: ['W'], live: true },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Uncoupled, key out or tied. All three volts and currents at one moment.',
  },
  judge,
  charts: ({ series }, { plate }) => lossCharts(series, plate),
  nominal: ({ plate: { voltageV, currentA } }) => {
    if (!voltageV || !currentA) return null;
    const i = String(0.4 * currentA);
    return { typed: { voltage: String(voltageV), u: i, v: i, w: i }, expected: false };
  },
  examples: {
    sound: {
      typed: { voltage: '400', u: '8', v: '8', w: '8' },
      plate: { voltageV: 400, currentA: 22, speedRpm: 1450, frequencyHz: 50 },
    },
    stop: {
      typed: { voltage: '400', u: '18', v: '18', w: '18' },
      plate: { voltageV: 400, currentA: 22, speedRpm: 1450, frequencyHz: 50 },
    },
  },
});
