/** Waves from files: what their headings say, what they leave open, and what no comparison can be made of. */
import { describe, expect, it } from 'vitest';
import { readSurgeWaves } from '../src/index.ts';

const rows = (n: number, line: (i: number) => string) =>
  Array.from({ length: n }, (_, i) => line(i)).join('\n');
const wave = (i: number, v = 1600) => (v * Math.cos(i / 8) * Math.exp(-i / 60)).toFixed(2);
const csv = (heading: string, n = 200, step = 0.25) =>
  `${heading}\n${rows(n, (i) => `${(i * step).toFixed(4)};${wave(i)};${wave(i)};${wave(i)}`)}`;
const codes = (text: string, time?: 's' | 'ms' | 'us') => {
  const read = readSurgeWaves(text, time);
  return [read.ok, ...read.findings.map((f) => f.code)];
};

describe('waves from a file', () => {
  it('levels, phases and times from the heading', () => {
    const read = readSurgeWaves(csv('time µs;U 1600 V;V 1.6 kV;phase W @ 1600 V'));
    expect(read.ok && read.value.stepUs).toBeCloseTo(0.25, 9);
    expect(read.ok && read.value.waves.map((w) => [w.phase, w.setV])).toEqual([
      ['U', 1600],
      ['V', 1600],
      ['W', 1600],
    ]);
  });
  it('kilovolts in the cells, seconds in the times, a decimal comma', () => {
    const text = `t [s];U 1600 V [kV]\n${rows(50, (i) => `${(i * 1e-6).toFixed(7)};${(1.6 - i / 100).toFixed(2).replace('.', ',')}`)}`;
    const read = readSurgeWaves(text);
    expect(read.ok && read.value.waves[0]!.samples[0]).toBe(1600);
    expect(read.ok && read.value.stepUs).toBeCloseTo(1, 9);
  });
  it('a time without a unit is asked about, and the answer counts', () => {
    expect(codes(csv('time;U 1600 V;V 1600 V;W 1600 V'))).toEqual([false, 'waves.time-unit-unknown']);
    const read = readSurgeWaves(csv('time;U 1600 V;V 1600 V;W 1600 V'), 'ms');
    expect(read.ok && read.value.stepUs).toBeCloseTo(250, 9);
  });
  it('a level that nobody wrote is taken from the wave and said', () => {
    expect(codes(csv('time µs;U;V;W'))).toEqual([true, 'waves.level-assumed']);
  });
  it.each([
    ['no column of a phase', csv('time µs;A;B;C'), 'waves.column-missing'],
    [
      'a gap in time',
      `time µs;U 1600 V\n${rows(20, (i) => `${i < 10 ? i : i + 3};${wave(i)}`)}`,
      'waves.uneven',
    ],
    [
      'a cell that is no figure',
      `time µs;U 1600 V\n${rows(20, (i) => `${i};${i === 7 ? 'over' : wave(i)}`)}`,
      'waves.row-broken',
    ],
    ['one phase twice at a level', csv('time µs;U 1600 V;U 1600 V;W 1600 V'), 'waves.twice'],
    ['nine samples', `time µs;U 1600 V\n${rows(9, (i) => `${i};${wave(i)}`)}`, 'waves.too-short'],
    ['nothing', '', 'waves.empty'],
  ])('%s is refused', (_, text, code) => expect(codes(text)).toEqual([false, code]));
  it('a hundred thousand samples are thinned, and that is said', () => {
    const read = readSurgeWaves(csv('time µs;U 1600 V;V 1600 V;W 1600 V', 100_000, 0.01));
    expect(read.ok && read.value.waves.every((w) => w.samples.length <= 5000)).toBe(true);
    expect(read.findings.map((f) => f.code)).toEqual(['waves.thinned']);
    expect(read.ok && read.value.stepUs).toBeCloseTo(0.2, 6);
  });
});
