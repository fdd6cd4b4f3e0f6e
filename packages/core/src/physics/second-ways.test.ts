/** What is calculated for tests, against an independent second way, and what must hold for any figures. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  barToBar,
  branchesOf,
  convertQuantity,
  cureOfLog,
  cureRate,
  DIMENSIONS,
  drillDepth,
  drilledMass,
  fitCircuit,
  innerVoltage,
  judgeLeakage,
  judgeLoadTest,
  linePairsOf,
  machinePoint,
  milledFlat,
  ovenCycle,
  resistanceBetween,
  ringOf,
  ringVolts,
  shortedTurnEffect,
  slipForShaftPower,
  solveInfluence,
  splitOverPositions,
  splitOverTwo,
  staticAndCouple,
  sumVectors,
  toPlanes,
  type Circuit,
  type Dimension,
  type Vector,
} from '../index.ts';
import { valueOf } from '../../test/value-of.ts';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const close = (a: number, b: number, share = 1e-9) =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(share * Math.max(1, Math.abs(a), Math.abs(b)));

const circuit = fc.record({
  r1Ohm: between(0.05, 3),
  x1Ohm: between(0.1, 3),
  r2Ohm: between(0.05, 3),
  x2Ohm: between(0.1, 3),
  xmOhm: between(15, 80),
  rfeOhm: between(200, 3000),
}) satisfies fc.Arbitrary<Circuit>;
const supply = { voltageV: 400, frequencyHz: 50, poles: 4 };

describe('equivalent circuit', () => {
  it('the powers close, as a motor, as a generator and braked', () => {
    fc.assert(
      fc.property(circuit, between(-1, 2), (c, slip) => {
        fc.pre(Math.abs(slip) > 1e-3);
        const p = machinePoint(c, supply, slip, 50, 20);
        close(p.inputW, p.statorCopperW + p.coreW + p.airGapW, 1e-9);
        close(p.airGapW, p.rotorCopperW + p.mechanicalW, 1e-9);
        close(p.inputW ** 2 + p.reactiveVar ** 2, 3 * (supply.voltageV * p.currentA) ** 2, 1e-9);
        if (p.efficiency !== null) expect(p.efficiency).toBeLessThan(1);
      }),
    );
  });
  it('the slip for a power gives that power, on the stable side', () => {
    fc.assert(
      fc.property(circuit, between(100, 2000), (c, watts) => {
        const slip = slipForShaftPower(c, supply, watts, 30, 0);
        fc.pre(slip.ok);
        close(machinePoint(c, supply, valueOf(slip), 30, 0).shaftW, watts, 1e-6);
      }),
    );
  });
  it('both tests made from a circuit give the circuit back', () => {
    fc.assert(
      fc.property(circuit, between(0.3, 0.5), between(10, 150), (c0, share, frictionW) => {
        const leakage = c0.x1Ohm + c0.x2Ohm;
        const c = { ...c0, x1Ohm: share * leakage, x2Ohm: (1 - share) * leakage };
        // Running free the gap carries the friction; locked at a quarter of the frequency.
        const slip = slipForShaftPower(c, supply, 0, frictionW, 0);
        fc.pre(slip.ok);
        const free = machinePoint(c, supply, valueOf(slip), 0, 0);
        const at = { ...c, x1Ohm: c.x1Ohm / 4, x2Ohm: c.x2Ohm / 4, xmOhm: c.xmOhm / 4 };
        const held = machinePoint(at, { ...supply, voltageV: 40 }, 1, 0, 0);
        const fit = valueOf(
          fitCircuit('exact', {
            noLoad: { voltageV: 400, currentA: free.currentA, powerW: free.inputW, statorOhm: c.r1Ohm },
            locked: {
              voltageV: 40,
              currentA: held.currentA,
              powerW: held.inputW,
              frequencyHz: 12.5,
              statorOhm: c.r1Ohm,
            },
            frequencyHz: 50,
            x1Share: share,
            frictionW,
          }),
        );
        for (const key of ['x1Ohm', 'r2Ohm', 'x2Ohm', 'xmOhm', 'rfeOhm'] as const)
          close(fit.circuit[key]!, c[key], 1e-6);
        for (const left of Object.values<number>({ ...fit.residuals }))
          expect(Math.abs(left)).toBeLessThan(1e-5);
      }),
    );
  });
  it('volts behind the stator’s resistance, as complex numbers', () => {
    fc.assert(
      fc.property(between(100, 700), between(1, 50), between(0, 1), between(0.01, 2), (u, i, pf, r) => {
        // One phase of the star: U/√3 − I·R, R half of what is read from lead to lead.
        const re = u / Math.sqrt(3) - i * pf * (r / 2);
        const im = i * Math.sqrt(1 - pf * pf) * (r / 2);
        close(innerVoltage(u, i, pf, r), Math.sqrt(3) * Math.hypot(re, im), 1e-9);
      }),
    );
  });
  it('segregated losses find the stray loss and the efficiency that were put in', () => {
    fc.assert(
      fc.property(between(0.02, 0.1), between(0.4, 0.8), (a, r2Ohm) => {
        const c = { r1Ohm: 0.95, x1Ohm: 1.3, r2Ohm, x2Ohm: 1.9, xmOhm: 38, rfeOhm: 850 };
        const points = [1.25, 1, 0.75, 0.5, 0.25].map((share) => {
          let stray = 0;
          let p = machinePoint(c, supply, 0.03, 60, 0);
          for (let i = 0; i < 30; i++) {
            p = machinePoint(
              c,
              supply,
              valueOf(slipForShaftPower(c, supply, share * 5500, 60, stray)),
              60,
              stray,
            );
            stray = a * p.shaftTorqueNm! ** 2;
          }
          return p;
        });
        const test = valueOf(
          judgeLoadTest({
            points: points.map((p) => ({
              currentA: p.currentA,
              inputW: p.inputW,
              torqueNm: p.shaftTorqueNm!,
              speedRpm: p.speedRpm,
              lineOhm: 1.9,
              windingC: 95,
            })),
            frequencyHz: 50,
            poles: 4,
            frictionW: 60,
            coreW: points.map((p) => p.coreW),
            toTemperatureC: 95,
            statorConstantC: 234.5,
            rotorConstantC: 225,
            correlationLeast: 0.9,
          }),
        );
        expect(test.stray.valid).toBe(true);
        close(test.stray.aWPerNm2, a, 1e-6);
        test.points.forEach((p, i) => close(p.efficiency, points[i]!.efficiency!, 1e-7));
      }),
      { numRuns: 20 },
    );
  });
});

describe('surge', () => {
  it('volts over time solve the circuit’s equation, ringing or not', () => {
    fc.assert(
      fc.property(between(1e-3, 0.1), between(1e-8, 1e-6), between(0.05, 3), (l, c, ratio) => {
        const r = 2 * ratio * Math.sqrt(l / c);
        const q = { inductanceH: l, capacitanceF: c, resistanceOhm: r };
        const period = 2 * Math.PI * Math.sqrt(l * c);
        // Runge and Kutta's fourth order in 4000 steps: the second way.
        const steps = 4000;
        const h = period / steps;
        let [v, i] = [1000, 0];
        const slope = (volts: number, current: number) => [-current / c, (volts - r * current) / l] as const;
        for (let n = 0; n < steps; n++) {
          const a = slope(v, i);
          const b = slope(v + (h / 2) * a[0], i + (h / 2) * a[1]);
          const d = slope(v + (h / 2) * b[0], i + (h / 2) * b[1]);
          const e = slope(v + h * d[0], i + h * d[1]);
          v += (h / 6) * (a[0] + 2 * b[0] + 2 * d[0] + e[0]);
          i += (h / 6) * (a[1] + 2 * b[1] + 2 * d[1] + e[1]);
        }
        expect(Math.abs(ringVolts(q, 1000, [period])[0]! - v)).toBeLessThan(1e-4);
      }),
      { numRuns: 30 },
    );
  });
  it('the forms below, at and beyond critical damping meet', () => {
    const at = (factor: number) => {
      const [l, c] = [0.01, 1e-7];
      const r = 2 * Math.sqrt(l / c) * factor;
      return ringVolts({ inductanceH: l, capacitanceF: c, resistanceOhm: r }, 1, [5e-5, 2e-4]);
    };
    const exact = at(1);
    for (const factor of [1 - 2e-5, 1 - 1e-6, 1 + 1e-6, 1 + 2e-5])
      at(factor).forEach((v, i) => expect(Math.abs(v - exact[i]!)).toBeLessThan(2e-4));
    expect(ringOf({ inductanceH: 0.01, capacitanceF: 1e-7, resistanceOhm: 1e5 }).dampedHz).toBeNull();
  });
  it('closed turns by solving both meshes', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 200 }),
        between(0.3, 0.99),
        between(0, 2),
        between(1e3, 1e5),
        (n, k, loopOhm, hz) => {
          const s = 2;
          const [l, w] = [0.01, 2 * Math.PI * hz];
          const [l1, l2] = [l * ((n - s) / n) ** 2, l * (s / n) ** 2];
          const m = k * Math.sqrt(l1 * l2);
          // 1 A into the first: jωM + (r + jωL2)·I2 = 0, V1 = jωL1 + jωM·I2.
          const size = loopOhm ** 2 + (w * l2) ** 2;
          const i2 = { re: (-w * m * w * l2) / size, im: (-w * m * loopOhm) / size };
          const v1 = { re: -w * m * i2.im, im: w * l1 + w * m * i2.re };
          const e = shortedTurnEffect({
            inductanceH: l,
            turns: n,
            shortedTurns: s,
            coupling: k,
            coilsInSeries: 3,
            loopOhm,
            frequencyHz: hz,
          });
          close(e.coilH, v1.im / w, 1e-9);
          close(e.addedOhm, v1.re, 1e-7);
          expect(e.frequencyRatio!).toBeGreaterThan(1);
        },
      ),
    );
  });
});

describe('direct voltage steps', () => {
  it('the broken line is the best of all knees', () => {
    fc.assert(
      fc.property(fc.array(between(0.1, 20), { minLength: 5, maxLength: 9 }), (amps) => {
        const volts = amps.map((_, i) => 1000 * (i + 1));
        const found = valueOf(judgeLeakage(volts, amps, 3, 0.2)).brokenLine!;
        const squaresAt = (knee: number) => {
          // Three unknowns by Gauss: value at the knee and two slopes.
          const rows = volts.map((v) => [1, Math.min(0, v - knee) / 1000, Math.max(0, v - knee) / 1000]);
          const a = [0, 1, 2].map((p) => [
            ...[0, 1, 2].map((q) => rows.reduce((sum, row) => sum + row[p]! * row[q]!, 0)),
            rows.reduce((sum, row, i) => sum + row[p]! * amps[i]!, 0),
          ]);
          for (let c = 0; c < 3; c++)
            for (let r = 0; r < 3; r++)
              if (r !== c) {
                const f = a[r]![c]! / a[c]![c]!;
                a[r] = a[r]!.map((x, k) => x - f * a[c]![k]!);
              }
          const x = a.map((row, i) => row[3]! / row[i]!);
          return rows.reduce(
            (sum, row, i) => sum + (amps[i]! - row.reduce((t, v, k) => t + v * x[k]!, 0)) ** 2,
            0,
          );
        };
        const mine = squaresAt(found.kneeV);
        for (let knee = 2000; knee <= volts.at(-1)! - 1000; knee += 50)
          expect(mine).toBeLessThanOrEqual(squaresAt(knee) * (1 + 1e-6) + 1e-9);
      }),
      { numRuns: 40 },
    );
  });
});

describe('leads and branches', () => {
  it('there and back, an open branch among them', () => {
    const ohm = between(0.01, 10);
    fc.assert(
      fc.property(
        ohm,
        ohm,
        ohm,
        fc.constantFrom('star', 'delta'),
        fc.constantFrom(null, 0, 1, 2),
        (a, b, c, how, open) => {
          const branches = [a, b, c].map((r, i) => (i === open ? null : r)) as [
            number | null,
            number | null,
            number | null,
          ];
          const back = valueOf(branchesOf(linePairsOf(branches, how), how));
          const bare = branches.map((r) => r === null);
          expect(back.map((r) => r === null)).toEqual(bare);
          if (how === 'delta' || open === null)
            back.forEach((r, i) => r !== null && close(r, branches[i]!, 1e-6));
          // In a star with a branch open the two others are read only together.
          else
            close(
              back.reduce<number>((s, r) => s + (r ?? 0), 0),
              branches.reduce<number>((s, r) => s + (r ?? 0), 0),
            );
        },
      ),
    );
  });
  it('bars of an armature by series and parallel', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 40 }), between(0.01, 1), fc.nat(), (bars, ohm, pick) => {
        const open = pick % bars;
        const whole = valueOf(
          barToBar({
            bars,
            winding: 'lap',
            coilOhm: ohm,
            polePairs: 1,
            faults: new Map(),
            step: 1,
            equalizerPitch: null,
          }),
        );
        whole.forEach((r) => close(r!, (ohm * (bars - 1) * ohm) / (bars * ohm), 1e-9));
        const faulty = valueOf(
          barToBar({
            bars,
            winding: 'lap',
            coilOhm: ohm,
            polePairs: 1,
            faults: new Map([[open, null]]),
            step: 1,
            equalizerPitch: null,
          }),
        );
        faulty.forEach((r, k) => close(r!, k === open ? (bars - 1) * ohm : ohm, 1e-8));
      }),
    );
    // Two closures of an even duplex winding do not touch; joined by an equalizer they do.
    const duplex = {
      bars: 8,
      winding: 'duplex-lap',
      coilOhm: 1,
      polePairs: 1,
      faults: new Map<number, number>(),
      step: 1,
    } as const;
    expect(valueOf(barToBar({ ...duplex, equalizerPitch: null })).every((r) => r === null)).toBe(true);
    expect(valueOf(barToBar({ ...duplex, equalizerPitch: 1 })).every((r) => r === 0)).toBe(true);
    expect(
      resistanceBetween(
        3,
        [[0, 1, 2]],
        [
          [0, 1],
          [0, 2],
          [2, 2],
        ],
      ),
    ).toEqual([expect.closeTo(2, 12), null, 0]);
  });
});

describe('balance', () => {
  const vector = (most: number) =>
    fc.record({ magnitude: between(0.1, most), angleDeg: between(0, 359.9) }) satisfies fc.Arbitrary<Vector>;
  it('weights found from runs of a linear rotor leave nothing', () => {
    fc.assert(
      fc.property(
        fc.array(vector(20), { minLength: 3, maxLength: 3 }),
        fc.array(vector(2), { minLength: 6, maxLength: 6 }),
        fc.array(vector(10), { minLength: 2, maxLength: 2 }),
        fc.array(vector(30), { minLength: 2, maxLength: 2 }),
        fc.boolean(),
        (_, a, trials, hidden, leftIn) => {
          // Three sensors, two planes: every reading is the sum of what the unbalances and the weights do.
          const product = (x: Vector, y: Vector): Vector => ({
            magnitude: x.magnitude * y.magnitude,
            angleDeg: x.angleDeg + y.angleDeg,
          });
          const read = (weights: readonly Vector[][]) =>
            [0, 1, 2].map((s) =>
              sumVectors(
                [0, 1].flatMap((p) => [hidden[p]!, ...weights[p]!].map((w) => product(a[2 * s + p]!, w))),
              ),
            );
          const runs = [
            read([[trials[0]!], []]),
            read(leftIn ? [[trials[0]!], [trials[1]!]] : [[], [trials[1]!]]),
          ];
          const solved = solveInfluence({ initial: read([[], []]), runs, trials, trialsLeftIn: leftIn });
          fc.pre(solved.ok && solved.value.condition < 1e4);
          const { corrections, onTop, residualRms } = valueOf(solved);
          expect(residualRms).toBeLessThan(1e-6);
          const rest = read(corrections.map((c) => [c]));
          rest.forEach((v) => expect(v.magnitude).toBeLessThan(1e-6));
          if (onTop)
            read(onTop.map((c, p) => [c, trials[p]!])).forEach((v) => expect(v.magnitude).toBeLessThan(1e-6));
        },
      ),
    );
  });
  it('what is split or moved is still the same unbalance', () => {
    fc.assert(
      fc.property(
        vector(50),
        fc.integer({ min: 3, max: 60 }),
        between(-180, 180),
        between(-300, 600),
        (v, count, first, atMm) => {
          const p = splitOverPositions(v, count, first);
          const parts = p.anglesDeg.map((angleDeg, i) => ({ magnitude: p.amounts[i]!, angleDeg }));
          p.amounts.forEach((x) => expect(x).toBeGreaterThan(-1e-9));
          close(
            sumVectors(parts.map((x) => ({ ...x, magnitude: Math.max(0, x.magnitude) }))).magnitude,
            v.magnitude,
            1e-7,
          );
          const { a, b } = toPlanes([{ ...v, atMm }], 0, 300);
          close(sumVectors([a, b]).magnitude, v.magnitude, 1e-7);
          // The moment about the first plane stays as well.
          close(b.magnitude * 300, Math.abs(atMm) * v.magnitude, 1e-7);
          const { static: whole, couple } = staticAndCouple(a, b);
          close(whole.magnitude, v.magnitude, 1e-7);
          expect(couple.magnitude).toBeGreaterThanOrEqual(0);
        },
      ),
    );
    expect(staticAndCouple({ magnitude: 10, angleDeg: 0 }, { magnitude: 10, angleDeg: 180 }).static).toEqual({
      magnitude: 0,
      angleDeg: 0,
    });
    expect(splitOverPositions({ magnitude: 5, angleDeg: 90 }, 12, 0)).toEqual({
      positions: [3, 4],
      anglesDeg: [90, 120],
      amounts: [5, 0],
    });
    expect(splitOverTwo({ magnitude: 1, angleDeg: 0 }, [10, 190]).ok).toBe(false);
  });
  it('a drill’s depth and its mass are one figure turned round', () => {
    fc.assert(
      fc.property(
        between(2, 30),
        between(60, 150),
        between(0.5, 60),
        fc.constantFrom('shoulder', 'tip'),
        (diameterMm, pointDeg, depthMm, depthTo) => {
          const bit = { diameterMm, pointDeg, depthTo, densityGCm3: 7.85 };
          close(valueOf(drillDepth({ ...bit, massG: drilledMass({ ...bit, depthMm }) })), depthMm, 1e-7);
        },
      ),
    );
  });
  it('a flat by adding up thin strips', () => {
    const [r, h] = [60, 7];
    let [area, moment] = [0, 0];
    const n = 200_000;
    for (let i = 0; i < n; i++) {
      const y = r - h + ((i + 0.5) * h) / n;
      const strip = (2 * Math.sqrt(r * r - y * y) * h) / n;
      area += strip;
      moment += strip * y;
    }
    const flat = valueOf(milledFlat({ radiusMm: r, depthMm: h, lengthMm: 100, densityGCm3: 1 }));
    close(flat.massG, area / 10, 1e-7);
    close(flat.unbalanceGmm, moment / 10, 1e-7);
  });
});

describe('heat', () => {
  it('minutes at the reference by very fine steps', () => {
    const points = [
      { minute: 0, value: 20 },
      { minute: 50, value: 118 },
      { minute: 90, value: 139 },
      { minute: 300, value: 136 },
    ];
    const energy = 88_000;
    let fine = 0;
    const n = 400_000;
    for (let i = 0; i < n; i++) {
      const m = ((i + 0.5) * 300) / n;
      const k = points.findIndex((p) => p.minute > m);
      const [a, b] = [points[k - 1]!, points[k]!];
      fine +=
        (cureRate(a.value + ((b.value - a.value) * (m - a.minute)) / (b.minute - a.minute), 135, energy) *
          300) /
        n;
    }
    const cure = cureOfLog({
      points,
      referenceC: 135,
      activationJPerMol: energy,
      kPerDoubling: 10,
      cutOffC: null,
      thresholdC: 130,
    });
    close(cure.equivalentMin.straight!, fine, 1e-8);
    // So long at the mean temperature is the same cure.
    close(300 * cureRate(cure.kineticMeanC!, 135, energy), fine, 1e-8);
    close(cure.soak!.firstMin!, 50 + (40 * 12) / 21, 1e-12);
  });
  it('a cycle by small steps of Newton’s law', () => {
    const q = {
      startC: 20,
      ovenC: 150,
      soakC: 140,
      heatConstantMin: 40,
      soakMin: 60,
      ambientC: 22,
      coolConstantMin: 30,
      handleC: 45,
    };
    let [t, minute] = [q.startC, 0];
    const h = 1e-3;
    const until = (done: () => boolean, air: number, tau: number) => {
      for (; !done(); minute += h) t += (h * (air - t)) / tau;
    };
    until(() => t >= q.soakC, q.ovenC, q.heatConstantMin);
    const reached = minute;
    until(() => minute >= reached + q.soakMin, q.ovenC, q.heatConstantMin);
    until(() => t <= q.handleC, q.ambientC, q.coolConstantMin);
    expect(ovenCycle(q).totalMin! / minute).toBeCloseTo(1, 4);
    expect(ovenCycle({ ...q, ovenC: 139 }).totalMin).toBeNull();
  });
});

describe('units', () => {
  it('every unit there and back', () => {
    for (const [dimension, { units, unit }] of Object.entries(DIMENSIONS))
      for (const u of units) {
        const name = u.exact?.[0] ?? u.spelled[0]!;
        const there = convertQuantity(dimension as Dimension, `12.5 ${name}`, unit);
        expect(there.ok, `${dimension} ${name}`).toBe(true);
        if (!there.ok) continue;
        const back = convertQuantity(dimension as Dimension, `${there.value.toPrecision(17)} ${unit}`, name);
        expect(back.ok && back.value / 12.5, `${dimension} ${name}`).toBeCloseTo(1, 9);
      }
    expect(convertQuantity('voltage', '12 V', 'A').ok).toBe(false);
  });
});
