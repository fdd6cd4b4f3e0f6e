import { describe, expect, it } from 'vitest';
import {
  countLead,
  diameterOfGaugeMm,
  checkDataCard,
  enamelledDiameterMm,
  nearestGauge,
  nearestSizes,
  PREFERRED_DIAMETERS_MM,
  preferredDiameters,
  redesignNumbers,
  type WindingNumbers,
} from '../../index.ts';
import { card, plate } from '../../../test/quarry.ts';

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

describe('a wire that was measured', () => {
  it('is the size it was made to, by its bare diameter, over its enamel, or both', () => {
    for (const d of PREFERRED_DIAMETERS_MM) {
      expect(nearestSizes(d, null)[0]).toMatchObject({ bareDiameterMm: d, grade: null });
      for (const grade of [1, 2, 3] as const)
        expect(nearestSizes(d, enamelledDiameterMm(d, grade))[0]).toMatchObject({ bareDiameterMm: d, grade });
    }
    // Over the enamel alone a thin wire with thick enamel can be a thicker one with thin enamel: it is among the nearest.
    for (const d of PREFERRED_DIAMETERS_MM.filter((x) => x >= 0.315))
      expect(nearestSizes(null, enamelledDiameterMm(d, 2)).map((s) => s.bareDiameterMm)).toContain(d);
  });
  it('is a gauge where it is one, with what it is off by', () => {
    // Gauge 18 is 0.0403 in: ASTM B258, from memory.
    expect(nearestSizes(0.0403 * 25.4, null)[0]).toMatchObject({ system: 'gauge', name: '#18' });
    const worn = nearestSizes(0.94, null).find((s) => s.name === '0.95')!;
    expect(worn.offPercent).toBeCloseTo((0.94 / 0.95 - 1) * 100, 9);
  });
  it('is nothing that is sold where nothing is near', () => {
    expect(nearestSizes(null, null)).toEqual([]);
    expect(nearestSizes(0, null)).toEqual([]);
    expect(nearestSizes(9, null)).toEqual([]);
  });
});

describe('what was counted and measured beside the card', () => {
  const codes = (change: Record<string, string>) =>
    checkDataCard({ ...card, ...change }, plate, false).findings.map((f) => f.code);
  it('agrees, or the card is stopped before the coils are pulled', () => {
    expect(codes({ groupTurns: '18 18 18', wireBare: '1.06', wireOver: '1.15' })).toEqual([]);
    expect(codes({ groupTurns: '18 18 17' })).toEqual(['card.turns-uneven']);
    expect(codes({ groupTurns: '19 19 19' })).toEqual(['card.turns-uneven']);
    expect(codes({ groupTurns: '18 18' })).toEqual(['card.group-of-another-size']);
    expect(codes({ turns: '18,18,17', groupTurns: '18 18 17' })).not.toContain('card.turns-uneven');
    expect(codes({ turns: '18,17,18', groupTurns: '18 18 17' })).toContain('card.turns-uneven');
    expect(codes({ groupTurns: '18 0 18' })).toContain('field.not-counts');
  });
  it('doubts a wire that is none of those on the card, and one thinner over its enamel', () => {
    expect(codes({ wireBare: '1.12' })).toEqual(['card.wire-other-than-measured']);
    expect(codes({ wireBare: '1.08' })).toEqual([]);
    expect(codes({ wires: '1x1.06+1x0.95', wireBare: '0.95' })).not.toContain(
      'card.wire-other-than-measured',
    );
    expect(codes({ wireBare: '1.06', wireOver: '1.06' })).toEqual(['card.wire-over-thinner']);
  });
});
