/** Insulation resistance to ground: corrected to 40 °C, judged against IEEE 43, with the ten-minute index. */
import {
  assumed,
  bounded,
  choice,
  quantity,
  required,
  lines,
  type BoundsOf,
  type ReadingOf,
} from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import {
  derive,
  finding,
  type Finding,
  given,
  higherIsBetter,
  type Figure,
  judgeFigure,
  verdictOf,
  worse,
  type JudgedFigure,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';
import { atMinute, checkMinutes, minutesChart, sayFall } from './ten-minutes.ts';
import {
  INDEX_MEANS_NOTHING,
  insulationFactorTo40,
  insulationTestVoltage,
  leastIndex,
  leastInsulationMOhm,
  OTHER_PHASES,
} from './insulation-figures.ts';

const FORM = [
  required(quantity('testVoltage', 'Test voltage, DC', 'voltage', 50, 10000)),
  bounded(
    quantity(
      'thirtySeconds',
      'After half a minute',
      'insulation-resistance',
      0,
      1e7,
      'for the absorption ratio',
    ),
  ),
  required(bounded(quantity('oneMinute', 'After one minute', 'insulation-resistance', 0, 1e7))),
  bounded(
    quantity('tenMinutes', 'After ten minutes', 'insulation-resistance', 0, 1e7, 'leave empty if not taken'),
  ),
  required(quantity('temperature', 'Winding temperature', 'temperature', -20, 120)),
  assumed(
    choice('windingKind', 'Kind of winding', {
      random: 'random-wound, or form-wound under 1 kV',
      form: 'form-wound, 1 kV and more, or DC armature',
      old: 'made before about 1970',
    }),
    'random',
  ),
  assumed(
    choice('otherPhases', 'Measured is', {
      whole: 'the whole winding',
      grounded: 'one phase, the others grounded',
      guarded: 'one phase, the others on the guard',
    }),
    'whole',
  ),
  assumed(
    choice('model', 'Insulation', {
      thermoset: 'thermoset (resin, polyester, epoxy)',
      halving: 'thermoplastic or unknown, halving per 10 K',
    }),
    'thermoset',
  ),
  lines(
    'byMinute',
    'Reading by reading',
    [
      ['time', 'min'],
      ['as read', 'MΩ'],
    ],
    'a line a reading: 0.5 min; 420 MΩ',
    3000,
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** @returns a refusal of zero, which no insulation tester can know */
function zeroInsulation({ oneMinute, byMinute: minutes }: Partial<Reading>): Finding[] {
  if (oneMinute !== 0) return checkMinutes(minutes, oneMinute);
  const message =
    'Zero MΩ is a dead ground: find it before measuring on; enter the smallest figure the tester can show, such as <0.1.';
  return [finding('stop', 'test.zero-insulation', message, ['oneMinute'])];
}

/** Where a correction to 40 °C means something: common practice, no source. */
const LEAST_C = 10;
const MOST_C = 60;

/** A larger index is no winding's. Common practice, no source. */
const UNUSUAL_INDEX = 8;

function judge(
  r: Reading,
  { plate, bounds }: { readonly plate: Nameplate; readonly bounds: BoundsOf<typeof FORM> },
): Judgement {
  const { windingKind: kind, model, temperature } = r;
  const rated = plate.voltageV ?? null;
  // Without a plate nobody knows its volts; a low-voltage winding is the likeliest, and it is said and not sound.
  const least = leastInsulationMOhm(kind, rated ?? 400) * OTHER_PHASES[r.otherPhases];
  const at40: Figure = derive(
    {
      id: 'insulation40',
      name: 'Insulation to ground, at 40 °C',
      symbol: 'R₄₀',
      unit: 'MΩ',
      formula:
        model === 'halving'
          ? 'R₄₀ = R₁ · 0.5^((40 − T)/10)'
          : 'R₄₀ = R₁ · e^(−k·(1/(T+273) − 1/313)),  k = 4230 above 40 °C, 1245 below',
      source: `IEEE 43-2013 (from memory), ${model === 'halving' ? 'halving per 10 K' : 'thermoset form'}`,
      assumptions:
        model === 'thermoset' && (temperature < 10 || temperature > 85)
          ? ['the thermoset form holds from 10 to 85 °C; carried on beyond it']
          : [],
      inputs: {
        R1: given('R₁', r.oneMinute, 'MΩ', 'read after one minute'),
        T: given('T', temperature, '°C', 'winding temperature'),
      },
      value: (v) => v.R1 * insulationFactorTo40(v.T, model),
    },
    true,
  );
  const figures: JudgedFigure[] = [
    judgeFigure(
      at40,
      higherIsBetter({
        from: 1,
        limit: least,
        sound: 3 * least,
        to: 10000,
        kind: 'log',
        name: `least ${showNumber(least, 2)}`,
        source: 'IEEE 43-2013 (from memory); watch up to three times the limit: common practice',
      }),
    ),
  ];
  const reasons: string[] = [];
  /** What keeps a good figure from being sound. */
  let atBest: Verdict = 'sound';
  const doubt = (reason: string, verdict: Verdict = 'watch') => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const low = figures[0]!.verdict !== 'sound';
  reasons.push(
    `${showNumber(at40.value, 3)} MΩ at 40 °C against at least ${showNumber(least, 2)} MΩ${low ? '. Moisture or dirt first, a damaged liner next.' : '.'}`,
  );
  if (temperature < LEAST_C || temperature > MOST_C)
    doubt(
      `Measured at ${showNumber(temperature, 3)} °C: the correction to 40 °C means little outside ${LEAST_C} to ${MOST_C} °C. Measure again nearer to room temperature.`,
    );
  const fall = sayFall(r.byMinute);
  if (fall) doubt(fall);
  if (bounds.oneMinute === 'at-most')
    doubt('The tester says no more than that it is less than this: take a range that shows a figure.');
  if (bounds.oneMinute === 'at-least' && r.oneMinute !== Infinity)
    reasons.push('The tester says no more than that it is over this; it is judged as if it were no more.');
  if (r.oneMinute === Infinity)
    doubt(
      'OL says nothing of how much: write the end of the range, such as >2000 MΩ, and see that the clips touch.',
    );
  if (rated === null) doubt('The plate has no volts that can be read: a winding under 1 kV is assumed.');
  if (r.tenMinutes !== undefined && r.oneMinute !== Infinity && r.tenMinutes !== Infinity) {
    const index = derive(
      {
        id: 'polarizationIndex',
        name: 'Polarization index',
        symbol: 'PI',
        unit: '',
        formula: 'PI = R₁₀ / R₁',
        source: 'IEEE 43-2013 (from memory): at least 1.5 for class A, 2.0 for B, F, H',
        inputs: {
          R10: given('R₁₀', r.tenMinutes, 'MΩ', 'read after ten minutes'),
          R1: given('R₁', r.oneMinute, 'MΩ', 'read after one minute'),
        },
        value: (v) => v.R10 / v.R1,
      },
      true,
    );
    if (at40.value > INDEX_MEANS_NOTHING) {
      figures.push({ figure: index });
      reasons.push(`Above ${INDEX_MEANS_NOTHING} MΩ at one minute the index says nothing; it is not judged.`);
    } else {
      const limit = leastIndex(plate.insulationClass === 'A' ? 105 : 130);
      figures.push(
        judgeFigure(
          index,
          higherIsBetter({
            from: 0,
            limit,
            sound: limit + 0.3,
            to: 6,
            name: `least ${limit}`,
            source: 'IEEE 43-2013 (from memory)',
          }),
        ),
      );
      if (index.value >= limit && index.value < limit + 0.3)
        reasons.push(
          `The index of ${showNumber(index.value, 3)} is just above ${limit}: damp on the way in or out. Dry it and compare.`,
        );
      if (index.value > UNUSUAL_INDEX)
        doubt(
          `An index of ${showNumber(index.value, 3)} is beyond what a winding shows: see that the clips touched for all ten minutes, and on one range.`,
        );
      if (index.value < limit)
        reasons.push(`The index of ${showNumber(index.value, 3)} does not rise: wet or soiled through.`);
    }
  }
  if (
    r.thirtySeconds !== undefined &&
    r.thirtySeconds > 0 &&
    Number.isFinite(r.thirtySeconds) &&
    r.oneMinute !== Infinity
  ) {
    const ratio = derive(
      {
        id: 'absorptionRatio',
        name: 'Absorption ratio, 60 s over 30 s',
        symbol: 'R₆₀/R₃₀',
        unit: '',
        formula: 'R₆₀ / R₃₀, both uncorrected',
        source: 'IEEE 43-2013 (from memory); no limit there',
        inputs: {
          r60: given('R₆₀', r.oneMinute, 'MΩ', 'read after one minute'),
          r30: given('R₃₀', r.thirtySeconds, 'MΩ', 'read after half a minute'),
        },
        value: (v) => v.r60 / v.r30,
      },
      true,
    );
    figures.push({ figure: ratio });
    if (ratio.value < 1)
      doubt(
        `It falls from half a minute to one, to ${showNumber(ratio.value, 3)} times: a sound winding rises. The two readings may be exchanged.`,
      );
  }
  const testVoltage = r.testVoltage;
  if (rated !== null && testVoltage !== undefined) {
    const [leastV, mostV] = insulationTestVoltage(rated);
    const usual = leastV === mostV ? `${leastV}` : `${leastV} to ${mostV}`;
    const words = `${showNumber(testVoltage, 3)} V is not the usual test voltage for ${showNumber(rated, 3)} V: ${usual} V (IEEE 43).`;
    if (testVoltage > 2 * mostV)
      doubt(`${words} So high it may have hurt the insulation: was that the voltage?`, 'stop');
    else if (testVoltage < leastV || testVoltage > mostV) doubt(words);
  }
  const verdict = worse(verdictOf(figures), atBest);
  // Unused by the verdict, but shown: what the other model would say of the same reading.
  const other =
    r.oneMinute * insulationFactorTo40(temperature, model === 'halving' ? 'thermoset' : 'halving');
  reasons.push(
    `By the ${model === 'halving' ? 'thermoset' : 'halving'} form it would be ${showNumber(other, 3)} MΩ.`,
  );
  return {
    verdict,
    figures,
    reasons,
    next:
      verdict === 'sound'
        ? 'Discharge and ground the winding for at least four times the test time, then go on.'
        : verdict === 'watch'
          ? low
            ? 'Dry, clean and measure again; keep the reading to compare.'
            : 'See to what is said above, and measure again.'
          : 'Do not apply high voltage. Dry the winding, clean it, measure again at the same temperature.',
  };
}

export const insulation = defineTest({
  id: 'insulation',
  title: 'Insulation resistance',
  body: 'stator',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  caution: {
    name: 'Stored charge',
    text: 'Barrier up, nobody touches the leads. Afterwards discharge and ground for at least four times the test time.',
  },
  check: zeroInsulation,
  derives: ({ byMinute: minutes }) => ({
    thirtySeconds: atMinute(minutes, 0.5),
    oneMinute: atMinute(minutes, 1),
    tenMinutes: atMinute(minutes, 10),
  }),
  charts: ({ byMinute: minutes }) => minutesChart(minutes),
  hookUp: {
    instrument: 'insulation tester',
    clips: [
      { name: 'line', to: ['all leads, joined'], live: true },
      { name: 'earth', to: ['frame'] },
    ],
    words:
      'All leads joined, the earth clip on bare metal of the frame. Discharge four times as long as it was charged.',
  },
  judge,
  nominal: ({ plate }) => ({
    typed: {
      testVoltage: String(insulationTestVoltage(plate.voltageV ?? 400)[0]),
      oneMinute: '100',
      temperature: '40',
    },
    expected: false,
  }),
  examples: {
    sound: {
      typed: { testVoltage: '500', oneMinute: '640', tenMinutes: '1900', temperature: '22' },
      plate: { voltageV: 400 },
    },
    stop: { typed: { testVoltage: '500', oneMinute: '0.3', temperature: '22' }, plate: { voltageV: 400 } },
  },
});
