/** High-potential test: which level, when it is refused, and what the leakage of its steps says. */
import { describe, expect, it } from 'vitest';
import { judgeTest, type Typed } from '../../index.ts';

const plate = { voltageV: 400 };
const sound = {
  work: 'complete-rewind',
  supply: 'ac',
  testVoltage: '1800',
  result: 'held',
  before: '900',
  discharged: 'yes',
};
const outcomeOf = (more: Typed, of: object = plate) =>
  judgeTest('high-potential', { ...sound, ...more }, { plate: of });
const judged = (more: Typed, of: object = plate) => {
  const outcome = outcomeOf(more, of);
  if (!outcome.ok) throw new Error(outcome.findings.map((f) => f.message).join(' '));
  return outcome.judgement;
};

describe('high potential', () => {
  it('holds at its level; exactly on a border is within', () => {
    expect(judged({}).verdict).toBe('sound');
    // 105 % of 1800 V.
    expect(judged({ testVoltage: '1890' }).verdict).toBe('sound');
    expect(judged({ testVoltage: '1891' }).verdict).toBe('watch');
  });
  it.each([
    ['a winding that was only cleaned, at the level of a new one', { work: 'reconditioned' }, 'stop'],
    ['too little', { testVoltage: '1500' }, 'watch'],
    ['direct voltage at the alternating level', { supply: 'dc' }, 'watch'],
    ['ten seconds', { held: '10 s' }, 'watch'],
    ['OL before it', { before: 'OL' }, 'watch'],
    ['a breakdown', { result: 'broke' }, 'stop'],
  ])('%s is never sound', (_, more, verdict) => expect(judged(more).verdict).toBe(verdict));
  it('direct voltage is 1.7 times the alternating level', () =>
    expect(judged({ supply: 'dc', testVoltage: '3060' }).verdict).toBe('sound'));
  it('without volts on the plate no level is taken for right', () => {
    const j = judged({}, {});
    expect([j.verdict, j.reasons[0]]).toEqual(['watch', expect.stringContaining('no volts')]);
  });
  it.each([
    ['a wet winding', { before: '3' }, 'high-potential.insulation-first'],
    ['a time that may be seconds or minutes', { held: '60' }, 'high-potential.held-unit'],
    ['one that is not discharged', { discharged: 'no' }, 'high-potential.not-discharged'],
    ['a wound rotor without its ring volts', { work: 'wound-rotor' }, 'high-potential.no-ring-voltage'],
    [
      'steps whose current has no unit',
      { supply: 'dc', steps: '1000 V; 1.2' },
      'high-potential.step-unreadable',
    ],
    ['steps that fall', { supply: 'dc', steps: '2000 V; 2 µA\n1000 V; 1 µA' }, 'leakage.not-rising'],
    ['steps of alternating voltage', { steps: '1000 V; 1 µA\n2000 V; 2 µA' }, 'high-potential.steps-of-ac'],
  ])('refuses %s', (_, more, code) => {
    const outcome = outcomeOf(more);
    expect(outcome.ok).toBe(false);
    expect(outcome.findings.map((f) => f.code)).toContain(code);
  });
  it('a winding for 3.3 kV needs 100 MΩ before it is tried, not five', () => {
    const high = { voltageV: 3300 };
    expect(outcomeOf({ testVoltage: '7600', before: '40' }, high).findings.map((f) => f.code)).toContain(
      'high-potential.insulation-first',
    );
    expect(judged({ testVoltage: '7600', before: '400' }, high).verdict).toBe('sound');
  });
  it('a knee in the leakage is told with its volts; a straight line is not called one', () => {
    const dc = { supply: 'dc', testVoltage: '3060' };
    const knee = judged({
      ...dc,
      steps: '500 V; 0.5 µA\n1000 V; 1 µA\n1500 V; 1.5 µA\n2000 V; 2 µA\n2500 V; 4.5 µA\n3060 V; 8 µA',
    });
    expect(knee.verdict).toBe('stop');
    const at = Number(/knee at (\d+) V/.exec(knee.reasons.join(' '))![1]);
    expect(at).toBeGreaterThan(1500);
    expect(at).toBeLessThan(2500);
    const straight = judged({
      ...dc,
      steps: '500 V; 500 nA\n1000 V; 1 µA\n1500 V; 1.5 µA\n2000 V; 0.002 mA\n2500 V; 2.5 µA',
    });
    expect(straight.verdict).toBe('sound');
    expect(judged({ ...dc, steps: '500 V; 0 µA\n1000 V; 0 µA\n1500 V; 0 µA' }).verdict).toBe('watch');
  });
});
