/** Cure, heat-up and cooling: published values, fine time steps as a second way, and logs that lie. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  activationEnergy,
  controllerOf,
  cureRate,
  equivalentMinutes,
  fastestCooling,
  firstMinute,
  fitsOven,
  forecast,
  lagOfOven,
  lumpAfter,
  lumpUnder,
  partState,
  readOven,
  readProgramme,
  tauOfLog,
  tauOfMass,
  type HeatProgramme,
  type LogPoint,
  type Oven,
  type OvenLag,
} from '../../index.ts';

const BAKE: HeatProgramme = {
  name: 'Bake 138',
  kind: 'cure',
  targetC: 138,
  minutes: 360,
  toleranceK: 5,
  mostC: null,
  coolingKPerHour: null,
  activationJPerMol: null,
};
const codes = (list: readonly { readonly code: string }[]) => list.map((f) => f.code);

describe('cure at another temperature', () => {
  it('has the activation energy of the textbook: twice as fast from 25 to 35 °C is 52.9 kJ/mol', () => {
    // P. Atkins, J. de Paula: Physical Chemistry, Arrhenius parameters (from memory).
    expect(activationEnergy({ celsius: 25, minutes: 20 }, { celsius: 35, minutes: 10 })! / 1000).toBeCloseTo(
      52.9,
      1,
    );
    expect(activationEnergy({ celsius: 25, minutes: 10 }, { celsius: 35, minutes: 20 })).toBeNull();
    expect(activationEnergy({ celsius: 25, minutes: 10 }, { celsius: 25, minutes: 20 })).toBeNull();
    expect(activationEnergy({ celsius: 60, minutes: 24 }, { celsius: 60.0001, minutes: 1 })).toBeNull();
    expect(activationEnergy({ celsius: 130, minutes: 900 }, { celsius: 133, minutes: 1 })).toBeNull();
  });
  it('gives both lines of the sheet back, whichever is the reference', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 80, max: 180 }),
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 5, max: 1000 }),
        fc.double({ min: 1.1, max: 8, noNaN: true }),
        (celsius, hotter, minutes, faster) => {
          const [a, b] = [
            { celsius, minutes },
            { celsius: celsius + hotter, minutes: minutes / faster },
          ];
          const energy = activationEnergy(a, b)!;
          // Two lines that no material has are refused.
          fc.pre(energy !== null);
          expect(cureRate(b.celsius, a.celsius, energy)).toBeCloseTo(faster, 6);
          const held = (p: { celsius: number; minutes: number }) =>
            equivalentMinutes(
              [
                { minute: 0, value: p.celsius },
                { minute: p.minutes, value: p.celsius },
              ],
              a.celsius,
              energy,
              Infinity,
            );
          expect(held(a)).toBeCloseTo(minutes, 6);
          expect(held(b)).toBeCloseTo(minutes, 5);
        },
      ),
    );
  });
  it('is integrated between readings: a coarse log agrees with slices of a second', () => {
    const energy = 90_000;
    const log = [
      { minute: 0, value: 22 },
      { minute: 28, value: 96 },
      { minute: 57, value: 141 },
      { minute: 85, value: 130 },
      { minute: 110, value: 60 },
    ];
    let slices = 0;
    for (let i = 1; i < log.length; i++) {
      const [a, b] = [log[i - 1]!, log[i]!];
      const n = (b.minute - a.minute) * 60;
      for (let k = 0; k < n; k++)
        slices += cureRate(a.value + ((b.value - a.value) * (k + 0.5)) / n, 138, energy) / 60;
    }
    expect(equivalentMinutes(log, 138, energy)).toBeCloseTo(slices, 4);
    // The mean temperature of each span alone would be wrong by a tenth at least.
    const means = log
      .slice(1)
      .reduce(
        (s, p, i) => s + (p.minute - log[i]!.minute) * cureRate((p.value + log[i]!.value) / 2, 138, energy),
        0,
      );
    expect(Math.abs(means - slices) / slices).toBeGreaterThan(0.1);
  });
  it('counts nothing for what nobody measured', () => {
    const log = [
      { minute: 0, value: 138 },
      { minute: 60, value: 138 },
    ];
    expect(equivalentMinutes(log, 138, 90_000)).toBe(0);
    expect(equivalentMinutes(log, 138, 90_000, 60)).toBeCloseTo(60, 9);
  });
});

describe('a part that follows the air', () => {
  it('is 63.2 % there after one time constant, 95.0 % after three, and runs one time constant behind a ramp', () => {
    // First-order lag, Newton's law of cooling: F. Incropera, D. DeWitt, lumped capacitance (from memory).
    const share = (n: number) => (lumpAfter(50 * n, 20, 120, 0, 50) - 20) / 100;
    expect(share(1)).toBeCloseTo(0.632, 3);
    expect(share(3)).toBeCloseTo(0.95, 2);
    const long = 1000;
    expect(20 + 2 * long - lumpAfter(long, 20, 20, 2, 50)).toBeCloseTo(2 * 50, 3);
  });
  it('agrees with fine time steps under any air', () => {
    const stretch = fc.record({
      span: fc.integer({ min: 5, max: 240 }),
      airC: fc.integer({ min: 15, max: 360 }),
      rate: fc.double({ min: -3, max: 6, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(stretch, { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 10, max: 200 }),
        fc.integer({ min: 5, max: 200 }),
        (stretches, partC, tau) => {
          let from = 0;
          const air = stretches.map(({ span, airC, rate }) => {
            const s = { from, airC, rate };
            from += span;
            return s;
          });
          const { partAt, airAt } = lumpUnder(air, partC, tau);
          let part = partC;
          const dt = 1 / 60;
          for (let k = 0; k < from * 60; k++) {
            // Heun's step, the air taken inside the step.
            const m = k * dt;
            const slope = (airAt(m) - part) / tau;
            part += (dt * (slope + (airAt(m + dt * (1 - 1e-9)) - part - slope * dt) / tau)) / 2;
          }
          expect(Math.abs(partAt(from - 1e-9) - part)).toBeLessThan(0.05);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('is found again in its own log, and in a log with a wandering sensor', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 180 }), fc.integer({ min: 1, max: 20 }), (tau, every) => {
        const { partAt, airAt } = lumpUnder(
          [
            { from: 0, airC: 24, rate: 5 },
            { from: 22, airC: 134, rate: 0 },
          ],
          22,
          tau,
        );
        const log = Array.from({ length: Math.ceil(400 / every) }, (_, i) => ({
          minute: i * every,
          partC: partAt(i * every) + 0.2 * Math.sin(i * 2.3),
          airC: airAt(i * every),
        }));
        const found = tauOfLog(log);
        if (found !== null) expect(Math.abs(found / tau - 1)).toBeLessThan(0.12);
        else expect(every * 4).toBeGreaterThan(tau / 4);
      }),
      { examples: [[12, 14]] },
    );
  });
  it('learns an oven from its loads, and one that went wrong does not shift it', () => {
    const pasts = [20, 45, 118, 168, 60, 75].map((massKg) => ({ massKg, tau: 9 * Math.cbrt(massKg) }));
    const lag = lagOfOven(pasts);
    const withWrong = lagOfOven([...pasts, { massKg: 80, tau: 900 }]);
    expect(tauOfMass(withWrong, 100) / tauOfMass(lag, 100)).toBeCloseTo(1, 1);
    expect(lag.coefficient).toBeGreaterThan(9);
    expect(lag.coefficient).toBeLessThan(11);
    expect(lagOfOven([]).from).toBe(0);
    expect(lagOfOven([]).spread).toBeGreaterThan(lag.spread);
  });
  it('is looked for to the second', () => {
    expect(firstMinute((m) => m >= 12.345, 0, 100, 2)).toBeCloseTo(12.345, 1);
    expect(firstMinute(() => false, 0, 100)).toBeNull();
    expect(firstMinute(() => true, 7, 100)).toBe(7);
  });
});

/** A bake that follows the model exactly, read every so many minutes. */
function bake(tau: number, until: number, every = 5): LogPoint[] {
  const { partAt, airAt } = lumpUnder(
    [
      { from: 0, airC: 24, rate: 4 },
      { from: 28.5, airC: 138, rate: 0 },
    ],
    24,
    tau,
  );
  return Array.from({ length: Math.floor(until / every) + 1 }, (_, i) => ({
    minute: i * every,
    partC: partAt(i * every),
    airC: airAt(i * every),
  }));
}
const LAG: OvenLag = { coefficient: 11, spread: 0.3, from: 0 };

describe('where a part stands', () => {
  it('heats, is at temperature, is done; the clock of the air is ahead', () => {
    expect(partState(BAKE, []).phase).toBe('no-readings');
    expect(partState(BAKE, bake(55, 60)).phase).toBe('heating');
    const hot = partState(BAKE, bake(55, 400));
    expect(hot.phase).toBe('at-temperature');
    expect(hot.owedMin).toBeCloseTo(360 - hot.heldMin, 9);
    expect(hot.airAheadMin).toBeGreaterThan(100);
    expect(codes(hot.findings)).toContain('heat.air-ahead');
    expect(partState(BAKE, bake(55, 620)).phase).toBe('done');
  });
  it('says a limit that was passed, a fall that was too fast, a power cut, and too long a bake', () => {
    const burn: HeatProgramme = { ...BAKE, kind: 'burn-off', targetC: 350, mostC: 370, coolingKPerHour: 60 };
    const log = (temperatures: readonly number[]) =>
      temperatures.map((partC, i) => ({ minute: 10 * i, partC, airC: partC + 5 }));
    expect(codes(partState(burn, log([20, 150, 300, 372, 350])).findings)).toContain('heat.limit-passed');
    expect(codes(partState(burn, log([20, 150, 300, 370, 350])).findings)).not.toContain('heat.limit-passed');
    const fast = partState(burn, log([350, 349, 335, 300, 260]));
    expect(fast.coolingKPerHour).toBeCloseTo(240, 6);
    expect(codes(fast.findings)).toContain('heat.cooled-too-fast');
    expect(partState(BAKE, log([20, 80, 120, 136, 137, 110, 90])).phase).toBe('cooling-early');
    const long = partState({ ...BAKE, minutes: 60, activationJPerMol: 90_000 }, bake(30, 420));
    expect(codes(long.findings)).toContain('heat.over-baked');
  });
  it('counts by equivalence where the sheet gives two lines: warmer minutes are worth more', () => {
    const two: HeatProgramme = {
      ...BAKE,
      activationJPerMol: activationEnergy({ celsius: 138, minutes: 360 }, { celsius: 150, minutes: 180 }),
    };
    const warm = bake(40, 400).map((p) => ({ ...p, partC: p.partC + 8 }));
    expect(partState(two, warm).countedMin).toBeGreaterThan(partState(BAKE, warm).countedMin);
    expect(partState(BAKE, warm).equivalentMin).toBeNull();
  });
  it('does not take a wandering sensor for a fall', () => {
    const wander = Array.from({ length: 200 }, (_, i) => ({ minute: i / 6, partC: 138 + 0.6 * (-1) ** i }));
    expect(fastestCooling(wander)).toBeLessThan(10);
  });
  it('finds sensors that are stuck or changed over', () => {
    const stuck = Array.from({ length: 20 }, (_, i) => ({ minute: 5 * i, partC: 24, airC: 24 + 5 * i }));
    expect(codes(partState(BAKE, stuck).findings)).toContain('log.sensor-stuck');
    const swapped = bake(55, 300).map(({ minute, partC, airC }) => ({ minute, partC: airC!, airC: partC }));
    expect(codes(partState(BAKE, swapped).findings)).toContain('log.sensors-swapped');
  });
});

describe('when it will be ready', () => {
  const oven = { rate: 4, roomC: 22, lag: LAG };
  const cold = { minute: 0, partC: 24, airC: 24 };
  it('agrees with the course of a part that follows the model', () => {
    const tau = tauOfMass(LAG, 118);
    const f = forecast(BAKE, oven, 118, cold, [], { owedMin: 360 }, [60, 40]);
    const real = bake(tau, 1000, 1);
    const reached = real.find((p) => p.partC >= 133)!.minute;
    expect(Math.abs(f.atTemperature!.likely - reached)).toBeLessThan(1.5);
    expect(f.done!.likely - f.atTemperature!.likely).toBeCloseTo(360, 6);
    expect(f.atTemperature!.early).toBeLessThan(f.atTemperature!.likely);
    expect(f.atTemperature!.late).toBeGreaterThan(f.atTemperature!.likely);
    expect(f.colder[1]!.at!.likely).toBeGreaterThan(f.colder[0]!.at!.likely);
    expect(f.from).toBe('its mass, assumed');
  });
  it('narrows as its own log grows, and what is still owed shrinks with it', () => {
    const log = bake(80, 240);
    const last = log.at(-1)!;
    const state = partState(BAKE, log);
    const start = { minute: last.minute, partC: last.partC, airC: last.airC! };
    const f = forecast(BAKE, oven, 118, start, log, state, [60]);
    expect(f.from).toBe('its own log');
    expect(f.tau).toBeCloseTo(80, 0);
    const before = forecast(BAKE, oven, 118, cold, [], { owedMin: 360 }, [60]);
    expect(f.done!.late - f.done!.early).toBeLessThan(before.done!.late - before.done!.early);
    // The whole course of a part with this lag: at temperature, then six hours.
    const real = bake(80, 1000, 1).find((p) => p.partC >= 133)!.minute + 360;
    expect(Math.abs(f.done!.likely - real)).toBeLessThan(4);
  });
  it('asks for a colder room than the shop is for nothing, and cools slowly in the oven where it has to', () => {
    expect(forecast(BAKE, oven, 30, cold, [], { owedMin: 360 }, [20]).colder[0]!.at).toBeNull();
    const burn: HeatProgramme = { ...BAKE, kind: 'burn-off', targetC: 350, mostC: 370, coolingKPerHour: 60 };
    const hot = { minute: 0, partC: 350, airC: 350 };
    const slow = forecast(burn, oven, 30, hot, [], { owedMin: 0 }, [60]).colder[0]!.at!.likely;
    const free = forecast({ ...burn, coolingKPerHour: null }, oven, 30, hot, [], { owedMin: 0 }, [60])
      .colder[0]!.at!.likely;
    expect(slow).toBeGreaterThan(free);
  });
  it('never says that a part without heat is ready', () => {
    const weak: HeatProgramme = { ...BAKE, activationJPerMol: 90_000, targetC: 138 };
    const f = forecast(weak, { ...oven, rate: 1e-9 }, 118, cold, [], { owedMin: 360 }, [60]);
    expect(f.done).toBeNull();
    expect(f.colder[0]!.at).toBeNull();
  });
});

describe('programmes and ovens as typed', () => {
  const typed = { name: 'Bake', kind: 'cure', target: '280 F', minutes: '6 h' };
  it('reads both units, and asks what can be read in two ways', () => {
    const { programme } = readProgramme(typed);
    expect(programme?.targetC).toBeCloseTo(137.8, 1);
    expect(programme?.minutes).toBe(360);
    expect(codes(readProgramme({ ...typed, target: '280' }).findings)).toEqual([
      'programme.celsius-or-fahrenheit',
    ]);
    expect(codes(readProgramme({ ...typed, minutes: '6' }).findings)).toContain('programme.hours-or-minutes');
    expect(readProgramme({ ...typed, minutes: '6' }).programme).toBeNull();
    expect(codes(readProgramme({ name: 'x' }).findings)).toContain('programme.missing');
  });
  it('wants the limit of the part for a burn-off, and both halves of a second line', () => {
    const burn = { name: 'B', kind: 'burn-off', target: '350', minutes: '5 h' };
    expect(codes(readProgramme(burn).findings)).toEqual(['programme.no-limit']);
    expect(codes(readProgramme({ ...burn, most: '340' }).findings)).toEqual(['programme.limit-below']);
    expect(readProgramme({ ...burn, most: '370' }).programme).not.toBeNull();
    expect(codes(readProgramme({ ...typed, otherTarget: '150 C' }).findings)).toEqual([
      'programme.half-line',
    ]);
    expect(codes(readProgramme({ ...typed, otherTarget: '150 C', otherMinutes: '8 h' }).findings)).toEqual([
      'programme.lines-contradict',
    ]);
    expect(
      readProgramme({ ...typed, otherTarget: '150 C', otherMinutes: '3 h' }).programme?.activationJPerMol,
    ).toBeGreaterThan(50_000);
  });
  it('refuses what does not go together in one oven', () => {
    const { oven } = readOven({
      name: 'Oven 2',
      occupies: 'Cure',
      hottest: '200',
      mass: '150 kg',
      width: '1200',
      depth: '1400',
    });
    const part = (massKg: number) => ({ name: '1', massKg });
    const check = (programme: HeatProgramme, ...parts: Parameters<typeof fitsOven>[2]) =>
      codes(fitsOven(oven as Oven, programme, parts));
    expect(check(BAKE, part(100))).toEqual([]);
    expect(check(BAKE, part(100), part(50))).toEqual([]);
    expect(check(BAKE, part(100), part(50.1))).toEqual(['oven.too-heavy']);
    expect(check({ ...BAKE, targetC: 210 }, part(10))).toEqual(['oven.too-cold']);
    const wide = (acrossMm: number) => ({ ...part(10), acrossMm });
    expect(check(BAKE, wide(700), wide(700))).toEqual([]);
    expect(check(BAKE, wide(900), wide(900))).toEqual(['oven.crowded']);
    expect(check(BAKE, wide(1300))).toEqual(['oven.too-small']);
  });
  it('knows an address of a controller from anything else', () => {
    expect(controllerOf('127.0.0.1:4471/2')).toEqual({ host: '127.0.0.1', port: 4471, channel: 2 });
    for (const wrong of ['', 'http://x:80/1', '127.0.0.1:4471', '127.0.0.1:99999/1', 'a b:4471/1'])
      expect(controllerOf(wrong)).toBeNull();
    expect(
      codes(readOven({ name: 'O', occupies: 'Cure', hottest: '200', controller: 'oven two' }).findings),
    ).toEqual(['oven.no-address']);
  });
});
