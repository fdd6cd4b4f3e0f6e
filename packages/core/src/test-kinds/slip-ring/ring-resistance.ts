/** Resistance of a wound rotor from ring to ring: against the plan, and the three against each other. */
import { bounded, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import { woundRotorPlanOf } from '../../machine-kinds/index.ts';
import {
  CP,
  derive,
  given,
  judgeFigure,
  lowerIsBetter,
  unbalance,
  verdictOf,
  type JudgedFigure,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { againstPlan } from '../against-plan.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const ring = <const Id extends string>(id: Id, label: string) =>
  required(
    bounded(quantity(id, label, 'resistance', 0.00001, 2000, 'clips on the rings, not on the brushes')),
  );
const FORM = [
  ring('kl', 'Ring K to L'),
  ring('lm', 'Ring L to M'),
  ring('mk', 'Ring M to K'),
  required(quantity('temperature', 'Rotor temperature', 'temperature', -20, 150)),
] as const;
type Reading = ReadingOf<typeof FORM>;
const PAIRS = ['K–L', 'L–M', 'M–K'] as const;
const UNBALANCE = lowerIsBetter({ from: 0, watch: 2, limit: 4, to: 12, name: 'limit 4 %', source: CP });

/** Source: resistance to 20 °C by IEEE 112, k = 234.5 for copper; limits: common practice, no source. */
function judge({ kl, lm, mk, temperature }: Reading, { plan }: TestContext): Judgement {
  const ohms = [kl, lm, mk];
  const open = ohms.flatMap((o, i) => (o === Infinity ? [PAIRS[i]!] : []));
  if (open.length > 0)
    return {
      verdict: 'stop',
      figures: [],
      reasons: [
        open.length === 3
          ? 'Every pair reads open: the star of the rotor, or the leads to the rings.'
          : `${open.join(' and ')} read open: a lead to a ring, a joint, or a coil is open.`,
      ],
      next: 'Measure at the leads behind the rings; then joint by joint.',
    };
  const mean = (kl + lm + mk) / 3;
  const rotor = woundRotorPlanOf(plan)?.rotor;
  const planned = rotor?.figures.ringOhm20?.value;
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (planned) {
    const judged = judgeFigure(
      derive(
        {
          id: 'ringDeviation',
          name: 'Ring to ring against the plan',
          symbol: 'ΔR',
          unit: '%',
          formula: 'ΔR = 100 · (R · (k + 20)/(k + T) / R_plan − 1)',
          source: CP,
          inputs: {
            r: given('R', mean, 'Ω', 'mean of the three'),
            plan: given('R_plan', planned, 'Ω', 'winding plan, at 20 °C'),
            k: given('k', 234.5, '°C', 'copper'),
            T: given('T', temperature, '°C', 'rotor temperature'),
          },
          value: (v) => 100 * ((v.r * (v.k + 20)) / (v.k + v.T) / v.plan - 1),
        },
        true,
      ),
      // The mean turn of a rotor on a card is measured on a coil.
      againstPlan(true),
    );
    figures.push(judged);
    if (judged.verdict !== 'sound')
      reasons.push(
        judged.figure.value > 0
          ? `${showNumber(judged.figure.value, 2)} % over the plan: thinner wire, more turns, or joints that carry badly.`
          : `${showNumber(-judged.figure.value, 2)} % under the plan: fewer turns, thicker wire, or more circuits than planned.`,
      );
  } else reasons.push('There is no plan of the rotor whose ohms could be compared: fill the card.');
  const odd = judgeFigure(
    derive(
      {
        id: 'ringOhmUnbalance',
        name: 'Ring to ring, unbalance',
        symbol: 'u',
        unit: '%',
        formula: 'greatest distance from the mean, of the mean',
        source: CP,
        inputs: {
          a: given('K–L', kl, 'Ω', 'read'),
          b: given('L–M', lm, 'Ω', 'read'),
          c: given('M–K', mk, 'Ω', 'read'),
        },
        value: (v) => 100 * unbalance([v.a, v.b, v.c]),
      },
      true,
    ),
    UNBALANCE,
  );
  figures.push(odd);
  if (odd.verdict !== 'sound') {
    const high = ohms.indexOf(Math.max(...ohms));
    const star = rotor?.analysis.winding.connection !== 'delta';
    const healthy = ohms.indexOf(Math.min(...ohms));
    reasons.push(
      star &&
        Math.abs(ohms[(healthy + 1) % 3]! - ohms[(healthy + 2) % 3]!) <
          0.3 * (Math.max(...ohms) - ohms[healthy]!)
        ? `${PAIRS[healthy]} is the healthy pair: the phase on the third ring, ${['M', 'K', 'L'][healthy]}, has too many ohms; its joints and its lead first.`
        : `${PAIRS[high]} stands out by ${showNumber(odd.figure.value, 2)} %: joints and lead of that pair first.`,
    );
  }
  const verdict = planned ? verdictOf(figures) : odd.verdict === 'stop' ? 'stop' : 'watch';
  return {
    verdict,
    figures,
    reasons: [
      ...(reasons.length > 0 ? reasons : ['All three alike, and as the plan has them.']),
      `${ohms.map((o, i) => `${PAIRS[i]} ${showNumber(o, 4)}`).join(', ')} Ω.`,
    ],
    next:
      verdict === 'sound'
        ? 'Go on to the volts at the open rings: they see turns that ohms do not.'
        : 'Clean the rings where the clips sit and measure again with four wires; then open the joints of the odd phase.',
  };
}

const OWN = { machine: 'wound-rotor' };
const SOUND = { kl: '0.1442', lm: '0.1441', mk: '0.1442', temperature: '20' };
export const ringResistance = defineTest({
  id: 'ring-resistance',
  title: 'Rotor resistance, ring to ring',
  body: 'rotor',
  form: FORM,
  stages: ['incoming', 'before-varnish', 'varnished', 'final'],
  hookUp: {
    instrument: 'four-wire ohmmeter',
    clips: [
      { name: 'current and volts', to: ['ring K'] },
      { name: 'current and volts', to: ['ring L, then M'] },
    ],
    words: 'On the rings themselves, brushes lifted.',
  },
  judge,
  nominal: ({ plan }) => {
    const ohm = woundRotorPlanOf(plan)?.rotor?.figures.ringOhm20?.value.toPrecision(5);
    return ohm ? { typed: { kl: ohm, lm: ohm, mk: ohm, temperature: '20' }, expected: true } : null;
  },
  expected: ({ plan }) => {
    const ohm = woundRotorPlanOf(plan)?.rotor?.figures.ringOhm20?.value;
    return ohm ? `${showNumber(ohm, 3)} Ω at 20 °C, all three alike` : null;
  },
  examples: {
    sound: { typed: SOUND, winding: OWN },
    stop: { typed: { ...SOUND, lm: '0.168', mk: '0.168' }, winding: OWN },
  },
});
