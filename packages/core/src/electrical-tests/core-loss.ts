/** Core loss before and after burn-off. */
import { quantity } from '../fields/index.ts';
import {
  derive,
  given,
  lowerIsBetter,
  CP,
  judgeFigure,
  verdictOf,
  type Judgement,
} from '../quantity/index.ts';
import { showNumber } from '../units/index.ts';

export const CORE_LOSS_FIELDS = [
  quantity('before', 'Before burn-off', 'specific-loss', 0.1, 100),
  quantity('after', 'After burn-off', 'specific-loss', 0.1, 100),
  quantity('hotSpot', 'Hottest spot over the mean', 'temperature-difference', 0, 200),
] as const;

/** 20 % more loss or a spot 10 K over the mean stops: common practice, no source. */
export function judgeCoreLoss(n: Readonly<Record<string, number>>): Judgement {
  const rise = derive(
    {
      id: 'coreLossRise',
      name: 'Core loss, after against before',
      symbol: 'ΔP',
      unit: '%',
      formula: 'ΔP = 100 · (P_after / P_before − 1)',
      source: CP,
      inputs: {
        after: given('P_after', n['after']!, 'W/kg', 'loop test after'),
        before: given('P_before', n['before']!, 'W/kg', 'loop test before'),
      },
      value: (v) => 100 * (v.after / v.before - 1),
    },
    true,
  );
  const figures = [
    judgeFigure(
      rise,
      lowerIsBetter({ from: -20, watch: 10, limit: 20, to: 60, name: 'limit 20 %', source: CP }),
    ),
  ];
  if (n['hotSpot'] !== undefined)
    figures.push(
      judgeFigure(
        derive(
          {
            id: 'hotSpot',
            name: 'Hottest spot over the mean',
            symbol: 'Δθ',
            unit: 'K',
            formula: 'Δθ as measured',
            source: CP,
            inputs: { d: given('Δθ', n['hotSpot'], 'K', 'infrared, loop test') },
            value: (v) => v.d,
          },
          true,
        ),
        lowerIsBetter({ from: 0, watch: 6, limit: 10, to: 25, name: 'limit 10 K', source: CP }),
      ),
    );
  const verdict = verdictOf(figures);
  return {
    verdict,
    figures,
    reasons: [
      `${rise.value >= 0 ? '+' : '−'}${showNumber(Math.abs(rise.value), 3)} % against before burn-off.`,
      ...(verdict === 'stop' ? ['A core this much worse runs hot for life.'] : []),
    ],
    next:
      verdict === 'stop'
        ? 'Do not wind. Find the hot spot, restack or repair, test again; else tell the customer.'
        : verdict === 'watch'
          ? 'Look for smeared teeth and burrs; test again after cleaning.'
          : 'Go on to cleaning.',
  };
}
