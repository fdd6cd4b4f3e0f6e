/** Time at temperature, against counting it in slices of a second. First principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minutesAbove } from '../../index.ts';

interface Reading {
  readonly minute: number;
  readonly value: number;
}

/** Temperature between readings on a straight line. */
function temperatureAt(log: readonly Reading[], minute: number): number {
  const next = log.findIndex((p) => p.minute >= minute);
  if (next <= 0) return log[0]!.value;
  const [a, b] = [log[next - 1]!, log[next]!];
  return a.value + ((b.value - a.value) * (minute - a.minute)) / (b.minute - a.minute);
}
function bySlices(log: readonly Reading[], threshold: number) {
  const slice = 1 / 60;
  let total = 0;
  let run = 0;
  let longest = 0;
  for (let m = slice / 2; m < log.at(-1)!.minute; m += slice) {
    if (temperatureAt(log, m) >= threshold) {
      total += slice;
      run += slice;
      longest = Math.max(longest, run);
    } else run = 0;
  }
  return { total, longest };
}
const log = fc
  .array(fc.record({ gap: fc.integer({ min: 1, max: 40 }), value: fc.integer({ min: 100, max: 160 }) }), {
    minLength: 2,
    maxLength: 12,
  })
  .map((steps) => {
    let minute = -steps[0]!.gap;
    return steps.map(({ gap, value }): Reading => ({ minute: (minute += gap), value: value + 0.5 }));
  });

describe('time at temperature', () => {
  it('in all and unbroken, agrees with slices of a second', () => {
    fc.assert(
      fc.property(log, fc.integer({ min: 110, max: 150 }), (points, threshold) => {
        const exact = minutesAbove(points, threshold);
        const counted = bySlices(points, threshold);
        // Each crossing may lose up to one slice.
        expect(Math.abs(exact.total - counted.total)).toBeLessThan(points.length / 60);
        expect(Math.abs(exact.longest - counted.longest)).toBeLessThan(2 / 60);
      }),
      { numRuns: 60 },
    );
  });
  it('a higher threshold never counts more, a reading put in on the line changes nothing', () => {
    fc.assert(
      fc.property(log, fc.integer({ min: 110, max: 150 }), (points, threshold) => {
        const exact = minutesAbove(points, threshold);
        expect(minutesAbove(points, threshold + 3).total).toBeLessThanOrEqual(exact.total + 1e-9);
        const middle = (points[0]!.minute + points[1]!.minute) / 2;
        const finer = [
          points[0]!,
          { minute: middle, value: temperatureAt(points, middle) },
          ...points.slice(1),
        ];
        expect(minutesAbove(finer, threshold).total).toBeCloseTo(exact.total, 9);
      }),
    );
  });
});
