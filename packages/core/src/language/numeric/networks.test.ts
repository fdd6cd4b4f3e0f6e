/** Resistances behind three leads, against the network itself solved node by node (Kirchhoff). First principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { branchesOf, judgeTest, unbalance } from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

/** Resistance between two nodes of a network of resistors: conductance matrix, one ampere in, volts read off. */
function between(
  nodes: number,
  branches: readonly (readonly [number, number, number])[],
  a: number,
  b: number,
) {
  const n = nodes;
  const g = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0));
  for (const [i, j, r] of branches) {
    g[i]![i]! += 1 / r;
    g[j]![j]! += 1 / r;
    g[i]![j]! -= 1 / r;
    g[j]![i]! -= 1 / r;
  }
  g[a]![n] = 1;
  g[b]![n] = -1;
  // Node b is the zero of voltage.
  g[b] = g[b]!.map((_, k) => (k === b ? 1 : 0));
  for (let col = 0; col < n; col++) {
    let pivot = col;
    for (let row = col + 1; row < n; row++)
      if (Math.abs(g[row]![col]!) > Math.abs(g[pivot]![col]!)) pivot = row;
    [g[col], g[pivot]] = [g[pivot]!, g[col]!];
    for (let row = 0; row < n; row++) {
      if (row === col) continue;
      const factor = g[row]![col]! / g[col]![col]!;
      for (let k = col; k <= n; k++) g[row]![k]! -= factor * g[col]![k]!;
    }
  }
  return g[a]![n]! / g[a]![a]!;
}

const ohm = fc.double({ min: 0.05, max: 20, noNaN: true });

describe('three readings solved for their branches', () => {
  it('star: leads 0, 1, 2 and the star point 3', () => {
    fc.assert(
      fc.property(ohm, ohm, ohm, (u, v, w) => {
        const star = [
          [0, 3, u],
          [1, 3, v],
          [2, 3, w],
        ] as const;
        const solved = valueOf(
          branchesOf([between(4, star, 0, 1), between(4, star, 1, 2), between(4, star, 2, 0)], 'star'),
        );
        [u, v, w].forEach((r, i) => expect(solved[i]! / r).toBeCloseTo(1, 7));
      }),
    );
  });
  it('delta: branches U-V, V-W, W-U', () => {
    fc.assert(
      fc.property(ohm, ohm, ohm, (uv, vw, wu) => {
        const delta = [
          [0, 1, uv],
          [1, 2, vw],
          [2, 0, wu],
        ] as const;
        const solved = valueOf(
          branchesOf([between(3, delta, 0, 1), between(3, delta, 1, 2), between(3, delta, 2, 0)], 'delta'),
        );
        [uv, vw, wu].forEach((r, i) => expect(solved[i]! / r).toBeCloseTo(1, 7));
      }),
    );
  });
  it('readings that no three branches can give are not solved', () => {
    // One reading may not be larger than the other two together.
    expect(branchesOf([1, 1, 2.5], 'star').ok).toBe(false);
    expect(branchesOf([1, 1, 2.5], 'delta').ok).toBe(false);
  });
});

describe('parallel circuits: an open joint seen from the leads', () => {
  // Two circuits in star, one circuit of U open: U has twice the resistance, so two readings are half as high again.
  it('one of two circuits open stops, and the phase is named', () => {
    const circuit = 1.2;
    const whole = [
      [0, 3, circuit],
      [0, 3, circuit],
      [1, 3, circuit],
      [1, 3, circuit],
      [2, 3, circuit],
      [2, 3, circuit],
    ] as const;
    const read = (branches: readonly (readonly [number, number, number])[]) => ({
      uv: String(between(4, branches, 0, 1)),
      vw: String(between(4, branches, 1, 2)),
      wu: String(between(4, branches, 2, 0)),
      temperature: '25',
    });
    const judge = (branches: readonly (readonly [number, number, number])[]) => {
      const outcome = judgeTest('resistance', read(branches), { plate: {}, plan: null });
      if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
      return outcome.judgement;
    };
    expect(judge(whole).verdict).toBe('sound');
    const open = judge(whole.slice(1));
    expect(open.verdict).toBe('stop');
    const spread = open.figures.find((f) => f.figure.id === 'resistanceUnbalance')!.figure.value;
    // Readings 1.8, 1.2, 1.8: mean 1.6, largest deviation 0.4, 25 %.
    expect(spread).toBeCloseTo(25, 6);
  });
});

describe('unbalance of readings', () => {
  it('is the largest deviation from the mean over the mean, and does not mind order or unit', () => {
    expect(unbalance([10, 10, 10])).toBe(0);
    expect(unbalance([9, 10, 11])).toBeCloseTo(0.1, 12);
    fc.assert(
      fc.property(
        fc.tuple(ohm, ohm, ohm),
        fc.double({ min: 0.001, max: 1000, noNaN: true }),
        ([a, b, c], k) => {
          const u = unbalance([a, b, c]);
          expect(u).toBeGreaterThanOrEqual(0);
          expect(unbalance([c, a, b])).toBeCloseTo(u, 12);
          expect(unbalance([k * a, k * b, k * c])).toBeCloseTo(u, 9);
        },
      ),
    );
  });
});
