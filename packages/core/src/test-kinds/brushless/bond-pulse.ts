/** The bonding pulse of self-bonding wire: how hot the copper got by its own ohms, against the window of the wire's data sheet. */
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  judgeFigure,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const FORM = [
  required(quantity('coldOhm', 'Cold', 'resistance', 0.00001, 2000, 'at the two leads that are pulsed')),
  required(quantity('coldC', 'at winding temperature', 'temperature', -20, 60)),
  required(quantity('endV', 'Volts at the end of the pulse', 'voltage', 0.01, 2000)),
  required(quantity('endA', 'Amperes at the end of the pulse', 'current', 0.01, 5000)),
  required(quantity('least', 'Window, from', 'temperature', 80, 350, 'data sheet of the wire')),
  required(quantity('most', 'Window, to', 'temperature', 90, 400, 'data sheet of the wire')),
  quantity('seconds', 'Pulse lasted', 'duration', 0.001, 30, 'such as 6 s'),
] as const;
type Reading = ReadingOf<typeof FORM>;
const COPPER_K = 234.5;

const check = (r: Partial<Reading>): Finding[] =>
  r.least !== undefined && r.most !== undefined && r.most - r.least < 5
    ? [
        finding(
          'stop',
          'bond-pulse.no-window',
          `A window from ${showNumber(r.least, 4)} to ${showNumber(r.most, 4)} °C is none: the upper end lies at least 5 K over the lower one.`,
          ['least', 'most'],
        ),
      ]
    : [];

/** Source: resistance over temperature, k = 234.5 for copper, IEEE 112; the window is the data sheet's. */
function judge(r: Reading): Judgement {
  const reached = derive(
    {
      id: 'bondTemperature',
      name: 'Copper at the end of the pulse, mean',
      symbol: 'T',
      unit: '°C',
      formula: 'T = (k + T_cold) · (U/I) / R_cold − k',
      source: 'resistance over temperature by IEEE 112',
      inputs: {
        k: given('k', COPPER_K, '°C', 'copper'),
        cold: given('T_cold', r.coldC, '°C', 'read'),
        R: given('R_cold', r.coldOhm, 'Ω', 'read'),
        U: given('U', r.endV, 'V', 'read, at the end'),
        I: given('I', r.endA, 'A', 'read, at the end'),
      },
      value: (v) => ((v.k + v.cold) * (v.U / v.I)) / v.R - v.k,
      assumptions: ['the mean of the wire: coils inside are hotter, those at the iron cooler'],
    },
    true,
  );
  const width = r.most - r.least;
  const edge = 0.15 * width;
  const scale: LimitScale = {
    from: r.least - width,
    to: r.most + width,
    kind: 'linear',
    bands: [
      { from: r.least - width, to: r.least, verdict: 'stop' },
      { from: r.least, to: r.least + edge, verdict: 'watch' },
      { from: r.least + edge, to: r.most - edge, verdict: 'sound' },
      { from: r.most - edge, to: r.most, verdict: 'watch' },
      { from: r.most, to: r.most + width, verdict: 'stop' },
    ],
    limits: [
      { at: r.least, name: `${showNumber(r.least, 4)}` },
      { at: r.most, name: `${showNumber(r.most, 4)} °C` },
    ],
    source: 'data sheet of the wire, as entered',
  };
  const figure = judgeFigure(reached, scale);
  const T = reached.value;
  const verdict = worse(verdictOf([figure]), 'sound');
  const said =
    T < r.least
      ? 'The coat did not fuse: turns will move and rub.'
      : T > r.most
        ? 'Too hot: the enamel under the coat has softened, turns may touch.'
        : figure.verdict === 'watch'
          ? 'Near the edge of the window: the coldest or the hottest coil may lie outside it.'
          : 'The copper went through the window of the coat.';
  return {
    verdict,
    figures: [figure],
    reasons: [
      said,
      `${showNumber(r.endV, 4)} V at ${showNumber(r.endA, 4)} A are ${showNumber(r.endV / r.endA, 4)} Ω, ${showNumber(r.coldOhm, 4)} Ω cold${r.seconds === undefined ? '' : `, after ${showNumber(60 * r.seconds, 3)} s`}.`,
    ],
    next:
      verdict === 'sound'
        ? 'Let it cool clamped, then feel every coil: nothing moves.'
        : T < r.least
          ? 'Let it cool, then a longer pulse or more volts; measure cold again first.'
          : verdict === 'watch'
            ? 'Feel every coil; set the pulse to the middle of the window for the next one.'
            : 'Surge test before anything else; a short under a softened coat is wound again.',
  };
}

const SOUND = {
  coldOhm: '0.42',
  coldC: '22',
  endV: '28.6',
  endA: '40',
  least: '180',
  most: '220',
  seconds: '6 s',
};
export const bondPulse = defineTest({
  id: 'bond-pulse',
  title: 'Bonding pulse',
  body: 'stator',
  form: FORM,
  stages: ['before-varnish'],
  leftToShop: true,
  caution: {
    name: 'Hot winding, high current',
    text: 'Clips tight before the pulse, nobody touches leads or coils; guard shut, fumes drawn off. It is at 200 °C for minutes.',
  },
  check,
  hookUp: {
    instrument: 'pulse source with volts and amperes',
    clips: [
      { name: 'pulse +', to: ['one lead'], live: true },
      { name: 'pulse −', to: ['another lead'], live: true },
    ],
    words: 'Ohms cold first, at the same two leads. Volts and amperes of the same instant at the end.',
  },
  judge,
  nominal: () => ({ typed: SOUND, expected: false }),
  expected: () => 'inside the window of the wire’s data sheet',
  examples: { sound: { typed: SOUND }, stop: { typed: { ...SOUND, endA: '47' } } },
});
