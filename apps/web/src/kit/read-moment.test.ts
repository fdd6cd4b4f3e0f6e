/** Days as people write them; what can be read in two ways is asked about. */
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { showMoment } from './moments.ts';
import { isoOfMoment, keptMoment, momentOfIso, readMoment } from './read-moment.ts';

// A Saturday.
const now = new Date(2026, 10, 28, 14, 30);

test.each([
  ['4 Dec 18:00', '2026-12-04T18:00'],
  ['4th december 2026', '2026-12-04T16:00'],
  ['2026-12-04 18:00', '2026-12-04T18:00'],
  ['4.12.2026 07:15', '2026-12-04T07:15'],
  ['3 Jan', '2027-01-03T16:00'],
  ['fri 18:00', '2026-12-04T18:00'],
  ['Sat 9:00', '2026-12-05T09:00'],
  ['sat 18:00', '2026-11-28T18:00'],
  ['18:00', '2026-11-28T18:00'],
  ['9:00', '2026-11-29T09:00'],
])('“%s” is %s', (typed, kept) => {
  expect(keptMoment(typed, now)).toBe(kept);
});

test.each(['12/04/2026', '4/12', '31 Feb 2026', '25:00', 'soon', '4 Dec 18'])(
  '“%s” is asked about',
  (typed) => {
    const read = readMoment(typed, now);
    expect(read.ok).toBe(false);
    // What was typed is kept until it can be read.
    expect(keptMoment(typed, now)).toBe(typed);
    expect(isoOfMoment(typed)).toBeNull();
  },
);

test('what is shown reads as the same moment again, to the minute, and an instant comes back', () => {
  fc.assert(
    fc.property(
      fc.date({ min: new Date(2020, 0, 1), max: new Date(2090, 0, 1), noInvalidDate: true }),
      (date) => {
        const at = new Date(date);
        at.setSeconds(0, 0);
        const read = readMoment(showMoment(at), now);
        expect(read).toEqual({ ok: true, value: at });
        expect(isoOfMoment(momentOfIso(at.toISOString()))).toBe(at.toISOString());
      },
    ),
    { numRuns: 200 },
  );
});
