/** The polarity walk, entered as a row of letters: what the compass showed at each group round the bore. */
import type { WalkReading } from '../../winding/connection/index.ts';
import { required, text, type ReadingOf, type Typed } from '../../language/forms/index.ts';
import {
  derive,
  finding,
  given,
  lowerIsBetter,
  CP,
  judgeFigure,
  type Finding,
  type Judgement,
} from '../../language/quantity/index.ts';
import type { Plan } from '../../winding/machine/index.ts';
import { defineTest, type TestContext } from '../define-test.ts';

const FORM = [
  required(text('sequence', 'Compass at each group, from group 1 clockwise', 'N and S, 0 for no field', 400)),
] as const;
type Reading = ReadingOf<typeof FORM>;

/** N, S and 0 in a row; everything else is passed over. */
export const readWalk = (typed: string): WalkReading[] =>
  [...typed.toUpperCase()].filter((c): c is 'N' | 'S' | '0' => c === 'N' || c === 'S' || c === '0');

/** @returns a refusal when there are signs in the row that no compass shows */
function otherSigns({ sequence = '' }: Partial<Reading>): Finding[] {
  if (!/[^NSns0\s,.-]/.test(sequence)) return [];
  const message = 'The walk is written with N and S, one letter a group, 0 where there is no field.';
  return [finding('stop', 'test.not-polarity', message, ['sequence'])];
}

/**
 * Compares the walk with the plan; a walk that is wrong throughout is a compass held the other way or reversed supply
 * leads, not a fault.
 * Source: poles alternate round the bore with direct current in at every start; common practice, no source. Explanations:
 * connection/polarity-walk.ts.
 */
function judge({ sequence }: Reading, { plan = null, explain = true }: TestContext): Judgement {
  const readings = readWalk(sequence);
  const groups = plan?.groups ?? [];
  const complete = plan !== null && readings.length === groups.length;
  const walk = complete ? plan.walk.judge(readings, explain) : null;
  const figure = derive(
    {
      id: 'wrongGroups',
      name: 'Groups that read wrong',
      symbol: 'n',
      unit: '',
      formula: 'n = groups whose reading differs from the plan, the compass taken either way round',
      source: CP,
      inputs: {
        read: given('read', readings.length, 'letters', 'walk'),
        groups: given('G', groups.length, 'groups', 'plan'),
      },
      value: () => (walk ? walk.wrongGroups.length : NaN),
    },
    true,
  );
  const scale = lowerIsBetter({ from: 0, watch: 0, limit: 0, to: 4, name: 'none', source: CP });
  const judged = judgeFigure(figure, scale);
  const reasons: string[] = [];
  if (!walk)
    reasons.push(
      groups.length === 0
        ? 'There is no winding plan to compare with; fill the data card first.'
        : `${readings.length} readings for ${groups.length} groups: walk once round and read every group.`,
    );
  else if (walk.state === 'right') reasons.push('North and south take turns all round, in every phase.');
  else
    for (const e of walk.explanations.slice(0, 2))
      reasons.push(`${e === walk.explanations[0] ? '' : 'Or: '}${e.message}`);
  if (walk && walk.wrongGroups.length > 0 && !explain)
    reasons.push(`${walk.wrongGroups.map((n) => groups[n - 1]!.name).join(', ')} read wrong.`);
  if (walk && !walk.exact && walk.explanations[0]?.kind !== 'too-many')
    reasons.push('So many read wrong that not every explanation was tried.');
  if (walk?.compassTurned) reasons.push('The compass was read the other way round; that alone is no fault.');
  const open = walk?.explanations[0]?.joints ?? [];
  return {
    verdict: judged.verdict!,
    figures: [judged],
    reasons,
    next:
      judged.verdict === 'sound'
        ? 'Tie the connections down and go on to the tests before varnish.'
        : open.length > 0
          ? `Open joint${open.length > 1 ? 's' : ''} ${open.join(', ')}, mend, walk round again.`
          : plan
            ? `${plan.walk.words} Walk once round the bore, group by group from group 1.`
            : 'Fill the data card, then walk once round the bore.',
  };
}

export const polarity = defineTest({
  id: 'polarity',
  title: 'Polarity walk',
  body: 'stator',
  form: FORM,
  stages: ['before-varnish'],
  check: otherSigns,
  hookUp: {
    instrument: 'direct current, low volts',
    clips: [
      { name: 'plus', to: ['start of one winding'] },
      { name: 'minus', to: ['its finish'] },
    ],
    words: 'One winding at a time; a compass goes round inside the bore, group by group.',
  },
  judge,
  nominal: ({ plan }) => (plan ? { typed: { sequence: plan.walk.expected.join('') }, expected: true } : null),
  expected: ({ plan }) => plan?.walk.expected.join(' ') ?? null,
  examples: {
    sound: {
      typed: { sequence: 'NSNSNSNSNSNS' },
      winding: { machine: 'three-phase', line: '36s 4p 1-8 T18 2x1.06 2Y' },
    },
    stop: {
      typed: { sequence: 'NSNSNSNNNSNS' },
      winding: { machine: 'three-phase', line: '36s 4p 1-8 T18 2x1.06 2Y' },
    },
  },
});

/**
 * What the last kept walk showed of a plan.
 * @returns null when none was kept, or one of another number of groups
 */
export function lastWalk(records: readonly { readonly kind: string; readonly typed: Typed }[], plan: Plan) {
  const last = records.findLast((r) => r.kind === polarity.id);
  const readings = readWalk(last?.typed['sequence'] ?? '');
  return readings.length === plan.groups.length ? { readings, walk: plan.walk.judge(readings, true) } : null;
}
