/** What a change of the winding does, against the rules every winder's handbook gives. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  analyseWinding,
  compareWindings,
  type FigureId,
  type WindingAnalysis,
  type WindingData,
} from '../../index.ts';

const AS_FOUND: WindingData = {
  slots: 36,
  poles: 4,
  pitch: 8,
  turnsPerCoil: 20,
  wires: [{ count: 2, bareDiameterMm: 0.9 }],
  circuits: 1,
  connection: 'star',
};
const core = {
  boreDiameterMm: 150,
  coreLengthMm: 160,
  backIronMm: 24,
  toothWidthMm: 6.6,
  slotAreaMm2: 160,
  meanTurnMm: 760,
};
const plan = (change: Partial<WindingData>, voltageV = 400, frequencyHz = 50): WindingAnalysis => {
  const r = analyseWinding({
    winding: { ...AS_FOUND, ...change },
    core,
    supply: { voltageV, frequencyHz, currentA: 12, cooling: 'enclosed-fan' },
  });
  if (!r.ok) throw new Error(r.findings[0]!.message);
  return r.value;
};
const value = (a: WindingAnalysis, id: FigureId) => a.figures[id]!.value;
const found = plan({});

describe('the same machine said in another way', () => {
  // Common practice, no source: twice the circuits want twice the turns of half the copper, and carry twice the volts a coil.
  it('two circuits with twice the turns of half the copper', () => {
    const two = plan({ circuits: 2, turnsPerCoil: 40, wires: [{ count: 1, bareDiameterMm: 0.9 }] });
    for (const id of [
      'fluxPerPole',
      'toothDensity',
      'seriesTurns',
      'phaseResistance20',
      'copperMass',
      'slotFillCopper',
      'currentDensity',
    ] as const)
      expect(value(two, id)).toBeCloseTo(value(found, id), 9);
    expect(value(two, 'voltsPerCoil')).toBeCloseTo(2 * value(found, 'voltsPerCoil'), 9);
    expect(value(two, 'voltsPerTurn')).toBeCloseTo(value(found, 'voltsPerTurn'), 9);
    const said = compareWindings(found, two);
    expect(said.map((f) => f.code)).toEqual(['redesign.volts-per-coil']);
    expect(said[0]!.severity).toBe('watch');
  });

  // Common practice, no source: star to delta at the same line voltage wants √3 times the turns and 1/√3 of the copper area.
  it('delta with √3 times the turns of 1/√3 the copper', () => {
    const delta = plan({
      connection: 'delta',
      turnsPerCoil: 97,
      wires: [{ count: 1, bareDiameterMm: 1 }],
    });
    const star = plan({ turnsPerCoil: 56, wires: [{ count: 1, bareDiameterMm: Math.sqrt(97 / 56) }] });
    // 97 / 56 = 1.73214, 0.005 % over √3.
    expect(value(delta, 'toothDensity') / value(star, 'toothDensity')).toBeCloseTo(1, 3);
    expect(value(delta, 'lineResistance20') / value(star, 'lineResistance20')).toBeCloseTo(1, 3);
    expect(value(delta, 'currentDensity') / value(star, 'currentDensity')).toBeCloseTo(1, 3);
    const said = compareWindings(star, delta).map((f) => f.code);
    expect(said).toContain('redesign.volts-per-coil');
    expect(said).not.toContain('redesign.flux');
    expect(said).not.toContain('redesign.current-density');
  });
});

describe('what a single change does', () => {
  it('nothing changed, nothing said', () => {
    expect(compareWindings(found, plan({}))).toEqual([]);
  });
  it('turns: flux goes the other way, torque with its square', () => {
    const fewer = plan({ turnsPerCoil: 19 });
    expect(value(fewer, 'fluxPerPole') / value(found, 'fluxPerPole')).toBeCloseTo(20 / 19, 12);
    const said = compareWindings(found, fewer).find((f) => f.code === 'redesign.flux')!;
    expect(said.severity).toBe('watch');
    expect(said.message).toContain('+5.3 %');
    const more = compareWindings(found, plan({ turnsPerCoil: 25 })).find((f) => f.code === 'redesign.flux')!;
    // (20 / 25)² = 0.64.
    expect(more.message).toContain('−36.0 %');
  });
  it('a flux past what iron carries stops, and says why', () => {
    const half = compareWindings(found, plan({ turnsPerCoil: 5 }))[0]!;
    expect(half).toMatchObject({ severity: 'stop', code: 'redesign.flux' });
    expect(half.because).toContain('teeth');
  });
  it('thinner wire: current density', () => {
    const thin = compareWindings(found, plan({ wires: [{ count: 2, bareDiameterMm: 0.8 }] }));
    // (0.9 / 0.8)² = 1.2656.
    expect(thin.find((f) => f.code === 'redesign.current-density')!.message).toContain('+26.6 %');
    expect(thin.some((f) => f.code === 'redesign.flux')).toBe(false);
  });
  it('more copper than the slot takes by hand stops', () => {
    const full = compareWindings(found, plan({ wires: [{ count: 4, bareDiameterMm: 1.06 }] }));
    expect(full[0]).toMatchObject({ severity: 'stop', code: 'redesign.slot-fill' });
  });
  it('other poles: says that iron and cage were made for the old ones', () => {
    expect(compareWindings(found, plan({ poles: 6, pitch: 5 })).map((f) => f.code)).toContain(
      'redesign.poles',
    );
  });
});

it('the weighty ones come first, whatever was changed', () => {
  const rank = { stop: 0, watch: 1, note: 2 };
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 60 }),
      fc.constantFrom(1, 2, 4),
      fc.constantFrom<'star' | 'delta'>('star', 'delta'),
      fc.double({ min: 0.4, max: 1.4, noNaN: true }),
      (turnsPerCoil, circuits, connection, d) => {
        const other = plan({ turnsPerCoil, circuits, connection, wires: [{ count: 2, bareDiameterMm: d }] });
        const said = compareWindings(found, other);
        const ranks = said.map((f) => rank[f.severity]);
        expect(ranks).toEqual(ranks.slice().sort());
        // Each consequence is said once, and the other way round says the opposite.
        expect(new Set(said.map((f) => f.code)).size).toBe(said.length);
        const ratio = value(other, 'fluxPerPole') / value(found, 'fluxPerPole');
        expect(said.some((f) => f.code === 'redesign.flux')).toBe(Math.abs(ratio - 1) > 0.005);
      },
    ),
  );
});
