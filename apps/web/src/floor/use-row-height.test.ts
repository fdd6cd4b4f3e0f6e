/** Strips fill the sheet, and none is cut. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { rowsIn } from './use-row-height.ts';

it('shows whole strips only, high enough to be read, as many as there is room for', () => {
  fc.assert(
    fc.property(fc.integer({ min: 60, max: 2000 }), fc.integer({ min: 0, max: 400 }), (room, count) => {
      const { height, seen, air } = rowsIn(room, count);
      expect(height).toBeGreaterThanOrEqual(29);
      expect(height).toBeLessThanOrEqual(35);
      expect(seen * (height + 1)).toBeLessThanOrEqual(room);
      expect(seen).toBeLessThanOrEqual(count);
      if (seen < count) {
        expect(seen * (height + 1) + air).toBe(room);
        // No further one would fit, and what is left over is less than a line a strip.
        expect((seen + 1) * 30).toBeGreaterThan(room);
        if (height < 35) expect(room - seen * (height + 1)).toBeLessThan(seen);
      }
    }),
  );
});
