/** Every test kind and the route are complete; a kind nobody knows yet needs nothing but its own definition. */
import { describe, expect, it } from 'vitest';
import {
  checkDataCard,
  CLOSING,
  defineTest,
  derive,
  GATE_IDS,
  given,
  judgeFigure,
  lowerIsBetter,
  measuredAfter,
  OPENING,
  quantity,
  readShorthand,
  required,
  sayCaution,
  stageReached,
  STAGES,
  STATIONS,
  TEST_KINDS,
  TRACKS,
  type TestContext,
} from '../src/index.ts';
import type { TestExample } from '../src/test-kinds/define-test.ts';

const contextOf = ({ plate = {}, log, winding }: TestExample): TestContext => ({
  plate,
  analysis: winding
    ? checkDataCard(
        { ...readShorthand(winding).fills, bore: '165', coreLength: '150' },
        { ...plate, voltageV: 400 },
        false,
      ).analysis
    : null,
  ...(log ? { log } : {}),
});

describe.each(Object.values(TEST_KINDS).map((kind) => [kind.id, kind] as const))(
  'test kind %s',
  (_id, kind) => {
    it('has fields, stages, a place on the route, and no two fields alike', () => {
      expect(kind.fields.some((f) => f.required)).toBe(true);
      expect(new Set(kind.fields.map((f) => f.id)).size).toBe(kind.fields.length);
      expect(kind.stages.length).toBeGreaterThan(0);
      for (const stage of kind.stages) expect(STAGES[stage]).toBeDefined();
      expect(
        STATIONS.some((s) => s.tests.some((t) => t.kind === kind.id && kind.stages.includes(t.stage))),
      ).toBe(true);
    });
    it.each(['sound', 'stop'] as const)('has an example that is %s', (verdict) => {
      const example = kind.examples[verdict];
      const outcome = kind.evaluate(example.typed, contextOf(example));
      expect(outcome.findings.filter((f) => f.severity === 'stop')).toEqual([]);
      expect(outcome.ok && outcome.judgement.verdict).toBe(verdict);
    });
    it('says in its caution what the shop has set, and nothing is left to be filled in', () => {
      if (kind.caution) expect(sayCaution(kind.caution, '48 °C').text).not.toContain('{');
    });
  },
);

describe('the route', () => {
  it('has every station once on its tracks, every gate at one station, and asks for tests that exist at their stages', () => {
    const placed = [...OPENING, ...TRACKS.stator, ...TRACKS.rotor, ...CLOSING];
    expect([...placed].sort()).toEqual(STATIONS.map((s) => s.id).sort());
    expect(STATIONS.flatMap((s) => s.gate ?? []).sort()).toEqual([...GATE_IDS].sort());
    for (const s of STATIONS)
      for (const { kind, stage } of s.tests) expect(TEST_KINDS[kind].stages).toContain(stage);
    expect(STATIONS.filter((s) => s.ends === 'visit')).toHaveLength(1);
  });
  // Common practice, no source: a thing is measured when it is there.
  it.each([
    ['insulation', 'incoming', []],
    ['core-loss', 'bare', ['strip']],
    ['polarity', 'before-varnish', ['wind']],
    ['insulation', 'before-varnish', ['wind', 'connect']],
    ['resistance', 'varnished', ['varnish']],
    ['cure', 'varnished', ['varnish']],
    ['balance', 'final', ['inspect']],
    ['full-load', 'final', ['match', 'assemble']],
  ] as const)('%s, %s, counts from %j', (kind, stage, after) => {
    expect(measuredAfter(kind, stage)).toEqual(after);
  });
  it('a motor is tested at the latest stage it has reached', () => {
    const signed = (...ids: string[]) => ids.map((station) => ({ station, signedAt: '2026-01-01' }));
    const of = TEST_KINDS.insulation.stages;
    expect(stageReached(of, [])).toBe('incoming');
    expect(stageReached(of, signed('intake', 'strip'))).toBe('incoming');
    expect(stageReached(of, signed('intake', 'strip', 'wind'))).toBe('before-varnish');
    expect(stageReached(of, signed('wind', 'varnish', 'match'))).toBe('final');
  });
});

it('a test kind of its own is read, refused and judged by its definition alone', () => {
  const spring = defineTest({
    id: 'brush-spring',
    title: 'Brush spring',
    body: 'motor',
    form: [required(quantity('grams', 'Spring force', 'mass', 0, 10))],
    stages: ['final'],
    judge: ({ grams }) => {
      const figure = derive(
        {
          id: 'spring',
          name: 'Spring',
          symbol: 'F',
          unit: 'kg',
          formula: 'F as measured',
          source: 'made up',
          inputs: { F: given('F', grams, 'kg', 'read') },
          value: (v) => v.F,
        },
        true,
      );
      const judged = judgeFigure(
        figure,
        lowerIsBetter({ from: 0, watch: 1, limit: 2, to: 4, name: 'limit', source: 'made up' }),
      );
      return { verdict: judged.verdict!, figures: [judged], reasons: ['as read'], next: 'go on' };
    },
    examples: { sound: { typed: { grams: '0.5' } }, stop: { typed: { grams: '3' } } },
  });
  const context = { plate: {} };
  expect(spring.evaluate({}, context)).toMatchObject({
    ok: false,
    findings: [{ code: 'test.field-missing' }],
  });
  for (const verdict of ['sound', 'stop'] as const) {
    const outcome = spring.evaluate(spring.examples[verdict].typed, context);
    expect(outcome.ok && outcome.judgement.verdict).toBe(verdict);
  }
});
