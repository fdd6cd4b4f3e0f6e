/** Laws of likeness: what happens to every figure when a machine is turned, grown, or fed otherwise. First principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analyseWinding, type AnalysisInput, type FigureId, type WindingAnalysis } from '../../index.ts';

const input: AnalysisInput = {
  winding: {
    slots: 48,
    poles: 4,
    pitch: 10,
    turnsPerCoil: 14,
    wires: [{ count: 2, bareDiameterMm: 1 }],
    circuits: 2,
    connection: 'delta',
  },
  core: {
    boreDiameterMm: 200,
    coreLengthMm: 190,
    backIronMm: 31,
    toothWidthMm: 7.1,
    slotAreaMm2: 250,
    meanTurnMm: 900,
  },
  supply: { voltageV: 400, frequencyHz: 50, currentA: 56 },
};
const analysed = (x: AnalysisInput): WindingAnalysis => {
  const result = analyseWinding(x, false);
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
};
const ratio = (a: WindingAnalysis, b: WindingAnalysis, id: FigureId) =>
  b.figures[id]!.value / a.figures[id]!.value;
const base = analysed(input);
const factor = fc.double({ min: 0.3, max: 3, noNaN: true });

describe('a machine grown in all lengths by k', () => {
  it('keeps fill, divides densities by k², resistance by k, and weighs k³', () => {
    fc.assert(
      fc.property(factor, (k) => {
        const grown = analysed({
          ...input,
          winding: { ...input.winding, wires: [{ count: 2, bareDiameterMm: k }] },
          core: {
            boreDiameterMm: 200 * k,
            coreLengthMm: 190 * k,
            backIronMm: 31 * k,
            toothWidthMm: 7.1 * k,
            slotAreaMm2: 250 * k * k,
            meanTurnMm: 900 * k,
          },
        });
        expect(ratio(base, grown, 'slotFillCopper')).toBeCloseTo(1, 9);
        for (const id of ['gapDensity', 'toothDensity', 'backIronDensity', 'currentDensity'] as const)
          expect(ratio(base, grown, id) * k * k).toBeCloseTo(1, 9);
        expect(ratio(base, grown, 'phaseResistance20') * k).toBeCloseTo(1, 9);
        expect(ratio(base, grown, 'copperMass') / k ** 3).toBeCloseTo(1, 9);
        expect(ratio(base, grown, 'fluxPerPole')).toBeCloseTo(1, 12);
      }),
    );
  });
});

describe('another supply', () => {
  it('flux goes with volts over hertz and nothing else; turns in proportion to volts keep it', () => {
    fc.assert(
      fc.property(factor, factor, (u, f) => {
        const fed = analysed({ ...input, supply: { voltageV: 400 * u, frequencyHz: 50 * f, currentA: 56 } });
        for (const id of ['fluxPerPole', 'gapDensity', 'toothDensity', 'backIronDensity'] as const)
          expect(ratio(base, fed, id) / (u / f)).toBeCloseTo(1, 9);
        expect(ratio(base, fed, 'phaseResistance20')).toBe(1);
      }),
    );
  });
  // Common practice, no source: 50 Hz at 400 V and 60 Hz at 480 V are the same flux.
  it('400 V at 50 Hz is 480 V at 60 Hz', () => {
    const sixty = analysed({ ...input, supply: { voltageV: 480, frequencyHz: 60, currentA: 56 } });
    expect(ratio(base, sixty, 'fluxPerPole')).toBeCloseTo(1, 12);
  });
});

describe('the same copper, arranged otherwise', () => {
  it.each([
    [1, 7, 4],
    [2, 14, 2],
    [4, 28, 1],
  ])('%i circuits, %i turns, %i in hand carry and weigh the same', (circuits, turnsPerCoil, count) => {
    const other = analysed({
      ...input,
      winding: { ...input.winding, circuits, turnsPerCoil, wires: [{ count, bareDiameterMm: 1 }] },
    });
    for (const id of [
      'fluxPerPole',
      'currentDensity',
      'slotFillCopper',
      'copperMass',
      'phaseResistance20',
      'seriesTurns',
    ] as const)
      expect(ratio(base, other, id)).toBeCloseTo(1, 12);
    expect(ratio(base, other, 'voltsPerCoil')).toBeCloseTo(circuits / 2, 12);
    expect(other.connection.endsPerLead).toBe(2 * circuits);
  });

  it('star with √3 fewer volts a phase and delta are the same machine at their terminals', () => {
    fc.assert(
      fc.property(fc.integer({ min: 4, max: 60 }), (turnsPerCoil) => {
        const star = analysed({ ...input, winding: { ...input.winding, connection: 'star', turnsPerCoil } });
        const delta = analysed({ ...input, winding: { ...input.winding, turnsPerCoil } });
        expect(ratio(star, delta, 'fluxPerPole')).toBeCloseTo(Math.sqrt(3), 9);
        expect(ratio(star, delta, 'lineResistance20')).toBeCloseTo(1 / 3, 9);
        expect(ratio(star, delta, 'currentDensity')).toBeCloseTo(1 / Math.sqrt(3), 9);
        expect(ratio(star, delta, 'copperMass')).toBe(1);
      }),
    );
  });

  it('two sizes in hand are the sum of their areas', () => {
    const mixed = analysed({
      ...input,
      winding: {
        ...input.winding,
        wires: [
          { count: 1, bareDiameterMm: Math.SQRT1_2 },
          { count: 3, bareDiameterMm: Math.SQRT1_2 },
        ],
      },
    });
    expect(ratio(base, mixed, 'turnArea')).toBeCloseTo(1, 12);
    expect(ratio(base, mixed, 'phaseResistance20')).toBeCloseTo(1, 12);
  });
});

it('a coil pitched as far beyond the pole pitch as below it has the same factor, and more copper', () => {
  for (const off of [1, 2, 3]) {
    const short = analysed({
      ...input,
      core: { ...input.core, meanTurnMm: undefined as never },
      winding: { ...input.winding, pitch: 12 - off },
    });
    const long = analysed({
      ...input,
      core: { ...input.core, meanTurnMm: undefined as never },
      winding: { ...input.winding, pitch: 12 + off },
    });
    expect(ratio(short, long, 'windingFactor')).toBeCloseTo(1, 12);
    expect(ratio(short, long, 'copperMass')).toBeGreaterThan(1);
  }
});
