/** Lines through readings of years: the day a limit is met, how sure that is, and when nothing may be said. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { figuresOverTime, higherIsBetter, judgeTest, lowerIsBetter, sayTrend, trendOf } from '../../index.ts';

const YEAR = 365.25 * 86_400_000;
const at = (years: number) => Date.UTC(2020, 0, 1) + years * YEAR;
const shaking = lowerIsBetter({ from: 0, watch: 1.5, limit: 2.2, to: 5, name: 'limit', source: 'made up' });
const insulation = higherIsBetter({
  from: 1,
  limit: 5,
  sound: 15,
  to: 10_000,
  name: 'least',
  source: 'made up',
  kind: 'log',
});

describe('a trend', () => {
  it('meets the limit where the line does, exactly when nothing scatters', () => {
    const t = trendOf(
      [0, 1, 2, 3].map((y) => ({ at: at(y), value: 0.9 + 0.2 * y })),
      shaking,
    )!;
    expect(t.perYear).toBeCloseTo(0.2);
    expect((t.meets!.at - at(0)) / YEAR).toBeCloseTo(6.5, 6);
    expect(t.meets!.to! - t.meets!.from).toBeLessThan(86_400_000);
  });
  it('is a factor a year where the scale is logarithmic', () => {
    const t = trendOf(
      [0, 1, 2, 3].map((y) => ({ at: at(y), value: 4000 / 2 ** y })),
      insulation,
    )!;
    expect(t.perYear).toBeCloseTo(0.5);
    expect((t.meets!.at - at(0)) / YEAR).toBeCloseTo(Math.log2(4000 / 5), 6);
    expect(sayTrend(t, 'MΩ')).toContain('multiplied by 0.5');
  });
  it('holds its day between the two ends nineteen times in twenty', () => {
    // Second way: many histories of a machine whose true day is known.
    let random = 12_345;
    const even = () => (random = (random * 16807) % 2147483647) / 2147483647;
    const bell = () => Math.sqrt(-2 * Math.log(even())) * Math.cos(2 * Math.PI * even());
    let inside = 0;
    const times = 2000;
    for (let i = 0; i < times; i++) {
      const t = trendOf(
        [0, 1, 2, 3, 4, 5].map((y) => ({ at: at(y), value: 0.5 + 0.2 * y + 0.05 * bell() })),
        shaking,
      )!;
      const day = at(8.5);
      if (t.meets && t.meets.from <= day && (t.meets.to === null || t.meets.to >= day)) inside++;
    }
    expect(inside / times).toBeGreaterThan(0.93);
    expect(inside / times).toBeLessThan(0.97);
  });
  it('says nothing of the future from two readings, from scatter, or where it goes the other way', () => {
    expect(trendOf([{ at: at(0), value: 1 }], shaking)).toBeNull();
    expect(
      trendOf(
        [0, 1].map((y) => ({ at: at(y), value: 1 + y / 10 })),
        shaking,
      )!.meets,
    ).toBeNull();
    expect(
      trendOf(
        [1, 1.4, 0.9, 1.3].map((value, y) => ({ at: at(y), value })),
        shaking,
      )!.doubt,
    ).toContain('scatter');
    expect(
      trendOf(
        [1.5, 1.3, 1.1, 0.9].map((value, y) => ({ at: at(y), value })),
        shaking,
      )!.meets,
    ).toBeNull();
    expect(
      trendOf(
        [1, 1.0001, 1.0002, 1.0003].map((value, y) => ({ at: at(y), value })),
        shaking,
      )!.doubt,
    ).toContain('25 years');
    // Past its limit already: there is no day to come.
    expect(
      trendOf(
        [2, 2.2, 2.4, 2.6].map((value, y) => ({ at: at(y), value })),
        shaking,
      )!.meets,
    ).toBeNull();
  });
  it('never names a day between the readings and the last of them when it still held then', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 2.1, noNaN: true }), { minLength: 3, maxLength: 8 }),
        (values) => {
          const t = trendOf(
            values.map((value, y) => ({ at: at(y), value })),
            shaking,
          );
          if (t?.meets) expect(t.meets.at).toBeGreaterThanOrEqual(at(values.length - 1) - 1);
        },
      ),
    );
  });
});

it('sets the same figure of several visits and sisters in one row, without what proves nothing', () => {
  const reading = (mmS: string, takenAt: string, more: object = {}) => ({
    kind: 'vibration' as const,
    stage: 'final' as const,
    takenAt,
    outcome: judgeTest(
      'vibration',
      {
        unit: 'mm/s rms',
        speed: '1460',
        shaftHeight: '160',
        driveH: mmS,
        driveV: '0.1',
        fanH: '0.1',
        fanV: '0.1',
      },
      { plate: {} },
    ),
    voided: null,
    withdrawn: null,
    ...more,
  });
  const [row, ...rest] = figuresOverTime([
    {
      number: '2',
      sister: false,
      readings: [reading('1', '2026-01-01'), reading('9', '2026-01-02', { withdrawn: {} })],
    },
    { number: '1', sister: false, readings: [reading('0.5', '2024-01-01')] },
    { number: '7', sister: true, readings: [reading('0.7', '2025-01-01')] },
  ]);
  expect(rest).toEqual([]);
  expect(row!.readings.map((r) => [r.number, r.value, r.sister])).toEqual([
    ['1', 0.5, false],
    ['7', 0.7, true],
    ['2', 1, false],
  ]);
});
