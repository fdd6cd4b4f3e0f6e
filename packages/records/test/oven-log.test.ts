import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readOvenLog } from '../src/index.ts';

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
    ['comma, minutes', 'time,part,air\n0,24.5,30\n10,60,120.5\n'],
    ['semicolon, decimal comma', 'Time;Part °C;Air °C\n0;24,5;30\n10;60;120,5\n'],
    ['byte-order mark, carriage returns', '\ufefftime,part,air\r\n0,24.5,30\r\n10,60,120.5\r\n'],
    ['tabs', 'min\tstator\toven\n0\t24.5\t30\n10\t60\t120.5'],
    ['clock', 'time,part,air\n06:00,24.5,30\n06:10,60,120.5'],
    [
      'date and time, other order',
      'air,part,time\n30,24.5,2026-03-18T06:00:00\n120.5,60,2026-03-18 06:10:00',
    ],
    ['quoted, blank lines first', '\n"time","part","air"\n"0","24.5","30"\n\n"10","60","120.5"'],
  ])('%s', (_name, csv) => {
    const r = points(csv);
    expect(r.value).toEqual(expected);
    expect(r.findings).toEqual([]);
  });

  it('turns °F in the heading into °C', () => {
    // 280 °F is 137.8 °C.
    expect(points('time,part (°F)\n0,280\n5,280').value[0]!.partC).toBeCloseTo(137.78, 2);
  });

  it('goes on over midnight', () => {
    const minutes = points('time,part\n23:50,130\n00:10,135\n01:00,138').value.map((p) => p.minute);
    expect(minutes).toEqual([0, 20, 70]);
  });

  it('leaves a broken row out, names its line, keeps the rest', () => {
    const r = points('time,part\n0,24\n10,hot\nsoon,50\n20,60\n15,61\n');
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
    ['time,part\n0,20', 'log.too-short'],
    ['time,part\nx,y\nz,w', 'log.too-short'],
  ])('refuses %j: %s', (csv, code) => {
    const r = readOvenLog(csv);
    expect(r.ok).toBe(false);
    expect(r.findings.map((f) => f.code)).toContain(code);
  });

  it('says that the air alone cannot show the cure', () => {
    const r = readOvenLog('time,air\n0,20\n10,138');
    expect(r.findings[0]!.because).toMatch(/part’s own thermocouple/);
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
