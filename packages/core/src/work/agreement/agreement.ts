/**
 * What is agreed with the customer: how far the repair goes, what it costs, what they answered, what stays as it came.
 * Source: rules of this program; that a burnt or earthed winding is rewound and a sound one reconditioned is common practice, no source.
 */
import type { JudgedPattern } from '../failure/index.ts';
import { finding, type Finding, type TestOutcome } from '../../language/quantity/index.ts';
import { requiredBefore, type Route } from '../route/index.ts';
import { BEFORE_THE_WORK, TEST_KINDS, type Stage, type TestKindId } from '../../test-kinds/index.ts';

export const SCOPES = {
  undecided: 'not decided',
  recondition: 'recondition, without rewinding',
  rewind: 'rewind',
} as const;
export type Scope = keyof typeof SCOPES;

export const STANDARDS = { 'as-found': 'as it was found', improved: 'improved' } as const;
export type Standard = keyof typeof STANDARDS;

export const ANSWERS = {
  yes: 'agreed',
  no: 'declined',
  changed: 'agreed with changes',
  asked: 'asked back',
} as const;
export type Answer = keyof typeof ANSWERS;

export interface EstimateLine {
  readonly what: string;
  readonly amount: number;
}
export interface CustomerAnswer {
  /** When it was given: a time as ISO 8601. */
  readonly at: string;
  readonly who: string;
  readonly answer: Answer;
  readonly words: string;
}
export interface Agreement {
  readonly scope: Scope;
  readonly standard: Standard;
  /** Id of the criteria set; empty is the shop's. */
  readonly criteria: string;
  /** What decided the scope. */
  readonly facts: string;
  readonly estimate: readonly EstimateLine[];
  readonly currency: string;
  /** Oldest first; the newest counts. */
  readonly answers: readonly CustomerAnswer[];
  /** What stays as it came, or is made otherwise. */
  readonly agreed: string;
}

/** Sum of an estimate, in hundredths so that no cent is lost, then back. */
export const estimateTotal = (lines: readonly EstimateLine[]): number =>
  lines.reduce((n, l) => n + Math.round(l.amount * 100), 0) / 100;

export const newestAnswer = (a: Agreement): CustomerAnswer | null =>
  a.answers.toSorted((x, y) => Date.parse(x.at) - Date.parse(y.at)).at(-1) ?? null;

interface ArrivalReading {
  readonly kind: TestKindId;
  readonly stage: Stage;
  readonly outcome: TestOutcome;
  readonly withdrawn: object | null;
}

const OF_THE_WINDING = new Set<TestKindId>(['insulation', 'resistance']);

/** What speaks for rewinding, as it is told to a customer; the scope that it comes to. Empty: nothing has been measured. */
export function decidingFacts(
  readings: readonly ArrivalReading[],
  patterns: readonly JudgedPattern[],
): { readonly scope: Scope; readonly facts: readonly string[] } {
  const came = readings.filter(
    (r) => BEFORE_THE_WORK.has(r.stage) && !r.withdrawn && OF_THE_WINDING.has(r.kind),
  );
  const judged = came.flatMap((r) => (r.outcome.ok ? [{ r, judgement: r.outcome.judgement }] : []));
  const facts = [
    ...patterns.map((p) => `Winding: ${p.words}.`),
    ...judged.map(
      ({ r, judgement }) => `${TEST_KINDS[r.kind].title}: ${judgement.reasons[0] ?? 'within its limits.'}`,
    ),
  ];
  const spoilt =
    patterns.some((p) => !['wet', 'dirty', 'loose', 'lead'].includes(p.pattern.id)) ||
    judged.some(({ judgement }) => judgement.verdict === 'stop');
  return { scope: facts.length === 0 ? 'undecided' : spoilt ? 'rewind' : 'recondition', facts };
}

/** Whether work has been signed beyond the intake: what was only looked at can still be given back as it came. */
export const workHasBegun = (
  route: Route,
  steps: readonly { readonly station: string; readonly signedAt: string | null }[],
): boolean => steps.some((s) => s.signedAt !== null && requiredBefore(route, s.station).length > 0);

/** What is said against an agreement. @param begun whether work that cannot be undone has been signed */
export function checkAgreement(a: Agreement, begun: boolean): Finding[] {
  const findings: Finding[] = [];
  const answer = newestAnswer(a);
  const undated = a.answers.findIndex((x) => Number.isNaN(Date.parse(x.at)));
  if (undated >= 0)
    findings.push(
      finding('stop', 'agreement.no-date', 'An answer needs the day on which it was given.', [
        `answers.${undated}.at`,
      ]),
    );
  if (a.estimate.some((l) => l.what.trim() === ''))
    findings.push(
      finding('stop', 'agreement.no-words', 'A line of the estimate says what it is for.', ['estimate']),
    );
  if (answer?.answer === 'yes' && a.scope === 'undecided')
    findings.push(
      finding('stop', 'agreement.to-what', 'Agreed to what? Choose recondition or rewind.', ['scope']),
    );
  if (begun && answer === null && a.estimate.length > 0)
    findings.push(
      finding(
        'watch',
        'agreement.unanswered',
        'The work has begun, and no answer of the customer is written.',
        ['answers'],
      ),
    );
  if (begun && answer?.answer === 'no')
    findings.push(
      finding('watch', 'agreement.declined', 'The customer declined, and the work has begun.', ['answers']),
    );
  return findings;
}
