/**
 * An armature pulsed across a span of bars, bar after bar round the ring: every place should ring like the first one.
 * Source: limits of the shop's own rules; levels between bars are common practice, no source.
 */
import { criteriaOf } from '../criteria/index.ts';
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  commutatorPlanOf,
  fold,
  oddCoils,
  ringWeights,
  type DirectCurrentPlan,
  type OddCoil,
} from '../../machine-kinds/index.ts';
import {
  finding,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { surgeLevels } from '../../physics/surge/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { sayCoil } from '../bar-to-bar/say-explanation.ts';
import type { Chart } from '../chart.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import {
  areasOf,
  checkLevel,
  checkPlaces,
  firstIsOdd,
  MOST_PLACES,
  placesOf,
  rings,
  sayCause,
  SURGE_CAUTION,
  testLevel,
  tooAlike,
  TRIES_TURNS,
  worstPlace,
} from './places.ts';

const FORM = [
  required(quantity('span', 'Bars between the contacts', 'count', 1, MOST_PLACES, 'bar 1 to 6 is 5')),
  testLevel,
  areasOf('Area of each place', 'contact on bar 1 first, that is 0; then bar 2, once round'),
  rings,
] as const;
type Reading = ReadingOf<typeof FORM>;

/** The pattern is one coil's when it explains so much of it [1]. Common practice, no source. */
const ONE_COIL = 0.8;
/** A coil shows less at the contacts where it is seen alike from all places [1]. */
const LEAST_CONTRAST = 0.2;

/** Half of the way between neighbouring brushes: there a coil between the contacts weighs most against the others. */
const usualSpan = ({ spec }: DirectCurrentPlan) => Math.max(1, Math.round(spec.bars / spec.poles / 2));
const weightsOf = (plan: DirectCurrentPlan | null, span: number | undefined) =>
  plan?.ring && span !== undefined ? ringWeights(plan.ring, span) : null;
/** How much more the pulse sees of the nearest coil than of the farthest, as a share of it. */
const contrastOf = (weights: readonly number[]) => 1 - Math.min(...weights) / Math.max(...weights);

function check(r: Partial<Reading>, { plan: any, plate }: TestContext): Finding[] {
  const plan = commutatorPlanOf(any);
  const found = checkPlaces(r, plan?.spec.bars ?? null, 'bars');
  if (plan && r.span !== undefined && r.span >= plan.spec.bars)
    return [
      ...found,
      finding(
        'stop',
        'armature-surge.span',
        `${r.span} bars apart on a commutator of ${plan.spec.bars}: the contacts would stand on one bar or have gone round.`,
        ['span'],
      ),
    ];
  const weights = weightsOf(plan, r.span);
  if (weights && !weights.ok) found.push(...weights.findings);
  else if (weights && contrastOf(weights.value) < LEAST_CONTRAST)
    found.push(
      finding(
        'stop',
        'armature-surge.blind',
        `Across ${r.span!} of ${plan!.spec.bars} bars every coil weighs alike from every place, so that none can show. Take ${usualSpan(plan!)}, half of what lies between neighbouring brushes.`,
        ['span'],
      ),
    );
  found.push(...checkLevel(r.testVoltage, plate.voltageV, 'an armature'));
  return found;
}

/** Coils whose change explains the pattern, where it is one coil's. */
function coilsOf(r: Reading, plan: DirectCurrentPlan | null): readonly OddCoil[] {
  const weights = weightsOf(plan, r.span);
  const { areas } = placesOf(r);
  const found = weights?.ok ? oddCoils(areas, weights.value) : [];
  return found[0] && found[0].explains >= ONE_COIL ? found : [];
}

function judge(r: Reading, { plan: any, plate, criteria: chosen }: TestContext): Judgement {
  const plan = commutatorPlanOf(any);
  const criteria = chosen ?? criteriaOf(null);
  const limit = criteria.number('surgeArea');
  const { areas, rings: rung } = placesOf(r);
  const from = (place: number) => `bar ${place + 1} to ${fold(place + 1 + r.span, areas.length)}`;
  const { judged, place } = worstPlace(areas, from, criteria);
  const byFigures = verdictOf([judged]);
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const coils = byFigures === 'sound' ? [] : coilsOf(r, plan);
  if (byFigures === 'sound') reasons.push('Every place rings like the first one: no coil is out.');
  else {
    const out = areas.filter((a) => a > limit / 2).length;
    reasons.push(
      firstIsOdd(areas, limit)
        ? `${out} of ${areas.length} places are unlike the first one, ${showNumber(areas[place]!, 3)} % at most: it is the first one, ${from(0)}, that is odd.`
        : `From ${from(place)} the wave is ${showNumber(areas[place]!, 3)} % off the first one; ${out} places of ${areas.length} are out.`,
    );
    const [best] = coils;
    if (!plan?.ring)
      reasons.push('Which coil is behind it cannot be told: no plan says how the coils go to the bars.');
    else if (!best)
      reasons.push(
        'The pattern is not that of one coil: several places, or contacts that were not on the copper.',
      );
    else {
      const names = coils.slice(0, 4).map((c) => sayCoil(c.startBar, plan));
      reasons.push(
        coils.length === 1
          ? `${names[0]!} explains ${showNumber(100 * best.explains, 2)} % of the pattern: it has shorted or missing turns, or lies the wrong way round.`
          : `These look alike from every place: ${names.join('; ')}. One of them has shorted or missing turns, or lies the wrong way round.`,
      );
      const most = Math.max(...best.seen);
      const least = Math.min(...best.seen);
      const where = (near: number) =>
        rung.filter((_, i) => Math.abs(best.seen[i]! - near) < 0.1 * (most - least));
      reasons.push(
        ...sayCause('the coil', where(most), where(least), {
          turnsPerCoil: plan.turns,
          coilsInSeries: 1 / most,
          groupsInSeries: 1,
        }),
      );
    }
  }
  const alike = tooAlike(areas);
  if (alike) doubt(alike);
  if (!plan) doubt('Without a plan nobody knows whether every bar was reached: fill the card.');
  else if (!plan.ring)
    doubt('No ohms of a coil follow from the card: whether this span shows every coil cannot be told.');
  const working = plan?.figures.voltsPerBar?.value;
  if (!working)
    doubt(
      'Volts between bars do not follow from plate and card: whether the level was right cannot be told.',
    );
  else if (r.testVoltage < TRIES_TURNS * working * r.span)
    doubt(
      `${showNumber(r.testVoltage, 3)} V over ${r.span} bars is ${showNumber(r.testVoltage / r.span, 3)} V a bar, under ${TRIES_TURNS} times the ${showNumber(working, 3)} V that work there: this shows dead shorts only.`,
    );
  if (!plate.voltageV)
    doubt('The plate has no volts that can be read: nothing says how high the level may go.');
  return {
    verdict: worse(atBest, byFigures),
    figures: [judged],
    reasons,
    next:
      byFigures === 'sound'
        ? 'Ground the bars, then read them bar to bar.'
        : 'Read that place bar to bar, and walk the needle over its slots: ohms tell a short, the needle a coil the wrong way round.',
  };
}

function charts(r: Reading, { plan: any }: TestContext): Chart[] {
  const [best] = coilsOf(r, commutatorPlanOf(any));
  return [
    {
      title: 'Area of each place against the first',
      x: { name: 'first bar', unit: '' },
      y: { name: 'area', unit: '%' },
      lines: [
        { name: 'read', as: 'points', points: placesOf(r).areas.map((v, k) => [k + 1, v] as const) },
        ...(best
          ? [
              {
                name: `coil from bar ${best.startBar}`,
                as: 'dashed',
                points: best.said.map((v, k) => [k + 1, v] as const),
              } as const,
            ]
          : []),
      ],
    },
  ];
}

const LINE = { machine: 'direct-current', line: '6s 12b 2p lap+ 1-4 T5 0.80 @4 F800 0.40' };
const PLATE = { voltageV: 110 };
export const armatureSurge = defineTest({
  id: 'armature-surge',
  title: 'Armature, surge round the bars',
  body: 'rotor',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'before-varnish', 'varnished'],
  caution: SURGE_CAUTION,
  check,
  hookUp: {
    instrument: 'surge tester',
    clips: [
      { name: 'pulse', to: ['first bar'], live: true },
      { name: 'ground', to: ['bar at the span', 'shaft'] },
    ],
    words:
      'Brushes lifted. Both contacts a fixed span apart; keep the wave of bar 1, then turn the armature bar by bar under them, once round.',
  },
  judge,
  charts,
  nominal: ({ plan: any }) => {
    const plan = commutatorPlanOf(any);
    const bars = plan?.spec.bars;
    return bars
      ? {
          typed: {
            span: String(usualSpan(plan)),
            testVoltage: '1000',
            areas: Array(bars).fill('0').join('\n'),
          },
          expected: false,
        }
      : null;
  },
  expected: ({ plan: any, plate }) => {
    const working = commutatorPlanOf(any)?.figures.voltsPerBar?.value;
    if (!working) return null;
    const most = plate.voltageV
      ? `, ${showNumber(surgeLevels(plate.voltageV).shopRulePeakV, 3)} V in all at most`
      : '';
    return `${showNumber(working, 3)} V work between bars; ${showNumber(TRIES_TURNS * working, 3)} V a bar or more try the turns${most}`;
  },
  examples: {
    sound: {
      typed: {
        span: '2',
        testVoltage: '600',
        areas: '0\n0.8\n1.1\n0.9\n1.2\n0.7\n1\n0.9\n1.1\n0.8\n1.3\n0.6',
      },
      plate: PLATE,
      winding: LINE,
    },
    stop: {
      typed: {
        span: '2',
        testVoltage: '600',
        areas: '0\n0.8\n1.1\n0.9\n28.4\n29.1\n1\n0.9\n1.1\n0.8\n1.3\n0.6',
      },
      plate: PLATE,
      winding: LINE,
    },
  },
});
