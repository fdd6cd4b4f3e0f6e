/** Temperature rise by resistance: from the figures at switch-off, whatever way they were come by. */
import { describe, expect, it } from 'vitest';
import { judgeTest, type Typed } from '../../index.ts';

const plate = { powerKw: 11, insulationClass: 'F' } as const;
const sound = { coldOhm: '1.25', coldTemperature: '22', hotOhm: '1.56', delay: '25 s', coolant: '26' };
const outcomeOf = (more: Typed, of: object = plate) =>
  judgeTest('temperature-rise', { ...sound, ...more }, { plate: of });
const judged = (more: Typed, of: object = plate) => {
  const outcome = outcomeOf(more, of);
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join(' '));
  return outcome.judgement;
};
const rise = (more: Typed) => judged(more).figures[0]!.figure.value;

describe('rise by resistance', () => {
  it('by hand: 1.56/1.25·(235 + 22) − 235 − 26 K', () => {
    expect(rise({})).toBeCloseTo((1.56 / 1.25) * 257 - 261, 9);
    expect(judged({}).verdict).toBe('sound');
  });
  it('a first reading in time stands; later the curve is carried back, and gives what it was made with', () => {
    // Down to the air's 26 °C: R(air) = 1.25·(261/257); time constant 200 s from 1.62 Ω.
    const air = 1.25 * (261 / 257);
    const at = (t: number) => air + (1.62 - air) * Math.exp(-t / 200);
    const curve = [60, 90, 130, 200].map((t) => `${t} s; ${at(t).toFixed(5)} Ω`).join('\n');
    const late = { hotOhm: at(60).toFixed(5), delay: '60 s', curve };
    expect(rise(late)).toBeCloseTo((1.62 / 1.25) * 257 - 261, 1);
    expect(judged(late).verdict).toBe('sound');
    const without = judged({ hotOhm: at(60).toFixed(5), delay: '60 s' });
    expect([without.verdict, without.reasons.join(' ')]).toEqual([
      'watch',
      expect.stringContaining('carried back'),
    ]);
    // Exactly thirty seconds is in time for 50 kW and less.
    expect(judged({ delay: '30 s' }).verdict).toBe('sound');
  });
  it.each([
    ['over the class', { hotOhm: '1.95' }, plate, 'stop'],
    ['no class and nothing agreed', {}, { powerKw: 11 }, 'watch'],
    ['no power on the plate', {}, { insulationClass: 'F' }, 'watch'],
    ['hardly warm', { hotOhm: '1.30' }, plate, 'watch'],
    [
      'readings that do not cool',
      { delay: '90 s', curve: '90 s; 1.5 Ω\n120 s; 1.51 Ω\n150 s; 1.5 Ω' },
      plate,
      'watch',
    ],
  ])('%s is never sound', (_, more, of, verdict) => expect(judged(more, of).verdict).toBe(verdict));
  it.each([
    ['hot and cold exchanged', { hotOhm: '1.2' }, 'rise.not-hotter'],
    ['a delay that may be seconds or minutes', { delay: '25' }, 'rise.delay-unit'],
    ['a time without a unit', { curve: '40; 1.5 Ω' }, 'rise.curve-unreadable'],
    ['times that run back', { curve: '40 s; 1.5 Ω\n20 s; 1.4 Ω' }, 'rise.time-runs-back'],
  ])('%s is refused', (_, more, code) => {
    const outcome = outcomeOf(more);
    expect(outcome.ok).toBe(false);
    expect(outcome.findings.map((f) => f.code)).toContain(code);
  });
});
