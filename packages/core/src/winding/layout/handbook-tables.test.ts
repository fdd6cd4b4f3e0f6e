/** Whole tables of published values, row by row, against the computation. */
import { describe, expect, it } from 'vitest';
import {
  enamelledDiameterMm,
  gaugeDiameterMm,
  permissibleUnbalance,
  pitchFactor,
  PREFERRED_DIAMETERS_MM,
  proposePoles,
  turnAreaMm2,
  windingFactor,
} from '../../index.ts';
import { lap } from '../../../test/lap.ts';

// Source: tables of distribution factors for 60° belts, Liwschitz-Garik & Whipple, A-C Machines (from memory), magnitudes.
const DISTRIBUTION: readonly (readonly [q: number, ...factors: number[]])[] = [
  [2, 0.966, 0.259, 0.259, 0.966, 0.966],
  [3, 0.96, 0.218, 0.177, 0.177, 0.218],
  [4, 0.958, 0.205, 0.158, 0.126, 0.126],
  [5, 0.957, 0.2, 0.149, 0.11, 0.102],
  [6, 0.956, 0.197, 0.145, 0.102, 0.092],
];
const ORDERS = [1, 5, 7, 11, 13];

describe('distribution factors by slots per pole and phase', () => {
  it.each(DISTRIBUTION.flatMap(([q, ...factors]) => factors.map((f, i) => [q, ORDERS[i]!, f] as const)))(
    'q = %i, order %i: %f',
    (q, order, factor) => {
      for (const poles of [2, 4, 6]) {
        const layout = lap(3 * q * poles, poles, 3 * q);
        const nu = order * layout.polePairs;
        expect(windingFactor(layout, nu) / pitchFactor(layout, nu)).toBeCloseTo(factor, 2);
      }
    },
  );
});

// Source: pitch factor sin(h·π/2·y/τ), tabulated in the same handbook (from memory).
describe('pitch factors by the share of the pole pitch', () => {
  it.each([
    [12, 12, 1, 1],
    [12, 11, 1, 0.991],
    [12, 10, 1, 0.966],
    [12, 9, 1, 0.924],
    [12, 8, 1, 0.866],
    [9, 8, 1, 0.985],
    [9, 7, 1, 0.94],
    [9, 6, 1, 0.866],
    [6, 5, 1, 0.966],
    [6, 5, 5, 0.259],
    [6, 5, 7, 0.259],
    // Two thirds of the pole pitch leave no third harmonic, four fifths no fifth, six sevenths no seventh.
    [9, 6, 3, 0],
    [15, 12, 5, 0],
    [21, 18, 7, 0],
  ])('pole pitch %i slots, coil %i, order %i: %f', (polePitch, pitch, order, factor) => {
    const layout = lap(4 * polePitch, 4, pitch);
    expect(pitchFactor(layout, order * 2)).toBeCloseTo(factor, 3);
  });
});

// Source: tooth-coil winding factors by slots and poles, tabulated in the literature on concentrated windings (from memory).
describe('coils on single teeth', () => {
  it.each([
    [6, 4, 0.866],
    [9, 6, 0.866],
    [9, 8, 0.945],
    [9, 10, 0.945],
    [12, 10, 0.933],
    [12, 14, 0.933],
    [15, 14, 0.951],
    [18, 16, 0.945],
    [24, 20, 0.933],
    [24, 22, 0.949],
  ])('%i slots, %i poles: %f', (slots, poles, factor) => {
    expect(windingFactor(lap(slots, poles, 1))).toBeCloseTo(factor, 3);
  });
});

// Source: wire gauge tables after ASTM B258, diameters in inches and areas in mm² (from memory).
describe('gauge wire', () => {
  it.each([
    ['10', 0.1019, 5.261],
    ['12', 0.0808, 3.309],
    ['14', 0.0641, 2.081],
    ['15', 0.0571, 1.65],
    ['16', 0.0508, 1.309],
    ['17', 0.0453, 1.038],
    ['18', 0.0403, 0.823],
    ['19', 0.0359, 0.653],
    ['20', 0.032, 0.518],
    ['22', 0.0253, 0.326],
    ['24', 0.0201, 0.205],
    ['26', 0.0159, 0.129],
    ['28', 0.0126, 0.081],
    ['30', 0.01, 0.0509],
  ])('#%s: %f in, %f mm²', (gauge, inches, area) => {
    const diameter = gaugeDiameterMm(gauge)!;
    expect(diameter / 25.4).toBeCloseTo(inches, 3);
    expect(turnAreaMm2([{ count: 1, bareDiameterMm: diameter }]) / area).toBeCloseTo(1, 2);
  });
  // Common practice, no source: three gauges up halves the copper, six halves the diameter.
  it('three sizes halve the area, six the diameter', () => {
    const d = (n: number) => gaugeDiameterMm(String(n))!;
    for (let n = 4; n < 36; n++) {
      expect((d(n) / d(n + 3)) ** 2).toBeCloseTo(2, 1);
      expect(d(n) / d(n + 6)).toBeCloseTo(2, 1);
    }
  });
  it.each(['-1', '45', '18.3', 'x', '00000'])('has no #%s', (gauge) => {
    expect(gaugeDiameterMm(gauge)).toBeNull();
  });
});

describe('enamel', () => {
  it('grows with the grade and with the wire, row by row and between the rows', () => {
    let last = 0;
    for (const bare of PREFERRED_DIAMETERS_MM) {
      const over = ([1, 2, 3] as const).map((g) => enamelledDiameterMm(bare, g));
      expect(over[0]).toBeGreaterThan(bare);
      expect(over[1]).toBeGreaterThan(over[0]!);
      expect(over[2]).toBeGreaterThan(over[1]!);
      expect(over[1]).toBeGreaterThan(last);
      last = over[1]!;
      const between = enamelledDiameterMm(bare * 1.01);
      expect(between - bare * 1.01).toBeGreaterThanOrEqual(over[1]! - bare - 1e-9);
    }
  });
});

// Source: ISO 21940-11:2016, permissible specific unbalance e_per = G·60000/(2π·n) in µm, read off its chart (from memory).
describe('permissible specific unbalance', () => {
  it.each([
    [2.5, 3000, 7.96],
    [2.5, 1500, 15.9],
    [6.3, 3000, 20.1],
    [6.3, 1000, 60.2],
    [1, 3000, 3.18],
    [16, 1500, 101.9],
  ])('G %f at %i rpm: %f µm', (grade, speed, micrometres) => {
    // One kilogram: g·mm per kg are micrometres.
    expect(permissibleUnbalance(grade, 1, speed) / micrometres).toBeCloseTo(1, 2);
  });
});

// Synchronous speeds, 120·f / poles: first principles; rated speeds as they stand on plates, common practice, no source.
describe('poles from rated speeds', () => {
  it.each([
    [50, 2, [2990, 2950, 2870, 2780]],
    [50, 4, [1490, 1475, 1440, 1380]],
    [50, 6, [990, 970, 935]],
    [50, 8, [740, 720, 690]],
    [50, 10, [590, 575]],
    [50, 12, [490, 480]],
    [60, 2, [3580, 3530, 3450]],
    [60, 4, [1785, 1760, 1725]],
    [60, 6, [1185, 1160, 1140]],
    [60, 8, [885, 870]],
  ] as const)('%i Hz, %i poles', (frequency, poles, speeds) => {
    for (const speed of speeds) {
      const proposed = proposePoles(speed, frequency)!;
      expect(proposed.poles).toBe(poles);
      expect(proposed.slip).toBeCloseTo(1 - (speed * poles) / (120 * frequency), 12);
    }
  });
});
