import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minutesAbove } from '@norther/core';
import { readOvenLog, writeOvenLog } from '../src/index.ts';

const points = (csv: string) => {
  const r = readOvenLog(csv);
  if (!r.ok) throw new Error(r.findings.map((f) => f.message).join('; '));
  return r;
};

describe('oven logs as they come', () => {
  const expected = [
    { minute: 0, partC: 24.5, airC: 30 },
    { minute: 10, partC: 60, airC: 120.5 },
  ];
  it.each([
    ['comma, minutes', 'time min,part °C,air °C\n0,24.5,30\n10,60,120.5\n'],
    ['semicolon, decimal comma', 'Time (min);Part °C;Air °C\n0;24,5;30\n10;60;120,5\n'],
    ['byte-order mark, carriage returns', '\ufeffminutes,part C,air C\r\n0,24.5,30\r\n10,60,120.5\r\n'],
    ['tabs', 'min\tstator [°C]\toven [°C]\n0\t24.5\t30\n10\t60\t120.5'],
    ['clock', 'time,part,air\n06:00,24.5 °C,30 °C\n06:10,60 °C,120.5 °C'],
    [
      'date and time, other order',
      'air,part Celsius,time\n30,24.5,2026-03-18T06:00:00\n120.5,60,2026-03-18 06:10:00',
    ],
    ['quoted, blank lines first', '\n"time min","part °C","air"\n"0","24.5","30"\n\n"10","60","120.5"'],
  ])('%s', (_name, csv) => {
    const r = points(csv);
    expect(r.value).toEqual(expected);
    expect(r.findings).toEqual([]);
  });

  it('turns °F in the heading into °C', () => {
    // 280 °F is 137.8 °C.
    expect(points('time min,part (°F)\n0,280\n5,280').value[0]!.partC).toBeCloseTo(137.78, 2);
  });

  it('goes on over midnight', () => {
    const minutes = points('time,part °C\n23:50,130\n00:10,135\n01:00,138').value.map((p) => p.minute);
    expect(minutes).toEqual([0, 20, 70]);
  });

  it('leaves a broken row out, names its line, keeps the rest', () => {
    const r = points('time min,part °C\n0,24\n10,hot\nsoon,50\n20,60\n15,61\n');
    expect(r.value.map((p) => p.minute)).toEqual([0, 20]);
    expect(r.findings.map((f) => f.message)).toEqual([
      'Line 3 of the log is left out: “hot” is no temperature of the part.',
      'Line 4 of the log is left out: “soon” is no time.',
      'Line 6 of the log is left out: its time is not later than the line before.',
    ]);
  });

  it.each([
    ['', 'log.empty'],
    ['time,air\n0,20\n10,138', 'log.column-missing'],
    ['0,20\n10,138', 'log.column-missing'],
    ['time min,part °C\n0,20', 'log.too-short'],
    ['time min,part °C\nx,y\nz,w', 'log.too-short'],
  ])('refuses %j: %s', (csv, code) => {
    const r = readOvenLog(csv);
    expect(r.ok).toBe(false);
    expect(r.findings.map((f) => f.code)).toContain(code);
  });

  it('says that the air alone cannot show the cure', () => {
    const r = readOvenLog('time,air\n0,20\n10,138');
    expect(r.findings[0]!.because).toMatch(/part’s own thermocouple/);
  });

  it.each<[string, string, number | string]>([
    ['°F in brackets', 'time min,Part [°F]\n0,280\n5,280', 137.78],
    ['Fahrenheit in words', 'time min,Part Fahrenheit\n0,280\n5,280', 137.78],
    ['°F before the sensor', 'time min,°F TC2\n0,280\n5,280', 137.78],
    ['°F in the cells', 'time min,part\n0,280 °F\n5,280 °F', 137.78],
    ['kelvin', 'time min,part K\n0,411\n5,411', 137.85],
    ['nobody says', 'time min,part\n0,138\n5,138', 'log.unit-unknown'],
    ['seconds', 'Time (s),part °C\n0,20\n600,138', 138],
    ['no unit of time', 'time,part °C\n0,20\n600,138', 'log.time-unit-unknown'],
    ['a set point before the part', 'time min,Part setpoint °C,Part °C\n0,138,20\n10,138,60', 60],
    ['only a set point', 'time min,Part setpoint °C\n0,138\n10,138', 'log.column-missing'],
    ['an alarm', 'time min,part alarm,part °C\n0,1,20\n10,1,60', 60],
    ['a second sensor that stayed cold', 'time min,Part 1 °C,Part 2 °C\n0,20,20\n10,138,40', 40],
    ['an open sensor', 'time min,part °C\n0,20\n10,1372', 'log.sensor-open'],
    ['commas for both', 'time min,part °C,air °C\n0,24,5,30,0\n10,60,0,120,5', 'log.commas'],
    ['semicolons and decimal commas', 'Zeit min;Part °C\n0;20,5\n10;1.038,5', 'log.sensor-open'],
  ])('%s', (_name, csv, expected) => {
    const r = readOvenLog(csv);
    if (typeof expected === 'string') {
      expect(r.ok).toBe(false);
      expect(r.findings.map((f) => f.code)).toContain(expected);
    } else expect(r.ok && r.value.at(-1)!.partC).toBeCloseTo(expected, 1);
  });

  it('takes what a person answers where the log does not say', () => {
    const r = readOvenLog('time,part\n0,280\n3600,280', { unit: 'F', time: 's' });
    expect(r.ok && r.value.at(-1)).toMatchObject({ minute: 60 });
    expect(r.ok && r.value[0]!.partC).toBeCloseTo(137.78, 2);
    const clock = readOvenLog('time mm:ss,part °C\n0:00,20\n90:30,138');
    expect(clock.ok && clock.value.at(-1)!.minute).toBeCloseTo(90.5, 9);
  });

  it('reads a log of a second for a day and a half, thinned to what says the same', () => {
    const rows = Array.from(
      { length: 130_000 },
      (_, i) => `${i},${(138 - 115 * Math.exp(-i / 4000)).toFixed(2)}`,
    );
    const r = readOvenLog(`time s,part °C\n${rows.join('\n')}`);
    if (!r.ok) throw new Error(r.findings[0]!.message);
    expect(r.value.length).toBeLessThan(10_000);
    const whole = rows.map((row) => {
      const [s, c] = row.split(',').map(Number);
      return { minute: s! / 60, value: c! };
    });
    const thin = r.value.map((p) => ({ minute: p.minute, value: p.partC }));
    for (const at of [60, 100, 133, 137])
      expect(Math.abs(minutesAbove(thin, at, 30).longest - minutesAbove(whole, at).longest)).toBeLessThan(3);
    for (let i = 1; i < r.value.length; i++)
      expect(r.value[i]!.minute - r.value[i - 1]!.minute).toBeLessThanOrEqual(10.1);
  });

  it('of months is refused in words, and is never read for ever', () => {
    const minutes = Array.from({ length: 130_000 }, (_, i) => `${i},${20 + Math.min(118, i / 100)}`);
    const r = readOvenLog(`time min,part °C\n${minutes.join('\n')}`);
    expect(r.ok).toBe(false);
    expect(r.findings.at(-1)!.message).toContain('90 days');
    // The same number of lines over a week is a log like any other.
    const seconds = minutes.map((_, i) => `${5 * i},${20 + Math.min(118, i / 100)}`);
    expect(readOvenLog(`time s,part °C\n${seconds.join('\n')}`).ok).toBe(true);
  });

  it('never throws, whatever the file holds', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('t', 'i', 'part', 'time', ',', ';', '\n', '1', '9', ':', '"', '.', ' '),
        }),
        (csv) => {
          const r = readOvenLog(csv);
          if (r.ok)
            for (const p of r.value) expect(Number.isFinite(p.partC) && Number.isFinite(p.minute)).toBe(true);
        },
      ),
      { numRuns: 500 },
    );
  });
});

it('of a long file reads as the same again from the short table that is kept of it', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.double({ min: 0.01, max: 9, noNaN: true }),
          fc.double({ min: 15, max: 180, noNaN: true }),
        ),
        {
          minLength: 3,
          maxLength: 60,
        },
      ),
      fc.boolean(),
      (steps, air) => {
        let minute = 0;
        const rows = steps.map(([dt, c], i) => {
          if (i > 0) minute += dt;
          return `${minute};${c}${air ? `;${c + 4}` : ''}`;
        });
        const first = readOvenLog(`time min;part °C${air ? ';air °C' : ''}\n${rows.join('\n')}`);
        if (!first.ok) throw new Error(first.findings[0]!.code);
        const again = readOvenLog(writeOvenLog(first.value));
        expect(again.ok && again.value).toEqual(first.value);
      },
    ),
  );
});
