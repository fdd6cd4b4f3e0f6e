import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  buildLayout,
  phaseBalance,
  pitchFactor,
  spaceHarmonics,
  magnetomotiveForceSteps,
  windingFactor,
} from '../../index.ts';
import { lap } from '../../../test/lap.ts';

// Source: Fitzgerald, Kingsley & Umans, Electric Machinery, app. B (from memory): breadth factor
// sin(n·γ/2)/(n·sin(γ/2)), pitch factor sin(ρ/2); harmonic h multiplies both angles.
const closedForm = (n: number, gamma: number, rho: number, h: number) =>
  Math.abs((Math.sin((n * h * gamma) / 2) / (n * Math.sin((h * gamma) / 2))) * Math.sin((h * rho) / 2));

describe('winding factor', () => {
  // Handbook values of 60° belts, from memory: 24/4 full pitch 0.966; 36/4 at 7/9 pitch 0.902; 48/4 at 10/12 0.925;
  // 36/4 at 8/9 0.945; fifth harmonic of 36/4 at 7/9 0.038.
  it.each([
    [24, 4, 6, 1, 0.966],
    [36, 4, 7, 1, 0.902],
    [36, 4, 7, 5, 0.038],
    [36, 4, 8, 1, 0.945],
    [48, 4, 10, 1, 0.925],
    [54, 6, 8, 1, 0.945],
    [72, 8, 7, 1, 0.902],
  ])('%i slots, %i poles, pitch %i, order %i: %f', (slots, poles, pitch, h, expected) => {
    const layout = lap(slots, poles, pitch);
    const q = slots / (3 * poles);
    const gamma = (Math.PI * poles) / slots;
    const value = windingFactor(layout, h * layout.polePairs);
    expect(value).toBeCloseTo(closedForm(q, gamma, pitch * gamma, h), 12);
    expect(value).toBeCloseTo(expected, 3);
  });

  // Tooth-coil values: 9 slots 8 poles 0.945, 12 slots 10 poles 0.933, 12 slots 8 poles 0.866. Source: tables of
  // concentrated windings in Hendershot & Miller, Design of Brushless Permanent-Magnet Machines (from memory).
  it.each([
    [9, 8, 0.945],
    [12, 10, 0.933],
    [12, 8, 0.866],
  ])('coils on single teeth, %i slots and %i poles: %f', (slots, poles, expected) => {
    expect(windingFactor(lap(slots, poles, 1))).toBeCloseTo(expected, 3);
  });

  // Fractional slots: the distribution factor is that of a whole-slot winding with the numerator of q.
  // Source: Liwschitz-Garik & Whipple, A-C Machines (from memory). q = 3/2, 5/2, 9/4.
  it.each([
    [36, 8, 4, 3],
    [60, 8, 6, 5],
    [54, 8, 6, 9],
  ])('%i slots, %i poles: distribution factor by the numerator of q', (slots, poles, pitch, numerator) => {
    const layout = lap(slots, poles, pitch);
    const distribution = windingFactor(layout) / pitchFactor(layout);
    const small = Math.PI / 3 / numerator;
    expect(distribution).toBeCloseTo(Math.sin(Math.PI / 6) / (numerator * Math.sin(small / 2)), 10);
  });
});

describe('a second way: Fourier sum of the stepped wave', () => {
  // The winding factor comes from phasors over coils, the wave from slot currents; both must give the same harmonic.
  it.each([
    [36, 4, 7],
    [54, 6, 8],
    [36, 8, 4],
    [12, 10, 1],
    [48, 6, 7],
  ])('%i slots, %i poles, pitch %i', (slots, poles, pitch) => {
    const layout = lap(slots, poles, pitch);
    const steps = magnetomotiveForceSteps(layout, 10, 1, [1, -0.5, -0.5]);
    for (const h of spaceHarmonics(layout, 10, 1, 7)) {
      if (h.direction === 'both') continue;
      let re = 0;
      let im = 0;
      steps.forEach((value, i) => {
        const from = (2 * Math.PI * (i + 1)) / slots;
        const to = (2 * Math.PI * (i + 2)) / slots;
        re += (value * (Math.sin(h.polePairs * to) - Math.sin(h.polePairs * from))) / (h.polePairs * Math.PI);
        im += (value * (Math.cos(h.polePairs * from) - Math.cos(h.polePairs * to))) / (h.polePairs * Math.PI);
      });
      expect(Math.hypot(re, im)).toBeCloseTo(h.amplitudeA, 8);
    }
  });

  it('gives the directions of whole-slot windings: 5 against, 7 with, 11 against, 13 with', () => {
    const direction = Object.fromEntries(
      spaceHarmonics(lap(36, 4, 8), 10, 1).map((h) => [h.order, h.direction]),
    );
    expect(direction).toMatchObject({ 1: 'with', 5: 'against', 7: 'with', 11: 'against', 13: 'with' });
    expect(direction).not.toHaveProperty('3');
  });

  it('finds waves longer than the working wave in a fractional-slot winding', () => {
    const orders = spaceHarmonics(lap(12, 10, 1), 10, 1).map((h) => h.polePairs);
    expect(orders).toContain(1);
    expect(orders).toContain(7);
  });
});

const anyLap = fc
  .record({
    slots: fc.integer({ min: 2, max: 48 }).map((n) => n * 3),
    poles: fc.integer({ min: 1, max: 16 }).map((n) => n * 2),
    share: fc.double({ min: 0.5, max: 1.3, noNaN: true }),
  })
  .map(({ slots, poles, share }) => ({
    slots,
    poles,
    pitch: Math.max(1, Math.round((share * slots) / poles)),
  }));

describe('every winding that can be wound', () => {
  it('fills each slot once above and once below, and gives each phase a third of the coils when exact', () => {
    fc.assert(
      fc.property(anyLap, (input) => {
        const result = buildLayout(input);
        fc.pre(result.ok);
        if (!result.ok) return;
        const { coils, groups, exactlyBalanced } = result.value;
        const slots = Array.from({ length: input.slots }, (_, i) => i + 1);
        expect(coils.map((c) => c.topSlot)).toEqual(slots);
        expect(coils.map((c) => c.bottomSlot).sort((a, b) => a - b)).toEqual(slots);
        expect(groups.flatMap((g) => g.coils).sort((a, b) => a - b)).toEqual(slots);
        if (!exactlyBalanced) return;
        const balance = phaseBalance(result.value);
        expect(balance.negativeSequence).toBeLessThan(1e-9);
        for (const p of balance.phases) expect(p.coils).toBe(input.slots / 3);
        expect(balance.phases[1]!.angleDeg).toBeCloseTo(120, 6);
        expect(balance.phases[2]!.angleDeg).toBeCloseTo(-120, 6);
      }),
      { numRuns: 400 },
    );
  });

  it('has one group a pole and phase, of alternating polarity, from one slot per pole and phase upward', () => {
    fc.assert(
      fc.property(anyLap, (input) => {
        fc.pre(input.slots >= 3 * input.poles);
        const result = buildLayout(input);
        fc.pre(result.ok);
        if (!result.ok) return;
        expect(result.value.groups).toHaveLength(3 * input.poles);
        result.value.groups.forEach((g, i) => expect(g.polarity).toBe(i % 2 === 0 ? 'N' : 'S'));
      }),
      { numRuns: 300 },
    );
  });
});

describe('windings that cannot be exactly balanced, or not wound at all', () => {
  it('allows 48 slots with 6 poles, equal coils a phase, and names its small unbalance', () => {
    const balance = phaseBalance(lap(48, 6, 7));
    expect(balance.phases.map((p) => p.coils)).toEqual([16, 16, 16]);
    expect(balance.negativeSequence).toBeGreaterThan(0);
    expect(balance.negativeSequence).toBeLessThan(0.01);
  });

  it('finds no better grouping of 48 slots with 6 poles among all of them', () => {
    // Every choice of which four of a phase's six groups have three coils: 15³ sequences, tried outright.
    const patterns = [];
    for (let m = 0; m < 64; m++)
      if (m.toString(2).replaceAll('0', '').length === 4)
        patterns.push(Array.from({ length: 6 }, (_, i) => ((m >> i) & 1 ? 3 : 2)));
    const angle = (i: number) => (2 * Math.PI * 3 * i) / 48;
    let best = Infinity;
    for (const u of patterns)
      for (const w of patterns)
        for (const v of patterns) {
          const sums = [
            [0, 0],
            [0, 0],
            [0, 0],
          ];
          let slot = 0;
          for (let g = 0; g < 18; g++) {
            const size = [u, w, v][g % 3]![Math.floor(g / 3)]!;
            for (let k = 0; k < size; k++, slot++) {
              const sign = g % 2 === 0 ? 1 : -1;
              sums[g % 3]![0]! += sign * Math.cos(angle(slot));
              sums[g % 3]![1]! += sign * Math.sin(angle(slot));
            }
          }
          const turn = ([x, y]: number[], a: number) => [
            x! * Math.cos(a) - y! * Math.sin(a),
            x! * Math.sin(a) + y! * Math.cos(a),
          ];
          const total = (a: number) => {
            const parts = [sums[0]!, turn(sums[2]!, a), turn(sums[1]!, -a)];
            return Math.hypot(
              parts.reduce((s, p) => s + p[0]!, 0),
              parts.reduce((s, p) => s + p[1]!, 0),
            );
          };
          const third = (2 * Math.PI) / 3;
          best = Math.min(best, total(third) / total(-third));
        }
    expect(phaseBalance(lap(48, 6, 7)).negativeSequence).toBeCloseTo(best, 9);
  });

  it.each([
    [40, 4, 8, 'winding.slots-not-shared', /39 and 42/],
    [36, 5, 8, 'winding.poles-not-even', /pairs/],
    [36, 4, 36, 'winding.span-longer-than-slots', /1-36/],
    [12, 6, 2, 'winding.no-three-phases', /4 or 8/],
    [36, 4, 18, 'winding.coil-without-voltage', /cancel/],
  ])(
    'refuses %i slots, %i poles, pitch %i with the nearest that works',
    (slots, poles, pitch, code, words) => {
      const result = buildLayout({ slots, poles, pitch });
      expect(result.ok).toBe(false);
      expect(result.findings[0]!.code).toBe(code);
      expect(result.findings[0]!.message).toMatch(words);
    },
  );
});
