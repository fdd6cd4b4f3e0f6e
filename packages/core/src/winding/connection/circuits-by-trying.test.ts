/** Circuits found by reasoning, against trying every way of sharing the groups out. First principles. */
import { describe, expect, it } from 'vitest';
import { splitCircuits, validCircuits, type WindingLayout, type Phase } from '../../index.ts';
import { lap } from '../../../test/lap.ts';

interface Volts {
  readonly re: number;
  readonly im: number;
  readonly coils: number;
}

/** Voltage of each group of a phase, as connected, summed conductor by conductor from the slots themselves. */
function groupVolts(layout: WindingLayout, phase: Phase): Volts[] {
  return layout.groups
    .filter((g) => g.phase === phase)
    .map((g) => {
      let re = 0;
      let im = 0;
      for (const number of g.coils) {
        const coil = layout.coils.find((c) => c.number === number)!;
        for (const [slot, way] of [
          [coil.topSlot, coil.sign],
          [coil.bottomSlot, -coil.sign],
        ] as const) {
          const angle = (layout.poles * Math.PI * (slot - 1)) / layout.slots;
          re += way * Math.cos(angle);
          im += way * Math.sin(angle);
        }
      }
      return { re, im, coils: g.coils.length };
    });
}

/** Whether the groups can be shared by so many circuits: every sharing-out is tried, nothing is concluded. */
function canShare(groups: readonly Volts[], circuits: number): boolean {
  const sums = Array.from({ length: circuits }, () => ({ re: 0, im: 0, coils: 0, groups: 0 }));
  const equal = () =>
    sums.every(
      (s) =>
        s.groups > 0 &&
        s.coils === sums[0]!.coils &&
        Math.hypot(s.re - sums[0]!.re, s.im - sums[0]!.im) < 1e-6,
    );
  const give = (i: number): boolean => {
    if (i === groups.length) return equal();
    const g = groups[i]!;
    for (const s of sums) {
      s.re += g.re;
      s.im += g.im;
      s.coils += g.coils;
      s.groups++;
      if (give(i + 1)) return true;
      s.re -= g.re;
      s.im -= g.im;
      s.coils -= g.coils;
      s.groups--;
      // An empty circuit is like every other empty one.
      if (s.groups === 0) break;
    }
    return false;
  };
  return give(0);
}

const CASES = [
  [12, 2, 5],
  [18, 2, 7],
  [24, 4, 5],
  [36, 4, 7],
  [30, 4, 6],
  [42, 4, 9],
  [27, 6, 4],
  [36, 6, 5],
  [45, 6, 7],
  [48, 6, 7],
  [54, 6, 8],
  [33, 4, 7],
  [24, 8, 3],
  [36, 8, 4],
  [30, 8, 3],
  [42, 8, 5],
  [12, 8, 1],
  [9, 6, 1],
  [12, 10, 1],
  [12, 14, 1],
  [18, 16, 1],
  [15, 14, 1],
] as const;

describe.each(CASES)('%i slots, %i poles, pitch %i', (slots, poles, pitch) => {
  const layout = lap(slots, poles, pitch);
  const groups = { U: groupVolts(layout, 'U'), V: groupVolts(layout, 'V'), W: groupVolts(layout, 'W') };
  const most = Math.max(groups.U.length, groups.V.length, groups.W.length);

  it('the circuits that work are those, and no others, that some sharing-out makes equal', () => {
    const tried: number[] = [];
    for (let c = 1; c <= most; c++) if (Object.values(groups).every((g) => canShare(g, c))) tried.push(c);
    expect(validCircuits(layout)).toEqual(tried);
  });

  it('each split uses every group once, and its circuits are equal', () => {
    for (const circuits of validCircuits(layout)) {
      const { sets } = splitCircuits(layout, circuits);
      for (const phase of ['U', 'V', 'W'] as const) {
        const ofPhase = layout.groups.filter((g) => g.phase === phase).map((g) => g.number);
        const used = sets![phase].flat();
        expect(used.slice().sort((a, b) => a - b)).toEqual(ofPhase);
        expect(sets![phase]).toHaveLength(circuits);
        const sums = sets![phase].map((set) =>
          set
            .map((n) => groups[phase][ofPhase.indexOf(n)]!)
            .reduce((s, g) => ({ re: s.re + g.re, im: s.im + g.im, coils: s.coils + g.coils })),
        );
        for (const s of sums) {
          expect(s.coils).toBe(sums[0]!.coils);
          expect(Math.hypot(s.re - sums[0]!.re, s.im - sums[0]!.im)).toBeLessThan(1e-6);
        }
      }
    }
  });

  it('a number that does not work is refused with one that does', () => {
    const works = validCircuits(layout);
    for (let c = 2; c <= most + 1; c++) {
      if (works.includes(c)) continue;
      const { sets, reason } = splitCircuits(layout, c);
      expect(sets).toBeNull();
      expect(reason!.fields).toEqual(['circuits']);
      expect(works.some((w) => reason!.message.includes(String(w)))).toBe(true);
    }
  });
});
