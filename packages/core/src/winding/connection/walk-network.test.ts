/** A network changed a little is held against the same network solved anew; many wrong readings end within the budget. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  connectionList,
  judgeWalk,
  traceCurrent,
  validCircuits,
  walkFeed,
  type GroupEnd,
} from '../../index.ts';
import { WalkNetwork } from './walk-network.ts';
import { KINDS, layoutOf } from '../../../test/any-winding.ts';
import { lap } from '../../../test/lap.ts';

const anyWalk = fc
  .constantFrom(...(Object.keys(KINDS) as (keyof typeof KINDS)[]))
  .chain((kind) => layoutOf(kind))
  .filter((l) => l.groups.length <= 48)
  .chain((layout) =>
    fc.record({
      layout: fc.constant(layout),
      circuits: fc.constantFrom(...validCircuits(layout)),
      connection: fc.constantFrom('star' as const, 'delta' as const),
      phase: fc.constantFrom('all' as const, 'U' as const),
      ends: fc.array(fc.nat(2 * layout.groups.length - 1), { minLength: 2, maxLength: 2 }),
    }),
  );
const endOf = (i: number): GroupEnd => ({ group: (i >> 1) + 1, end: i % 2 ? 'f' : 's' });

it('shows for exchanged ends what the network shows when it is solved anew', () => {
  fc.assert(
    fc.property(anyWalk, ({ layout, circuits, connection, phase, ends }) => {
      const made = connectionList(layout, { circuits, connection });
      if (!made.ok) return;
      const { feed } = walkFeed(made.value, phase);
      const [x, y] = ends.map(endOf) as [GroupEnd, GroupEnd];
      fc.pre(x.group !== y.group);
      const as = (e: GroupEnd) =>
        e.group === x.group && e.end === x.end ? y : e.group === y.group && e.end === y.end ? x : e;
      const joints = made.value.joints.map((j) => ({ ...j, ends: j.ends.map(as) }));
      const anew = traceCurrent(layout, joints, feed).polarity.map((p) => p ?? '0');
      const shown: string[] = [];
      new WalkNetwork(layout, made.value.joints, feed).show([[x, y]], (_, s) => shown.push(s) > 0);
      expect(shown).toEqual(anew);
    }),
    { numRuns: 300 },
  );
});

it.each([
  [96, 4, 20],
  [144, 48, 3],
  [288, 96, 3],
])('%i slots, %i poles, read at random: ends within the budget and says so', (slots, poles, pitch) => {
  const layout = lap(slots, poles, pitch);
  const made = connectionList(layout, { circuits: 1, connection: 'star' });
  if (!made.ok) throw new Error(made.findings[0]!.message);
  let seed = 7;
  const letters = layout.groups.map(() => 'NS0'[(seed = (seed * 48271) % 2147483647) % 3] as 'N' | 'S' | '0');
  const judged = judgeWalk(layout, made.value, 'all', letters);
  expect(judged.state).toBe('wrong');
  expect(judged.explanations).toHaveLength(1);
  expect(judged.explanations[0]!.kind).toBe(judged.exact ? 'unexplained' : 'too-many');
  // A winding of many single groups has more ways of being wrong than are tried.
  const { feed } = walkFeed(made.value, 'all');
  const network = new WalkNetwork(layout, made.value.joints, feed);
  expect(network.work).toBe(0);
});
