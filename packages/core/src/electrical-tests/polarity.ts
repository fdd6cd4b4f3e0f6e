/** The polarity walk, entered as a row of letters: what the compass showed at each group round the bore. */
import { text } from '../fields/index.ts';
import { derive, given, lowerIsBetter, CP, judgeFigure, type Judgement } from '../quantity/index.ts';
import type { Group } from '../winding/index.ts';

export const POLARITY_FIELDS = [
  text('sequence', 'Compass at each group, from group 1 clockwise', 'N and S, one letter a group', 400),
] as const;

/**
 * Compares the walk with the plan; a walk that is wrong throughout is a compass held the other way or reversed supply
 * leads, not a fault.
 * Source: poles alternate round the bore with direct current in at every start; common practice, no source.
 */
export function judgePolarity(
  _n: Readonly<Record<string, number>>,
  t: Readonly<Record<string, string>>,
  context: { readonly groups?: readonly Group[] },
): Judgement {
  const letters = (t['sequence'] ?? '').toUpperCase().replaceAll(/[^NS]/g, '');
  const groups = context.groups ?? [];
  const reads = (flip: boolean) =>
    groups.filter((g, i) => ((letters[i] === 'N') !== (g.polarity === 'N')) !== flip);
  const straight = reads(false);
  const flipped = reads(true);
  const whole = flipped.length < straight.length;
  const wrong = whole ? flipped : straight;
  const countRight = letters.length === groups.length && groups.length > 0;
  const figure = derive(
    {
      id: 'wrongGroups',
      name: 'Groups that read wrong',
      symbol: 'n',
      unit: '',
      formula: 'n = groups whose reading differs from the plan, the compass taken either way round',
      source: CP,
      inputs: {
        read: given('read', letters.length, 'letters', 'walk'),
        groups: given('G', groups.length, 'groups', 'plan'),
      },
      value: () => (countRight ? wrong.length : NaN),
    },
    true,
  );
  const scale = lowerIsBetter({ from: 0, watch: 0, limit: 0, to: 4, name: 'none', source: CP });
  const judged = judgeFigure(figure, scale);
  const reasons: string[] = [];
  if (!countRight)
    reasons.push(
      groups.length === 0
        ? 'There is no winding plan to compare with; fill the data card first.'
        : `${letters.length} readings for ${groups.length} groups: walk once round and read every group.`,
    );
  else if (wrong.length === 0) reasons.push('North and south take turns all round, in every phase.');
  else {
    const byPhase = (['U', 'V', 'W'] as const).filter(
      (ph) => groups.filter((g) => g.phase === ph).length === wrong.filter((g) => g.phase === ph).length,
    );
    reasons.push(
      byPhase.length > 0
        ? `All of phase ${byPhase.join(' and ')} reads the other way: start and finish of that phase are changed over.`
        : `${wrong.map((g) => g.name).join(', ')} ${wrong.length === 1 ? 'is' : 'are'} reversed: start and finish changed over.`,
    );
    if (byPhase.length === 0 && wrong.length === 1)
      reasons.push('Its neighbours read right, so it is one group, not a slip in the order.');
  }
  if (countRight && whole) reasons.push('The compass was read the other way round; that alone is no fault.');
  return {
    verdict: judged.verdict!,
    figures: [judged],
    reasons,
    next:
      judged.verdict === 'sound'
        ? 'Tie the connections down and go on to the tests before varnish.'
        : wrong.length > 0 && countRight
          ? `Open the joints of ${wrong[0]!.name}, change s and f over, walk round again.`
          : 'Walk once round the bore again, group by group from group 1.',
  };
}
