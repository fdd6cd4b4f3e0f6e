/**
 * The one place where a visit is judged: plans, readings, gates, and the verdict on the motor.
 * Source: none, rules of this program; each test and figure names its own.
 */
import { judgeTest } from '../../test-kinds/index.ts';
import { checkGate, type GateFacts, type GateState, type LatestTest } from '../gates/index.ts';
import type { TestOutcome } from '../../language/quantity/index.ts';
import { CORE_VERSION } from '../../version.ts';
import { standingOf, type MotorStanding } from '../route/index.ts';
import { motorVerdict, newestReadings, type MotorVerdict } from '../verdict/index.ts';
import { passOf } from './passes.ts';
import { contextFor, plansOf, type Plans } from './plans.ts';
import { voidedBy, type Voided } from './proof.ts';
import type { Visit, VisitReading } from './visit.ts';

export type JudgedReading<R extends VisitReading = VisitReading> = R & {
  readonly outcome: TestOutcome;
  /** Why it proves nothing of the winding as it is now; null when it counts. */
  readonly voided: Voided | null;
};

export interface JudgedVisit<R extends VisitReading = VisitReading> {
  readonly plans: Plans;
  readonly readings: readonly JudgedReading<R>[];
  readonly facts: GateFacts;
  readonly standing: MotorStanding;
  readonly gates: readonly GateState[];
  readonly verdict: MotorVerdict;
}

export interface HowToJudge {
  /** Whether the windings' figures keep their derivation. */
  readonly working: boolean;
  /** Only the readings that count, and without looking for what explains a wrong walk: all that a gate asks. */
  readonly onlyWhatCounts?: boolean;
}

export function judgeVisit<R extends VisitReading>(
  visit: Omit<Visit, 'readings'> & { readonly readings: readonly R[] },
  { working, onlyWhatCounts = false }: HowToJudge,
): JudgedVisit<R> {
  const plans = plansOf(visit, working);
  const judge = (reading: R): JudgedReading<R> => ({
    ...reading,
    outcome:
      reading.kept?.core === CORE_VERSION
        ? reading.kept.outcome
        : judgeTest(reading.kind, reading.typed, {
            ...contextFor(plans, reading.stage),
            explain: !onlyWhatCounts,
            ...(reading.log ? { log: reading.log } : {}),
          }),
    voided: voidedBy(reading, visit),
  });
  const readings = onlyWhatCounts ? whatCounts(visit.readings, judge) : visit.readings.map(judge);
  const facts = factsOf(plans, readings, visit);
  return {
    plans,
    readings,
    facts,
    standing: standingOf(visit.route, visit.steps, visit.holds),
    gates: visit.route.gates.map((gate) => checkGate(gate, facts)),
    verdict: motorVerdict(
      facts,
      visit.holds,
      visit.route.gates.flatMap((gate) => passOf(visit, gate.id) ?? []),
    ),
  };
}

/** What gates and verdict look at. A reading that could not be judged, or was taken back, does not hide the one before it. */
export function factsOf(
  plans: Plans,
  readings: readonly (Pick<JudgedReading, 'kind' | 'stage' | 'outcome' | 'voided'> & {
    readonly withdrawn: object | null;
  })[],
  visit: Pick<Visit, 'steps' | 'gatePasses' | 'route'>,
): GateFacts {
  const tests = newestReadings(readings.filter((r) => r.outcome.ok && !r.withdrawn)).flatMap(
    (r): LatestTest[] =>
      r.outcome.ok
        ? [{ kind: r.kind, stage: r.stage, judgement: r.outcome.judgement, voided: r.voided }]
        : [],
  );
  const passed = new Set(visit.route.gates.flatMap((gate) => (passOf(visit, gate.id) ? gate.id : [])));
  return { route: visit.route, card: plans.asFound, tests, steps: visit.steps, passed };
}

/** Of every kind and stage the newest that can be judged, without judging what stands before it. */
function whatCounts<R extends VisitReading>(
  all: readonly R[],
  judge: (reading: R) => JudgedReading<R>,
): JudgedReading<R>[] {
  const found = new Map<string, JudgedReading<R>>();
  for (const reading of all.toReversed()) {
    const key = `${reading.kind} ${reading.stage}`;
    if (reading.withdrawn || found.get(key)?.outcome.ok) continue;
    found.set(key, judge(reading));
  }
  return [...found.values()].reverse();
}
