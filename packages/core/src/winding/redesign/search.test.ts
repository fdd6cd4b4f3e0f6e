/** The search against the bench, and against trying every winding one by one. */
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  bundlesFromStock,
  DEFAULT_LIMITS,
  DEFAULT_SETTINGS,
  missingForSearch,
  WindingSearch,
  wiresNear,
  type Candidate,
  type Reel,
  type SearchSpace,
} from '../../index.ts';

const stock: Reel[] = [0.8, 0.9, 1.0, 1.12, 1.25].map((d, i) => ({
  id: `R${i}`,
  bareDiameterMm: d,
  grade: 2,
  massKg: 20,
}));
const core = {
  boreDiameterMm: 165,
  coreLengthMm: 150,
  backIronMm: 25.3,
  toothWidthMm: 7.8,
  slotAreaMm2: 192,
};
const supply = { voltageV: 400, frequencyHz: 50, currentA: 22 };
const space: SearchSpace = {
  winding: { slots: 36, poles: 4, pitch: 7 },
  core,
  supply,
  stock,
  bundles: { mostSizes: 2, mostStrands: 4 },
  limits: DEFAULT_LIMITS,
  pitches: [6, 7, 8, 9],
  turns: { from: 8, to: 40 },
  circuits: [1, 2, 4],
  connections: ['star', 'delta'],
  emfRatio: DEFAULT_SETTINGS.emfRatio,
  stackingFactor: DEFAULT_SETTINGS.stackingFactor,
  linerThicknessMm: DEFAULT_SETTINGS.linerThicknessMm,
  wedgeThicknessMm: DEFAULT_SETTINGS.wedgeThicknessMm,
  rank: 'least-loss',
  keep: 40,
};
const onBench = (c: Candidate) => {
  const result = analyseWinding(
    {
      winding: {
        slots: 36,
        poles: 4,
        pitch: c.pitch,
        turnsPerCoil: c.turns,
        wires: c.wires,
        circuits: c.circuits,
        connection: c.connection,
      },
      core,
      supply,
    },
    false,
  );
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value.figures;
};

describe('a search', () => {
  it('gives the figures that the bench gives for the same winding', () => {
    const { best } = new WindingSearch(space).step(Infinity);
    expect(best.length).toBe(40);
    for (const c of best) {
      const f = onBench(c);
      expect(c.windingFactor).toBeCloseTo(f.windingFactor!.value, 10);
      expect(c.gapT).toBeCloseTo(f.gapDensity!.value, 9);
      expect(c.toothT).toBeCloseTo(f.toothDensity!.value, 9);
      expect(c.backIronT).toBeCloseTo(f.backIronDensity!.value, 9);
      expect(c.currentDensity).toBeCloseTo(f.currentDensity!.value, 9);
      expect(c.fill).toBeCloseTo(f.slotFillEnamelled!.value, 9);
      expect(c.copperKg).toBeCloseTo(f.copperMass!.value, 9);
      expect(c.lossW).toBeCloseTo(f.copperLoss!.value, 6);
    }
  });

  it('finds what trying every winding on the bench finds', () => {
    const small: SearchSpace = {
      ...space,
      pitches: [7, 8],
      turns: { from: 14, to: 22 },
      bundles: { mostSizes: 1, mostStrands: 3 },
    };
    const state = new WindingSearch(small).step(Infinity);
    const all: { key: string; loss: number }[] = [];
    for (const pitch of small.pitches)
      for (let turns = 14; turns <= 22; turns++)
        for (const circuits of small.circuits)
          for (const connection of small.connections)
            for (const { wires } of bundlesFromStock(stock, small.bundles)) {
              const c = { pitch, turns, circuits, connection, wires } as unknown as Candidate;
              const f = onBench(c);
              const L = small.limits;
              if (
                f.gapDensity!.value < L.gapLeastT ||
                f.gapDensity!.value > L.gapMostT ||
                f.toothDensity!.value > L.toothT ||
                f.backIronDensity!.value > L.backIronT ||
                f.currentDensity!.value > L.currentDensity ||
                f.slotFillEnamelled!.value > L.fill
              )
                continue;
              all.push({
                key: `${pitch} ${turns} ${circuits} ${connection} ${wires[0]!.count}x${wires[0]!.bareDiameterMm}`,
                loss: f.copperLoss!.value,
              });
            }
    expect(state.within).toBe(all.length);
    expect(all.length).toBeGreaterThan(5);
    const least = Math.min(...all.map((a) => a.loss));
    expect(state.best[0]!.lossW).toBeCloseTo(least, 6);
  });

  it('in slices ends where it ends in one go, and never counts past its total', () => {
    const whole = new WindingSearch(space).step(Infinity);
    const sliced = new WindingSearch(space);
    let state = sliced.step(500);
    let slices = 1;
    while (!state.done) {
      expect(state.considered).toBeLessThanOrEqual(state.total);
      state = sliced.step(500);
      slices++;
    }
    expect(slices).toBeGreaterThan(5);
    expect(state.within).toBe(whole.within);
    expect(state.best).toEqual(whole.best);
    expect(state.considered).toBe(state.total);
  });

  it('ranks by what was asked', () => {
    const best = (rank: SearchSpace['rank']) => new WindingSearch({ ...space, rank }).step(Infinity).best[0]!;
    expect(best('least-copper').copperKg).toBeLessThan(best('least-loss').copperKg);
    expect(best('easiest-to-insert').fill).toBeLessThan(best('least-loss').fill);
    expect(best('lowest-density').currentDensity).toBeLessThan(best('least-copper').currentDensity);
  });

  it('says what it needs', () => {
    expect(missingForSearch({}, {})?.fields).toEqual([
      'bore',
      'coreLength',
      'voltage',
      'frequency',
      'current',
    ]);
    expect(missingForSearch({ ...core, boreDiameterMm: undefined }, supply)?.message).toBe(
      'A search needs the bore.',
    );
    expect(missingForSearch(core, supply)).toBeNull();
  });
});

describe('wires from the reels', () => {
  it('come within the tolerance with the fewest sizes, then strands', () => {
    const near = wiresNear(2 * (Math.PI / 4), stock, { mostSizes: 3, mostStrands: 8 })[0]!;
    expect(near.wires).toEqual([{ count: 2, bareDiameterMm: 1 }]);
  });
  it('never use a size too wide for the opening, nor an empty reel', () => {
    const bundles = bundlesFromStock([...stock, { id: 'E', bareDiameterMm: 0.5, grade: 2, massKg: 0 }], {
      mostSizes: 2,
      mostStrands: 6,
      widestMm: 1.1,
    });
    const sizes = new Set(bundles.flatMap((b) => b.wires.map((w) => w.bareDiameterMm)));
    expect([...sizes].toSorted()).toEqual([0.8, 0.9, 1]);
    for (const b of bundles) {
      expect(b.strands).toBeLessThanOrEqual(6);
      expect(b.areaMm2).toBeCloseTo(
        b.wires.reduce((s, w) => s + w.count * (Math.PI / 4) * w.bareDiameterMm ** 2, 0),
        12,
      );
    }
  });
});
