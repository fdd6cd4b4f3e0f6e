/** The traced current against Kirchhoff, against series and parallel by hand, and against what cannot flow. First principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  connectionList,
  buildLayout,
  splitCircuits,
  traceCurrent,
  validCircuits,
  walkFeed,
  type ConnectionList,
  type WindingLayout,
} from '../../index.ts';
import { connectionOf, KINDS, layoutOf } from '../../../test/any-winding.ts';
import { lap } from '../../../test/lap.ts';

function listOf(layout: WindingLayout, circuits: number, connection: 'star' | 'delta'): ConnectionList {
  const made = connectionList(layout, { circuits, connection });
  if (!made.ok) throw new Error(made.findings[0]!.message);
  return made.value;
}

describe('by hand', () => {
  const layout = lap(36, 4, 7);
  it.each([
    // Twelve coils a phase. Star: two phases in series; delta: one phase beside two in series.
    [1, 'star', 24],
    [2, 'star', 6],
    [4, 'star', 1.5],
    [1, 'delta', 8],
    [2, 'delta', 2],
    [4, 'delta', 0.5],
  ] as const)('%i circuits, %s: as %f coils in series', (circuits, connection, coils) => {
    const list = listOf(layout, circuits, connection);
    const traced = traceCurrent(layout, list.joints, { into: ['U1'], outOf: ['V1'] });
    expect(traced.resistanceCoils).toBeCloseTo(coils, 9);
  });
  it('to the star point is one phase', () => {
    const list = listOf(layout, 2, 'star');
    const traced = traceCurrent(layout, list.joints, { into: ['U1'], outOf: ['star'] });
    expect(traced.live.map((n) => layout.groups[n - 1]!.phase)).toEqual(['U', 'U', 'U', 'U']);
    expect(traced.resistanceCoils).toBeCloseTo(3, 9);
    expect(traced.polarity.filter((p) => p !== null)).toEqual(['N', 'S', 'N', 'S']);
  });
  it('in delta two thirds go the short way, one third the long one', () => {
    const list = listOf(layout, 1, 'delta');
    const { current } = traceCurrent(layout, list.joints, { into: ['U1'], outOf: ['V1'] });
    const of = (phase: string) =>
      layout.groups.filter((g) => g.phase === phase).map((g) => Math.abs(current[g.number - 1]!));
    for (const i of of('U')) expect(i).toBeCloseTo(2 / 3, 9);
    for (const i of [...of('V'), ...of('W')]) expect(i).toBeCloseTo(1 / 3, 9);
  });
});

describe('what cannot flow', () => {
  const layout = lap(36, 4, 7);
  const list = listOf(layout, 2, 'star');
  it('between leads that nothing joins, into a lead that is not there, or in at where it goes out', () => {
    const open = list.joints.filter((j) => j.kind !== 'star');
    expect(traceCurrent(layout, open, { into: ['U1'], outOf: ['V1'] })).toMatchObject({
      live: [],
      resistanceCoils: Infinity,
    });
    expect(traceCurrent(layout, list.joints, { into: ['X1'], outOf: ['V1'] }).live).toEqual([]);
    expect(traceCurrent(layout, list.joints, { into: ['U1'], outOf: ['U1'] }).resistanceCoils).toBe(0);
  });
  it('an open jumper leaves its circuit without current and the other with all of it', () => {
    const [gone, ...rest] = list.joints;
    const { current } = traceCurrent(layout, rest, { into: ['U1'], outOf: ['star'] });
    for (const e of gone!.ends) expect(current[e.group - 1]).toBe(0);
    expect(current[6]).toBeCloseTo(1, 9);
    expect(current[9]).toBeCloseTo(-1, 9);
  });
});

describe.each(Object.keys(KINDS) as (keyof typeof KINDS)[])('%s', (kind) => {
  it('obeys Kirchhoff at every joint, and turns about with the feed', () => {
    fc.assert(
      fc.property(
        layoutOf(kind)
          .filter((l) => l.groups.length <= 48)
          .chain((layout) =>
            connectionOf(validCircuits(layout)).map((spec) => ({
              layout,
              made: connectionList(layout, spec),
            })),
          ),
        ({ layout, made }) => {
          fc.pre(made.ok);
          if (!made.ok) return;
          const list = made.value;
          const { feed } = walkFeed(list, 'all');
          const there = traceCurrent(layout, list.joints, feed);
          const back = traceCurrent(layout, list.joints, { ...feed, into: feed.outOf, outOf: feed.into });
          there.current.forEach((i, g) => expect(back.current[g]!).toBeCloseTo(-i, 8));
          const fed = new Set([...feed.into, ...feed.outOf, ...(feed.joined ?? []).flat(), feed.openAt]);
          for (const joint of list.joints) {
            if (joint.kind === 'star' ? fed.has('star') : fed.has(joint.lead)) continue;
            // A current that runs s to f leaves the joint at s and comes in at f.
            const sum = joint.ends.reduce(
              (total, e) => total + (e.end === 's' ? -1 : 1) * there.current[e.group - 1]!,
              0,
            );
            expect(sum).toBeCloseTo(0, 8);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('has the circuits that trying every sharing of its groups finds', () => {
    fc.assert(
      fc.property(
        layoutOf(kind).filter((l) => l.groups.length <= 24),
        (layout) => {
          for (let circuits = 2; circuits <= 4; circuits++) {
            const found = splitCircuits(layout, circuits).sets !== null;
            expect(found, `${circuits} circuits of ${layout.slots} slots, ${layout.poles} poles`).toBe(
              canShare(layout, circuits),
            );
          }
        },
      ),
      { numRuns: 20 },
    );
  });
});

/** Tries every way of giving the groups of each phase to `circuits` hands with equal voltage, turns and throws. */
function canShare(layout: WindingLayout, circuits: number): boolean {
  return (['U', 'V', 'W'] as const).every((phase) => {
    const groups = layout.groups
      .filter((g) => g.phase === phase)
      .map((g) => {
        let [re, im, turns, throws, count] = [0, 0, 0, 0, 0];
        for (const n of g.coils) {
          const c = layout.coils[n - 1]!;
          for (const [slot, side] of [
            [c.topSlot, 1],
            [c.bottomSlot, -1],
          ] as const) {
            const a = (2 * Math.PI * layout.polePairs * slot) / layout.slots;
            re += side * c.sign * c.turnShare * Math.cos(a);
            im += side * c.sign * c.turnShare * Math.sin(a);
          }
          turns += c.turnShare;
          throws += c.turnShare * c.pitch;
          count++;
        }
        return [re, im, turns, throws, count] as const;
      });
    const whole = groups.reduce<number[]>((s, g) => s.map((v, i) => v + g[i]!), [0, 0, 0, 0, 0]);
    const want = whole.map((v) => v / circuits);
    const hands = Array.from({ length: circuits }, () => [0, 0, 0, 0, 0]);
    const give = (k: number): boolean => {
      if (k === groups.length) return hands.every((h) => h.every((v, i) => Math.abs(v - want[i]!) < 1e-6));
      for (let h = 0; h < circuits; h++) {
        const hand = hands[h]!;
        if (hand[4]! + groups[k]![4]! > want[4]! + 1e-9) continue;
        groups[k]!.forEach((v, i) => (hand[i]! += v));
        if (give(k + 1)) return true;
        groups[k]!.forEach((v, i) => (hand[i]! -= v));
        // Empty hands are alike: the first of them is enough.
        if (hand[4] === 0) break;
      }
      return false;
    };
    return groups.length >= circuits && give(0);
  });
}

it('a winding of another bore has the same trace: only who is joined with whom counts', () => {
  const small = buildLayout({ slots: 36, poles: 4, pitch: 7 });
  const large = buildLayout({ slots: 72, poles: 4, pitch: 15 });
  if (!small.ok || !large.ok) throw new Error('no layout');
  const poles = (layout: WindingLayout) =>
    traceCurrent(layout, listOf(layout, 2, 'star').joints, { into: ['U1', 'V1', 'W1'], outOf: ['star'] })
      .polarity;
  expect(poles(large.value)).toEqual(poles(small.value));
});
