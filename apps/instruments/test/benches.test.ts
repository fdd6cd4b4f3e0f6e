/** The stand-in balancing machine and surge tester: their physics, and what they say on the line. */
import { describe, expect, it } from 'vitest';
import { Balancer } from '../src/balancer.ts';
import { SurgeTester } from '../src/surge-tester.ts';

const readings = (run: string) =>
  [...run.matchAll(/[ab]=([\d.]+)@([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])]);

describe('the balancing machine', () => {
  it('has not measured before it was spun, and says the same run again and again', () => {
    const b = new Balancer();
    expect(b.answer('LAST')).toMatch(/^ERR/);
    const run = b.answer('SPIN');
    expect(run).toMatch(/^RUN 1 rpm=\d+\.\d a=[\d.]+@[\d.]+ b=[\d.]+@[\d.]+ unit=mm\/s$/);
    expect(b.answer('LAST')).toBe(run);
  });
  it('reads nothing once the weights are where the unbalance is not', () => {
    const b = new Balancer({
      hidden: [
        [1400, 30],
        [700, 200],
      ],
      radiiMm: [100, 100],
      noise: 0,
    });
    b.answer('PUT A 14@210');
    b.answer('PUT B 7@20');
    expect(Math.max(...b.unbalance())).toBeLessThan(1e-9);
    for (const [size] of readings(b.answer('SPIN'))) expect(size).toBe(0);
    b.answer('BARE');
    expect(b.unbalance()[0]).toBeCloseTo(1400, 9);
  });
  it('twice the unbalance reads twice as much at the same angle', () => {
    const of = (g: number) =>
      readings(
        new Balancer({
          hidden: [
            [g, 75],
            [0, 0],
          ],
          noise: 0,
        }).answer('SPIN'),
      );
    const [one, two] = [of(1000), of(2000)];
    one.forEach(([size, angle], i) => {
      expect(two[i]![0]! / size!).toBeCloseTo(2, 2);
      expect(two[i]![1]).toBe(angle);
    });
  });
  it('a mark that moves turns every angle', () => {
    const b = new Balancer({ noise: 0 });
    const before = readings(b.answer('SPIN'));
    b.answer('FAULT mark 60');
    const after = readings(b.answer('SPIN'));
    after.forEach(([, angle], i) =>
      expect((((angle! - before[i]![1]!) % 360) + 360) % 360).toBeCloseTo(60, 5),
    );
    expect(b.answer('PUT C 5@5')).toMatch(/^ERR/);
  });
});

describe('the surge tester', () => {
  const wave = (t: SurgeTester, phase: string, volts: number) =>
    t
      .answer('WAVES')
      .split('\n')
      .find((l) => l.startsWith(`${phase} set=${volts}V`))!
      .split(' ')
      .slice(2)
      .map(Number);
  it('remembers every pulse, all on one time base', () => {
    const t = new SurgeTester();
    expect(t.answer('WAVES')).toMatch(/^ERR/);
    t.answer('PULSE ALL 800');
    t.answer('PULSE ALL 1600');
    const lines = t.answer('WAVES').split('\n');
    expect(lines[0]).toBe('WAVES n=6 samples=640 step=0.25us');
    expect(lines.at(-1)).toBe('END');
    expect(wave(t, 'V', 1600)).toHaveLength(640);
  });
  it('closed turns shorten the ring from their volts on, and not below', () => {
    const t = new SurgeTester();
    t.answer('WINDING turns W 1400');
    t.answer('PULSE ALL 800');
    t.answer('PULSE ALL 1600');
    const crossing = (v: readonly number[], n: number) => {
      let seen = 0;
      return v.findIndex((x, i) => i > 0 && x * v[i - 1]! < 0 && ++seen === n);
    };
    const late = (phase: string, volts: number) => crossing(wave(t, phase, volts), 6);
    expect(Math.abs(late('W', 800) - late('U', 800))).toBeLessThanOrEqual(2);
    expect(late('W', 1600)).toBeLessThan(late('U', 1600) - 5);
  });
});
