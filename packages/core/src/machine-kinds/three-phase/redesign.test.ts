/** Redesigns against the rules of the trade and worked examples from first principles. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkDataCard,
  readDataCard,
  DEFAULT_WISH,
  proposedCard,
  readNameplate,
  turnsFor,
  workOut,
  type Reel,
  type Typed,
} from '../../index.ts';

const plate = readNameplate({
  power: '37',
  voltage: '400',
  current: '69',
  frequency: '50',
  speed: '985',
}).plate;
/** 54 slots, 6 poles, 3 circuits, delta: teeth 1.55 T. */
const found: Typed = {
  slots: '54',
  poles: '6',
  layers: '2',
  span: '1-9',
  turns: '24',
  wires: '4x0.95',
  circuits: '3',
  connection: 'delta',
  bore: '250',
  coreLength: '210',
  backIron: '34',
  toothWidth: '7.4',
  slotArea: '330',
};
/** Every size there is, so that the wire never decides. */
const stock: Reel[] = Array.from({ length: 120 }, (_, i) => ({
  id: `R${i}`,
  bareDiameterMm: 0.4 + i * 0.01,
  grade: 2,
  massKg: 30,
}));
function worked(wanted: Typed, more: Partial<typeof DEFAULT_WISH> = {}, from: Typed = found) {
  const result = workOut(from, plate, { ...DEFAULT_WISH, ...more, wanted, stock });
  if (!result.ok) throw new Error(result.findings.map((f) => f.message).join('; '));
  const step = (id: string) => result.value.steps.find((s) => s.id === id)!.value;
  return { ...result.value, step, figures: result.value.proposed.analysis!.figures };
}
const readWiresOf = (r: { typed: Typed }) => readDataCard(r.typed).card.wires!.map((w) => w.bareDiameterMm);
const before = checkDataCard(found, plate).analysis!.figures;

describe('rules of the trade', () => {
  // Common practice, no source: from three circuits to six, twice the turns, half the wires in hand, twice the volts a coil.
  it('six circuits instead of three', () => {
    const r = worked({ circuits: '6' }, { limits: { mostSizes: 1, mostStrands: 12 } });
    expect(r.step('turnsExact')).toBeCloseTo(48, 9);
    expect(r.typed['turns']).toBe('48');
    expect(r.step('areaWanted')).toBeCloseTo(before.turnArea!.value / 2, 9);
    expect(r.figures.voltsPerCoil!.value).toBeCloseTo(2 * before.voltsPerCoil!.value, 9);
    expect(r.figures.toothDensity!.value).toBeCloseTo(before.toothDensity!.value, 9);
  });
  it('no wire is proposed that does not go through the slot opening', () => {
    const widest = (opening: string) =>
      Math.max(
        ...readWiresOf(
          worked({}, { limits: { mostSizes: 1, mostStrands: 30 } }, { ...found, slotOpening: opening }),
        ),
      );
    expect(widest('0.9')).toBeLessThan(0.9 * 0.95);
    expect(widest('4')).toBeGreaterThan(0.9);
  });
  // Common practice, no source: star to delta takes √3 times the turns, twice the volts twice the turns.
  it.each([
    [{ connection: 'star' }, 24 / Math.sqrt(3)],
    [{ forVoltage: '800' }, 48],
    [{ forVoltage: '480', forFrequency: '60' }, 24],
    [{ forFrequency: '60' }, 20],
    [{ circuits: '2' }, 16],
  ])('%j', (wanted, turns) => {
    expect(worked(wanted as Typed).step('turnsExact')).toBeCloseTo(turns, 9);
  });
  it('another span goes by the winding factors', () => {
    const r = worked({ span: '1-10' });
    // Pitch 8 of 9 slots: sin 80°; full pitch: 1. First principles.
    expect(r.step('turnsExact')).toBeCloseTo(24 * Math.sin((8 / 9) * (Math.PI / 2)), 9);
  });
  it('concentric at the same mean pitch keeps the turns', () => {
    const r = worked({ kind: 'concentric' });
    expect(r.typed['span']).toBe('1-11,1-9,1-7');
    expect(r.step('turnsExact')).toBeCloseTo(24, 9);
    expect(r.figures.windingFactor!.value).toBeCloseTo(before.windingFactor!.value, 12);
  });
});

describe('other poles', () => {
  it('more poles: the teeth limit, the gap density stays', () => {
    const r = worked({ poles: '8', span: '1-7', circuits: '2' });
    expect(r.step('fluxRatio')).toBeCloseTo(6 / 8, 12);
    // After rounding the turns the density is off by just that rounding.
    const rounding = Number(r.typed['turns']) / r.step('turnsExact');
    expect(r.figures.gapDensity!.value * rounding).toBeCloseTo(before.gapDensity!.value, 6);
    expect(r.figures.backIronDensity!.value).toBeLessThan(before.backIronDensity!.value);
  });
  it('fewer poles: the back iron limits, and the answer says so', () => {
    const thin = { ...found, backIron: '30' };
    const r = worked({ poles: '4', span: '1-12', circuits: '2' }, {}, thin);
    const step = r.steps.find((s) => s.id === 'fluxRatio')!;
    expect(step.name).toMatch(/back iron/);
    expect(step.value).toBeCloseTo(1.6 / ((before.backIronDensity!.value * 34) / 30), 9);
    const rounding = Number(r.typed['turns']) / r.step('turnsExact');
    expect(r.figures.backIronDensity!.value * rounding).toBeCloseTo(1.6, 6);
    expect(r.findings.map((f) => f.code)).toContain('redesign.faster');
    expect(r.findings.map((f) => f.code)).toContain('redesign.cage');
  });
  it('rough power goes with density, copper and speed', () => {
    // Same iron and copper at 60 Hz and 480 V: a fifth more power. First principles.
    const r = worked({ forVoltage: '480', forFrequency: '60' });
    expect(r.step('roughPower') / 37).toBeGreaterThan(1.17);
    expect(r.step('roughPower') / 37).toBeLessThan(1.23);
  });
});

describe('turns that can be wound', () => {
  it('are the nearest, uneven ones nearer still, and no coil differs by more than one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (exact, coils) => {
          const rows = turnsFor(exact, coils);
          const mean = rows.reduce((s, t) => s + t, 0) / rows.length;
          expect(Math.abs(mean - exact)).toBeLessThanOrEqual(0.5 / coils + 1e-9 + (exact < 1 ? 1 : 0));
          expect(Math.max(...rows) - Math.min(...rows)).toBeLessThanOrEqual(1);
          expect(rows.every((t) => Number.isInteger(t) && t >= 1)).toBe(true);
        },
      ),
    );
  });
  it('uneven turns come nearer to the flux', () => {
    const wanted = { forVoltage: '205' };
    const off = (uneven: boolean) => {
      const r = worked(wanted, { unevenTurns: uneven });
      return Math.abs(r.figures.fluxPerPole!.value / before.fluxPerPole!.value - 1);
    };
    expect(off(true)).toBeLessThan(off(false));
  });
});

describe('every redesign', () => {
  it('keeps as found untouched, names its sources, and keeps flux × turns × factor × f / volts', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('200', '230', '415', '690'),
        fc.constantFrom('50', '60'),
        fc.constantFrom('1', '2', '3', '6'),
        fc.constantFrom('star', 'delta'),
        fc.constantFrom('1-8', '1-9', '1-10'),
        (forVoltage, forFrequency, circuits, connection, span) => {
          const copy = { ...found };
          const r = worked({ forVoltage, forFrequency, circuits, connection, span }, {}, copy);
          expect(copy).toEqual(found);
          for (const s of r.steps) expect(s.working!.source.length).toBeGreaterThan(5);
          // As many ampere-conductors' worth of volts a turn as the flux gives: E = π√2 f N kw Φ.
          const f = r.figures;
          const emf =
            Math.PI *
            Math.SQRT2 *
            Number(forFrequency) *
            f.seriesTurns!.value *
            f.windingFactor!.value *
            (f.fluxPerPole!.value / 1000);
          expect(emf).toBeCloseTo(f.phaseVoltage!.value, 6);
          const again = checkDataCard(proposedCard(found, r.typed), plate).analysis!;
          expect(again.figures.fluxPerPole!.value).toBe(f.fluxPerPole!.value);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('says what is missing instead of guessing', () => {
    const none = workOut({ slots: '54' }, plate, { ...DEFAULT_WISH, wanted: {}, stock });
    expect(none.ok).toBe(false);
    const noVolts = workOut(found, readNameplate({ power: '37' }).plate, {
      ...DEFAULT_WISH,
      wanted: {},
      stock,
    });
    expect(noVolts.findings[0]!.code).toBe('redesign.no-supply');
    const noWire = workOut(found, plate, { ...DEFAULT_WISH, wanted: { circuits: '6' }, stock: [] });
    expect(noWire.findings.length === 0 && noWire.ok && noWire.value.findings[0]!.code).toBe(
      'redesign.no-wire',
    );
    const cannot = workOut(found, plate, { ...DEFAULT_WISH, wanted: { circuits: '4' }, stock });
    expect(cannot.ok).toBe(false);
    expect(cannot.findings[0]!.code).toBe('circuits.groups-do-not-part');
  });
});
