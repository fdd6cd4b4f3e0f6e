/** Cage at low single-phase volts: the current while the rotor is turned by hand; a broken bar makes it swing. */
import { quantity, readFigureLines, required, lines, type ReadingOf } from '../../language/forms/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  type Finding,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('voltage', 'Volts on two leads', 'voltage', 1, 1000, 'a quarter of rated or less')),
  required(
    lines('turned', 'Current at each place of the rotor', [['current', 'A']], 'a line a place: 12.4 A', 2000),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

const readPlaces = (turned: string) =>
  readFigureLines(turned, {
    field: 'turned',
    code: 'rotor-bars.place',
    line: 'Place',
    most: 200,
    columns: [{ name: 'currentA', unit: 'A' }],
  });
/** Places that find a bar wherever it lies. Common practice, no source. */
const LEAST_PLACES = 8;

function check(r: Partial<Reading>, { plate }: TestContext): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) =>
    found.push(finding('stop', `rotor-bars.${code}`, message, [field]));
  if (plate.voltageV && r.voltage !== undefined && r.voltage > 0.4 * plate.voltageV)
    stop(
      'too-many-volts',
      `${showNumber(r.voltage, 3)} V at standstill heat the winding within seconds: a quarter of the plate’s ${showNumber(plate.voltageV, 4)} V is enough.`,
      'voltage',
    );
  if (r.turned === undefined) return found;
  const read = readPlaces(r.turned);
  if (!read.ok) return [...found, ...read.findings];
  if (read.value.length < 3)
    stop('few-places', 'Three places at least; eight or more find a bar wherever it lies.', 'turned');
  if (read.value.some((p) => p.currentA <= 0))
    stop('no-current', 'Every place must carry a current.', 'turned');
  return found;
}

function judge(r: Reading): Judgement {
  const places = readPlaces(r.turned);
  const amperes = places.ok ? places.value.map((p) => p.currentA) : [];
  const [least, most] = [Math.min(...amperes), Math.max(...amperes)];
  const swing = judgeFigure(
    derive(
      {
        id: 'rotorSwing',
        name: 'Swing of the current, rotor turned',
        symbol: 'ΔI',
        unit: '%',
        formula: 'ΔI = 100 · (most − least) / mean',
        source: CP,
        inputs: {
          most: given('I_most', most, 'A', `place ${amperes.indexOf(most) + 1}`),
          least: given('I_least', least, 'A', `place ${amperes.indexOf(least) + 1}`),
          mean: given(
            'I',
            amperes.reduce((a, b) => a + b, 0) / amperes.length,
            'A',
            `mean of ${amperes.length}`,
          ),
        },
        value: (v) => (100 * (v.most - v.least)) / v.mean,
      },
      true,
    ),
    lowerIsBetter({ from: 0, watch: 3, limit: 8, to: 16, name: 'limit 8 %', source: CP }),
  );
  const few = amperes.length < LEAST_PLACES;
  const bad = swing.verdict !== 'sound';
  return {
    verdict: few && !bad ? 'watch' : swing.verdict!,
    figures: [swing],
    reasons: [
      bad
        ? `The current swings by ${showNumber(swing.figure.value, 2)} %, least at place ${amperes.indexOf(least) + 1}: broken or badly joined bars, or a cast cage with holes.`
        : `Between ${showNumber(least, 3)} and ${showNumber(most, 3)} A wherever the rotor stands.`,
      ...(few ? [`Only ${amperes.length} places: a bar between them is not seen.`] : []),
      ...(bad ? ['A winding that is unequal does not swing with the rotor.'] : []),
    ],
    next: bad
      ? 'Look at bars and end rings, by the growler or with dye; then decide with the customer on the rotor.'
      : few
        ? 'Turn it on slowly over a whole pole pitch, and read eight places or more.'
        : 'The cage is whole as far as this sees; cold cracks can open when hot.',
  };
}

const PLATE = { voltageV: 400 };
export const rotorBars = defineTest({
  id: 'rotor-bars',
  title: 'Cage, turned by hand',
  body: 'motor',
  form: FORM,
  leftToShop: true,
  stages: ['incoming', 'final'],
  caution: {
    name: 'Live leads and a shaft in hand',
    text: 'Turn it with a gloved hand or a bar, never at the leads. Low volts only, and short: at standstill everything heats.',
  },
  check,
  hookUp: {
    instrument: 'supply, ammeter',
    clips: [
      { name: 'one side', to: ['U'], live: true },
      { name: 'other side', to: ['V'], live: true },
    ],
    words: 'A quarter of rated volts on two leads; turn the shaft by hand, read at each place.',
  },
  judge,
  nominal: () => ({
    typed: { voltage: '50', turned: Array.from({ length: 8 }, () => '10 A').join('\n') },
    expected: false,
  }),
  expected: ({ plate: { voltageV } }) =>
    voltageV ? `at most ${Math.round(0.25 * voltageV)} V, current steady within 3 %` : null,
  examples: {
    sound: { typed: { voltage: '90', turned: '10\n10.1\n10\n9.9\n10\n10.1\n10\n9.95' }, plate: PLATE },
    stop: { typed: { voltage: '90', turned: '10\n10.1\n9\n9.1\n10\n10.1\n10\n9.95' }, plate: PLATE },
  },
});
