/** Rotor sensors of a brushless motor: where their edges lie against the back-EMF, and whether they are a third apart. */
import { choice, required, text, type ReadingOf } from '../../language/forms/index.ts';
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
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const angle = <const Id extends string>(id: Id, label: string) =>
  required(text(id, label, 'electrical degrees, late +, such as −2.5', 12));
const FORM = [
  angle('u', 'First sensor from its zero crossing'),
  angle('v', 'Second sensor from its own'),
  angle('w', 'Third sensor from its own'),
  required(
    choice('order', 'Order of edges, turned as the motor turns', { right: 'U, V, W', wrong: 'another' }),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;
const IDS = ['u', 'v', 'w'] as const;
const NAME = { u: 'first', v: 'second', w: 'third' } as const;

/** Degrees with their sign; null for what is none. */
function degrees(typed: string | undefined): number | null {
  const m = /^([+−-]?\d+(?:[.,]\d+)?)\s*°?$/.exec(typed?.trim() ?? '');
  const value = m ? Number(m[1]!.replace('−', '-').replace(',', '.')) : NaN;
  return Math.abs(value) <= 180 ? value : null;
}

const check = (r: Partial<Reading>): Finding[] =>
  IDS.flatMap((id) =>
    r[id] !== undefined && degrees(r[id]) === null
      ? [
          finding(
            'stop',
            'sensor-alignment.not-degrees',
            `“${r[id]!.slice(0, 20)}” is no angle: electrical degrees from −180 to 180.`,
            [id],
          ),
        ]
      : [],
  );

/** Torque is lost with the cosine; the current of one direction rises. Source: common practice, no source, for the limits. */
function judge(r: Reading): Judgement {
  const [u, v, w] = IDS.map((id) => degrees(r[id]) ?? 0) as [number, number, number];
  const inputs = {
    u: given('U', u, '°', 'read'),
    v: given('V', v, '°', 'read'),
    w: given('W', w, '°', 'read'),
  };
  const mean = derive(
    {
      id: 'sensorOffset',
      name: 'Sensors off the back-EMF, mean',
      symbol: 'δ',
      unit: '° el.',
      formula: 'δ = |mean of the three|',
      source: CP,
      inputs,
      value: (x) => Math.abs((x.u + x.v + x.w) / 3),
    },
    true,
  );
  const spread = derive(
    {
      id: 'sensorSpread',
      name: 'Sensors off a third of a turn, worst',
      symbol: 'Δδ',
      unit: '° el.',
      formula: 'Δδ = greatest distance from the mean',
      source: CP,
      inputs,
      value: (x) => Math.max(...[x.u, x.v, x.w].map((a) => Math.abs(a - (x.u + x.v + x.w) / 3))),
    },
    true,
  );
  const figures = [
    judgeFigure(mean, lowerIsBetter({ from: 0, watch: 4, limit: 12, to: 40, name: 'limit 12°', source: CP })),
    judgeFigure(spread, lowerIsBetter({ from: 0, watch: 3, limit: 8, to: 30, name: 'limit 8°', source: CP })),
  ];
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  if (r.order === 'wrong') {
    atBest = 'stop';
    reasons.push(
      'The edges come in another order than the phases: two sensor leads or two motor leads are changed over; it hums or runs away.',
    );
  }
  if (figures[0]!.verdict !== 'sound') {
    const late = u + v + w > 0;
    reasons.push(
      `All ${late ? 'late' : 'early'} by ${showNumber(mean.value, 2)}°: turn the sensor ring ${late ? 'against' : 'with'} the rotation by ${showNumber(mean.value, 2)}° electrical. Torque lost: ${showNumber(100 * (1 - Math.cos((mean.value * Math.PI) / 180)), 2)} %.`,
    );
  }
  if (figures[1]!.verdict !== 'sound') {
    const m = (u + v + w) / 3;
    const values = { u, v, w };
    const worst = IDS.reduce((a, b) => (Math.abs(values[b] - m) > Math.abs(values[a] - m) ? b : a));
    reasons.push(
      `The ${NAME[worst]} sensor stands alone, by ${showNumber(values[worst] - m, 2)}°: it sits beside its place.`,
    );
  }
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0
        ? reasons
        : ['The sensors change where the back-EMF crosses zero, a third of a turn apart.']),
      `Read ${[u, v, w].map((a) => `${showNumber(a, 3)}°`).join(', ')}.`,
    ],
    next:
      verdict === 'sound'
        ? 'Lock the ring, mark its place, run it both ways: the currents are alike.'
        : verdict === 'stop'
          ? 'Set it right before it runs under power; measure again, driven by hand or by another motor.'
          : 'Set it finer, then measure again.',
  };
}

const SOUND = { u: '1.5', v: '0.8', w: '1.9', order: 'right' };
export const sensorAlignment = defineTest({
  id: 'sensor-alignment',
  title: 'Alignment of rotor sensors',
  body: 'motor',
  form: FORM,
  stages: ['incoming', 'final'],
  leftToShop: true,
  check,
  hookUp: {
    instrument: 'two-channel oscilloscope',
    clips: [
      { name: 'channel 1', to: ['a phase against the star point, or two leads'] },
      { name: 'channel 2', to: ['its sensor'] },
    ],
    words: 'Motor driven, unpowered, sensors fed. Edge of the sensor against the zero crossing of its phase.',
  },
  judge,
  nominal: () => ({ typed: SOUND, expected: false }),
  expected: () => 'within 4° electrical, all three alike',
  examples: { sound: { typed: SOUND }, stop: { typed: { ...SOUND, u: '25', v: '24', w: '26' } } },
});
