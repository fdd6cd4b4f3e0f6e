/** What a wish costs: the plan with it beside the plan without. Source: none, a rule of this program. */
import type { PlanProblem } from './plan-problem.ts';
import type { Schedule } from './problem.ts';

export interface Delay {
  readonly number: string;
  /** [min] */
  readonly by: number;
  /** It was in time, and would not be. */
  readonly breaks: boolean;
}

/** Less than that nobody notices [min]. */
const NOTICED = 15;

/** Motors that would be done later, those whose promise would be broken first; then by how much. */
export function delaysOf(problem: PlanProblem, before: Schedule, after: Schedule): Delay[] {
  const delays: Delay[] = [];
  for (const job of problem.jobs) {
    const [a, b] = [before.ends.get(job.id), after.ends.get(job.id)];
    if (a === undefined || b === undefined || b - a < NOTICED) continue;
    const breaks = job.due !== null && a <= job.due && b > job.due;
    delays.push({ number: job.id, by: b - a, breaks });
  }
  return delays.sort((x, y) => Number(y.breaks) - Number(x.breaks) || y.by - x.by);
}
