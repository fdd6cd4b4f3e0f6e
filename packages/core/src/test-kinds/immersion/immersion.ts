/** Under water: a sealed winding holds its insulation, and a withstand, while it is immersed. */
import { bounded, choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  asRead,
  finding,
  given,
  higherIsBetter,
  judgeFigure,
  verdictOf,
  worse,
  type Finding,
  type Judgement,
  type Verdict,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const SOURCE = 'NEMA MG 1, sealed windings, conformance under water (from memory)';
const insulation = <const Id extends string>(id: Id, label: string, hint: string) =>
  bounded(quantity(id, label, 'insulation-resistance', 0, 10_000_000, hint));
const FORM = [
  required(insulation('before', 'Dry, before', 'at 500 V, one minute')),
  required(insulation('under', 'Under water, ten minutes', 'at 500 V')),
  required(quantity('withstand', 'Withstand under water', 'voltage', 0, 20000, 'alternating, one minute')),
  required(choice('held', 'It', { held: 'held the minute', tripped: 'tripped' })),
  required(insulation('after', 'Under water, after it', 'at 500 V, one minute')),
] as const;
type Reading = ReadingOf<typeof FORM>;
/** At 500 V under water [MΩ]. */
const LEAST_MOHM = 100;
const WITHSTAND = 1.15;

function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `immersion.${code}`, message, fields));
  if (r.before !== undefined && r.before < LEAST_MOHM)
    stop(
      'not-dry',
      `${showNumber(r.before, 3)} MΩ dry: under ${LEAST_MOHM} MΩ a winding is not put under water, and no withstand is made on it.`,
      'before',
    );
  if (plate.voltageV && r.withstand !== undefined && r.withstand > 1.5 * plate.voltageV)
    stop(
      'too-many-volts',
      `${showNumber(r.withstand, 4)} V are far over ${WITHSTAND} times the plate’s ${showNumber(plate.voltageV, 4)} V: that is another test, and may hurt the winding under water.`,
      'withstand',
    );
  return found;
}

function judge(
  r: Reading,
  { plate, bounds }: TestContext & { readonly bounds: { readonly [K in keyof Reading]?: string } },
): Judgement {
  const reasons: string[] = [];
  let atBest: Verdict = 'sound';
  const doubt = (verdict: Verdict, reason: string) => {
    atBest = worse(atBest, verdict);
    reasons.push(reason);
  };
  const of = (id: 'under' | 'after', name: string) =>
    judgeFigure(
      asRead(id === 'under' ? 'immersedInsulation' : 'insulationAfterWithstand', name, {
        // A reading beyond the instrument is at least its end.
        ...given('R', Math.min(r[id], 10_000_000), 'MΩ', bounds[id] ? 'the instrument’s end' : 'read'),
        source: SOURCE,
      }),
      higherIsBetter({
        from: 1,
        limit: LEAST_MOHM,
        sound: 2 * LEAST_MOHM,
        to: 100_000,
        name: `least ${LEAST_MOHM} MΩ`,
        kind: 'log',
        source: `${SOURCE}; watch to twice: common practice`,
      }),
    );
  const figures = [of('under', 'Under water, ten minutes'), of('after', 'Under water, after the withstand')];
  if (r.held === 'tripped')
    doubt('stop', 'It did not hold the minute under water: the insulation lets water in.');
  const wanted = plate.voltageV ? WITHSTAND * plate.voltageV : null;
  if (wanted === null)
    doubt(
      'watch',
      'The plate has no volts that can be read: whether the withstand was high enough cannot be told.',
    );
  else if (r.withstand < 0.98 * wanted)
    doubt(
      'watch',
      `${showNumber(r.withstand, 4)} V are less than ${showNumber(wanted, 4)} V, ${WITHSTAND} times the line volts.`,
    );
  if (bounds.under === 'at-most' || bounds.after === 'at-most')
    doubt('stop', 'The instrument only says that it is less than so much: that is no insulation.');
  if (r.after < 0.5 * r.under)
    doubt('watch', 'After the withstand it is less than half of before: it was hurt, or water creeps in.');
  const verdict = worse(verdictOf(figures), atBest);
  return {
    verdict,
    figures,
    reasons:
      reasons.length > 0
        ? [...reasons, `Dry it read ${showNumber(Math.min(r.before, 1e7), 3)} MΩ.`]
        : verdict === 'sound'
          ? ['It keeps its insulation under water, before and after the withstand.']
          : ['Water reaches the winding.'],
    next:
      verdict === 'sound'
        ? 'Dry it, and measure once more before it is assembled.'
        : verdict === 'stop'
          ? 'Dry it in the oven, seal lead exits and end turns again, repeat.'
          : 'See to what is said above, then repeat.',
  };
}

export const immersion = defineTest({
  id: 'immersion',
  title: 'Under water',
  body: 'stator',
  form: FORM,
  leftToShop: true,
  stages: ['varnished'],
  caution: {
    name: 'High voltage and water',
    text: 'Tank insulated and fenced, leads well above the water, one hand on the switch. Discharge and earth the winding before anybody reaches in. Follow local rules.',
  },
  check,
  hookUp: {
    instrument: 'insulation and AC tester',
    clips: [
      { name: 'line', to: ['all leads, joined'], live: true },
      { name: 'earth', to: ['tank and frame'] },
    ],
    words: 'Winding wholly under water, leads well above it.',
  },
  judge,
  nominal: () => ({
    typed: { before: '1000', under: '500', withstand: '460', held: 'held', after: '500' },
    expected: false,
  }),
  expected: ({ plate: { voltageV } }) =>
    voltageV
      ? `at least ${LEAST_MOHM} MΩ at 500 V, and ${Math.round(WITHSTAND * voltageV)} V for a minute`
      : null,
  examples: {
    sound: {
      typed: { before: '2000', under: '900', withstand: '460', held: 'held', after: '850' },
      plate: { voltageV: 400 },
    },
    stop: {
      typed: { before: '2000', under: '20', withstand: '460', held: 'held', after: '12' },
      plate: { voltageV: 400 },
    },
  },
});
