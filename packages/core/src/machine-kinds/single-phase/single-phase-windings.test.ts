import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  branchFactor,
  capacitorForQuadrature,
  capacitorForRunning,
  capacitorForTorque,
  compareBranches,
  effectiveTurns,
  groupFactor,
  layBranch,
  lockedCurrents,
  sineTurns,
  wholeTurns,
  type Branch,
  type BranchSpec,
} from '../../index.ts';

const laid = (spec: BranchSpec): Branch => {
  const branch = layBranch(spec);
  if (!branch.ok) throw new Error(branch.findings[0]!.code);
  return branch.value;
};
const codeOf = (spec: BranchSpec) => {
  const branch = layBranch(spec);
  return branch.ok ? null : branch.findings[0]!.code;
};

/** Amplitude of a wave of the magnetomotive force that one ampere makes, integrated over the staircase of the slots. */
function waveBySteps({ slots, coils }: Branch, polePairs: number): number {
  const ampere = new Float64Array(slots);
  for (const c of coils) {
    ampere[c.firstSlot - 1]! += c.polarity * c.turns;
    ampere[c.secondSlot - 1]! -= c.polarity * c.turns;
  }
  let [level, re, im] = [0, 0, 0];
  for (let i = 0; i < slots; i++) {
    level += ampere[i]!;
    const from = (2 * Math.PI * i) / slots;
    const to = (2 * Math.PI * (i + 1)) / slots;
    re += (level * (Math.sin(polePairs * to) - Math.sin(polePairs * from))) / polePairs;
    im -= (level * (Math.cos(polePairs * to) - Math.cos(polePairs * from))) / polePairs;
  }
  return Math.hypot(re, im) / Math.PI;
}

/** Spans of one parity within the pole pitch, in a stator whose poles have whole slots. */
const branches = fc
  .tuple(
    fc.constantFrom(2, 4, 6, 8),
    fc.integer({ min: 3, max: 12 }),
    fc.nat(1),
    fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 6, maxLength: 6 }),
    fc.nat(1000),
  )
  .map(([poles, perPole, parity, turns, first]): BranchSpec => {
    const pitches = Array.from({ length: perPole }, (_, i) => i + 1).filter((y) => y % 2 === parity);
    const slots = poles * perPole;
    return {
      slots,
      poles,
      pitches: pitches.length > 0 ? pitches.slice(-6) : [2],
      turns: turns.slice(0, Math.min(6, Math.max(1, pitches.length))),
      firstSlot: (first % slots) + 1,
    };
  });

describe('a concentric group at each pole', () => {
  it('puts 24 slots and 4 poles, 1-6 and 1-4, where a hand would count them', () => {
    const { coils } = laid({ slots: 24, poles: 4, pitches: [5, 3], turns: [46, 27], firstSlot: 1 });
    expect(coils.map((c) => [c.group, c.firstSlot, c.secondSlot, c.polarity])).toEqual([
      [1, 1, 6, 1],
      [1, 2, 5, 1],
      [2, 7, 12, -1],
      [2, 8, 11, -1],
      [3, 13, 18, 1],
      [3, 14, 17, 1],
      [4, 19, 24, -1],
      [4, 20, 23, -1],
    ]);
  });

  it('has the sine shares and the factor of published tables for nine slots a pole', () => {
    // Trickey and Veinott, tables of concentric windings, 9 slots a pole, pitches 8, 6, 4, 2: 0.793; from memory.
    const sine = sineTurns({
      polePitchSlots: 9,
      pitches: [8, 6, 4, 2],
      turnsPerPole: 100,
      sharedFullPitch: true,
    });
    expect(sine.ok).toBe(true);
    if (!sine.ok) return;
    expect(sine.value.turns.map((t) => Number(t.toFixed(1)))).toEqual([34.7, 30.5, 22.7, 12.1]);
    expect(groupFactor({ polePitchSlots: 9, pitches: [8, 6, 4, 2] }, sine.value.turns, 1)).toBeCloseTo(
      0.793,
      3,
    );
  });

  it('halves a full-pitch coil that shares its slots, or a third harmonic is left', () => {
    const of = (sharedFullPitch: boolean) => {
      const group = { polePitchSlots: 6, pitches: [6, 4, 2], turnsPerPole: 90, sharedFullPitch };
      const sine = sineTurns(group);
      if (!sine.ok) throw new Error();
      return groupFactor(group, sine.value.turns, 3);
    };
    expect(of(true)).toBeCloseTo(0, 12);
    expect(of(false)).toBeGreaterThan(0.2);
  });

  it('makes every wave as strong as the staircase of its slots does', () => {
    fc.assert(
      fc.property(branches, fc.integer({ min: 1, max: 13 }), (spec, order) => {
        const branch = laid(spec);
        const polePairs = (order * branch.poles) / 2;
        const series = branch.poles * branch.turnsPerPole;
        // Amplitude of a winding's wave: 2/π · N·k / ν for one ampere.
        const expected = ((2 / Math.PI) * series * branchFactor(branch, order)) / polePairs;
        expect(waveBySteps(branch, polePairs)).toBeCloseTo(expected, 6);
      }),
    );
  });

  it('turns with its first slot, and stands a quarter off half a pole further on', () => {
    fc.assert(
      fc.property(branches, fc.nat(400), (spec, by) => {
        const moved = { ...spec, firstSlot: ((spec.firstSlot - 1 + by) % spec.slots) + 1 };
        const r = compareBranches(laid(spec), laid(moved));
        expect(r.effectiveRatio).toBeCloseTo(1, 9);
        const wanted = (by * 180 * spec.poles) / spec.slots;
        expect(Math.cos(((r.displacementElectricalDeg - wanted) * Math.PI) / 180)).toBeCloseTo(1, 9);
        expect(r.displacementElectricalDeg).toBeGreaterThan(-180);
        expect(r.displacementElectricalDeg).toBeLessThanOrEqual(180);
      }),
    );
    const main = laid({ slots: 24, poles: 4, pitches: [5, 3], turns: [40, 20], firstSlot: 1 });
    const start = laid({ slots: 24, poles: 4, pitches: [5, 3], turns: [60, 30], firstSlot: 4 });
    expect(compareBranches(main, start)).toMatchObject({ displacementElectricalDeg: 90 });
    expect(compareBranches(start, main).displacementElectricalDeg).toBe(-90);
    expect(compareBranches(main, start).effectiveRatio).toBeCloseTo(1.5, 12);
    expect(effectiveTurns(main)).toBeCloseTo(
      4 * (40 * Math.sin((5 * Math.PI) / 12) + 20 * Math.sin(Math.PI / 4)),
      9,
    );
  });

  it.each([
    ['between-slots', { slots: 18, poles: 4, pitches: [3], turns: [10], firstSlot: 1 }],
    ['between-slots', { slots: 24, poles: 4, pitches: [5, 4], turns: [10, 10], firstSlot: 1 }],
    ['unequal-lists', { slots: 24, poles: 4, pitches: [5, 3], turns: [10], firstSlot: 1 }],
    ['poles', { slots: 24, poles: 3, pitches: [5], turns: [10], firstSlot: 1 }],
    ['pitch', { slots: 24, poles: 4, pitches: [24], turns: [10], firstSlot: 1 }],
    ['pitch-twice', { slots: 24, poles: 4, pitches: [5, 5], turns: [10, 4], firstSlot: 1 }],
    ['turns', { slots: 24, poles: 4, pitches: [5], turns: [0], firstSlot: 1 }],
    ['first-slot', { slots: 24, poles: 4, pitches: [5], turns: [1], firstSlot: 25 }],
    ['slots', { slots: 3.5, poles: 2, pitches: [1], turns: [1], firstSlot: 1 }],
  ])('refuses %s', (code, spec) => {
    expect(codeOf(spec)).toBe(`branch.${code}`);
  });

  it('rounds graded turns to whole ones of the same sum', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 80, noNaN: true }), { minLength: 1, maxLength: 6 }),
        (exact) => {
          const whole = wholeTurns(exact);
          expect(whole.reduce((a, b) => a + b, 0)).toBe(Math.round(exact.reduce((a, b) => a + b, 0)));
          whole.forEach((t, i) => expect(Math.abs(t - exact[i]!)).toBeLessThan(1 + 1e-9));
        },
      ),
    );
  });
});

const ohms = fc.record({
  r: fc.double({ min: 0.5, max: 60, noNaN: true }),
  x: fc.double({ min: 0.5, max: 60, noNaN: true }),
});

describe('two windings on one line', () => {
  it('adds their currents as the clock hands they are', () => {
    // A worked example by hand: 230 V, main 3 + j4, start 5 + j0 with a capacitor of 5 Ω.
    const c = 1e6 / (2 * Math.PI * 50 * 5);
    const both = lockedCurrents(230, 50, { r: 3, x: 4 }, { r: 5, x: 0 }, c, 1.2);
    expect(both.mainA).toBeCloseTo(46, 9);
    expect(both.startA).toBeCloseTo(230 / Math.hypot(5, 5), 9);
    expect(both.aheadDeg).toBeCloseTo(45 + 53.13010235, 6);
    expect(both.lineA).toBeCloseTo(Math.hypot(27.6 + 23, -36.8 + 23), 6);
    expect(both.torqueFactor).toBeCloseTo(
      1.2 * 46 * 32.526911934581 * Math.sin((98.13010235 * Math.PI) / 180),
      4,
    );
  });

  it('stands a quarter apart with the capacitor for a quarter, and turns hardest with the one for torque', () => {
    fc.assert(
      fc.property(ohms, ohms, fc.double({ min: 20, max: 90, noNaN: true }), (main, start, f) => {
        const quarter = capacitorForQuadrature(f, main, start).capacitorUf!;
        expect(lockedCurrents(100, f, main, start, quarter).aheadDeg).toBeCloseTo(90, 6);
        const best = capacitorForTorque(f, main, start).capacitorUf!;
        const torque = (uf: number) => lockedCurrents(100, f, main, start, uf).torqueFactor;
        for (const near of [0.8, 0.97, 1.03, 1.25]) expect(torque(best)).toBeGreaterThan(torque(best * near));
      }),
    );
  });

  it('leaves no backward field with the capacitor for running', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.3, max: 0.95, noNaN: true }),
        fc.double({ min: 0.2, max: 15, noNaN: true }),
        (pf, amps) => {
          const { capacitorUf, effectiveRatio: a, capacitorV } = capacitorForRunning(50, 230, amps, pf);
          const phi = Math.acos(pf);
          // Balanced: main current I at −φ, start current I/a a quarter ahead of it, start volts a·230 a quarter ahead.
          const is = { size: amps / a, at: Math.PI / 2 - phi };
          const xc = 1e6 / (2 * Math.PI * 50 * capacitorUf!);
          // Around the start branch: its own volts and those of the capacitor make the line's 230 V.
          const re = a * 230 * Math.cos(Math.PI / 2) + is.size * xc * Math.cos(is.at - Math.PI / 2);
          const im = a * 230 * Math.sin(Math.PI / 2) + is.size * xc * Math.sin(is.at - Math.PI / 2);
          expect(re).toBeCloseTo(230, 6);
          expect(im).toBeCloseTo(0, 6);
          expect(capacitorV).toBeCloseTo(is.size * xc, 6);
        },
      ),
    );
    expect(capacitorForRunning(50, 230, 4, 0.8, 1).balanceErrorElectricalDeg).toBeCloseTo(45 - 36.8698976, 6);
    expect(capacitorForRunning(50, 230, 4, 1).capacitorUf).toBeNull();
    expect(capacitorForQuadrature(50, { r: 1, x: 0 }, { r: 1, x: 1 })).toEqual({
      capacitorUf: null,
      reactanceOhm: null,
    });
  });
});
