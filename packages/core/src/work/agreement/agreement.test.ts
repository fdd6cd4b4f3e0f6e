/** What is agreed with a customer, the facts that decide it, and what a certificate forbids. Rules of this program. */
import { describe, expect, it } from 'vitest';
import {
  analyseFailure,
  checkAgreement,
  decidingFacts,
  estimateTotal,
  judgeTest,
  machineKind,
  mayRedesign,
  newestAnswer,
  newestRoute,
  stationsOf,
  workHasBegun,
  type Agreement,
  type Stage,
} from '../../index.ts';

describe('what is agreed', () => {
  const none: Agreement = {
    scope: 'undecided',
    standard: 'as-found',
    criteria: '',
    facts: '',
    estimate: [],
    currency: '',
    answers: [],
    agreed: '',
  };
  const said = (at: string, answer: Agreement['answers'][number]['answer']) => ({
    at,
    who: 'Manager',
    answer,
    words: '',
  });
  it('adds up without losing a cent', () => {
    expect(
      estimateTotal([
        { what: 'a', amount: 0.1 },
        { what: 'b', amount: 0.2 },
      ]),
    ).toBe(0.3);
    expect(estimateTotal(Array.from({ length: 60 }, () => ({ what: 'x', amount: 19.99 })))).toBe(1199.4);
  });
  it('counts the newest answer, whatever order they were written in', () => {
    const answers = [said('2026-11-20T10:00:00+02:00', 'no'), said('2026-11-20T09:30:00Z', 'yes')];
    expect(newestAnswer({ ...none, answers })!.answer).toBe('yes');
    expect(newestAnswer({ ...none, answers: answers.toReversed() })!.answer).toBe('yes');
  });
  it('doubts work that began without a yes, and refuses a yes to nothing', () => {
    const estimate = [{ what: 'Rewind', amount: 100 }];
    const codes = (a: Partial<Agreement>, begun: boolean) =>
      checkAgreement({ ...none, ...a }, begun).map((f) => f.code);
    expect(codes({ estimate }, false)).toEqual([]);
    expect(codes({ estimate }, true)).toEqual(['agreement.unanswered']);
    expect(codes({ answers: [said('2026-11-20T10:00:00Z', 'no')] }, true)).toEqual(['agreement.declined']);
    expect(codes({ answers: [said('2026-11-20T10:00:00Z', 'yes')] }, false)).toEqual(['agreement.to-what']);
  });
});

it('work has begun with what is signed beyond the intake, and not with what is only taken in hand', () => {
  const route = newestRoute('ac-rewind');
  const step = (station: string, signedAt: string | null = '2026-11-20T10:00:00Z') => ({ station, signedAt });
  const [first, second] = stationsOf(route);
  expect(workHasBegun(route, [])).toBe(false);
  expect(workHasBegun(route, [step(first!.id)])).toBe(false);
  expect(workHasBegun(route, [step(first!.id), step(second!.id, null)])).toBe(false);
  expect(workHasBegun(route, [step(first!.id), step(second!.id)])).toBe(true);
});

it('a certified machine is wound as it was, unless its plate names a certificate for the change', () => {
  expect(mayRedesign({})).toEqual([]);
  expect(mayRedesign({ certified: 'none' })).toEqual([]);
  expect(mayRedesign({ certified: 'explosion' })[0]!.code).toBe('certified.no-redesign');
  expect(mayRedesign({ certified: 'explosion', certificate: '   ' })).toHaveLength(1);
  expect(mayRedesign({ certified: 'mine', certificate: 'Z 12-4' })).toEqual([]);
});

describe('the facts that decide a scope', () => {
  const reading = (oneMinute: string, stage: Stage = 'incoming') => {
    const typed = { testVoltage: '500', oneMinute, temperature: '20' };
    const outcome = judgeTest('insulation', typed, { plate: { voltageV: 400 } });
    return { kind: 'insulation' as const, stage, outcome, withdrawn: null };
  };
  const burnt = analyseFailure(machineKind('three-phase'), null, [
    { kind: 'burnt', place: 'winding/U', end: 'all' },
  ]);
  const wet = analyseFailure(machineKind('three-phase'), null, [{ kind: 'wet', place: 'all', end: 'all' }]);
  it('are what was found and what was measured when it came, and no more', () => {
    expect(decidingFacts([], [])).toEqual({ scope: 'undecided', facts: [] });
    expect(decidingFacts([reading('900')], []).scope).toBe('recondition');
    expect(decidingFacts([reading('0.2')], []).scope).toBe('rewind');
    // Later readings, and those that were taken back, are no facts of how it came.
    expect(decidingFacts([reading('0.2', 'final')], []).scope).toBe('undecided');
    expect(decidingFacts([{ ...reading('0.2'), withdrawn: {} }], []).scope).toBe('undecided');
  });
  it('are a rewind where a winding is burnt, and none where it is only wet', () => {
    expect(decidingFacts([reading('900')], burnt)).toMatchObject({ scope: 'rewind' });
    expect(decidingFacts([reading('900')], wet)).toMatchObject({ scope: 'recondition' });
    expect(decidingFacts([], burnt).facts[0]).toContain('phase U');
  });
});
