/** The order of the floor is one order, however the motors come, and nobody stands before who is more urgent. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { byRushAndPlace, placeBetween, placeOnFloor } from '../../index.ts';

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
  place: fc.option(fc.integer({ min: 1_700_000_000_000, max: 1_900_000_000_000 }), { nil: null }),
});
it('is the same in whatever order the motors come, and no later promise stands before a sooner one', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(motor, { selector: (m) => m.number, maxLength: 12 }),
      fc.infiniteStream(fc.nat()),
      (motors, order) => {
        const sorted = motors.toSorted(byRushAndPlace);
        const shuffled = motors
          .map((m) => ({ m, at: order.next().value as number }))
          .sort((a, b) => a.at - b.at)
          .map(({ m }) => m);
        expect(shuffled.sort(byRushAndPlace)).toEqual(sorted);
        for (const [i, m] of sorted.entries())
          for (const later of sorted.slice(i + 1)) {
            expect(later.rush && !m.rush).toBe(false);
            if (later.rush === m.rush) expect(placeOnFloor(later)).toBeGreaterThanOrEqual(placeOnFloor(m));
            if (later.rush === m.rush && placeOnFloor(later) === placeOnFloor(m))
              expect(later.number > m.number).toBe(true);
          }
      },
    ),
  );
});

it('stands where it was laid: between its neighbours, at the front, at the end', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(motor, { selector: (m) => m.number, minLength: 2, maxLength: 12 }),
      fc.nat(),
      fc.nat(),
      (motors, which, where) => {
        const all = motors.map((m) => ({ ...m, rush: false })).sort(byRushAndPlace);
        const moved = all[which % all.length]!;
        const others = all.filter((m) => m !== moved);
        const at = where % (others.length + 1);
        const [before, after] = [others[at - 1] ?? null, others[at] ?? null];
        // Between two of the same place the number decides: then there is no place between them.
        fc.pre(before === null || after === null || placeOnFloor(before) < placeOnFloor(after));
        const laid = { ...moved, place: placeBetween(before, after) };
        const order = [...others, laid].sort(byRushAndPlace);
        if (before) expect(order.indexOf(before)).toBeLessThan(order.indexOf(laid));
        if (after) expect(order.indexOf(laid)).toBeLessThan(order.indexOf(after));
      },
    ),
  );
});
