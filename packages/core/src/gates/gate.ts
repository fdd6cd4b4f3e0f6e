/**
 * What every gate has in common: it lists what is missing and what is wrong; it is open when nothing stops.
 * Source: what a gate asks for stands with each gate; that it is shut until asked and answered is a rule of this program.
 */
import type { TestKindId } from '../test-kinds/index.ts';
import { STAGES, TEST_KINDS, type Stage } from '../test-kinds/index.ts';
import type { CheckedCard } from '../data-card/index.ts';
import { finding, type Finding, type Judgement } from '../quantity/index.ts';
import type { GateId, StepRecord } from '../route/index.ts';

/** A test as it stands now; earlier readings of the same kind and stage are history. */
export interface LatestTest {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly judgement: Judgement;
  /** Why it proves nothing of the winding as it is now; null when it counts. */
  readonly voided: { readonly code: 'too-early' | 'changed'; readonly message: string } | null;
}

export interface GateFacts {
  readonly card: CheckedCard;
  readonly tests: readonly LatestTest[];
  readonly steps: readonly StepRecord[];
  /** Gates that a lead passed with a reason. */
  readonly passed: ReadonlySet<GateId>;
}

export interface GateState {
  readonly gate: GateId;
  readonly title: string;
  readonly open: boolean;
  readonly findings: readonly Finding[];
}

/** One finding when a test is missing, proves nothing any more, or stops; none when it is sound or to watch. */
export function wantTest(facts: GateFacts, kind: TestKindId, stage: Stage, consequence: string): Finding[] {
  const title = TEST_KINDS[kind].title;
  const latest = facts.tests.find((t) => t.kind === kind && t.stage === stage);
  if (!latest)
    return [
      finding(
        'stop',
        `gate.${kind}-missing`,
        `${title}, ${STAGES[stage]}: not measured yet.`,
        [kind],
        consequence,
      ),
    ];
  if (latest.voided)
    return [
      finding(
        'stop',
        `gate.${kind}-void`,
        `${title}, ${STAGES[stage]}: ${latest.voided.message}; measure again.`,
        [kind],
        consequence,
      ),
    ];
  if (latest.judgement.verdict === 'stop')
    return [
      finding(
        'stop',
        `gate.${kind}-stops`,
        `${title}: ${latest.judgement.reasons[0] ?? 'past its limit.'}`,
        [kind],
        latest.judgement.next,
      ),
    ];
  return [];
}

export const gateState = (gate: GateId, title: string, findings: readonly Finding[]): GateState => ({
  gate,
  title,
  open: !findings.some((f) => f.severity === 'stop'),
  findings,
});
