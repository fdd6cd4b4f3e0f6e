/** A motor with magnets driven from outside: what it induces between its three leads. */
import { assumed, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { ROTATING } from '../../physics/performance/index.ts';
import type { ToothCoilPlate } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  taken,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(quantity('speed', 'Driven at', 'speed', 5, 24000)),
  required(quantity('uv', 'U-V', 'voltage', 0, 2000, 'rms, leads open')),
  required(quantity('vw', 'V-W', 'voltage', 0, 2000)),
  required(quantity('wu', 'W-U', 'voltage', 0, 2000)),
  assumed(quantity('temperature', 'Rotor temperature', 'temperature', -20, 200), '20 °C'),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** Magnets of rare earths lose so much a kelvin [1/K]. Source: data sheets of sintered NdFeB, about −0.11 %/K; from memory. */
const PER_KELVIN = -0.0011;

const AROUND: LimitScale = {
  from: -30,
  to: 30,
  kind: 'linear',
  bands: [
    { from: -30, to: -10, verdict: 'stop' },
    { from: -10, to: -5, verdict: 'watch' },
    { from: -5, to: 5, verdict: 'sound' },
    { from: 5, to: 10, verdict: 'watch' },
    { from: 10, to: 30, verdict: 'stop' },
  ],
  limits: [
    { at: -10, name: '−10' },
    { at: 10, name: '+10 %' },
  ],
  source: CP,
};

const check = ({ uv, vw, wu }: Partial<Reading>): Finding[] =>
  uv === 0 && vw === 0 && wu === 0
    ? [
        finding('stop', 'back-emf.nothing', 'No volts at all: was it turning, and are the leads open?', [
          'uv',
          'vw',
          'wu',
        ]),
      ]
    : [];

function judge(r: Reading, context: TestContext): Judgement {
  const plate = context.plate as ToothCoilPlate;
  const pairs = [r.uv, r.vw, r.wu];
  const mean = pairs.reduce((a, b) => a + b, 0) / 3;
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  const unequal = judgeFigure(
    derive(
      {
        id: 'emfUnequal',
        name: 'The three, largest off their mean',
        symbol: 'ΔU',
        unit: '%',
        formula: 'ΔU = 100 · max |U − mean| / mean',
        source: `NEMA MG 1 measure of unbalance; limit ${CP}`,
        inputs: {
          a: given('U-V', r.uv, 'V', 'read'),
          b: given('V-W', r.vw, 'V', 'read'),
          c: given('W-U', r.wu, 'V', 'read'),
        },
        value: (v) => (100 * Math.max(...[v.a, v.b, v.c].map((x) => Math.abs(x - mean)))) / mean,
      },
      true,
    ),
    lowerIsBetter({ from: 0, watch: 1, limit: 3, to: 12, name: 'limit 3 %', source: CP }),
  );
  figures.push(unequal);
  if (unequal.verdict !== 'sound')
    reasons.push(
      `The three differ by ${showNumber(unequal.figure.value, 2)} % of their mean: a reversed or missing coil, or turns that differ.`,
    );
  const constant = derive(
    {
      id: 'emfConstant',
      name: 'At 1000 rpm and 20 °C, line, rms',
      symbol: 'K_E',
      unit: 'V',
      formula: 'K_E = 1000 · mean / n / (1 − 0.0011 · (T − 20))',
      source: 'EMF ∝ speed; sintered rare-earth magnets −0.11 %/K, data sheets (from memory)',
      inputs: {
        U: given('mean', mean, 'V', 'of three'),
        n: given('n', r.speed, 'rpm', 'driven'),
        T: given('T', r.temperature, '°C', 'rotor'),
      },
      value: (v) => (1000 * v.U) / v.n / (1 + PER_KELVIN * (v.T - 20)),
    },
    true,
  );
  if (plate.emfConstantV) {
    const off = judgeFigure(
      derive(
        {
          id: 'emfDeviation',
          name: 'Back-EMF against the plate',
          symbol: 'ΔK',
          unit: '%',
          formula: 'ΔK = 100 · (K_E / K_plate − 1)',
          source: 'definition',
          inputs: { K: taken(constant), P: given('K_plate', plate.emfConstantV, 'V', 'plate, at 1000 rpm') },
          value: (v) => 100 * (v.K / v.P - 1),
        },
        true,
      ),
      AROUND,
    );
    figures.push(off);
    if (off.verdict !== 'sound')
      reasons.push(
        off.figure.value < 0
          ? `${showNumber(-off.figure.value, 2)} % under the plate: turns missing, a coil reversed, or magnets that lost strength.`
          : `${showNumber(off.figure.value, 2)} % over the plate: turns too many, circuits too few, or star where delta belongs.`,
      );
  } else reasons.push('The plate has no constant to hold it against.');
  figures.push({ figure: constant });
  const verdict = worse(verdictOf(figures), plate.emfConstantV ? 'sound' : 'watch');
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['The three are alike, and as the plate says.']),
      `${showNumber(mean, 4)} V at ${showNumber(r.speed, 4)} rpm.`,
    ],
    next:
      verdict === 'sound'
        ? 'Align the rotor sensors, then run it on its drive.'
        : 'Compare turns, circuits and connection; walk the teeth with the needle; then the magnets, pole by pole.',
  };
}

const PLATE: ToothCoilPlate = { emfConstantV: 10.2 };
export const backEmf = defineTest({
  id: 'back-emf',
  title: 'Back-EMF, driven',
  body: 'motor',
  form: FORM,
  stages: ['incoming', 'final'],
  caution: {
    name: 'Turning magnets make volts',
    text: `The leads are live as soon as it turns. ${ROTATING.text}`,
  },
  check,
  hookUp: {
    instrument: 'drive from outside, AC voltmeter',
    clips: [
      { name: 'volts', to: ['U', 'V'], live: true },
      { name: 'then', to: ['V', 'W'], live: true },
      { name: 'then', to: ['W', 'U'], live: true },
    ],
    words: 'Leads open, driven at a steady speed; rms between each two leads.',
  },
  judge,
  nominal: ({ plate }) => {
    const K = (plate as ToothCoilPlate).emfConstantV;
    const volts = String(K ?? 10);
    return { typed: { speed: '1000', uv: volts, vw: volts, wu: volts }, expected: K !== undefined };
  },
  expected: ({ plate }) => {
    const K = (plate as ToothCoilPlate).emfConstantV;
    return K ? `${K} V at 1000 rpm between each two leads` : null;
  },
  examples: {
    sound: { typed: { speed: '1000', uv: '10.1', vw: '10.15', wu: '10.2' }, plate: PLATE },
    stop: { typed: { speed: '1000', uv: '8.4', vw: '8.5', wu: '8.4' }, plate: PLATE },
  },
});
