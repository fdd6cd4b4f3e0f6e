/** Bearings of the running motor: how warm they get over the air, and whether they have settled. */
import { criteriaOf } from '../criteria/index.ts';
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import {
  CP,
  asRead,
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
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('drive', 'Drive end', 'temperature', -20, 200)),
  required(quantity('other', 'Other end', 'temperature', -20, 200)),
  required(quantity('air', 'Air', 'temperature', -20, 60)),
  quantity('driveBefore', 'Drive end, half an hour before', 'temperature', -20, 200),
  quantity('otherBefore', 'Other end, half an hour before', 'temperature', -20, 200),
] as const;
type Reading = ReadingOf<typeof FORM>;
/** Settled: no more than 1 K in half an hour. Source: IEC 60034-1, thermal equilibrium (from memory). */
const SETTLED_K = 1;

function check(r: Partial<Reading>): Finding[] {
  if (r.drive === undefined || r.other === undefined || r.air === undefined) return [];
  return r.drive < r.air - 2 || r.other < r.air - 2
    ? [
        finding(
          'stop',
          'bearing-heat.colder-than-air',
          'A running bearing is no colder than the air: columns or units are exchanged.',
          ['drive', 'other', 'air'],
        ),
      ]
    : [];
}

function judge(r: Reading, { criteria: chosen }: TestContext): Judgement {
  const criteria = chosen ?? criteriaOf(null);
  const most = criteria.number('bearingTemperature');
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (reason: string) => {
    atBest = worse(atBest, 'watch');
    reasons.push(reason);
  };
  const hottest = r.drive >= r.other ? (['Drive end', r.drive] as const) : (['Other end', r.other] as const);
  const figures: JudgedFigure[] = [
    judgeFigure(
      asRead('bearingTemperature', 'Hottest bearing', {
        ...given('θ', hottest[1], '°C', hottest[0].toLowerCase()),
        source: CP,
      }),
      lowerIsBetter({
        from: 0,
        watch: most - 15,
        limit: most,
        to: most + 35,
        name: `limit ${most} °C`,
        source: `${criteria.source('bearingTemperature')}; lithium greases to about 100 °C`,
      }),
    ),
    judgeFigure(
      derive(
        {
          id: 'bearingRise',
          name: 'Its rise over the air',
          symbol: 'Δθ',
          unit: 'K',
          formula: 'Δθ = θ − θ_air',
          source: CP,
          inputs: {
            b: given('θ', hottest[1], '°C', hottest[0].toLowerCase()),
            a: given('θ_air', r.air, '°C', 'read'),
          },
          value: (v) => v.b - v.a,
        },
        true,
      ),
      lowerIsBetter({ from: 0, watch: 40, limit: 60, to: 90, name: 'limit 60 K', source: CP }),
    ),
  ];
  reasons.push(
    `${hottest[0]} is at ${showNumber(hottest[1], 3)} °C, ${showNumber(hottest[1] - r.air, 3)} K over the air.`,
  );
  const apart = Math.abs(r.drive - r.other);
  if (apart > 15)
    doubt(
      `The ends differ by ${showNumber(apart, 2)} K: belt pull, a tight fit, or too much grease on the hot side.`,
    );
  const before = [r.driveBefore, r.otherBefore];
  const rising = Math.max(r.drive - (r.driveBefore ?? r.drive), r.other - (r.otherBefore ?? r.other));
  if (before.some((b) => b === undefined))
    doubt('No reading half an hour before: whether it has settled cannot be told.');
  else if (rising > SETTLED_K)
    doubt(`Still rising, ${showNumber(rising, 2)} K in half an hour: it is not settled yet.`);
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons,
    next:
      verdict === 'sound'
        ? 'Keep it with the motor.'
        : verdict === 'stop'
          ? 'Stop it. Look at grease, fit, preload and the free end’s play.'
          : rising > SETTLED_K || before.some((b) => b === undefined)
            ? 'Let it run on, and read again half an hour later.'
            : 'Read again after an hour; freshly greased bearings run warm at first.',
  };
}

export const bearingHeat = defineTest({
  id: 'bearing-heat',
  title: 'Bearing temperature',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['final'],
  caution: ROTATING,
  check,
  hookUp: {
    instrument: 'thermometer',
    clips: [
      { name: 'contact', to: ['drive-end housing'] },
      { name: 'contact', to: ['other housing'] },
      { name: 'free', to: ['air, one metre off'] },
    ],
    words: 'Always on the same spot, after an hour’s run; again half an hour later.',
  },
  judge,
  nominal: () => ({ typed: { drive: '50', other: '50', air: '25' }, expected: false }),
  expected: () => 'some 20 to 40 K over the air, both ends alike, steady for half an hour',
  examples: {
    sound: { typed: { drive: '52', other: '48', air: '23', driveBefore: '51.5', otherBefore: '48' } },
    stop: { typed: { drive: '99', other: '48', air: '23', driveBefore: '98.5', otherBefore: '48' } },
  },
});
