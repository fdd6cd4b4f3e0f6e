import { describe, expect, it } from 'vitest';
import {
  countLead,
  diameterOfGaugeMm,
  nearestGauge,
  preferredDiameters,
  redesignNumbers,
  type WindingNumbers,
} from '../src/index.ts';

describe('gauges and preferred diameters', () => {
  it('agrees with the defining table of the gauge', () => {
    // ASTM B258, diameters in inches, rounded as printed; from memory.
    for (const [gauge, inch] of [
      [-3, 0.46],
      [0, 0.3249],
      [10, 0.1019],
      [18, 0.0403],
      [24, 0.0201],
      [36, 0.005],
    ] as const)
      expect(diameterOfGaugeMm(gauge) / 25.4).toBeCloseTo(inch, 4);
  });

  it('finds the nearest gauge by the ratio of areas, a tie going to the thinner', () => {
    expect(nearestGauge(diameterOfGaugeMm(18), 1)).toBe(18);
    expect(nearestGauge(diameterOfGaugeMm(18.5), 1)).toBe(19);
    expect(nearestGauge(diameterOfGaugeMm(18.24), 0.5)).toBe(18);
    expect(nearestGauge(diameterOfGaugeMm(-0.4), 1)).toBe(0);
  });

  it('lists the preferred diameters as they are printed', () => {
    expect(preferredDiameters('R40', 1, 1.25)).toEqual([1, 1.06, 1.12, 1.18, 1.25]);
    expect(preferredDiameters('R20', 0.9, 2)).toEqual([0.9, 1, 1.12, 1.25, 1.4, 1.6, 1.8, 2]);
    expect(preferredDiameters('R40', 0.063, 0.075)).toEqual([0.063, 0.067, 0.071, 0.075]);
  });
});

describe('wires found on one lead', () => {
  it('reads six ends of six poles as star or delta, every pole or consequent', () => {
    const { coilEnds, readings } = countLead({ wires: 12, wiresInHand: 2, poles: 6 });
    expect(coilEnds).toBe(6);
    expect(readings).toEqual([
      { grouping: 'every-pole', connection: 'star', circuits: 6 },
      { grouping: 'every-pole', connection: 'delta', circuits: 3 },
      { grouping: 'consequent', connection: 'delta', circuits: 3 },
    ]);
    // 54 slots and 8 poles part into two at most.
    expect(countLead({ wires: 4, wiresInHand: 1, poles: 8, slots: 54 }).readings).toEqual([
      { grouping: 'every-pole', connection: 'delta', circuits: 2 },
      { grouping: 'consequent', connection: 'delta', circuits: 2 },
    ]);
  });

  it('says that a wire was lost or counted twice', () => {
    const { coilEnds, readings, findings } = countLead({ wires: 7, wiresInHand: 2, poles: 4 });
    expect([coilEnds, readings.length, findings[0]!.code]).toEqual([null, 0, 'leads.wires-not-divisible']);
  });
});

describe('turns from the figures alone', () => {
  const old: WindingNumbers & { turns: number; areaMm2: number } = {
    voltageV: 400,
    connection: 'delta',
    frequencyHz: 50,
    poles: 4,
    circuits: 1,
    windingFactor: 0.96,
    coilsPerPhase: 16,
    turns: 20,
    areaMm2: 1.5,
  };
  const to = (now: Partial<WindingNumbers>, hold: 'gap' | 'back-iron' | 'both' = 'gap') => {
    const found = redesignNumbers(old, { ...old, ...now }, hold);
    if (!found.ok) throw new Error(found.findings[0]!.code);
    return found.value;
  };

  it('keeps to the rules of the trade', () => {
    // T ∝ V, ∝ 1/f, ∝ circuits; delta to star 1/√3. Common practice, no source.
    expect(to({ voltageV: 800 }).turns).toBe(40);
    expect(to({ frequencyHz: 60 }).turnsRatio).toBeCloseTo(50 / 60, 12);
    expect(to({ circuits: 2 })).toMatchObject({ turns: 40, areaMm2: 0.75 });
    expect(to({ connection: 'star' }).turnsExact).toBeCloseTo(20 / Math.sqrt(3), 12);
    expect(to({ connection: 'star' }).densityAfterRounding).toBeCloseTo(20 / Math.sqrt(3) / 12, 12);
  });

  it('holds the gap, the back iron, or lets neither rise when poles change', () => {
    expect(to({ poles: 2 }, 'gap')).toMatchObject({
      fluxRatio: 2,
      gapDensityRatio: 1,
      backIronDensityRatio: 2,
      turns: 10,
    });
    expect(to({ poles: 2 }, 'back-iron')).toMatchObject({ fluxRatio: 1, gapDensityRatio: 0.5, turns: 20 });
    expect(to({ poles: 8 }, 'back-iron')).toMatchObject({ gapDensityRatio: 2, turns: 20 });
    expect(to({ poles: 8 }, 'both')).toMatchObject({ fluxRatio: 0.5, gapDensityRatio: 1, turns: 40 });
  });

  it('refuses less than half a turn', () => {
    expect(redesignNumbers(old, { ...old, voltageV: 5 }, 'gap').ok).toBe(false);
  });
});
