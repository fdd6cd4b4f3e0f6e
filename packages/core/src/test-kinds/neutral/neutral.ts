/** Brushes on the neutral: by the inductive kick at standstill, by equal speeds both ways, or both. */
import { choice, quantity, required, type ReadingOf } from '../../language/forms/index.ts';
import {
  CP,
  derive,
  finding,
  given,
  judgeFigure,
  lowerIsBetter,
  verdictOf,
  type Finding,
  type JudgedFigure,
  type Judgement,
} from '../../language/quantity/index.ts';
import { showNumber } from '../../language/units/index.ts';
import { defineTest } from '../define-test.ts';

const FORM = [
  required(
    choice('by', 'Found by', { kick: 'kick', speeds: 'equal speeds both ways', both: 'kick and speeds' }),
  ),
  quantity('kick', 'Kick with the brushes as set', 'voltage', 0, 100, 'largest, field switched on and off'),
  quantity('kickOneBar', 'Kick one bar aside', 'voltage', 0, 100, 'the same field, brushes moved one bar'),
  quantity('clockwise', 'Speed, clockwise', 'speed', 1, 24000, 'same volts and field, same load'),
  quantity('counter', 'Speed, counter-clockwise', 'speed', 1, 24000),
] as const;
type Reading = ReadingOf<typeof FORM>;

function check(r: Partial<Reading>): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, ...fields: string[]) =>
    found.push(finding('stop', `neutral.${code}`, message, fields));
  if (r.by !== 'speeds' && (r.kick === undefined || r.kickOneBar === undefined))
    stop(
      'one-kick',
      'A kick says something only against that of one bar aside: enter both.',
      'kick',
      'kickOneBar',
    );
  if (r.by !== undefined && r.by !== 'kick' && (r.clockwise === undefined || r.counter === undefined))
    stop('one-speed', 'Both directions are wanted.', 'clockwise', 'counter');
  if (r.kickOneBar === 0)
    stop(
      'no-kick',
      'Nothing kicks one bar aside either: is the field switched, and are the brushes down?',
      'kickOneBar',
    );
  return found;
}

function judge(r: Reading): Judgement {
  const figures: JudgedFigure[] = [];
  const reasons: string[] = [];
  if (r.by !== 'speeds' && r.kick !== undefined && r.kickOneBar) {
    const share = judgeFigure(
      derive(
        {
          id: 'kickShare',
          name: 'Kick as set, of that one bar aside',
          symbol: 'k',
          unit: '%',
          formula: 'k = 100 · kick / kick one bar aside',
          source: CP,
          inputs: {
            a: given('kick', r.kick, 'V', 'as set'),
            b: given('aside', r.kickOneBar, 'V', 'one bar aside'),
          },
          value: (v) => (100 * v.a) / v.b,
        },
        true,
      ),
      lowerIsBetter({ from: 0, watch: 25, limit: 60, to: 120, name: 'limit 60 %', source: CP }),
    );
    figures.push(share);
    if (share.verdict !== 'sound')
      reasons.push(
        `The brushes still see ${showNumber(share.figure.value, 2)} % of the kick of one bar: about ${showNumber(share.figure.value / 100, 2)} bars off the neutral.`,
      );
  }
  if (r.by !== 'kick' && r.clockwise !== undefined && r.counter !== undefined) {
    const apart = judgeFigure(
      derive(
        {
          id: 'speedsApart',
          name: 'Speeds both ways, apart',
          symbol: 'Δn',
          unit: '%',
          formula: 'Δn = 100 · |n₁ − n₂| / mean',
          source: CP,
          inputs: {
            a: given('n₁', r.clockwise, 'rpm', 'clockwise'),
            b: given('n₂', r.counter, 'rpm', 'counter-clockwise'),
          },
          value: (v) => (200 * Math.abs(v.a - v.b)) / (v.a + v.b),
        },
        true,
      ),
      lowerIsBetter({ from: 0, watch: 2, limit: 5, to: 15, name: 'limit 5 %', source: CP }),
    );
    figures.push(apart);
    if (apart.verdict !== 'sound')
      reasons.push(
        `${showNumber(r.clockwise, 4)} rpm one way and ${showNumber(r.counter, 4)} the other, ${showNumber(apart.figure.value, 2)} % apart: the brushes stand off the neutral; it runs faster when they are shifted against the rotation.`,
      );
  }
  const verdict = verdictOf(figures);
  return {
    verdict,
    figures,
    reasons: reasons.length > 0 ? reasons : ['The brushes are on the neutral.'],
    next:
      verdict === 'sound'
        ? 'Clamp the rocker, mark its place with a chisel or paint.'
        : 'Move the rocker in small steps towards the lesser kick, clamp it, measure again.',
  };
}

export const neutral = defineTest({
  id: 'neutral',
  title: 'Brush neutral',
  body: 'motor',
  form: FORM,
  stages: ['final'],
  caution: {
    name: 'Field switched by hand',
    text: 'Low volts on the field, a discharge resistor across it: an opened field strikes. Nobody at the shaft while it runs.',
  },
  check,
  hookUp: {
    instrument: 'low DC and switch, millivoltmeter',
    clips: [
      { name: 'switched DC', to: ['field'], live: true },
      { name: 'millivoltmeter', to: ['brushes of both signs'] },
    ],
    words:
      'Armature at rest, brushes seated; switch the field on and off, read the largest kick, move the rocker.',
  },
  judge,
  nominal: () => ({
    typed: { by: 'both', kick: '0.01', kickOneBar: '0.1', clockwise: '1000', counter: '1000' },
    expected: false,
  }),
  expected: () => 'no kick as set; both speeds within 2 %',
  examples: {
    sound: { typed: { by: 'kick', kick: '0.01', kickOneBar: '0.1' } },
    stop: { typed: { by: 'kick', kick: '0.08', kickOneBar: '0.1' } },
  },
});
