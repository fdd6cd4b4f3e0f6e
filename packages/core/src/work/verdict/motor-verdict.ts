/**
 * The verdict on a motor: ready, held, failed, or still in work, and why.
 * Source: that one stop fails a motor and a passed gate is named is a rule of this program; limits stand with the tests.
 */
import { BEFORE_THE_WORK, STAGES, TEST_KINDS } from '../../test-kinds/index.ts';
import { checkGate, type GateFacts, type GateState } from '../gates/index.ts';
import type { GateId, HoldRecord } from '../route/index.ts';

export type MotorState = 'ready' | 'held' | 'failed' | 'in-work';

export interface MotorVerdict {
  readonly state: MotorState;
  /** What to do, as an order. */
  readonly order: string;
  readonly reasons: readonly string[];
  readonly gates: readonly GateState[];
}

/**
 * Failed: a test's latest reading stops. Held: somebody holds it. Ready: every gate is open, or passed by the lead with a
 * reason. Otherwise in work. A gate passed with a reason is named, never hidden.
 */
export function motorVerdict(
  facts: GateFacts,
  holds: readonly HoldRecord[],
  passed: readonly { readonly gate: GateId; readonly reason: string; readonly by: string }[],
): MotorVerdict {
  const gates = facts.route.gates.map((gate) => checkGate(gate, facts));
  const failing = facts.tests.filter(
    (t) => t.judgement.verdict === 'stop' && !BEFORE_THE_WORK.has(t.stage) && t.voided?.code !== 'changed',
  );
  const open = holds.filter((h) => h.clearedAt === null);
  const passNotes = passed.map((p) => `Gate ${p.gate.replace('-', ' ')} passed by ${p.by}: ${p.reason}`);
  if (failing.length > 0)
    return {
      state: 'failed',
      order: 'Do not ship',
      reasons: [
        ...failing.map(
          (t) =>
            `${TEST_KINDS[t.kind].title}, ${STAGES[t.stage]}: ${t.judgement.reasons[0] ?? 'past its limit.'}`,
        ),
        ...open.map((h) => `Held: ${h.reason}`),
        ...passNotes,
      ],
      gates,
    };
  if (open.length > 0)
    return {
      state: 'held',
      order: 'On hold',
      reasons: [...open.map((h) => `${h.reason} (${h.raisedBy})`), ...passNotes],
      gates,
    };
  const shut = gates.filter((g) => !g.open && !passed.some((p) => p.gate === g.gate));
  if (shut.length > 0)
    return {
      state: 'in-work',
      order: 'Not yet',
      reasons: [
        ...shut.slice(0, 1).flatMap((g) =>
          g.findings
            .filter((f) => f.severity === 'stop')
            .slice(0, 4)
            .map((f) => f.message),
        ),
        ...passNotes,
      ],
      gates,
    };
  const watch = facts.tests.filter((t) => t.judgement.verdict === 'watch' && !BEFORE_THE_WORK.has(t.stage));
  return {
    state: 'ready',
    order: 'Ready to ship',
    reasons: [
      watch.length === 0
        ? 'Every test of the finished work is within its limit.'
        : `Within limits, to watch: ${watch.map((t) => TEST_KINDS[t.kind].title.toLowerCase()).join(', ')}.`,
      ...passNotes,
    ],
    gates,
  };
}
