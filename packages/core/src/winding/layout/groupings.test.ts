/** Windings that do not come out even: which coils each phase gets, for how many circuits, and what unbalance is left. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  circuitsThatWork,
  effectiveFactor,
  buildLayout,
  phaseBalance,
  sequences,
  splitCircuits,
  type Phase,
  type WindingLayout,
  type WindingSpec,
} from '../../index.ts';

const laidOut = (spec: WindingSpec): WindingLayout => {
  const result = buildLayout(spec);
  if (!result.ok) throw new Error(result.findings.map((f) => f.message).join('; '));
  return result.value;
};
const coilsOfEach = (layout: WindingLayout) =>
  (['U', 'V', 'W'] as const).map((ph) => layout.coils.filter((c) => c.phase === ph).length);

/** Every grouping of 48 slots and 6 poles whose phases part into two circuits, tried one by one. */
function bestInTwoCircuits(): number {
  const patterns: number[][] = [];
  for (let m = 0; m < 64; m++) {
    const sizes = Array.from({ length: 6 }, (_, i) => ((m >> i) & 1 ? 3 : 2));
    if (sizes.reduce((s, n) => s + n, 0) === 16) patterns.push(sizes);
  }
  const angle = (slot: number) => (2 * Math.PI * 3 * slot) / 48;
  let best = Infinity;
  for (const u of patterns)
    for (const w of patterns)
      for (const v of patterns) {
        const groups: [number[][], number[][], number[][]] = [[], [], []];
        let slot = 0;
        for (let g = 0; g < 18; g++) {
          const size = [u, w, v][g % 3]![Math.floor(g / 3)]!;
          let [x, y] = [0, 0];
          for (let k = 0; k < size; k++, slot++) {
            x += (g % 2 === 0 ? 1 : -1) * Math.cos(angle(slot));
            y += (g % 2 === 0 ? 1 : -1) * Math.sin(angle(slot));
          }
          groups[g % 3]!.push([size, x, y]);
        }
        const halves = (of: number[][]) => {
          for (let m = 1; m < 63; m++) {
            const sum = [0, 0, 0];
            of.forEach((g, i) => g.forEach((value, k) => (sum[k]! += (m >> i) & 1 ? value : -value)));
            if (sum.every((s) => Math.abs(s) < 1e-9)) return true;
          }
          return false;
        };
        const turn = ([x, y]: number[], a: number) => [
          x! * Math.cos(a) - y! * Math.sin(a),
          x! * Math.sin(a) + y! * Math.cos(a),
        ];
        const sums = groups.map((of) => of.reduce((s, g) => [s[0]! + g[1]!, s[1]! + g[2]!], [0, 0]));
        const total = (a: number) => {
          const parts = [sums[0]!, turn(sums[2]!, a), turn(sums[1]!, -a)];
          return Math.hypot(
            parts.reduce((s, p) => s + p[0]!, 0),
            parts.reduce((s, p) => s + p[1]!, 0),
          );
        };
        const share = total((2 * Math.PI) / 3) / total((-2 * Math.PI) / 3);
        if (share < best - 1e-12 && groups.every(halves)) best = share;
      }
  return best;
}

describe('a winding that cannot be exactly balanced', () => {
  it('is grouped for its circuits: 48 slots, 6 poles, two circuits, the best of every grouping', () => {
    const two = laidOut({ slots: 48, poles: 6, pitch: 7, circuits: 2 });
    expect(splitCircuits(two, 2).sets).not.toBeNull();
    expect(coilsOfEach(two)).toEqual([16, 16, 16]);
    expect(phaseBalance(two).negativeSequence).toBeCloseTo(bestInTwoCircuits(), 9);
    // Two circuits cost balance: one alone may be grouped more freely.
    const one = laidOut({ slots: 48, poles: 6, pitch: 7 });
    expect(phaseBalance(one).negativeSequence).toBeLessThan(phaseBalance(two).negativeSequence + 1e-12);
    expect(circuitsThatWork({ slots: 48, poles: 6, pitch: 7 })).toEqual([1, 2]);
  });

  it.each([
    [{ slots: 15, poles: 6, pitch: 2 }, 5],
    [{ slots: 48, poles: 18, pitch: 3 }, 16],
    [{ slots: 24, poles: 18, pitch: 1 }, 8],
    [{ slots: 30, poles: 6, pitch: 5, layers: 1 }, 5],
    [{ slots: 42, poles: 6, pitch: 7, layers: 1, grouping: 'consequent' }, 7],
    [{ slots: 48, poles: 6, pitch: 8, grouping: 'consequent' }, 16],
  ] satisfies [WindingSpec, number][])('gives every phase as many coils: %j', (spec, coils) => {
    const layout = laidOut(spec);
    expect(coilsOfEach(layout)).toEqual([coils, coils, coils]);
    expect(phaseBalance(layout).negativeSequence).toBeLessThan(0.15);
  });

  it('is never worse than half of it repeated', () => {
    const share = (slots: number, poles: number) =>
      phaseBalance(laidOut({ slots, poles, pitch: 4 })).negativeSequence;
    expect(share(60, 12)).toBeLessThanOrEqual(share(30, 6) + 1e-12);
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 16 }).map((n) => 3 * n),
        fc.integer({ min: 1, max: 4 }).map((n) => 2 * n),
        (slots, poles) => {
          const one = buildLayout({ slots, poles, pitch: Math.max(1, Math.floor(slots / poles)) });
          const two = buildLayout({
            slots: 2 * slots,
            poles: 2 * poles,
            pitch: Math.max(1, Math.floor(slots / poles)),
          });
          fc.pre(one.ok && two.ok);
          if (!one.ok || !two.ok) return;
          expect(phaseBalance(two.value).negativeSequence).toBeLessThanOrEqual(
            phaseBalance(one.value).negativeSequence + 1e-9,
          );
          expect(new Set(coilsOfEach(two.value)).size).toBe(1);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('parts into every number of circuits that is said to work', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 24 }).map((n) => 3 * n),
        fc.integer({ min: 1, max: 8 }).map((n) => 2 * n),
        (slots, poles) => {
          const spec = { slots, poles, pitch: Math.max(1, Math.round(slots / poles) - 1) };
          for (const circuits of circuitsThatWork(spec))
            expect(
              splitCircuits(laidOut({ ...spec, circuits }), circuits).sets,
              String(circuits),
            ).not.toBeNull();
        },
      ),
      { numRuns: 80 },
    );
  });
});

describe('consequent poles with a fraction of slots in a group', () => {
  // The phasors of a phase spread evenly over 120°: k_d = sin 60° / (m·sin(60°/m)) with m of them; fractional-slot
  // distribution factor, M. M. Liwschitz-Garik & C. C. Whipple, A-C Machines (from memory).
  it.each([
    [54, 8, 6, 9],
    [48, 10, 5, 16],
    [45, 4, 11, 15],
  ])('%i slots, %i poles: three equal phases with the textbook factor', (slots, poles, pitch, phasors) => {
    const layout = laidOut({ slots, poles, pitch, grouping: 'consequent' });
    expect(layout.exactlyBalanced).toBe(true);
    expect(layout.groups).toHaveLength((3 * poles) / 2);
    const third = Math.PI / 3;
    const distribution = Math.sin(third) / (phasors * Math.sin(third / phasors));
    const pitchFactor = Math.sin((Math.PI / 2) * ((pitch * poles) / slots));
    expect(effectiveFactor(layout)).toBeCloseTo(distribution * pitchFactor, 9);
  });
});

describe('zero sequence', () => {
  it('is what the three sums have alike', () => {
    const any = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(any, any, any, any, any, any), ([pr, pi, nr, ni, zr, zi]) => {
        // V lies 120° on: positive sequence p, a·p, a²·p; negative n, a²·n, a·n; zero z, z, z.
        const at = (k: number) => {
          const [c, s] = [Math.cos((k * 2 * Math.PI) / 3), Math.sin((k * 2 * Math.PI) / 3)];
          return {
            re: pr * c - pi * s + (nr * c + ni * s) + zr,
            im: pr * s + pi * c + (ni * c - nr * s) + zi,
          };
        };
        const found = sequences([at(0), at(1), at(2)]);
        expect(found.positive).toBeCloseTo(Math.hypot(pr, pi), 9);
        expect(found.negative).toBeCloseTo(Math.hypot(nr, ni), 9);
        expect(found.zero).toBeCloseTo(Math.hypot(zr, zi), 9);
      }),
    );
  });

  it('keeps a winding from being called exactly balanced', () => {
    // Phase U holds one coil more.
    const coils = (phase: Phase, from: number, count: number) =>
      Array.from({ length: count }, (_, i) => ({
        top: from + i,
        bottom: ((from + i + 5) % 36) + 1,
        phase,
        sign: 1 as const,
        turns: 10,
      }));
    const layout = laidOut({
      slots: 36,
      poles: 6,
      pitch: 6,
      kind: 'coils',
      coilList: [...coils('U', 1, 3), ...coils('V', 13, 2), ...coils('W', 25, 2)],
    });
    expect(phaseBalance(layout).zeroSequence).toBeGreaterThan(0.01);
    expect(layout.exactlyBalanced).toBe(false);
  });
});
