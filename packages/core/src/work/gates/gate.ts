/**
 * A gate lists what is missing and what is wrong; it is open when nothing stops.
 * Source: what a gate asks for stands with each route; that it is shut until asked and answered is a rule of this program.
 */
import { type TestKindId, STAGES, TEST_KINDS, type Stage } from '../../test-kinds/index.ts';
import { dueBy, type CardMoment, type CheckedCard } from '../../winding/machine/index.ts';
import { finding, type Finding, type Judgement } from '../../language/quantity/index.ts';
import type { Gate, GateId, Route, StepRecord } from '../route/index.ts';

/** A test as it stands now; earlier readings of the same kind and stage are history. */
export interface LatestTest {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly judgement: Judgement;
  /** Why it proves nothing of the winding as it is now; null when it counts. */
  readonly voided: { readonly code: 'too-early' | 'changed'; readonly message: string } | null;
}

export interface GateFacts {
  readonly route: Route;
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

export function checkGate(gate: Gate, facts: GateFacts): GateState {
  const findings = gate.wants.flatMap((want) =>
    'card' in want ? wantCard(facts, want.card) : wantTest(facts, want.test, want.stage, want.consequence),
  );
  return {
    gate: gate.id,
    title: gate.title,
    open: !findings.some((f) => f.severity === 'stop'),
    findings,
  };
}

/**
 * What its step would destroy, and what has come before it, unless a lead let that go: it cannot be found any more, and
 * stands on the verdict.
 */
function wantCard({ card, passed, route }: GateFacts, moment: CardMoment): Finding[] {
  const letGo = new Set(
    route.gates
      .filter((g) => passed.has(g.id))
      .flatMap((g) => g.wants.flatMap((w) => ('card' in w ? w.card : []))),
  );
  const own = card.moments.findIndex((m) => m.id === moment);
  const wanted = card.moments.filter((m, i) => i === own || (i < own && !letGo.has(m.id)));
  const missing = card.missing.flatMap((m): Finding[] => {
    const of = wanted.find((p) => p.id === m.moment);
    return of
      ? [finding('stop', 'gate.card-gap', `${m.label} is not on the data card.`, [m.id], of.because)]
      : [];
  });
  return [
    ...card.findings.filter((f) => f.severity !== 'note' && dueBy(f, moment, card.moments)),
    ...missing,
  ];
}
