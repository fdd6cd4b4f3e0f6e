/** What is calculated for tests, against published worked examples and tables. */
import { describe, expect, it } from 'vitest';
import {
  bearingFrequencies,
  breakdown,
  chartConstants,
  classEfficiencyPercent,
  codeLetter,
  convertQuantity,
  convertVibration,
  coolingByThree,
  correctionWithoutPhase,
  fitCircuit,
  highPotentialLevel,
  judgeTest,
  insulationFigures,
  journalRule,
  lifeFactor,
  loopIron,
  machinePoint,
  negativeSequenceShare,
  permissibleUnbalance,
  ringResistance,
  riseByResistance,
  surgeLevels,
  trialWeight,
} from '../index.ts';
import { valueOf } from '../../test/value-of.ts';

describe('induction machine', () => {
  // S. J. Chapman, Electric Machinery Fundamentals, 5th ed., examples 6-3 and 6-5 (from memory): 460 V, 25 hp, 60 Hz, four poles.
  const circuit = { r1Ohm: 0.641, x1Ohm: 1.106, r2Ohm: 0.332, x2Ohm: 0.464, xmOhm: 26.3, rfeOhm: null };
  const supply = { voltageV: 460, frequencyHz: 60, poles: 4 };
  it('running at a slip of 2.2 %', () => {
    const p = machinePoint(circuit, supply, 0.022, 1100, 0);
    expect(p.currentA).toBeCloseTo(18.88, 1);
    expect(p.powerFactor).toBeCloseTo(0.833, 2);
    expect(p.inputW / 12_530).toBeCloseTo(1, 2);
    expect(p.airGapW / 11_845).toBeCloseTo(1, 2);
    expect(p.airGapTorqueNm).toBeCloseTo(62.8, 1);
    expect(p.shaftTorqueNm!).toBeCloseTo(56.9, 0);
    expect(p.efficiency!).toBeCloseTo(0.837, 2);
  });
  it('largest torque, which the book takes from a rounded Thevenin circuit', () => {
    const b = breakdown(circuit, supply);
    expect(b.theveninV).toBeCloseTo(255.2, 0);
    expect(b.theveninROhm).toBeCloseTo(0.59, 2);
    expect(b.slip).toBeCloseTo(0.198, 2);
    expect(b.torqueNm / 229).toBeCloseTo(1, 1);
  });
  it('the four ways of fitting agree where they must', () => {
    // A. E. Fitzgerald et al., Electric Machinery, 6th ed., example 6.5 (from memory): 7.5 hp, 220 V, 60 Hz, four poles.
    const tests = {
      noLoad: { voltageV: 219, currentA: 5.7, powerW: 380, statorOhm: 0.262 },
      locked: { voltageV: 26.5, currentA: 18.57, powerW: 675, frequencyHz: 15, statorOhm: 0.262 },
      frequencyHz: 60,
      x1Share: 0.3,
    };
    const rotational = valueOf(fitCircuit('shared', tests)).rotationalW;
    expect(rotational).toBeCloseTo(354, 0);
    const c = valueOf(fitCircuit('shared', tests)).circuit;
    expect(c.x1Ohm).toBeCloseTo(0.633, 1);
    expect(c.x2Ohm).toBeCloseTo(1.47, 1);
    expect(c.xmOhm).toBeCloseTo(21.2, 0);
    expect(c.r2Ohm).toBeCloseTo(0.447, 1);
  });
  it('code letters of NEMA MG 1: 5.6 to 6.29 is G', () => {
    expect(codeLetter(5.59)).toBe('F');
    expect(codeLetter(5.6)).toBe('G');
    expect(codeLetter(6.29)).toBe('G');
    expect(codeLetter(0)).toBe('A');
    expect(codeLetter(30)).toBe('V');
  });
});

describe('efficiency classes at 50 Hz', () => {
  // IEC 60034-30-1:2014, tables of nominal limits (from memory), rounded there to a tenth.
  it.each([
    ['IE1', 2, 0.75, 72.1],
    ['IE1', 4, 11, 87.6],
    ['IE1', 6, 7.5, 84.7],
    ['IE2', 2, 5.5, 87],
    ['IE2', 4, 0.75, 79.6],
    ['IE2', 4, 7.5, 88.7],
    ['IE2', 6, 22, 90.9],
    ['IE2', 8, 11, 86.9],
    ['IE3', 2, 75, 94.7],
    ['IE3', 4, 0.12, 64.8],
    ['IE3', 4, 0.37, 77.3],
    ['IE3', 4, 0.75, 82.5],
    ['IE3', 4, 11, 91.4],
    ['IE3', 4, 200, 96],
    ['IE3', 6, 7.5, 89.1],
    ['IE3', 8, 7.5, 87.3],
    ['IE4', 2, 0.75, 83.5],
    ['IE4', 4, 0.12, 69.8],
    ['IE4', 4, 0.55, 83.9],
    ['IE4', 4, 22, 94.5],
    ['IE4', 6, 22, 93.7],
    ['IE4', 8, 30, 92.7],
  ] as const)('%s, %d poles, %d kW: %d %%', (of, poles, kw, percent) => {
    expect(Math.abs(valueOf(classEfficiencyPercent(of, poles, kw, 50)) - percent)).toBeLessThan(0.11);
  });
});

describe('insulation and high potential', () => {
  it('IEEE 43 (from memory): 30 °C brought to 40 °C halves; one phase against grounded ones needs twice as much', () => {
    const f = insulationFigures({
      oneMinuteMOhm: 200,
      temperatureC: 30,
      model: 'halving',
      ratedVoltageV: 4000,
      windingKind: 'form',
      otherPhases: 'grounded',
    });
    expect(f.at40MOhm).toBe(100);
    expect(f.leastMOhm).toBe(200);
    expect(f.testVoltageV).toEqual({ least: 1000, most: 2500 });
  });
  it('the index says nothing above 5000 MΩ at 40 °C, and only above', () => {
    const at = (oneMinuteMOhm: number) =>
      insulationFigures({
        oneMinuteMOhm,
        temperatureC: 40,
        model: 'thermoset',
        tenMinutesMOhm: oneMinuteMOhm,
        thermalClassC: 155,
        ratedVoltageV: 400,
        windingKind: 'random',
        otherPhases: 'whole',
      }).indexVerdict;
    expect(at(5000)).toBe('fail');
    expect(at(5001)).toBe('disregard');
  });
  it.each([
    // IEC 60034-1, withstand voltage test (from memory); ANSI/EASA AR100 for reconditioned.
    ['new', 400, 1800],
    ['new', 200, 1500],
    ['complete-rewind', 3300, 7600],
    ['partial-rewind', 400, 1350],
    ['repeat', 400, 1440],
    ['overhauled', 400, 1000],
    ['overhauled', 3300, 4950],
    ['overhauled', 48, 500],
    ['reconditioned', 400, 1170],
  ] as const)('%s, %d V: %d V', (work, ratedVoltageV, volts) => {
    const level = valueOf(highPotentialLevel({ ratedVoltageV, work }));
    expect(level.acRmsV).toBeCloseTo(volts, 9);
    expect(level.dcV).toBeCloseTo(1.7 * volts, 9);
  });
  it('a small machine has its own level only where its power is known; a wound rotor goes by its rings', () => {
    expect(valueOf(highPotentialLevel({ ratedVoltageV: 48, work: 'new', powerKw: 0.5 })).acRmsV).toBe(596);
    expect(valueOf(highPotentialLevel({ ratedVoltageV: 48, work: 'new' })).acRmsV).toBe(1500);
    const rings = { ratedVoltageV: 400, work: 'wound-rotor', standstillVoltageV: 250 } as const;
    expect(valueOf(highPotentialLevel(rings)).acRmsV).toBe(1500);
    expect(valueOf(highPotentialLevel({ ...rings, reversing: true })).acRmsV).toBe(2000);
    expect(highPotentialLevel({ ratedVoltageV: 400, work: 'wound-rotor' }).ok).toBe(false);
    // A field with a supply of its own: 1000 V and twice its volts, at least 1500 V (IEC 60034-1, from memory).
    expect(valueOf(highPotentialLevel({ ratedVoltageV: 310, work: 'separate-field' })).acRmsV).toBe(1620);
    expect(valueOf(highPotentialLevel({ ratedVoltageV: 110, work: 'separate-field' })).acRmsV).toBe(1500);
  });
  it('a part is tried by its own volts on the plate: field and rings', () => {
    const typed = {
      ...{ supply: 'ac', held: '60 s', result: 'held', before: '900', discharged: 'yes' },
    };
    const judged = (work: string, testVoltage: string, plate: object) =>
      judgeTest('high-potential', { ...typed, work, testVoltage }, { plate });
    const machine = { voltageV: 400, fieldVoltageV: 110, powerKw: 22 };
    const field = judged('separate-field', '1500', machine);
    expect(field.ok && field.judgement.verdict).toBe('sound');
    // The armature's level of 1800 V is not the field's.
    const armature = judged('new', '1500', machine);
    expect(armature.ok && armature.judgement.verdict).not.toBe('sound');
    expect(judged('separate-field', '1500', { voltageV: 400 }).ok).toBe(false);
    const rotor = judged('wound-rotor', '1490', { voltageV: 400, rotorVoltageV: 245, powerKw: 15 });
    expect(rotor.ok && rotor.judgement.verdict).toBe('sound');
    expect(judged('wound-rotor', '1490', { voltageV: 400 }).ok).toBe(false);
  });
  it('one per unit of 4160 V is 3397 V peak (IEEE 522, from memory)', () => {
    const level = surgeLevels(4160);
    expect(level.perUnitPeakV).toBeCloseTo(3396.6, 1);
    expect(level.testPeakV).toBeCloseTo(11_888, 0);
    expect(level.maintenancePeakV).toBeCloseTo(8916, 0);
  });
});

describe('resistance and temperature', () => {
  it('a rise by resistance: 20 °C cold, half as much again is 147 °C with 234.5', () => {
    // (234.5 + 20)·1.5 − 234.5 = 147.25: the arithmetic of IEC 60034-1's formula by hand.
    const r = riseByResistance({ coldOhm: 2, coldTemperatureC: 20, hotOhm: 3, coolantAtEndC: 27 });
    expect(r).toEqual({ hotTemperatureC: 147.25, riseK: 120.25 });
  });
  it('a cooling curve made with known figures gives them back', () => {
    const at = (t: number) => 1.4 + 0.25 * Math.exp(-t / 180);
    const c = valueOf(coolingByThree([30, 90, 150], [at(30), at(90), at(150)]));
    expect(c.atZeroOhm).toBeCloseTo(1.65, 10);
    expect(c.timeConstantS).toBeCloseTo(180, 7);
  });
  it('negative sequence from the phasors of a triangle', () => {
    // By the cosine rule the angles, then Fortescue's sums: the second way.
    const [a, b, c] = [400, 390, 375];
    const beta = Math.acos((a * a + b * b - c * c) / (2 * a * b));
    const uv: readonly [number, number] = [a, 0];
    const vw: readonly [number, number] = [-b * Math.cos(beta), b * Math.sin(beta)];
    const wu: readonly [number, number] = [-uv[0] - vw[0], -uv[1] - vw[1]];
    const sum = (way: 1 | -1) => {
      const turn = ([x, y]: readonly [number, number], k: number) => {
        const t = (way * k * 2 * Math.PI) / 3;
        return [x * Math.cos(t) - y * Math.sin(t), x * Math.sin(t) + y * Math.cos(t)] as const;
      };
      const [p, q] = [turn(vw, 1), turn(wu, 2)];
      return Math.hypot(uv[0] + p[0] + q[0], uv[1] + p[1] + q[1]);
    };
    const [one, other] = [sum(1), sum(-1)];
    expect(valueOf(negativeSequenceShare(a, b, c))).toBeCloseTo(
      Math.min(one, other) / Math.max(one, other),
      12,
    );
  });
});

describe('balance and vibration', () => {
  it('ISO 21940-11: G 2.5, 39.81 kg, 1465 rpm with the printed constant', () => {
    expect(permissibleUnbalance(2.5, 39.81, 1465, 'printed')).toBeCloseTo((9549 * 2.5 * 39.81) / 1465, 9);
  });
  it('4W/N in both systems of units', () => {
    // 100 lb at 1800 rpm: 400/1800 oz·in, an ounce being 28.349523125 g and an inch 25.4 mm.
    const rule = journalRule(100 * 0.45359237, 1800);
    expect(rule.perPlaneOzIn).toBeCloseTo(400 / 1800, 12);
    expect(rule.perPlaneGmm).toBeCloseTo((400 / 1800) * 28.349523125 * 25.4, 9);
  });
  it('a trial weight pulls with a tenth of the weight', () => {
    const grams = trialWeight(39.81, 900, 66);
    const force = (grams / 1000) * 0.066 * ((900 * 2 * Math.PI) / 60) ** 2;
    expect(force).toBeCloseTo(0.1 * 39.81 * 9.80665, 9);
  });
  it('three runs without phase find a weight that was hidden', () => {
    // A reading of 10 at 40°, and 2.4 a gram turned by 75°: the correction must undo it.
    const at = (place: number | null) => {
      const r = (d: number) => (d * Math.PI) / 180;
      const t = place === null ? 0 : 2.4 * 3;
      const p = r((place ?? 0) + 75);
      return Math.hypot(10 * Math.cos(r(40)) + t * Math.cos(p), 10 * Math.sin(r(40)) + t * Math.sin(p));
    };
    const c = valueOf(correctionWithoutPhase(at(null), [at(0), at(120), at(240)], 3, [0, 120, 240]));
    expect(c.magnitude).toBeCloseTo(10 / 2.4, 9);
    expect(c.angleDeg).toBeCloseTo((40 + 180 - 75 + 360) % 360, 7);
  });
  it('a deep-groove bearing of nine balls: 3.585, 5.415, 0.398 times the shaft', () => {
    // Published multipliers of this common size, ball 7.938 on 39.04 mm (from memory): outer 3.5848, inner 5.4152, cage 0.39828.
    const f = bearingFrequencies({ balls: 9, ballMm: 7.938, pitchMm: 39.04, contactDeg: 0, speedRpm: 60 });
    expect(f.outerHz).toBeCloseTo(3.585, 2);
    expect(f.innerHz).toBeCloseTo(5.415, 2);
    expect(f.cageHz).toBeCloseTo(0.3983, 3);
    expect(f.ballHz).toBeCloseTo(2.357, 2);
  });
  it('0.314 in/s peak is 5.64 mm/s rms; what needs a frequency and has none is null', () => {
    const v = convertVibration({ velocityInSPeak: 0.314 }, null);
    expect(v.velocityMmSRms).toBeCloseTo(5.64, 2);
    expect(v.displacementUmPp).toBeNull();
    // At 60 Hz one in/s peak is 5.305 mil peak to peak: 2000/(2π·60).
    expect(convertVibration({ velocityInSPeak: 1 }, 60).displacementMilPp).toBeCloseTo(5.305, 3);
  });
});

describe('control charts, life, cores, units', () => {
  it.each([
    // ISO 7870-2 and ASTM E2587, tables of factors (from memory).
    [2, 1.128, 0.853, 1.88, 0, 3.267, 0.7979, 2.66],
    [3, 1.693, 0.888, 1.023, 0, 2.575, 0.8862, 1.772],
    [5, 2.326, 0.864, 0.577, 0, 2.114, 0.94, 1.29],
    [7, 2.704, 0.833, 0.419, 0.076, 1.924, 0.9594, 1.109],
    [10, 3.078, 0.797, 0.308, 0.223, 1.777, 0.9727, 0.975],
    [25, 3.931, 0.708, 0.153, 0.459, 1.541, 0.9896, 0.763],
  ])('factors of a group of %d', (size, d2, d3, A2, D3, D4, c4, E2) => {
    const k = chartConstants(size);
    for (const [one, printed] of [
      [k.d2, d2],
      [k.d3, d3],
      [k.A2, A2],
      [k.D3, D3],
      [k.D4, D4],
      [k.c4, c4],
      [k.E2, E2],
    ] as const)
      // Printed factors are made from each other's rounded values.
      expect(Math.abs(one - printed)).toBeLessThan(0.0006 * Math.max(1, printed));
    // Exactly known for two: d2 = 2/√π, d3 = √(2 − 4/π).
    if (size === 2) {
      expect(k.d2).toBeCloseTo(2 / Math.sqrt(Math.PI), 9);
      expect(k.d3).toBeCloseTo(Math.sqrt(2 - 4 / Math.PI), 8);
    }
  });
  it('ten kelvin halve the life', () => expect(lifeFactor(165, 155)).toBe(0.5));
  it('the yoke of a core by its two circles', () => {
    const q = {
      outsideMm: 260,
      boreMm: 150,
      slotDepthMm: 25,
      stackMm: 160,
      ducts: 0,
      ductMm: 0,
      stackingFactor: 0.95,
      densityKgM3: 7700,
    };
    const iron = valueOf(loopIron(q));
    // Area between the circles times the net length: the second way.
    expect(iron.massKg).toBeCloseTo((Math.PI / 4) * (260 ** 2 - 200 ** 2) * 152 * 7700e-9, 9);
  });
  it('a ring of 36 bars: neighbours read 35/36 of a coil', () =>
    expect(ringResistance(36, 0.1, 1)).toBeCloseTo(0.1 * (35 / 36), 12));
  it.each([
    // NIST SP 811, appendix B (from memory).
    ['torque', '1 lbf·ft', 'N·m', 1.355818],
    ['torque', '1 ozf·in', 'N·m', 0.007061552],
    ['inertia', '1 lb·ft²', 'kg·m²', 0.04214011],
    ['inertia', '4 GD²', 'kg·m²', 1],
    ['field-strength', '1 A/in', 'A/m', 39.37008],
    ['field-strength', '1 Oe', 'A/m', 79.57747],
    ['unbalance', '1 oz·in', 'g·mm', 720.0779],
    ['flux-density', '64.516 kl/in²', 'T', 1],
    ['specific-loss', '1 W/lb', 'W/kg', 2.204623],
    ['power', '1 hp', 'W', 745.6999],
    ['temperature-difference', '18 °F', 'K', 10],
    ['temperature', '280 F', '°C', 137.7778],
    ['temperature', '100 °C', 'F', 212],
    ['area', '1 in²', 'mm²', 645.16],
  ] as const)('%s: %s in %s', (dimension, typed, to, value) => {
    const converted = convertQuantity(dimension, typed, to);
    expect(converted.ok && converted.value / value).toBeCloseTo(1, 6);
  });
});
