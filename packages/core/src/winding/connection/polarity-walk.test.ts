/** The polarity walk finds what was joined wrong. Mistakes are made on purpose; first principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  connectionList,
  expectedWalk,
  judgeWalk,
  traceCurrent,
  validCircuits,
  walkFeed,
  type ConnectionList,
  type GroupEnd,
  type WalkReading,
  type WindingLayout,
} from '../../index.ts';
import { KINDS, layoutOf } from '../../../test/any-winding.ts';
import { lap } from '../../../test/lap.ts';

/** What the compass shows when every end is taken for another one. */
function walked(layout: WindingLayout, list: ConnectionList, as: (e: GroupEnd) => GroupEnd): WalkReading[] {
  const joints = list.joints.map((j) => ({ ...j, ends: j.ends.map(as) }));
  return traceCurrent(layout, joints, walkFeed(list, 'all').feed).polarity.map((p) => p ?? '0');
}
const turned = (e: GroupEnd): GroupEnd => ({ group: e.group, end: e.end === 's' ? 'f' : 's' });
function connected(layout: WindingLayout, circuits: number, connection: 'star' | 'delta' = 'star') {
  const made = connectionList(layout, { circuits, connection });
  if (!made.ok) throw new Error(made.findings[0]!.message);
  return made.value;
}
const anyConnected = fc
  .constantFrom(...(Object.keys(KINDS) as (keyof typeof KINDS)[]))
  .chain((kind) => layoutOf(kind))
  .filter((l) => l.groups.length <= 36 && l.groups.length >= 6)
  .chain((layout) =>
    fc
      .record({
        circuits: fc.constantFrom(...validCircuits(layout)),
        connection: fc.constantFrom('star', 'delta'),
        pick: fc.nat(),
      })
      .map((r) => ({ layout, list: connected(layout, r.circuits, r.connection), pick: r.pick })),
  );

describe('a walk that reads as it must', () => {
  it('is right, whichever way the compass is held, and right so far while it goes on', () => {
    fc.assert(
      fc.property(anyConnected, fc.boolean(), ({ layout, list, pick }, flipped) => {
        const shown = expectedWalk(layout, list, 'all').map((r) =>
          flipped && r !== '0' ? (r === 'N' ? 'S' : 'N') : r,
        ) as WalkReading[];
        const whole = judgeWalk(layout, list, 'all', shown);
        expect(whole.state).toBe('right');
        expect(whole.compassTurned).toBe(flipped);
        const part = shown.map((r, i) => (i === pick % shown.length ? null : r));
        expect(judgeWalk(layout, list, 'all', part).state).not.toBe('wrong');
      }),
      { numRuns: 60 },
    );
  });
});

describe('a mistake', () => {
  it('of one reversed group is named, in every kind of winding', () => {
    fc.assert(
      fc.property(anyConnected, ({ layout, list, pick }) => {
        const wrong = (pick % layout.groups.length) + 1;
        const judged = judgeWalk(
          layout,
          list,
          'all',
          walked(layout, list, (e) => (e.group === wrong ? turned(e) : e)),
        );
        // In a winding of one group a phase a reversed group is a reversed phase.
        expect(judged.state).toBe('wrong');
        expect(judged.explanations[0]!.groups).toContain(wrong);
        expect(judged.explanations[0]!.mistakes).toBe(1);
      }),
      { numRuns: 60 },
    );
  });

  // 36 slots, 4 poles, 2 circuits in star: joints as a winder would draw them.
  const layout = lap(36, 4, 7);
  const list = connected(layout, 2);

  it('of a misplaced jumper is found as two ends changed over', () => {
    // 1f and 3f changed over: U runs on through V's groups and the other way round.
    const judged = judgeWalk(layout, list, 'U', walkedBy(layout, list, crossedEnds, 'U'));
    expect(judged.state).toBe('wrong');
    expect(judged.explanations.some((x) => x.groups.includes(1) && x.groups.includes(3))).toBe(true);
  });

  it('of a whole phase is found as a phase, and of a whole circuit as a circuit', () => {
    const phase = walked(layout, list, (e) => (layout.groups[e.group - 1]!.phase === 'V' ? turned(e) : e));
    expect(judgeWalk(layout, list, 'all', phase).explanations[0]!).toMatchObject({
      kind: 'phase-reversed',
      groups: [3, 6, 9, 12],
    });
    const circuit = walked(layout, list, (e) => (e.group === 7 || e.group === 10 ? turned(e) : e));
    expect(judgeWalk(layout, list, 'all', circuit).explanations[0]!).toMatchObject({
      kind: 'circuit-reversed',
      groups: [7, 10],
    });
  });

  it('of two groups of different phases taken for each other is found', () => {
    // 2W and 3V stand beside each other and show different poles: exchanged, both read wrong.
    const shown = walked(layout, list, (e) =>
      e.group === 2 ? { ...e, group: 3 } : e.group === 3 ? { ...e, group: 2 } : e,
    );
    const judged = judgeWalk(layout, list, 'all', shown);
    expect(judged.state).toBe('wrong');
    expect(judged.explanations[0]).toMatchObject({ kind: 'groups-exchanged', groups: [2, 3] });
  });

  it.each([
    ['three groups', [[1], [5], [9]], 3, 'Three misconnections together: 1U, 5W, 9V are each reversed.'],
    [
      'a circuit and a group of another',
      [[3, 6], [12]],
      2,
      'Two misconnections together: the circuit 3V, 6V is reversed; 12V is reversed.',
    ],
    [
      'a phase, and a group of another',
      [[1, 4, 7, 10], [3]],
      2,
      'Two misconnections together: all of phase U is reversed; 3V is reversed.',
    ],
  ] as const)('of several reversals together is told with the fewest: %s', (_name, sets, mistakes, words) => {
    expect([...list.paths.V]).toEqual([
      [3, 6],
      [9, 12],
    ]);
    const shown = walked(layout, list, (e) =>
      sets.reduce((end, set) => ((set as readonly number[]).includes(e.group) ? turned(end) : end), e),
    );
    const { explanations } = judgeWalk(layout, list, 'all', shown);
    expect(explanations[0]).toMatchObject({ kind: 'several', mistakes });
    expect(explanations[0]!.message).toMatch(words);
  });

  it('of groups taken for each other and another reversed is found as two', () => {
    const shown = walked(layout, list, (e) => {
      if (e.group === 8) return turned(e);
      return e.group === 2 ? { ...e, group: 3 } : e.group === 3 ? { ...e, group: 2 } : e;
    });
    const { explanations } = judgeWalk(layout, list, 'all', shown);
    // Three groups read wrong; 2W and 3V in each other's place and 8W reversed explain it with two misconnections.
    expect(explanations[0]!.mistakes).toBe(2);
    expect(explanations.map((e) => e.message)).toContain(
      'Two misconnections together: 2W and 3V are joined in each other’s place; 8W is reversed.',
    );
  });

  it('is never told with more misconnections than were made, in every kind of winding', () => {
    let several = 0;
    fc.assert(
      fc.property(
        anyConnected,
        fc.array(fc.nat(), { minLength: 1, maxLength: 4 }),
        ({ layout, list }, picks) => {
          const groups = layout.groups.length;
          const reversed = new Set(picks.map((p) => (p % groups) + 1));
          const judged = judgeWalk(
            layout,
            list,
            'all',
            walked(layout, list, (e) => (reversed.has(e.group) ? turned(e) : e)),
          );
          // All of a small winding turned reads as a turned compass, which is none.
          if (judged.state !== 'wrong') return;
          expect(judged.explanations[0]!.mistakes).toBeLessThanOrEqual(
            Math.min(reversed.size, groups - reversed.size || reversed.size),
          );
          if (reversed.size > 1) several++;
        },
      ),
      { numRuns: 60 },
    );
    expect(several).toBeGreaterThan(10);
  });

  it('of a group without a field is not called a reversal', () => {
    const right = expectedWalk(layout, list, 'all');
    const { state, wrongGroups, explanations } = judgeWalk(layout, list, 'all', right.with(3, '0'));
    expect([state, wrongGroups]).toEqual(['wrong', [4]]);
    expect(explanations.map((e) => e.kind)).not.toContain('group-reversed');
    expect(explanations[0]).toMatchObject({ kind: 'no-field', groups: [4] });
    expect(explanations[0]!.joints.length).toBeGreaterThan(0);
  });

  it('too large for an explanation is not explained away', () => {
    const large = lap(96, 8, 10);
    const joints = connected(large, 1);
    // Every third group and a few more: no circuits to blame, no phase.
    const reversed = new Set([1, 2, 3, 7, 8, 9, 14, 18, 22]);
    const shown = walked(large, joints, (e) => (reversed.has(e.group) ? turned(e) : e));
    const { explanations } = judgeWalk(large, joints, 'all', shown);
    expect(explanations).toHaveLength(1);
    expect(explanations[0]!.message).toMatch(/no few misconnections explain that/);
    expect(explanations[0]!.groups).toEqual([...reversed].sort((a, b) => a - b));
  });
});

/** 1f and 3f changed over: the U and V circuits run into each other. */
const crossedEnds = (e: GroupEnd): GroupEnd =>
  e.end === 'f' && e.group === 1
    ? { group: 3, end: 'f' }
    : e.end === 'f' && e.group === 3
      ? { group: 1, end: 'f' }
      : e;

function walkedBy(
  layout: WindingLayout,
  list: ConnectionList,
  as: (e: GroupEnd) => GroupEnd,
  phase: 'U' | 'V' | 'W',
): WalkReading[] {
  const joints = list.joints.map((j) => ({ ...j, ends: j.ends.map(as) }));
  return traceCurrent(layout, joints, walkFeed(list, phase).feed).polarity.map((p) => p ?? '0');
}
