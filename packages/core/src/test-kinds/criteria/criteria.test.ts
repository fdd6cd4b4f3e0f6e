/** Criteria sets: published ones stay, a shop's own are held to, each limit names who says so. */
import { describe, expect, it } from 'vitest';
import {
  checkCriteria,
  contextFor,
  CRITERIA_FIELDS,
  criteriaOf,
  judgeTest,
  machineKind,
  newestRoute,
  plansOf,
  PUBLISHED_SETS,
  readForm,
  type ChosenCriteria,
  type TestKindId,
  type Typed,
} from '../../index.ts';

const judged = (kind: TestKindId, typed: Typed, chosen: ChosenCriteria | null) => {
  const outcome = judgeTest(kind, typed, {
    plate: { voltageV: 400, currentA: 22, powerKw: 11, speedRpm: 1460, frequencyHz: 50 },
    criteria: criteriaOf(chosen),
  });
  if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
  return outcome.judgement;
};
const own = (typed: Typed): ChosenCriteria => ({ published: null, own: { name: 'Quay cranes', ...typed } });
const ohms = { uv: '1', vw: '1', wu: '1.037', temperature: '25' };

describe('a criteria set', () => {
  it.each(PUBLISHED_SETS.map((s) => [s.id, s] as const))(
    '%s can be read, and names a source for what it changes',
    (id, set) => {
      expect(readForm(CRITERIA_FIELDS, set.values as Typed).findings).toEqual([]);
      for (const field of CRITERIA_FIELDS)
        if (field.id !== 'name')
          expect(criteriaOf({ published: id, own: null }).source(field.id).length).toBeGreaterThan(4);
    },
  );
  it('decides the same reading otherwise, and says who says so', () => {
    const limitOf = (chosen: ChosenCriteria | null) => judged('resistance', ohms, chosen).figures[0]!;
    expect(limitOf(null).verdict).toBe('stop');
    expect(limitOf({ published: 'reconditioned', own: null }).verdict).toBe('watch');
    expect(limitOf(own({ resistanceUnbalance: '5' })).verdict).toBe('sound');
    expect(limitOf(own({ resistanceUnbalance: '5' })).scale!.source).toContain('Quay cranes');
    expect(limitOf(null).scale!.limits[0]!.name).toBe('limit 2 %');
  });
  it('takes the constant of copper of its school, as the standards have it', () => {
    // IEC 60034-1 has 235, IEEE 112 234.5; the mean at 25 °C from 75 °C differs by their ratio.
    const at75 = { uv: '1', vw: '1', wu: '1', temperature: '75' };
    const mean = (chosen: ChosenCriteria | null) =>
      judged('resistance', at75, chosen).figures.find((f) => f.figure.id === 'meanResistance25')!.figure
        .value;
    expect(mean(null)).toBeCloseTo(259.5 / 309.5, 9);
    expect(mean({ published: 'new-iec', own: null })).toBeCloseTo(260 / 310, 9);
  });
  it('a rise is the same with and without the shop’s default, and follows a set that names its constant', () => {
    // IEC 60034-1, resistance method: k = 235 (from memory).
    const warm = { coldOhm: '1', coldTemperature: '20', hotOhm: '1.3', delay: '20 s', coolant: '25' };
    const rise = (criteria: object) => {
      const outcome = judgeTest('temperature-rise', warm, {
        plate: { powerKw: 11, insulationClass: 'F' },
        ...criteria,
      });
      return outcome.ok ? outcome.judgement.figures[0]!.figure.value : NaN;
    };
    expect(rise({})).toBeCloseTo(1.3 * 255 - 235 - 25, 9);
    expect(rise({ criteria: criteriaOf(null) })).toBe(rise({}));
    expect(rise({ criteria: criteriaOf({ published: 'rewound', own: null }) })).toBeCloseTo(
      1.3 * 254.5 - 234.5 - 25,
      9,
    );
  });
  it('moves what it says: currents, core, vibration, bearings, high potential', () => {
    const verdict = (kind: TestKindId, typed: Typed, more: Typed) =>
      [null, own(more)].map((chosen) => judged(kind, typed, chosen).verdict);
    const run = { voltage: '400', u: '8', v: '8', w: '9' };
    expect(verdict('no-load', run, { currentUnbalance: '25' })).toEqual(['watch', 'sound']);
    expect(
      verdict('full-load', { voltage: '400', u: '23.5', v: '23.5', w: '23.5' }, { fullLoadCurrent: '104' }),
    ).toEqual(['watch', 'stop']);
    expect(verdict('core-loss', { before: '3', after: '3.5' }, { coreRise: '15' })).toEqual([
      'watch',
      'stop',
    ]);
    const shake = {
      unit: 'mm/s rms',
      speed: '1460',
      shaftHeight: '160',
      driveH: '1.3',
      driveV: '1',
      fanH: '1',
      fanV: '1',
    };
    expect(verdict('vibration', shake, { vibrationGrade: 'B' })).toEqual(['sound', 'stop']);
    const warm = { drive: '78', other: '75', air: '40', driveBefore: '78', otherBefore: '75' };
    expect(verdict('bearing-heat', warm, { bearingTemperature: '75' })).toEqual(['sound', 'stop']);
    const tried = {
      work: 'reconditioned',
      supply: 'ac',
      testVoltage: '1350',
      held: '60 s',
      result: 'held',
      before: '500 MΩ',
      discharged: 'yes',
    };
    // 65 % of 1800 V is 1170 V; 75 % is 1350 V.
    expect(judged('high-potential', tried, null).figures[0]!.figure.value).toBeGreaterThan(110);
    expect(
      judged('high-potential', tried, own({ reconditionedShare: '75' })).figures[0]!.figure.value,
    ).toBeCloseTo(100);
  });
  it('is refused without a name, with a published one’s, or when it says nothing', () => {
    const codes = (typed: Typed) => checkCriteria(typed).map((f) => f.code);
    expect(codes({ coreRise: '10' })).toEqual(['criteria.no-name']);
    expect(codes({ name: 'new, by IEC', coreRise: '10' })).toEqual(['criteria.published-name']);
    expect(codes({ name: 'ours' })).toEqual(['criteria.empty']);
    expect(codes({ name: 'ours', coreRise: '400' })).toEqual(['field.out-of-range']);
    expect(codes({ name: 'ours', coreRise: '15' })).toEqual([]);
  });
  it('that nobody knows any more falls back to common practice, and a visit carries the one chosen for it', () => {
    const gone = criteriaOf({ published: 'gone', own: null });
    expect(gone.unknown).toBe(true);
    expect(gone.name).toContain('not known here');
    expect(criteriaOf(null)).toMatchObject({ unknown: false, name: 'Common practice' });
    const machine = machineKind('three-phase');
    const plans = plansOf(
      {
        machine,
        plate: {},
        windings: [],
        settings: {},
        criteria: own({ coreRise: '7' }),
        route: newestRoute('ac-rewind'),
      } as never,
      false,
    );
    expect(contextFor(plans, 'bare').criteria!.number('coreRise')).toBe(7);
  });
});
