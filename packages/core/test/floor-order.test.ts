/** The order of the floor is one order, however the motors come, and nobody stands before who is more urgent. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { byRushAndPromise } from '../src/index.ts';

const motor = fc.record({
  number: fc.string({ minLength: 1, maxLength: 3 }),
  rush: fc.boolean(),
  promisedAt: fc.option(
    fc.constantFrom(
      '2026-11-30T08:00:00.000Z',
      // The same instant, written in another place.
      '2026-11-30T09:00:00.000+01:00',
      '2026-12-01T08:00:00.000Z',
      '2026-12-24T12:00:00.000Z',
    ),
    { nil: null },
  ),
});
const when = (m: { promisedAt: string | null }) =>
  m.promisedAt === null ? Infinity : Date.parse(m.promisedAt);

it('is the same in whatever order the motors come, and no later promise stands before a sooner one', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(motor, { selector: (m) => m.number, maxLength: 12 }),
      fc.infiniteStream(fc.nat()),
      (motors, order) => {
        const sorted = motors.toSorted(byRushAndPromise);
        const shuffled = motors
          .map((m) => ({ m, at: order.next().value as number }))
          .sort((a, b) => a.at - b.at)
          .map(({ m }) => m);
        expect(shuffled.sort(byRushAndPromise)).toEqual(sorted);
        for (const [i, m] of sorted.entries())
          for (const later of sorted.slice(i + 1)) {
            expect(later.rush && !m.rush).toBe(false);
            if (later.rush === m.rush) expect(when(later)).toBeGreaterThanOrEqual(when(m));
            if (later.rush === m.rush && when(later) === when(m)) expect(later.number > m.number).toBe(true);
          }
      },
    ),
  );
});
