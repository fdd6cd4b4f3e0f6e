import fc from 'fast-check';
import { expect, it } from 'vitest';
import { isoOf } from '../src/motors/rows-from-json.ts';

it('instants as PostgreSQL writes them become ours, whatever the fraction and the zone', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date('1970-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
      (date) => {
        const iso = date.toISOString();
        // Noughts at the end of the fraction are left away, and a whole second has none.
        const written = `${iso.replace(/\.?0*Z$/, '')}+00:00`;
        expect(isoOf(written)).toBe(iso);
        expect(isoOf(iso)).toBe(iso);
      },
    ),
  );
  expect(isoOf('2026-03-18T08:30:00.25+02:30')).toBe('2026-03-18T06:00:00.250Z');
  expect(isoOf(null)).toBeNull();
});
