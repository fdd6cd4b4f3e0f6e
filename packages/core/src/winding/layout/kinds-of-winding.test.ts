/** Fields of direct-current machines, coils on teeth, bonding and slip rings: against published tables and a second way. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  fieldCoils,
  judgePoles,
  openRing,
  poleDrops,
  poleOrder,
  pulse,
  referredOhm,
  slotPoleRow,
  slotPoleTable,
  toothCircuits,
  toothCoils,
  toothFactor,
  waveDirection,
  type FieldFrame,
  type ToothSpec,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

describe('field poles', () => {
  const frame = (more: Partial<FieldFrame> = {}): FieldFrame => ({
    poles: 4,
    interpoles: 4,
    mode: 'motor',
    rotation: 'clockwise',
    ...more,
  });
  const order = (more: Partial<FieldFrame> = {}) => valueOf(poleOrder(frame(more))).join('');
  it('going round with the rotation a motor has its like interpole behind the pole, a generator ahead (Langsdorf, from memory)', () => {
    expect(order()).toBe('NnSsNnSs');
    expect(order({ rotation: 'counter-clockwise' })).toBe('NsSnNsSn');
    expect(order({ mode: 'generator' })).toBe('NsSnNsSn');
    expect(order({ interpoles: 2 })).toBe('NnS-NnS-');
    expect(order({ interpoles: 0, poles: 2 })).toBe('N-S-');
    expect(poleOrder(frame({ interpoles: 3 })).ok).toBe(false);
  });
  it('tells one crossed circuit from many poles, and everything reversed from a fault', () => {
    const walk = (found: string, more: Partial<FieldFrame> = {}) =>
      valueOf(judgePoles(valueOf(poleOrder(frame(more))), [...found]));
    expect(walk('NnSsNnSs')).toEqual({ wrongPlaces: [], interpolesAllReversed: false });
    expect(walk('SsNnSsNn')).toEqual({ wrongPlaces: [], interpolesAllReversed: false });
    expect(walk('NSSNNSSN')).toEqual({ wrongPlaces: [], interpolesAllReversed: true });
    expect(walk('SnNsSnNs')).toEqual({ wrongPlaces: [], interpolesAllReversed: true });
    expect(walk('NnNsNnSs')).toEqual({ wrongPlaces: [3], interpolesAllReversed: false });
    expect(walk('NsSsNnSs')).toEqual({ wrongPlaces: [2], interpolesAllReversed: false });
    expect(walk('NsS-NnS-', { interpoles: 2 })).toEqual({ wrongPlaces: [2], interpolesAllReversed: false });
  });
  it('drop from the mean, ohms and copper of coils', () => {
    expect(valueOf(poleDrops([54, 55, 56, 47])).deviationPercent[3]).toBeCloseTo((100 * (47 - 53)) / 53, 9);
    expect(poleDrops([0, 0]).ok).toBe(false);
    // 4 coils of 1000 turns of 0.5 m: 2000 m of 1 mm².
    const coils = { turns: 1000, meanTurnMm: 500, areaMm2: 1, coils: 4, circuits: 1, temperatureC: 20 };
    expect(valueOf(fieldCoils(coils))).toEqual({
      ohm: expect.closeTo(2000 / 58, 9) as unknown,
      copperKg: expect.closeTo(17.78, 9) as unknown,
    });
    expect(valueOf(fieldCoils({ ...coils, circuits: 2, temperatureC: 75 })).ohm).toBeCloseTo(
      (2000 / 58 / 4) * (309.5 / 254.5),
      9,
    );
  });
});

describe('coils on teeth', () => {
  // J. Cros and P. Viarouge 2002, N. Bianchi et al. 2006: tables of winding factors, from memory.
  it.each([
    [3, 2, 2, 0.866],
    [6, 4, 2, 0.866],
    [9, 8, 2, 0.945],
    [9, 10, 2, 0.945],
    [12, 8, 2, 0.866],
    [12, 10, 2, 0.933],
    [12, 14, 2, 0.933],
    [15, 14, 2, 0.951],
    [18, 16, 2, 0.945],
    [24, 22, 2, 0.949],
    [12, 10, 1, 0.966],
    [24, 20, 1, 0.966],
    [24, 22, 1, 0.958],
    [6, 4, 1, 0.866],
  ] as const)('%i slots, %i poles, %i layers: %f', (slots, poles, layers, factor) => {
    const spec = { slots, poles, layers };
    expect(toothFactor(spec, valueOf(toothCoils(spec)), poles / 2)).toBeCloseTo(factor, 3);
  });
  const specs = fc
    .record({
      thirds: fc.integer({ min: 1, max: 12 }),
      polePairs: fc.integer({ min: 1, max: 20 }),
      layers: fc.constantFrom(1 as const, 2 as const),
    })
    .map(({ thirds, polePairs, layers }): ToothSpec => ({
      slots: thirds * (layers === 2 ? 3 : 6),
      poles: 2 * polePairs,
      layers,
    }));
  it('the field drawn round the bore and taken apart by Fourier has the same waves, in the same directions', () => {
    fc.assert(
      fc.property(specs, fc.integer({ min: 1, max: 40 }), (spec, order) => {
        const coils = toothCoils(spec);
        fc.pre(coils.ok);
        if (!coils.ok) return;
        const wave = (current: (phase: string) => number) => {
          // Magnetomotive force of each tooth, its wave by integration over the tooth in steps.
          let [re, im] = [0, 0];
          const steps = 40;
          for (const { tooth, phase, sign } of coils.value)
            for (let i = 0; i < steps; i++) {
              const x = (2 * Math.PI * (tooth - 1 + (i + 0.5) / steps)) / spec.slots;
              re += (sign * current(phase) * Math.cos(order * x)) / steps;
              im += (sign * current(phase) * Math.sin(order * x)) / steps;
            }
          return { re, im };
        };
        const own = coils.value.filter((c) => c.phase === 'U').length;
        const one = wave((phase) => (phase === 'U' ? 1 : 0));
        // A tooth's wave is its coil factor over half its angle: turned back from amplitude to factor.
        const half = (Math.PI * order) / spec.slots;
        const stepped = Math.sin(half) / (40 * Math.sin(half / 40));
        fc.pre(Math.abs(stepped) > 1e-6);
        const factor = (Math.hypot(one.re, one.im) / own / Math.abs(stepped)) * Math.abs(Math.sin(half));
        expect(toothFactor(spec, coils.value, order)).toBeCloseTo(factor, 6);
        // Two instants: the wave has turned with or against rising teeth.
        const at = (time: number) =>
          wave((phase) => Math.cos(time - (2 * Math.PI * 'UVW'.indexOf(phase)) / 3));
        const [then, later] = [at(0), at(0.3)];
        const direction = waveDirection(spec, coils.value, order);
        const size = Math.hypot(then.re, then.im);
        if (direction === null) expect(size).toBeCloseTo(0, 6);
        else {
          const turned = Math.atan2(
            later.im * then.re - later.re * then.im,
            later.re * then.re + later.im * then.im,
          );
          expect(Math.abs(turned)).toBeCloseTo(0.3, 6);
          expect(turned > 0).toBe(direction === 'rising');
        }
      }),
      { numRuns: 200 },
    );
  });
  it('three phases are alike, each by a third of a turn', () => {
    fc.assert(
      fc.property(specs, (spec) => {
        const coils = toothCoils(spec);
        fc.pre(coils.ok);
        if (!coils.ok) return;
        const p = spec.poles / 2;
        const sum = (phase: string) =>
          coils.value
            .filter((c) => c.phase === phase)
            .reduce(
              ([re, im], { tooth, sign }) => {
                const angle = (2 * Math.PI * p * (tooth - 1)) / spec.slots;
                return [re! + sign * Math.cos(angle), im! + sign * Math.sin(angle)];
              },
              [0, 0],
            );
        const [u, v, w] = ['U', 'V', 'W'].map(sum) as [number[], number[], number[]];
        expect(Math.hypot(...v)).toBeCloseTo(Math.hypot(...u), 8);
        expect(u[0]! + v[0]! + w[0]!).toBeCloseTo(0, 8);
        expect(u[1]! + v[1]! + w[1]!).toBeCloseTo(0, 8);
        expect(Math.hypot(...u)).toBeGreaterThan(0.1);
      }),
    );
  });
  it('works, paths, cogging and pull as in the tables (Bianchi; Zhu and Howe: from memory)', () => {
    const row = (slots: number, poles: number, layers: 1 | 2 = 2) => slotPoleRow({ slots, poles, layers });
    expect(row(12, 10)).toMatchObject({
      works: true,
      circuits: [1, 2],
      cogging: 60,
      pullAtNoLoad: false,
      pullUnderLoad: false,
    });
    expect(row(9, 8)).toMatchObject({ circuits: [1], cogging: 72, pullAtNoLoad: true, pullUnderLoad: true });
    expect(row(12, 8)).toMatchObject({ circuits: [1, 2, 4], cogging: 24, pullUnderLoad: false });
    expect(row(9, 6)).toMatchObject({ works: true, circuits: [1, 3], cogging: 18 });
    expect(row(12, 6)).toMatchObject({ works: false, windingFactor: null, circuits: null, cogging: null });
    expect(row(9, 12)).toMatchObject({ works: true });
    expect(toothCircuits({ slots: 12, poles: 10, layers: 1 })).toEqual([1, 2]);
    const rows = slotPoleTable({ fromSlots: 1, toSlots: 12, fromPoles: 1, toPoles: 5, layers: 2 });
    expect(rows.map((r) => [r.slots, r.poles])).toEqual(
      [3, 6, 9, 12].flatMap((s) => [
        [s, 2],
        [s, 4],
      ]),
    );
    expect(slotPoleTable({ fromSlots: 3, toSlots: 13, fromPoles: 2, toPoles: 2, layers: 1 })).toHaveLength(2);
  });
});

describe('bonding pulse', () => {
  it('is the same integrated step by step, with amperes or volts held', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 120, max: 260, noNaN: true }),
        fc.boolean(),
        (bareMm, startC, toC, amperes) => {
          const areaMm2 = (Math.PI / 4) * bareMm ** 2;
          const held = amperes ? { currentA: 40 * areaMm2 } : { voltagePerMetre: 1.2 };
          const whole = valueOf(pulse({ areaMm2, startC, until: { toC }, held }));
          let temperature = startC;
          const steps = 20_000;
          for (let i = 0; i < steps; i++) {
            const ohm = ((1 / 58) * (1 + (temperature - 20) / 254.5)) / areaMm2;
            const watts = amperes ? held.currentA! ** 2 * ohm : held.voltagePerMetre! ** 2 / ohm;
            temperature += (watts * (whole.seconds / steps)) / (areaMm2 * 1e-6 * 8890 * 385);
          }
          expect(Math.abs(temperature - toC)).toBeLessThan(0.05);
          const timed = valueOf(pulse({ areaMm2, startC, until: { seconds: whole.seconds }, held }));
          expect(timed.endC).toBeCloseTo(toC, 6);
          expect(timed.endOhmRatio).toBeCloseTo((234.5 + toC) / (234.5 + startC), 9);
        },
      ),
      { numRuns: 20 },
    );
  });
  it('by the cold resistance it would seem a third too long at 200 °C', () => {
    const whole = valueOf(pulse({ areaMm2: 1, startC: 20, until: { toC: 200 }, held: { currentA: 60 } }));
    const coldWatts = 60 ** 2 / 58;
    const cold = (180 * 1e-6 * 8890 * 385) / coldWatts;
    expect(cold / whole.seconds).toBeCloseTo(1.32, 2);
  });
});

describe('slip rings', () => {
  const star = { connection: 'star', seriesTurns: 120, windingFactor: 0.955 } as const;
  const delta = { ...star, connection: 'delta' } as const;
  it('volts of the open rings as of a transformer', () => {
    const rotor = { connection: 'star', seriesTurns: 60, windingFactor: 0.955 } as const;
    expect(valueOf(openRing(400, star, rotor, 1, 50))).toEqual({
      ringV: expect.closeTo(200, 9) as unknown,
      ringHz: 50,
      ratio: 0.5,
    });
    expect(valueOf(openRing(400, delta, rotor, 0.04, 50)).ringV).toBeCloseTo(0.04 * 200 * Math.sqrt(3), 9);
    expect(valueOf(referredOhm(star, rotor, 0.2))).toBeCloseTo(0.4, 9);
    expect(valueOf(referredOhm(star, { ...rotor, connection: 'delta' }, 0.2))).toBeCloseTo(1.2, 9);
    const two = openRing(400, star, { ...rotor, phases: 2 }, 1, null);
    expect(two.ok || two.findings[0]!.code).toBe('wound-rotor.phases');
  });
  it('loses as much in the rotor as in the ohms that the stator sees', () => {
    // Rotor amperes of a phase are stator amperes over the ratio: the heat must be the same.
    const rotor = { connection: 'delta', seriesTurns: 48, windingFactor: 0.92 } as const;
    const ratio = valueOf(openRing(400, star, rotor, 1, null)).ratio;
    const ring = 0.3;
    const phaseOhm = (ring * 3) / 2;
    const rotorHeat = (10 / ratio) ** 2 * phaseOhm;
    expect(valueOf(referredOhm(star, rotor, ring)) * 10 ** 2).toBeCloseTo(rotorHeat, 9);
  });
});
