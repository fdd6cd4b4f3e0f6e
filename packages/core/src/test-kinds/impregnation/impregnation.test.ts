/** Impregnation against its sheet: exactly on a limit, past it, and what nobody measured. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkTreatment, judgeTest, TREATMENT_KINDS, type Typed } from '../../index.ts';

const judged = (typed: Typed) => {
  const outcome = judgeTest('impregnation', typed, { plate: {} });
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.code).join());
  return outcome.judgement;
};
const codes = (typed: Typed) => checkTreatment(typed).map((f) => f.code);
const DIP = {
  kind: 'dip',
  partFrom: '40',
  partTo: '55',
  viscosityLeast: '24',
  viscosityMost: '32',
  immersion: '15',
  drain: '30',
};
const DONE = { partTemp: '48', viscosity: '28', immersed: '20', drained: '30' };

describe('an impregnation', () => {
  it('is sound within the sheet, both limits within', () => {
    expect(judged({ ...DIP, ...DONE }).verdict).toBe('sound');
    for (const edge of [{ partTemp: '40' }, { partTemp: '55' }, { viscosity: '24' }, { viscosity: '32' }])
      expect(judged({ ...DIP, ...DONE, ...edge }).verdict, JSON.stringify(edge)).toBe('sound');
  });
  it('stops past a limit, and says which way', () => {
    expect(judged({ ...DIP, ...DONE, partTemp: '39.9' }).reasons.join()).toContain('cold part');
    expect(judged({ ...DIP, ...DONE, partTemp: '55.1' }).reasons.join()).toContain('gels');
    expect(judged({ ...DIP, ...DONE, immersed: '14' }).verdict).toBe('stop');
    expect(judged({ ...DIP, ...DONE, drained: '29.9' }).verdict).toBe('stop');
    // A vacuum is better the less is left: 40 mbar are not down to 5.
    const vacuum = { kind: 'vacuum', vacuum: '5 mbar', vacuumMinutes: '30', vacuumHeld: '30' };
    expect(judged({ ...vacuum, vacuumReached: '5 mbar' }).verdict).toBe('sound');
    expect(judged({ ...vacuum, vacuumReached: '40 mbar' }).verdict).toBe('stop');
    expect(judged({ ...vacuum, vacuumReached: '0.002 bar' }).verdict).toBe('sound');
  });
  it('is never sound where the sheet asks for what nobody measured', () => {
    fc.assert(
      fc.property(fc.subarray(Object.keys(DONE), { minLength: 1 }), (measured) => {
        const typed = {
          ...DIP,
          ...Object.fromEntries(measured.map((id) => [id, DONE[id as keyof typeof DONE]])),
        };
        const { verdict, reasons } = judged(typed);
        expect(verdict).toBe(measured.length === Object.keys(DONE).length ? 'sound' : 'watch');
        expect(reasons.some((r) => r.startsWith('Not measured'))).toBe(verdict === 'watch');
      }),
    );
  });
  it('without a sheet is refused: nothing would be proven', () => {
    const outcome = judgeTest('impregnation', { kind: 'dip', ...DONE }, { plate: {} });
    expect(outcome.ok).toBe(false);
    expect(outcome.findings.map((f) => f.code)).toContain('impregnation.no-sheet');
  });
  it('by a current has its temperature from the resistance', () => {
    // IEC 60034-1, 8.6.2: copper of 20 °C whose resistance rose by 1.7255 is at 205 °C; (235 + 205) / (235 + 20) = 1.72549.
    const bond = { kind: 'bond', bondFrom: '190', bondTo: '220', coldOhm: '1', coldTemp: '20' };
    const at = (hotOhm: string) => judged({ ...bond, hotOhm }).figures[0]!;
    expect(at('1.72549').figure.value).toBeCloseTo(205, 2);
    expect(at('1.72549').verdict).toBe('sound');
    expect(at('1.6').verdict).toBe('stop');
    expect(at('1.85').verdict).toBe('stop');
    const cold = judgeTest('impregnation', bond, { plate: {} });
    expect(cold.findings.map((f) => f.code)).toEqual(['impregnation.nothing-measured']);
  });
});

describe('the sheet of a way of impregnating', () => {
  it('of each kind says what it cannot be done without', () => {
    for (const kind of Object.keys(TREATMENT_KINDS))
      expect(
        codes({ name: 'X', kind }).filter((c) => c === 'treatment.missing').length,
        kind,
      ).toBeGreaterThan(0);
    expect(codes({ name: 'X', ...DIP })).toEqual([]);
    expect(codes({ ...DIP })).toEqual(['treatment.missing']);
  });
  it('has its limits the right way round, in any unit', () => {
    expect(codes({ name: 'X', ...DIP, partTo: '30' })).toEqual(['treatment.turned-round']);
    expect(codes({ name: 'X', ...DIP, partFrom: '100 F', partTo: '40 C' })).toEqual([]);
    expect(codes({ name: 'X', ...DIP, viscosityMost: '20' })).toEqual(['treatment.turned-round']);
  });
});
