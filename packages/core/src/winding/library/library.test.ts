/** Likeness of cores, and a sister's winding brought to the core in hand. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bringOver,
  distanceBetween,
  LIKENESS_IDS,
  likenessOf,
  MACHINE_KIND_IDS,
  machineKind,
  type CoreLikeness,
  type Typed,
} from '../../index.ts';

const size = fc.double({ min: 1, max: 3000, noNaN: true });
const core = fc.record({ slots: size, poles: size, bore: size, coreLength: size });
const total = (a: CoreLikeness, b: CoreLikeness) => distanceBetween(a, b)!.total;

describe('distance between cores', () => {
  it('is a distance: none to itself, the same both ways, never longer than by way of a third', () => {
    fc.assert(
      fc.property(core, core, core, (a, b, c) => {
        expect(total(a, a)).toBe(0);
        expect(total(a, b)).toBeCloseTo(total(b, a), 9);
        expect(total(a, c)).toBeLessThanOrEqual(total(a, b) + total(b, c) + 1e-9);
      }),
    );
  });
  it('does not depend on the unit, and counts only what is known of both', () => {
    const a = { slots: 48, poles: 4, bore: 180, coreLength: 190 };
    const b = { slots: 48, poles: 4, bore: 200, coreLength: 190 };
    const inches = (c: typeof a) => ({ ...c, bore: c.bore / 25.4, coreLength: c.coreLength / 25.4 });
    expect(total(a, b)).toBeCloseTo(Math.log(200 / 180), 12);
    expect(total(inches(a), inches(b))).toBeCloseTo(total(a, b), 12);
    expect(distanceBetween({ slots: 48 }, b)).toEqual({ total: 0, each: { slots: 0 } });
    expect(distanceBetween({ bore: 180 }, { coreLength: 180 })).toBeNull();
  });
});

const kind = machineKind('three-phase');
const PLATE = { power: '22', voltage: '400', plateConnection: 'delta', frequency: '50', speed: '1465' };
const SISTER: Typed = {
  slots: '48',
  poles: '4',
  layers: '2',
  span: '1-11',
  turns: '16',
  wires: '2x1.18',
  circuits: '2',
  connection: 'delta',
  bore: '180',
  coreLength: '187',
};
const bring = (card: Typed, plate: Typed = PLATE, sister = SISTER) =>
  bringOver(kind, { number: '2871', plate: PLATE, card: sister }, { number: '3128', plate, card }, {});
const iron = (bore: string, coreLength: string) => ({ slots: '48', bore, coreLength });

describe('a winding from a sister', () => {
  it('keeps the flux density: turns go with volts, and against bore, length and frequency', () => {
    // Flux a pole = 2 B D L / poles for a sine, and E = 4.44 f N kw flux: first principles, every textbook of machines.
    const factor = (volts: number, hertz: number, bore: number, length: number) =>
      (volts / 400) * (50 / hertz) * ((180 * 187) / (bore * length));
    const all: readonly [string, string, string, string][] = [
      ['400', '50', '180', '190'],
      ['230', '50', '200', '200'],
      ['400', '60', '170', '150'],
      ['690', '50', '185', '170'],
    ];
    for (const [voltage, frequency, bore, length] of all) {
      const plate = { ...PLATE, voltage, frequency, speed: frequency === '60' ? '1765' : '1465' };
      const { turnsFactor, fills, gapT, sisterGapT } = bring(iron(bore, length), plate);
      const expected = factor(Number(voltage), Number(frequency), Number(bore), Number(length));
      expect(turnsFactor).toBeCloseTo(expected, 6);
      expect(fills['turns']).toBe(String(Math.round(16 * expected)));
      expect(gapT! / sisterGapT!).toBeCloseTo((16 * expected) / Number(fills['turns']), 6);
    }
  });
  it('takes poles from the plate where nobody counted them, and says where it comes from', () => {
    const { fills, findings } = bring(iron('180', '190'));
    expect(fills).toMatchObject({ poles: '4', span: '1-11', circuits: '2', takenFrom: 'motor 2871' });
    expect(fills['bore']).toBeUndefined();
    expect(findings.map((f) => f.code)).not.toContain('library.other-core');
  });
  it('is not filled into another core, and says that turns stand as they were where a measure is missing', () => {
    const other = bring({ ...iron('180', '190'), slots: '36' });
    expect(other.fills).toEqual({});
    expect(other.findings.map((f) => f.code)).toEqual(['library.other-core']);
    const unmeasured = bring({ slots: '48' });
    expect(unmeasured.fills['turns']).toBe('16');
    expect(unmeasured.findings.map((f) => f.code)).toContain('library.turns-not-scaled');
  });
  it('warns where the turns become quite other ones', () => {
    expect(bring(iron('180', '120')).findings.map((f) => f.code)).toContain('library.far-turns');
    expect(bring(iron('180', '180')).findings.map((f) => f.code)).not.toContain('library.far-turns');
  });
  it('does not take over what a proposal was for, nor what was counted on the old winding', () => {
    const { fills } = bring(iron('180', '187'), PLATE, { ...SISTER, forVoltage: '230', endsPerLead: '4' });
    expect(fills['forVoltage']).toBeUndefined();
    expect(fills['endsPerLead']).toBeUndefined();
  });
});

describe.each(MACHINE_KIND_IDS)('kind %s', (id) => {
  const kind = machineKind(id);
  it('stores by what its cores are found, and comes back to its own turns in its own core', () => {
    for (const { plate, card } of kind.examples) {
      expect(Object.keys(likenessOf(kind.values(card)))).toEqual([...LIKENESS_IDS]);
      const own = { number: '1', plate, card };
      const { fills, turnsFactor, checked } = bringOver(kind, { ...own, number: '2' }, own, {});
      expect(turnsFactor).toBeCloseTo(1, 9);
      for (const [field, typed] of Object.entries(kind.fromSister.scaleTurns(card, 1)))
        expect(fills[field]).toBe(typed);
      expect(checked?.plan?.gapDensityT).toBeGreaterThan(0.2);
    }
  });
});
