/** Sums of roots of unity told apart exactly, and the groupings that rest on them. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { dividesEqually, partEqually, type GroupSum } from '../../index.ts';
import { compareUnbalance, GroupSector } from './group-sector.ts';
import { unequalGroupSizes } from './unequal-groups.ts';

const NUM_RUNS = 60;

test('one root is no double of anything; all of them together are nothing, which divides by everything', () => {
  for (const n of [3, 8, 15, 105, 288]) {
    const one = new Array<number>(n).fill(0);
    one[1] = 1;
    expect(dividesEqually(one, 2)).toBe(false);
    expect(dividesEqually(new Array<number>(n).fill(1), 7)).toBe(true);
  }
});

test('what is several times one sum divides, however zero is added to it', () => {
  const whole = fc.integer({ min: -4, max: 4 });
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 96 }).chain((n) =>
        fc.record({
          n: fc.constant(n),
          part: fc.array(whole, { minLength: n, maxLength: n }),
          shift: fc.nat(n - 1),
          divisor: fc.integer({ min: 2, max: n }),
          parts: fc.integer({ min: 2, max: 8 }),
        }),
      ),
      ({ n, part, shift, divisor, parts }) => {
        const sum = part.map((c) => parts * c);
        // A regular polygon of roots adds up to nothing.
        if (n % divisor === 0) for (let k = 0; k < divisor; k++) sum[(shift + (k * n) / divisor) % n]! += 1;
        expect(dividesEqually(sum, parts)).toBe(true);
        sum[shift]! += 1;
        expect(dividesEqually(sum, parts)).toBe(false);
      },
    ),
    { numRuns: NUM_RUNS },
  );
});

test('groups that do part into equal circuits are never refused', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 3, max: 24 }),
      fc.array(fc.nat(23), { minLength: 4, maxLength: 9 }),
      fc.integer({ min: 2, max: 3 }),
      (n, places, circuits) => {
        const coefficients = new Array<number>(n).fill(0);
        const groups = places.map((p): GroupSum => {
          coefficients[p % n]! += 1;
          const angle = (2 * Math.PI * (p % n)) / n;
          return { re: Math.cos(angle), im: Math.sin(angle), coils: 1, turns: 1, pitchSum: 1 };
        });
        if (partEqually(groups, circuits, 'neighbours'))
          expect(dividesEqually(coefficients, circuits)).toBe(true);
      },
    ),
    { numRuns: 400 },
  );
});

test.each([
  [264, 90],
  [222, 54],
  [288, 90],
  [102, 36],
])('no exchange of two groups of a phase makes %i slots with %i poles better balanced', (slots, poles) => {
  const sizes = unequalGroupSizes({ slots, poles });
  const bore = new GroupSector(slots, poles, slots, poles / 2, false);
  const least = bore.unbalance(sizes);
  for (let i = 0; i < sizes.length; i++)
    for (let j = i + 3; j < sizes.length; j += 3) {
      const other = sizes.slice();
      [other[i], other[j]] = [sizes[j]!, sizes[i]!];
      expect(compareUnbalance(bore.unbalance(other), least)).toBeGreaterThanOrEqual(0);
    }
});
