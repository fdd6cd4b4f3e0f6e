/** Commutator windings against textbook examples, and against the winding walked coil by coil. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  armatureCoils,
  leadPlace,
  leadShift,
  planArmature,
  waveBarCounts,
  type ArmatureSpec,
  type FeasibleArmature,
} from '../../index.ts';
import { valueOf } from '../../../test/value-of.ts';

const spec = (kind: 'lap' | 'wave', poles: number, slots: number, bars: number, more = {}): ArmatureSpec => ({
  kind,
  poles,
  slots,
  bars,
  plex: 1,
  progressive: true,
  ...more,
});
const plan = (s: ArmatureSpec) => valueOf(planArmature(s));
const feasible = (s: ArmatureSpec): FeasibleArmature => {
  const found = plan(s);
  if (!found.feasible) throw new Error('not feasible');
  return found;
};

describe('textbook examples (Langsdorf; Arnold: from memory)', () => {
  it.each([
    // kind, poles, slots, bars, more, commutator pitch, paths, closures, back, front
    ['lap', 4, 24, 24, {}, 1, 4, 1, 13, 11],
    ['lap', 4, 24, 24, { progressive: false }, -1, 4, 1, 13, 15],
    ['lap', 4, 24, 24, { plex: 2 }, 2, 8, 2, 13, 9],
    ['lap', 4, 25, 25, { plex: 2 }, 2, 8, 1, 13, 9],
    ['wave', 4, 21, 21, {}, 11, 2, 1, 11, 11],
    ['wave', 4, 21, 21, { progressive: false }, 10, 2, 1, 11, 9],
    ['wave', 4, 31, 61, {}, 31, 2, 1, 29, 33],
    ['wave', 6, 37, 37, {}, null, null, null, null, null],
    ['wave', 6, 37, 37, { progressive: false }, 12, 2, 1, 13, 11],
    // A duplex wave of one circuit and of two: both are legal.
    ['wave', 4, 24, 24, { plex: 2 }, 13, 4, 1, 13, 13],
    ['wave', 4, 26, 26, { plex: 2 }, 14, 4, 2, 13, 15],
  ] as const)('%s of %i poles, %i slots, %i bars %j', (kind, poles, slots, bars, more, ...wanted) => {
    const p = plan(spec(kind, poles, slots, bars, more));
    expect([p.commutatorPitchBars, p.paths, p.closures, p.backPitchSides, p.frontPitchSides]).toEqual(wanted);
  });
  it('62 bars have no simplex wave of 4 poles; 61 and 63 have', () => {
    const p = plan(spec('wave', 4, 31, 62));
    expect([p.feasible, p.reason, p.otherWayWorks, p.barsBelow, p.barsAbove]).toEqual([
      false,
      'commutator-pitch-not-whole',
      false,
      61,
      63,
    ]);
    expect(waveBarCounts(4, 60, 66, 1)).toEqual([61, 63, 65]);
    expect(plan(spec('wave', 6, 37, 37)).otherWayWorks).toBe(true);
  });
  it('equalizers stand a pole pair of bars apart, exact only when the slots part as well', () => {
    expect(feasible(spec('lap', 4, 24, 72))).toMatchObject({ equalizerPitchBars: 36, equalizersExact: true });
    expect(feasible(spec('lap', 4, 25, 100))).toMatchObject({
      equalizerPitchBars: 50,
      equalizersExact: false,
    });
    expect(feasible(spec('lap', 4, 25, 75)).equalizerPitchBars).toBeNull();
    expect(feasible(spec('lap', 2, 24, 24)).equalizerPitchBars).toBeNull();
    expect(feasible(spec('wave', 4, 21, 21)).equalizerPitchBars).toBeNull();
  });
  it('a dead coil is common in a wave and doubted in a lap', () => {
    const wave = planArmature(spec('wave', 4, 31, 61));
    const lap = planArmature(spec('lap', 4, 31, 61));
    expect(wave.ok && [wave.value.deadCoils, wave.findings.length]).toEqual([1, 0]);
    expect(lap.findings.map((f) => f.code)).toEqual(['armature.dead-coil-in-lap']);
  });
});

const anySpec = fc
  .record({
    kind: fc.constantFrom('lap' as const, 'wave' as const),
    polePairs: fc.integer({ min: 1, max: 4 }),
    slots: fc.integer({ min: 8, max: 61 }),
    perSlot: fc.integer({ min: 1, max: 4 }),
    less: fc.integer({ min: 0, max: 2 }),
    plex: fc.integer({ min: 1, max: 3 }),
    progressive: fc.boolean(),
  })
  .map(({ polePairs, perSlot, less, ...s }) => ({
    ...s,
    poles: 2 * polePairs,
    bars: s.slots * perSlot - less,
  }));

describe('walked coil by coil', () => {
  it('closes in as many circuits as are said, each coil once, two ends on every bar', () => {
    fc.assert(
      fc.property(anySpec, fc.integer({ min: 1, max: 8 }), (s, firstBar) => {
        const p = plan(s);
        fc.pre(p.feasible);
        if (!p.feasible) return;
        const coils = armatureCoils(s, p, firstBar, 0);
        const live = coils.filter((c) => c.startBar !== null);
        expect([coils.length, coils.length - live.length]).toEqual([p.coilsPerSlot * s.slots, p.deadCoils]);
        const byStart = new Map(live.map((c) => [c.startBar, c]));
        expect(byStart.size).toBe(s.bars);
        expect(new Set(live.map((c) => c.finishBar)).size).toBe(s.bars);
        const left = new Set(live);
        let circuits = 0;
        while (left.size > 0) {
          circuits++;
          for (let coil = [...left][0]!; left.delete(coil);) coil = byStart.get(coil.finishBar)!;
        }
        expect(circuits).toBe(p.closures);
        // Twice as many sides in every slot as coils begin there, dead ones counted.
        for (let slot = 1; slot <= s.slots; slot++)
          expect(coils.filter((c) => c.firstSlot === slot || c.secondSlot === slot).length).toBe(
            2 * p.coilsPerSlot,
          );
        // Sides numbered one after the other, top odd, bottom even: pitches come back to the next coil's top.
        const top = (coil: number) => 2 * coil - 1;
        expect(top(1) + p.backPitchSides).toBe(2 * (1 + p.coilsPerSlot * p.slotPitch));
        const next = top(1) + p.backPitchSides + (s.kind === 'lap' ? -1 : 1) * p.frontPitchSides;
        expect(next).toBe(top(1 + p.commutatorPitchBars));
      }),
      { numRuns: 300 },
    );
  });

  it('names the nearest bar numbers that close, and no wave closes between them', () => {
    const closes = (bars: number, poles: number, plex: number) =>
      [bars + plex, bars - plex].some((n) => n > 0 && n % (poles / 2) === 0);
    fc.assert(
      fc.property(anySpec, (s) => {
        const p = plan({ ...s, kind: 'wave' });
        if (p.barsBelow !== null)
          for (let n = p.barsBelow; n < s.bars; n++)
            expect(closes(n, s.poles, s.plex)).toBe(n === p.barsBelow);
        for (let n = s.bars + 1; n <= p.barsAbove!; n++)
          expect(closes(n, s.poles, s.plex)).toBe(n === p.barsAbove);
      }),
    );
  });

  it('places leads so that the middle coil of slot 1 is under the brush when it faces the pole', () => {
    fc.assert(
      fc.property(
        anySpec,
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (s, brush, between) => {
          const lap = feasible({ ...s, kind: 'lap' });
          const place = leadPlace({
            ...s,
            slotPitch: lap.slotPitch,
            commutatorPitchBars: lap.commutatorPitchBars,
            brushFromPoleDeg: brush,
            barOneFromSlotOneDeg: between,
          });
          expect(Math.abs(place.offBars)).toBeLessThanOrEqual(0.5 + 1e-9);
          expect(place.exactBar >= 1 && place.exactBar < s.bars + 1).toBe(true);
          // Angles of bars and slots drawn on the armature, without the formula.
          const slotDeg = (n: number) => ((n - 1) * 360) / s.slots;
          const barDeg = (n: number) => between + ((n - 1) * 360) / s.bars;
          const starts = Array.from({ length: lap.coilsPerSlot }, (_, i) => place.exactBar + i);
          const middles = starts.map((b) => (barDeg(b) + barDeg(b + lap.commutatorPitchBars)) / 2);
          const middle = middles.reduce((a, b) => a + b, 0) / middles.length;
          const pole = (slotDeg(1) + slotDeg(1 + lap.slotPitch)) / 2;
          expect(((((middle - pole - brush) % 360) + 540) % 360) - 180).toBeCloseTo(0, 6);
        },
      ),
    );
  });

  it('shifts leads with the rotation', () => {
    const s = spec('lap', 2, 12, 24);
    const starts = (shift: number) => armatureCoils(s, feasible(s), 1, shift).map((c) => c.startBar);
    expect(starts(leadShift(2, 'clockwise'))[0]).toBe(3);
    expect(starts(leadShift(2, 'counter-clockwise'))[0]).toBe(23);
  });
});
