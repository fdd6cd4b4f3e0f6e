import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  compareWindings,
  enamelledDiameterMm,
  FIGURE_IDS,
  slotShape,
  type AnalysisInput,
} from '../../index.ts';

const motor: AnalysisInput = {
  winding: {
    slots: 54,
    poles: 6,
    pitch: 8,
    turnsPerCoil: 15,
    wires: [
      { count: 2, bareDiameterMm: 1.12 },
      { count: 2, bareDiameterMm: 1.06 },
    ],
    circuits: 2,
    connection: 'delta',
  },
  core: {
    boreDiameterMm: 250,
    coreLengthMm: 210,
    backIronMm: 27,
    toothWidthMm: 7.2,
    slotAreaMm2: 290,
    meanTurnMm: 820,
    airGapMm: 0.6,
  },
  supply: { voltageV: 400, frequencyHz: 50, currentA: 69 },
};
function analysed(change: Partial<AnalysisInput['winding']> = {}, core = motor.core) {
  const result = analyseWinding({ ...motor, core, winding: { ...motor.winding, ...change } });
  if (!result.ok) throw new Error(result.findings[0]!.message);
  return result.value;
}
const v = (a: ReturnType<typeof analysed>, id: (typeof FIGURE_IDS)[number]) => a.figures[id]!.value;

describe('figures of one winding, worked out by hand', () => {
  const a = analysed();
  it('series turns, volts, flux and densities', () => {
    expect(v(a, 'seriesTurns')).toBe((18 * 15) / 2);
    expect(v(a, 'voltsPerCoil')).toBeCloseTo(400 / 9, 10);
    expect(v(a, 'voltsPerTurn')).toBeCloseTo(400 / 135, 10);
    // E = 4.4429·f·N·kw·Φ (Fitzgerald, Kingsley & Umans, ch. 4, from memory): 400/(4.4429·50·135·0.9452) = 14.11 mWb.
    expect(v(a, 'fluxPerPole')).toBeCloseTo(14.11, 2);
    // Pole area π·250/6 × 210 = 27 489 mm².
    expect(v(a, 'gapDensity')).toBeCloseTo(0.01411 / 0.027489, 3);
    expect(v(a, 'gapDensityPeak') / v(a, 'gapDensity')).toBeCloseTo(Math.PI / 2, 12);
    expect(v(a, 'backIronDensity')).toBeCloseTo(0.01411 / 2 / (0.027 * 0.21 * 0.95), 2);
    expect(v(a, 'toothDensity')).toBeCloseTo((0.8063 * 14.544) / (7.2 * 0.95), 2);
  });

  it('current density: delta line current over √3, two circuits', () => {
    const area = 2 * (Math.PI / 4) * 1.12 ** 2 + 2 * (Math.PI / 4) * 1.06 ** 2;
    expect(v(a, 'turnArea')).toBeCloseTo(area, 12);
    expect(v(a, 'currentDensity')).toBeCloseTo(69 / Math.sqrt(3) / 2 / area, 12);
  });

  it('resistance of copper at 20 and 25 °C, star and delta', () => {
    // IEC 60028: 0.017241 Ω·mm²/m. One circuit: 9 coils × 15 turns × 0.82 m.
    const phase = (0.017241 * 9 * 15 * 0.82) / v(a, 'turnArea') / 2;
    expect(v(a, 'phaseResistance20')).toBeCloseTo(phase, 4);
    expect(v(a, 'lineResistance20') / v(a, 'phaseResistance20')).toBeCloseTo(2 / 3, 12);
    const star = analysed({ connection: 'star' });
    expect(v(star, 'lineResistance20') / v(star, 'phaseResistance20')).toBeCloseTo(2, 12);
    // IEEE 112: (234.5 + 25)/(234.5 + 20).
    expect(v(a, 'lineResistance25') / v(a, 'lineResistance20')).toBeCloseTo(259.5 / 254.5, 12);
  });

  it('copper mass: 8.89 g/cm³ (IEC 60028)', () => {
    const volume = 54 * 15 * 820 * v(a, 'turnArea'); // mm³
    expect(v(a, 'copperMass')).toBeCloseTo((volume / 1000) * 0.00889, 6);
  });

  it('free ends: two a group wound in one go, two a coil when wound one by one', () => {
    expect(a.coilEnds).toBe(2 * 18);
    expect(analysed({ woundIn: 'singles' }).coilEnds).toBe(2 * 54);
  });
});

describe('changes that are the trade’s own rules', () => {
  // Common practice, no source: six circuits instead of three want twice the turns and carry twice the volts a coil.
  it('three circuits to six: twice the turns, half the wires in hand, twice the volts a coil, the rest as it was', () => {
    const three = analysed({ circuits: 3, turnsPerCoil: 10, wires: [{ count: 4, bareDiameterMm: 1 }] });
    const six = analysed({ circuits: 6, turnsPerCoil: 20, wires: [{ count: 2, bareDiameterMm: 1 }] });
    for (const id of ['fluxPerPole', 'currentDensity', 'copperMass', 'phaseResistance20'] as const)
      expect(v(six, id)).toBeCloseTo(v(three, id), 10);
    expect(v(six, 'voltsPerCoil') / v(three, 'voltsPerCoil')).toBeCloseTo(2, 12);
  });

  it('star to delta: √3 times the turns keep the flux', () => {
    const star = analysed({ connection: 'star', turnsPerCoil: 100 });
    const delta = analysed({ connection: 'delta', turnsPerCoil: 173 });
    expect(v(delta, 'fluxPerPole') / v(star, 'fluxPerPole')).toBeCloseTo(1, 2);
  });

  it('says what fewer turns do', () => {
    const codes = compareWindings(analysed(), analysed({ turnsPerCoil: 12 })).map((f) => f.code);
    expect(codes[0]).toBe('redesign.flux');
    expect(compareWindings(analysed(), analysed())).toEqual([]);
  });
});

describe('every figure', () => {
  it('carries a working whose inputs are named, sourced and finite', () => {
    const { figures } = analysed({ skewSlots: 1 });
    for (const id of FIGURE_IDS) {
      const working = figures[id]?.working;
      expect(working, id).toBeDefined();
      expect(working!.source.length, id).toBeGreaterThan(5);
      for (const input of working!.inputs) {
        expect(Number.isFinite(input.value), `${id}: ${input.symbol}`).toBe(true);
        expect(input.from, id).not.toBe('');
      }
    }
  });

  it('is the same with and without working', () => {
    const skewed = { ...motor, winding: { ...motor.winding, skewSlots: 1 } };
    const bare = analyseWinding(skewed, false);
    expect(bare.ok).toBe(true);
    if (!bare.ok) return;
    const full = analysed({ skewSlots: 1 });
    for (const id of FIGURE_IDS) {
      expect(bare.value.figures[id]!.value).toBe(v(full, id));
      expect(bare.value.figures[id]!.working).toBeUndefined();
    }
  });

  it('keeps flux × turns × winding factor, whatever is changed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom(1, 2, 3, 6),
        fc.integer({ min: 6, max: 9 }),
        (turnsPerCoil, circuits, pitch) => {
          const x = analysed({ turnsPerCoil, circuits, pitch });
          const volts = Math.PI * Math.SQRT2 * 50 * v(x, 'seriesTurns') * v(x, 'windingFactor');
          expect((volts * v(x, 'fluxPerPole')) / 1000).toBeCloseTo(400, 8);
        },
      ),
    );
  });
});

describe('slot and wire', () => {
  it('solves the slot’s depth so that its area comes back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 96 }),
        fc.double({ min: 60, max: 600, noNaN: true }),
        fc.double({ min: 0.3, max: 0.7, noNaN: true }),
        fc.double({ min: 20, max: 600, noNaN: true }),
        (slots, bore, share, area) => {
          const tooth = (share * Math.PI * bore) / slots;
          const shape = slotShape(
            { slots },
            { boreDiameterMm: bore, toothWidthMm: tooth, slotAreaMm2: area },
          )!;
          const mean = (Math.PI * (bore + shape.depthMm)) / slots - tooth;
          expect(shape.depthMm * mean).toBeCloseTo(area, 6);
        },
      ),
    );
  });

  // IEC 60317-0-1, largest overall diameters, from memory.
  it.each([
    [0.5, 1, 0.544],
    [1.0, 2, 1.094],
    [1.5, 2, 1.606],
    [0.8, 3, 0.911],
  ] as const)('enamelled diameter of %f mm, grade %i: %f', (bare, grade, over) => {
    expect(enamelledDiameterMm(bare, grade)).toBeCloseTo(over, 6);
  });
});
