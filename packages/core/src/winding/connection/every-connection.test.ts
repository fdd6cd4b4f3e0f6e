/** Connections of every kind of winding, proven by sending currents through their joints. First principles throughout. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  connectionList,
  expectedWalk,
  isTwoSpeed,
  slowSpeed,
  traceCurrent,
  validCircuits,
  type ConnectionList,
  type Hookup,
  type WindingLayout,
} from '../../index.ts';
import { connectionOf, KINDS, layoutOf } from '../../../test/any-winding.ts';

/** Both at once: a layout and a connection that is not refused. */
const made = (kind: keyof typeof KINDS) =>
  layoutOf(kind)
    .filter((l) => l.groups.length <= 72)
    .chain((layout) =>
      connectionOf(validCircuits(layout)).map((spec) => ({
        layout,
        spec,
        list: connectionList(layout, spec),
      })),
    )
    .filter((m) => m.list.ok)
    .map((m) => ({ ...m, list: (m.list as { value: ConnectionList }).value }));

/** Alternating currents of every group with L1, L2, L3 in that order, from two direct ones by superposition. */
function alternating(layout: WindingLayout, list: ConnectionList, hookup: Hookup) {
  const [l1, l2, l3] = hookup.lines;
  // Leads on one line are joined while another pair is fed.
  const joined = (rest: readonly string[]) => [...hookup.joined, rest];
  const a = traceCurrent(layout, list.joints, { into: l1, outOf: l2, joined: joined(l3) }).current;
  const b = traceCurrent(layout, list.joints, { into: l1, outOf: l3, joined: joined(l2) }).current;
  const third = (2 * Math.PI) / 3;
  // I2 = e^(−j120°), I3 = e^(+j120°), both out of the winding with the sign turned.
  return layout.groups.map((_, g) => ({
    re: -(Math.cos(third) * a[g]! + Math.cos(third) * b[g]!),
    im: Math.sin(third) * a[g]! - Math.sin(third) * b[g]!,
  }));
}

/** Waves of ν pole pairs that run with and against the slot numbers. */
function waves(layout: WindingLayout, currents: readonly { re: number; im: number }[], nu: number) {
  let [fr, fi, br, bi] = [0, 0, 0, 0];
  for (const coil of layout.coils) {
    const group = layout.groups[coil.group - 1]!;
    // A coil that turns over inside its group carries the group's current the other way.
    const way = coil.sign * group.sign * coil.turnShare;
    const { re, im } = currents[coil.group - 1]!;
    for (const [slot, side] of [
      [coil.topSlot, 1],
      [coil.bottomSlot, -1],
    ] as const) {
      const a = (2 * Math.PI * nu * (slot - 1)) / layout.slots;
      const [x, y] = [side * way * Math.cos(a), side * way * Math.sin(a)];
      fr += re * x - im * y;
      fi += re * y + im * x;
      br += re * x + im * y;
      bi += im * x - re * y;
    }
  }
  return { forward: Math.hypot(fr, fi), backward: Math.hypot(br, bi) };
}

describe.each(Object.keys(KINDS) as (keyof typeof KINDS)[])('%s', (kind) => {
  it('uses every coil end once, and every circuit carries the same current', () => {
    fc.assert(
      fc.property(made(kind), ({ layout, list }) => {
        const used = list.joints.flatMap((j) => j.ends.map((e) => `${e.group}${e.end}`));
        expect(new Set(used).size).toBe(used.length);
        expect(used).toHaveLength(2 * layout.groups.length);
        expect(list.joints.map((j) => j.number)).toEqual(list.joints.map((_, i) => i + 1));
        for (const hookup of list.hookups) {
          const marks = [...hookup.lines.flat(), ...hookup.joined.flat(), ...hookup.open];
          expect(marks.toSorted()).toEqual(list.joints.flatMap((j) => (j.lead ? [j.lead] : [])).toSorted());
          const currents = alternating(layout, list, hookup);
          // Equal copper in every circuit: where current flows in a phase it is the same everywhere.
          for (const phase of ['U', 'V', 'W'] as const) {
            const sizes = layout.groups
              .filter((g) => g.phase === phase)
              .map((g) => Math.hypot(currents[g.number - 1]!.re, currents[g.number - 1]!.im));
            const live = sizes.filter((s) => s > 1e-6);
            expect(Math.max(...live)).toBeCloseTo(Math.min(...live), 6);
            // A part-winding start leaves half of the groups without current.
            expect(live.length / sizes.length).toBe(hookup.name.startsWith('start') ? 0.5 : 1);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('turns with the slot numbers when L1, L2, L3 follow each other, at every voltage and speed', () => {
    fc.assert(
      fc.property(made(kind), ({ layout, list }) => {
        for (const hookup of list.hookups) {
          const { forward, backward } = waves(layout, alternating(layout, list, hookup), hookup.poles / 2);
          const other =
            isTwoSpeed(list.scheme) && hookup.poles > layout.poles ? slowSpeed(layout).layout : layout;
          if (other.exactlyBalanced) expect(forward).toBeGreaterThan(1000 * backward);
          else expect(forward).toBeGreaterThan(backward);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('gives all circuits of a phase the same voltage, summed conductor by conductor', () => {
    fc.assert(
      fc.property(made(kind), ({ layout, list }) => {
        const volts = (path: readonly number[]) => {
          let [x, y] = [0, 0];
          for (const n of path)
            for (const c of layout.groups[n - 1]!.coils) {
              const coil = layout.coils[c - 1]!;
              for (const [slot, side] of [
                [coil.topSlot, 1],
                [coil.bottomSlot, -1],
              ] as const) {
                const a = (2 * Math.PI * layout.polePairs * (slot - 1)) / layout.slots;
                x += side * coil.sign * coil.turnShare * Math.cos(a);
                y += side * coil.sign * coil.turnShare * Math.sin(a);
              }
            }
          return [x, y] as const;
        };
        for (const phase of ['U', 'V', 'W'] as const) {
          const paths = list.paths[phase].map(volts);
          for (const v of paths) {
            expect(v[0]).toBeCloseTo(paths[0]![0], 5);
            expect(v[1]).toBeCloseTo(paths[0]![1], 5);
          }
        }
      }),
      { numRuns: 40 },
    );
  });

  it('shows its poles in turn to a compass walked round the bore', () => {
    fc.assert(
      fc.property(made(kind), ({ layout, list }) => {
        const walk = expectedWalk(layout, list, 'all');
        for (const phase of ['U', 'V', 'W'] as const) {
          const fed = layout.groups.filter((g) => g.phase === phase && walk[g.number - 1] !== '0');
          const agree = fed.map((g) => (walk[g.number - 1] === 'N') === g.sign > 0);
          expect(new Set(agree).size).toBeLessThanOrEqual(1);
        }
      }),
      { numRuns: 40 },
    );
  });
});
