/** Volts between the open rings at standstill, the stator fed: turns and joints of the rotor against plate, plan and each other. */
import { quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { woundRotorPlanOf, type WoundRotorPlate } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  unbalance,
  verdictOf,
  worse,
  type Finding,
  type JudgedFigure,
  type Judgement,
  type LimitScale,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const ring = <const Id extends string>(id: Id, label: string) =>
  required(quantity(id, label, 'voltage', 0, 10_000));
const FORM = [
  required(
    quantity('lineV', 'Stator fed with', 'voltage', 1, 15_000, 'line to line, rotor standing, rings open'),
  ),
  ring('kl', 'Ring K to L'),
  ring('lm', 'Ring L to M'),
  ring('mk', 'Ring M to K'),
] as const;
type Reading = ReadingOf<typeof FORM>;

const RATIO: LimitScale = {
  from: -40,
  to: 40,
  kind: 'linear',
  bands: [
    { from: -40, to: -15, verdict: 'stop' },
    { from: -15, to: -7, verdict: 'watch' },
    { from: -7, to: 5, verdict: 'sound' },
    { from: 5, to: 12, verdict: 'watch' },
    { from: 12, to: 40, verdict: 'stop' },
  ],
  limits: [
    { at: -15, name: '−15' },
    { at: 12, name: '+12 %' },
  ],
  source: `leakage takes 2 to 5 %; ${CP}`,
};
const UNBALANCE = lowerIsBetter({ from: 0, watch: 1.5, limit: 4, to: 15, name: 'limit 4 %', source: CP });

const check = (r: Partial<Reading>, { plate }: TestContext): Finding[] =>
  r.lineV !== undefined && plate.voltageV && r.lineV > 1.1 * plate.voltageV
    ? [
        finding(
          'stop',
          'open-ring.too-many-volts',
          `${showNumber(r.lineV, 4)} V are over the plate’s ${showNumber(plate.voltageV, 4)} V: a standing motor is fed with less, never with more.`,
          ['lineV'],
        ),
      ]
    : [];

function judge({ lineV, kl, lm, mk }: Reading, { plan: any, plate: named }: TestContext): Judgement {
  const plate = named as WoundRotorPlate;
  const volts = [kl, lm, mk];
  const mean = (kl + lm + mk) / 3;
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (mean === 0)
    return {
      verdict: 'stop',
      figures: [],
      reasons: [
        'No volts between any rings: a star joint is open, the brushes lift, or the stator is not fed.',
      ],
      next: 'Measure at the rings themselves, brushes lifted; then look at the star of the rotor.',
    };
  const wanted = plate.rotorVoltageV && plate.voltageV ? plate.rotorVoltageV / plate.voltageV : null;
  const planned = woundRotorPlanOf(any)?.rotor?.figures.ringVolts?.value;
  const plan = planned && plate.voltageV ? planned / plate.voltageV : null;
  const against = (id: string, name: string, ratio: number, from: string) =>
    figures.push(
      judgeFigure(
        derive(
          {
            id,
            name,
            symbol: 'Δu',
            unit: '%',
            formula: 'Δu = 100 · (U_rings / U_stator / ratio − 1)',
            source: CP,
            inputs: {
              u: given('U_rings', mean, 'V', 'mean of the three'),
              U: given('U_stator', lineV, 'V', 'read'),
              r: given('ratio', ratio, '', from),
            },
            value: (v) => 100 * (v.u / v.U / v.r - 1),
          },
          true,
        ),
        RATIO,
      ),
    );
  if (wanted)
    against('platesRatio', 'Ring volts against the plate', wanted, 'plate, rotor volts over line volts');
  if (plan) against('plansRatio', 'Ring volts against the plan', plan, 'winding plan of stator and rotor');
  figures.push(
    judgeFigure(
      derive(
        {
          id: 'ringUnbalance',
          name: 'Ring volts, unbalance',
          symbol: 'u',
          unit: '%',
          formula: 'greatest distance from the mean, of the mean',
          source: CP,
          inputs: {
            a: given('K–L', kl, 'V', 'read'),
            b: given('L–M', lm, 'V', 'read'),
            c: given('M–K', mk, 'V', 'read'),
          },
          value: (v) => 100 * unbalance([v.a, v.b, v.c]),
        },
        true,
      ),
      UNBALANCE,
    ),
  );
  const odd = figures.at(-1)!;
  if (odd.verdict !== 'sound') {
    const [low, high] = [Math.min(...volts), Math.max(...volts)];
    const pair = ['K–L', 'L–M', 'M–K'][volts.indexOf(low)]!;
    // In a star one phase stands in two readings: two alike and low name it.
    const alone = volts.findIndex((v, i) =>
      volts.every((w, k) => k === i || Math.abs(w - v) > 0.5 * (high - low)),
    );
    reasons.push(
      alone >= 0 && volts[alone] === high
        ? `Two readings are low together and ${['K–L', 'L–M', 'M–K'][alone]} is not: the phase on ring ${['M', 'K', 'L'][alone]} has shorted turns, or a group the wrong way round.`
        : `${pair} is low: shorted turns, a group the wrong way round, or a poor joint there; turn the rotor a slot and read again, iron alone can do a percent.`,
    );
  }
  for (const f of figures.slice(0, -1))
    if (f.verdict !== 'sound')
      reasons.push(
        f.figure.value > 0
          ? `${f.figure.name}: ${showNumber(f.figure.value, 2)} % too many: rotor turns or circuits, star for delta, or too few stator turns.`
          : `${f.figure.name}: ${showNumber(-f.figure.value, 2)} % too few: rotor turns or circuits, delta for star, or too many stator turns.`,
      );
  const known = wanted !== null || plan !== null;
  if (!known) reasons.push('Neither plate nor plan says what the rings should have.');
  const verdict = worse(verdictOf(figures), known ? 'sound' : 'watch');
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['All three alike, and as they should be.']),
      `${showNumber(mean, 4)} V from ring to ring in the mean, the stator at ${showNumber(lineV, 4)} V.`,
    ],
    next:
      verdict === 'sound'
        ? 'Turn the rotor by hand: the volts stay the same. Then short the rings and run it.'
        : verdict === 'stop'
          ? 'Do not run it: find the phase by ring resistance and by a growler, mend it, measure again.'
          : 'See to what is said above, then measure again.',
  };
}

const SOUND = { lineV: '400', kl: '238', lm: '238', mk: '237' };
const PLATE = { voltageV: 400, rotorVoltageV: 245 } as WoundRotorPlate;
export const openRingTest = defineTest({
  id: 'open-ring',
  title: 'Open-ring volts',
  body: 'motor',
  form: FORM,
  stages: ['incoming', 'final'],
  caution: {
    name: 'Volts on the rings, rotor may turn',
    text: 'The rings are live while the stator is fed. Block the shaft, guards on, leads clamped before it is switched on. Short: a standing motor has no cooling.',
  },
  check,
  hookUp: {
    instrument: 'variable three-phase supply, voltmeter',
    clips: [
      { name: 'supply', to: ['U', 'V', 'W'], live: true },
      { name: 'volts', to: ['K', 'L', 'M, two at a time'], live: true },
      { name: 'earth', to: ['frame'] },
    ],
    words: 'Brushes lifted or the starter off. Shaft blocked. Raise the volts from nothing.',
  },
  judge,
  nominal: ({ plate: named }) => {
    const { voltageV, rotorVoltageV } = named as WoundRotorPlate;
    if (!voltageV || !rotorVoltageV) return null;
    const u = String(Math.round(0.97 * rotorVoltageV));
    return { typed: { lineV: String(voltageV), kl: u, lm: u, mk: u }, expected: true };
  },
  expected: ({ plate: named }) => {
    const { voltageV, rotorVoltageV } = named as WoundRotorPlate;
    return voltageV && rotorVoltageV
      ? `2 to 5 % under ${showNumber(rotorVoltageV, 3)} V at ${showNumber(voltageV, 3)} V, all three alike`
      : 'all three alike';
  },
  examples: {
    sound: { typed: SOUND, plate: PLATE },
    stop: { typed: { ...SOUND, kl: '205', mk: '204' }, plate: PLATE },
  },
});
