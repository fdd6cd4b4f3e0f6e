/** The line of what happened: in order, on the sheet, nights pressed together, and nothing that a clock could break. */
import { ROUTES, stationsOf } from '@norther/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { visitTimeline, workingScale, type TimelineOptions } from '../src/index.ts';

const HOUR = 3_600_000;
const NOW = new Date(2026, 2, 18, 11, 12).getTime();
const ago = (h: number) => new Date(NOW - h * HOUR).toISOString();

describe('working time', () => {
  it('rises with time, shows work wide and nights narrow', () => {
    const from = new Date(2026, 2, 16, 8).getTime();
    const to = new Date(2026, 2, 18, 12).getTime();
    const { x, nights, days } = workingScale(from, to, 0, 1000, [from, to, from + 24 * HOUR]);
    expect(x(from)).toBe(0);
    expect(x(to)).toBeCloseTo(1000, 6);
    const at = (day: number, hour: number) => x(new Date(2026, 2, day, hour).getTime());
    expect((at(17, 12) - at(17, 9)) / 3).toBeCloseTo((8 * (at(17, 3) - at(16, 21))) / 6, 6);
    expect(days).toHaveLength(3);
    expect(nights).toHaveLength(2);
  });
  it('never runs backwards, whatever the hours', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 2, maxLength: 12 }), (hours) => {
        const from = NOW - Math.max(...hours, 1) * HOUR;
        const { x } = workingScale(
          from,
          NOW,
          70,
          1200,
          hours.map((h) => NOW - h * HOUR),
        );
        const places = hours.toSorted((a, b) => b - a).map((h) => x(NOW - h * HOUR));
        for (let i = 1; i < places.length; i++)
          expect(places[i]!).toBeGreaterThanOrEqual(places[i - 1]! - 1e-9);
        for (const p of places) expect(p).toBeGreaterThanOrEqual(70);
      }),
    );
  });
});

describe('what happened', () => {
  const route = ROUTES[0]!;
  const stations = stationsOf(route);
  const options = (done: number, promised: number | null): TimelineOptions => ({
    route,
    steps: stations.slice(0, done).map((s, i) => ({
      station: s.id,
      takenAt: ago(200 - 8 * i),
      takenBy: 'Olav Tindal',
      signedAt: i === done - 1 ? null : ago(196 - 8 * i),
      signedBy: 'Olav Tindal',
    })),
    holds: [{ body: 'stator', raisedAt: ago(30), clearedAt: null }],
    readings: [
      { body: 'stator', at: ago(60), text: 'core loss 3.4 %', verdict: 'sound', history: false },
      { body: 'stator', at: ago(199), text: 'insulation 0.4 MΩ', verdict: 'stop', history: true },
      { body: 'rotor', at: ago(20), text: 'rotor balance 0.6', verdict: 'watch', history: false },
    ],
    arrivedAt: ago(202),
    shippedAt: null,
    promisedAt: promised === null ? null : ago(-promised),
    now: NOW,
    width: 1250,
  });
  const textsOf = (o: TimelineOptions) =>
    visitTimeline(o).marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));

  it('names stations, readings, holds, the clock and the promise', () => {
    const texts = textsOf(options(8, 40));
    for (const word of ['Data', 'core loss 3.4 %', 'held 30 h', '11:12']) expect(texts).toContain(word);
    expect(texts.some((t) => t.startsWith('promised'))).toBe(true);
    expect(textsOf(options(8, -5)).some((t) => t.startsWith('late'))).toBe(true);
    expect(textsOf(options(8, 4000)).some((t) => t.endsWith('→'))).toBe(true);
  });
  it('draws photos on the line of hours, those of one moment as one with their count', () => {
    const photos = [ago(200), ago(199.9), ago(199.8), ago(60)];
    expect(textsOf({ ...options(8, 40), photos })).toEqual(expect.arrayContaining(['photos', '3']));
    expect(textsOf(options(8, 40))).not.toContain('photos');
    const outside = visitTimeline({ ...options(8, 40), photos }).marks.filter(
      (m) => m.kind === 'text' && (m.x < 0 || m.x > 1250),
    );
    expect(outside).toEqual([]);
  });
  it('says a wait that is longer than a shift', () => {
    const o = options(3, null);
    const waits = { ...o, steps: o.steps.map((s, i) => (i === 2 ? { ...s, takenAt: ago(60) } : s)) };
    expect(textsOf(waits).some((t) => t.startsWith('waited'))).toBe(true);
  });
  it('stays on the sheet at every stage of the work, on every route', () => {
    for (const r of ROUTES)
      for (let done = 0; done <= stationsOf(r).length; done++) {
        const o = { ...options(0, 30), route: r };
        const scene = visitTimeline({
          ...o,
          steps: stationsOf(r)
            .slice(0, done)
            .map((s, i) => ({
              station: s.id,
              takenAt: ago(200 - 9 * i),
              takenBy: 'Olav Tindal',
              signedAt: ago(196 - 9 * i),
              signedBy: 'Olav Tindal',
            })),
        });
        for (const m of scene.marks)
          if (m.kind === 'text') {
            expect(m.x).toBeGreaterThanOrEqual(0);
            expect(m.x).toBeLessThanOrEqual(1250);
          } else expect(m.d).not.toMatch(/NaN|Infinity/);
      }
  });
});
