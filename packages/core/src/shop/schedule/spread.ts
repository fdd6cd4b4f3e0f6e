/** How sure a plan is: the same order with times that come out otherwise, many times over. */
import { seededRandom } from './improve.ts';
import { Placing, type Order } from './place.ts';
import type { Problem } from './problem.ts';

/** A step takes from 15 % less to 45 % more than usual, rather more than less. Common practice, no source. */
const LEAST = -0.15;
const MOST = 0.45;

/**
 * When a job is done in so many plans, rising; those in which it never is are left out.
 * @param order of the plan; people keep to it
 */
export function spreadOf(problem: Problem, order: Order, job: string, plans: number, seed = 1): number[] {
  const random = seededRandom(seed);
  const ends: number[] = [];
  for (let n = 0; n < plans; n++) {
    const jobs = problem.jobs.map((j) => ({
      ...j,
      tasks: j.tasks.map((t) => {
        // The sum of two: the middle is more likely than the ends.
        const factor = 1 + LEAST + ((MOST - LEAST) * (random() + random())) / 2;
        return { ...t, work: Math.max(1, Math.round(t.work * factor)) };
      }),
    }));
    const end = new Placing({ ...problem, jobs }).place(order).ends.get(job);
    if (end !== undefined) ends.push(end);
  }
  return ends.sort((a, b) => a - b);
}

/** The time that is kept in such a share of the plans; null where there are none. */
export const keptBy = (ends: readonly number[], share: number): number | null =>
  ends.length === 0 ? null : ends[Math.min(ends.length - 1, Math.ceil(share * ends.length) - 1)]!;
