/** Words of a unit's life never cover each other, in whatever rows they stand. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { placeLabels, type LifeLabel } from './life-labels.ts';

const label = fc.record({
  start: fc.integer({ min: 0, max: 800 }),
  wide: fc.integer({ min: 20, max: 140 }),
});
const apart = (list: readonly LifeLabel[]) =>
  list.every((a, i) =>
    list.slice(i + 1).every((b) => a.start + a.wide < b.start || b.start + b.wide < a.start),
  );

test('no two share a place, also of neighbouring rows', () => {
  fc.assert(
    fc.property(fc.array(fc.array(label, { maxLength: 9 }), { minLength: 1, maxLength: 3 }), (rows) => {
      const places = placeLabels(rows);
      const at = (row: number, place: 'up' | 'down') =>
        (rows[row] ?? []).filter((_, i) => places[row]![i] === place);
      rows.forEach((row, r) => {
        expect(places[r]).toHaveLength(row.length);
        expect(apart(at(r, 'up'))).toBe(true);
        expect(apart([...at(r, 'down'), ...(r + 1 < rows.length ? at(r + 1, 'up') : [])])).toBe(true);
        // The first of a row has nothing of its own row in its way.
        if (row.length > 0) expect(places[r]![0]).not.toBeNull();
      });
    }),
  );
});
