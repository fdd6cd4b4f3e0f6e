/** What every kind of test in the registry must keep, tried from its own two examples without knowing any of them. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  judgeTest,
  machineKind,
  TEST_KIND_IDS,
  TEST_KINDS,
  saysFigure,
  type TestContext,
  type TestExample,
  type TestKindId,
  type Typed,
} from '../index.ts';

const RANK = { sound: 0, watch: 1, stop: 2 };

function contextOf(example: TestExample): TestContext {
  const plate = example.plate ?? {};
  const kind = example.winding ? machineKind(example.winding.machine) : null;
  return {
    plate,
    plan: kind
      ? kind.checkCard(
          example.winding!.line === undefined
            ? kind.examples[0]!.card
            : kind.shorthand.read(example.winding!.line).fills,
          plate,
          false,
          {},
        ).plan
      : null,
    ...(example.log && { log: example.log }),
  };
}

const NUMBER = /-?\d+(?:\.\d+)?/g;
/** Figures of one text moved towards those of another that has the same words between them; null where it has not. */
function between(sound: string, stop: string, share: number): string | null {
  if (sound.replace(NUMBER, '#') !== stop.replace(NUMBER, '#')) return null;
  const ends = stop.match(NUMBER) ?? [];
  let i = 0;
  return sound.replace(NUMBER, (from) => {
    const to = ends[i++]!;
    return from === to ? from : String(Number(from) + share * (Number(to) - Number(from)));
  });
}
/** The sound example with what differs in the other moved part of the way. */
function onTheWay(id: TestKindId, share: number): Typed {
  const { sound, stop } = TEST_KINDS[id].examples;
  const typed: Record<string, string> = {};
  for (const field of new Set([...Object.keys(sound.typed), ...Object.keys(stop.typed)])) {
    const [a, b] = [sound.typed[field], stop.typed[field]];
    const text = a === undefined || b === undefined ? null : between(a, b, share);
    // What is not a figure in both stays as it is where it stops.
    if (text !== null || b !== undefined) typed[field] = text ?? b!;
  }
  return typed;
}

describe.each(TEST_KIND_IDS.map((id) => [id] as const))('%s', (id) => {
  const { sound, stop } = TEST_KINDS[id].examples;
  it('never gets better on the way from its sound example to the one that stops', () => {
    const judged = (share: number) => {
      const outcome = judgeTest(id, onTheWay(id, share), contextOf(stop));
      return outcome.ok ? RANK[outcome.judgement.verdict] : null;
    };
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b) => {
          const [less, more] = [judged(Math.min(a, b)), judged(Math.max(a, b))];
          fc.pre(less !== null && more !== null);
          expect(more).toBeGreaterThanOrEqual(less!);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('names what stops it by a figure of its own', () => {
    const outcome = judgeTest(id, stop.typed, contextOf(stop));
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    const { verdict, figures, reasons } = outcome.judgement;
    expect(verdict).toBe('stop');
    for (const f of figures.filter((g) => g.verdict === 'stop'))
      expect(reasons.some((reason) => saysFigure(reason, f) || reason.startsWith(f.figure.name))).toBe(true);
    // Nothing that is said of a sound motor is said of one that stops.
    const good = judgeTest(id, sound.typed, contextOf(sound));
    if (!good.ok) throw new Error(good.findings[0]!.message);
    expect(reasons[0]).not.toBe(good.judgement.reasons[0]);
    expect(outcome.judgement.next).not.toBe(good.judgement.next);
  });
});
