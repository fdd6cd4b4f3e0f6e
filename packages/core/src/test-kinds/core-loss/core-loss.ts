/** Core loss before and after burn-off. */
import { criteriaOf } from '../criteria/index.ts';
import { quantity, required, type ReadingOf, type Typed } from '../../language/forms/index.ts';
import {
  asRead,
  derive,
  finding,
  given,
  lowerIsBetter,
  CP,
  judgeFigure,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';
import { checkLoop, hotSpotOf, LOOP_FIELDS, loopDoubts, sideLoss } from './from-watts.ts';

const FORM = [
  required(quantity('before', 'Before burn-off', 'specific-loss', 0.1, 100, 'or from the watts')),
  required(quantity('after', 'After burn-off', 'specific-loss', 0.1, 100, 'or from the watts')),
  quantity('hotSpot', 'Hottest spot over the mean', 'temperature-difference', 0, 200, 'or from the list'),
  ...LOOP_FIELDS,
] as const;

/** Usual sheet of a mains motor stays well under this [W/kg]: common practice, no source. */
const MUCH = 6;
const TOO_MUCH = 10;

/** What stops stands in the criteria in force. */
type Reading = ReadingOf<typeof FORM>;

const fromOf = (r: Reading, side: 'before' | 'after') =>
  sideLoss(r, side) ? `loop test ${side}, watts over the yoke’s mass` : `loop test ${side}`;

/** Typed although the watts say something else: more apart than rounding. */
const APART = 0.03;

function check(r: Partial<Reading>, _context: TestContext, typed: Typed): Finding[] {
  const found = checkLoop(r);
  for (const side of ['before', 'after'] as const) {
    const loss = sideLoss(r, side);
    const said = r[side];
    if (
      typed[side] !== undefined &&
      loss &&
      said !== undefined &&
      Math.abs(said / loss.atWantedWPerKg - 1) > APART
    )
      found.push(
        finding(
          'stop',
          'core.two-figures',
          `${said} W/kg is typed, the watts say ${showNumber(loss.atWantedWPerKg, 3)} W/kg: leave one of them out.`,
          [side],
        ),
      );
  }
  return found;
}

function judge(r: Reading, { criteria: chosen }: TestContext): Judgement {
  const criteria = chosen ?? criteriaOf(null);
  const [most, hottest] = [criteria.number('coreRise'), criteria.number('coreHotSpot')];
  const rise = derive(
    {
      id: 'coreLossRise',
      name: 'Core loss, after against before',
      symbol: 'ΔP',
      unit: '%',
      formula: 'ΔP = 100 · (P_after / P_before − 1)',
      source: CP,
      inputs: {
        after: given('P_after', r.after, 'W/kg', fromOf(r, 'after')),
        before: given('P_before', r.before, 'W/kg', fromOf(r, 'before')),
      },
      value: (v) => 100 * (v.after / v.before - 1),
    },
    true,
  );
  const figures = [
    judgeFigure(rise, {
      from: -40,
      to: 60,
      kind: 'linear',
      // A core does not get better by being burnt off: then one of the two tests was not the same test.
      bands: [
        { from: -40, to: -30, verdict: 'stop' },
        { from: -30, to: -10, verdict: 'watch' },
        { from: -10, to: most / 2, verdict: 'sound' },
        { from: most / 2, to: most, verdict: 'watch' },
        { from: most, to: 60, verdict: 'stop' },
      ],
      limits: [{ at: most, name: `limit ${most} %` }],
      source: criteria.source('coreRise'),
    }),
    judgeFigure(
      asRead('coreLossAfter', 'Core loss, after', {
        ...given('P', r.after, 'W/kg', 'loop test after'),
        source: CP,
      }),
      lowerIsBetter({
        from: 0,
        watch: MUCH,
        limit: TOO_MUCH,
        to: 20,
        name: `limit ${TOO_MUCH} W/kg`,
        source: `${CP}; at 1.2 to 1.5 T and mains frequency`,
      }),
    ),
  ];
  if (r.hotSpot !== undefined)
    figures.push(
      judgeFigure(
        asRead('hotSpot', 'Hottest spot over the mean', {
          ...given('Δθ', r.hotSpot, 'K', 'infrared, loop test'),
          source: CP,
        }),
        lowerIsBetter({
          from: 0,
          watch: 0.6 * hottest,
          limit: hottest,
          to: 2.5 * hottest,
          name: `limit ${hottest} K`,
          source: criteria.source('coreHotSpot'),
        }),
      ),
    );
  const doubts = loopDoubts(r);
  const hot = r.hotSpot !== undefined ? hotSpotOf(r.spots) : null;
  const verdict = doubts.length > 0 ? worse(verdictOf(figures), 'watch') : verdictOf(figures);
  return {
    verdict,
    figures,
    reasons: [
      `${rise.value >= 0 ? '+' : '−'}${showNumber(Math.abs(rise.value), 3)} % against before burn-off.`,
      ...(rise.value > most ? ['A core this much worse runs hot for life.'] : []),
      ...(rise.value < -10
        ? [
            'A core does not get better by burn-off: density, loop or instrument was not the same in both tests.',
          ]
        : []),
      ...doubts,
      ...(hot
        ? [
            `Spot ${hot.at + 1} of the list is the hottest, ${showNumber(hot.riseK, 3)} K over the middle one.`,
          ]
        : []),
      ...(r.after > MUCH
        ? [`${showNumber(r.after, 3)} W/kg is much for any sheet: was the density right?`]
        : []),
    ],
    next:
      rise.value < -10
        ? 'Repeat the loop test at the same density, with the same loop and instrument, before winding.'
        : verdict === 'stop'
          ? 'Do not wind. Find the hot spot, restack or repair, test again; else tell the customer.'
          : verdict === 'watch'
            ? 'Look for smeared teeth and burrs; test again after cleaning.'
            : 'Go on to cleaning.',
  };
}

export const coreLoss = defineTest({
  id: 'core-loss',
  title: 'Core loss',
  body: 'stator',
  form: FORM,
  stages: ['bare'],
  caution: {
    name: 'Loop test',
    text: 'The loop carries mains current and a core can heat within minutes: insulate the loop, keep hands off, stay beside it.',
  },
  check,
  derives: (r) => ({
    before: sideLoss(r, 'before')?.atWantedWPerKg,
    after: sideLoss(r, 'after')?.atWantedWPerKg,
    hotSpot: hotSpotOf(r.spots)?.riseK,
  }),
  hookUp: {
    instrument: 'supply, wattmeter',
    clips: [
      { name: 'loop', to: ['through the bore, round the yoke'], live: true },
      { name: 'search coil', to: ['one turn, same path'] },
    ],
    words: 'Current coil of the wattmeter in the loop, its voltage coil on the search coil.',
  },
  judge,
  nominal: () => ({ typed: { before: '3', after: '3', hotSpot: '5' }, expected: false }),
  examples: {
    sound: { typed: { before: '3', after: '3.1', hotSpot: '4' } },
    stop: { typed: { before: '3', after: '4.2' } },
  },
});
