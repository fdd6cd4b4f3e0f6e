/** A motor with magnets run by its drive without load: current and speed. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  worse,
  type Finding,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('speed', 'Speed', 'speed', 5, 24000)),
  required(quantity('current', 'Current, without load', 'current', 0, 3000, 'rms, in a lead')),
  required(
    choice('starts', 'Starts', {
      yes: 'from every position',
      jerks: 'with a jerk, or from some positions only',
      wrong: 'the wrong way round',
      no: 'not at all',
    }),
  ),
] as const;
type Reading = ReadingOf<typeof FORM>;

const STARTS = {
  yes: { verdict: 'sound', said: '' },
  jerks: {
    verdict: 'watch',
    said: 'It does not start from every position: a sensor out of place, a reversed coil, or a magnet the wrong way round.',
  },
  wrong: { verdict: 'stop', said: 'It turns the wrong way: two leads, or two sensor leads, are exchanged.' },
  no: {
    verdict: 'stop',
    said: 'It does not start: sensors against phases, a phase that is open, or the drive.',
  },
} as const;

const check = ({ current, starts }: Partial<Reading>): Finding[] =>
  current === 0 && starts === 'yes'
    ? [finding('stop', 'test.no-current', 'No current at all: was the motor running?', ['current'])]
    : [];

function judge(r: Reading, { plate }: TestContext): Judgement {
  const { currentA } = plate;
  const share = derive(
    {
      id: 'noLoadShare',
      name: 'No-load current of the plate’s',
      symbol: 'I₀/I_N',
      unit: '%',
      formula: '100 · I₀ / I_N',
      source: CP,
      inputs: {
        I: given('I₀', r.current, 'A', 'read'),
        IN: given('I_N', currentA ?? NaN, 'A', currentA ? 'plate' : 'the plate has none'),
      },
      value: (v) => (100 * v.I) / v.IN,
    },
    true,
  );
  const judged = currentA
    ? judgeFigure(
        share,
        lowerIsBetter({ from: 0, watch: 15, limit: 30, to: 80, name: 'limit 30 %', source: CP }),
      )
    : { figure: { ...share, value: r.current, unit: 'A', name: 'No-load current' } };
  const start = STARTS[r.starts];
  const reasons: string[] = [];
  if (start.said) reasons.push(start.said);
  if ('verdict' in judged && judged.verdict !== 'sound')
    reasons.push(
      `${showNumber(share.value, 2)} % of the plate’s current without load: it rubs, a coil is shorted, or the sensors stand off their place.`,
    );
  if (!currentA) reasons.push('The plate has no current to hold it against.');
  const verdict = worse(
    worse(('verdict' in judged ? judged.verdict : undefined) ?? 'watch', start.verdict),
    currentA ? 'sound' : 'watch',
  );
  return {
    verdict,
    figures: [judged],
    reasons: [
      ...(reasons.length > 0 ? reasons : ['It starts from every position and runs light.']),
      `${showNumber(r.current, 3)} A at ${showNumber(r.speed, 4)} rpm.`,
    ],
    next:
      verdict === 'sound'
        ? 'Run it to steady temperature under its load.'
        : 'Leads and sensors against the drive’s own list; then back-EMF once more, driven.',
  };
}

const PLATE = { currentA: 15.5 };
export const pmRun = defineTest({
  id: 'pm-run',
  title: 'No-load run on the drive',
  body: 'motor',
  form: FORM,
  stages: ['final'],
  caution: {
    ...ROTATING,
    text: `The drive’s link stays charged for minutes after it is switched off. ${ROTATING.text}`,
  },
  check,
  hookUp: {
    instrument: 'its drive, ammeter',
    clips: [
      { name: 'U, V, W', to: ['three leads'], live: true },
      { name: 'sensors', to: ['their plug'] },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Uncoupled; low speed first, both ways, then rated speed.',
  },
  judge,
  nominal: ({ plate: { currentA, speedRpm } }) => ({
    typed: { speed: String(speedRpm ?? 1000), current: String(0.08 * (currentA ?? 10)), starts: 'yes' },
    expected: false,
  }),
  expected: ({ plate: { currentA } }) => (currentA ? `under ${showNumber(0.15 * currentA, 2)} A` : null),
  examples: {
    sound: { typed: { speed: '3000', current: '1.2', starts: 'yes' }, plate: PLATE },
    stop: { typed: { speed: '3000', current: '7', starts: 'yes' }, plate: PLATE },
  },
});
