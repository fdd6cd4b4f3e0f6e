/** When a job without a promise can be done at the soonest, while what is promised to others stays as it is planned. */
import { Placing, type Order } from './place.ts';
import { latenessOf, type Problem } from './problem.ts';

/** Places among the others at which it is tried: enough that it moves by hours, not by days. */
const TRIED = 24;

/**
 * The search leaves such a job anywhere: it costs next to nothing. Here it is moved ahead of more and more of the others, and
 * stays where it is done soonest without making anybody later. The same order gives the same answer.
 * @param order of a plan of the problem
 * Source: none, a rule of this program.
 */
export function soonestIn(problem: Problem, order: Order, job: string): Order {
  const placing = new Placing(problem);
  const own = placing.tasks.flatMap((t, i) => (t.job === job ? [i] : []));
  if (own.length === 0) return order;
  const others = order.priority.filter((_, i) => !own.includes(i)).toSorted((a, b) => b - a);
  const first = Math.max(...own.map((i) => order.priority[i]!));
  const worker = order.worker.map((w, i) => (own.includes(i) ? null : w));
  const base = placing.place(order);
  const allowed = latenessOf(problem, base.ends, job) + 1e-6;
  let best = { order, end: base.ends.get(job) ?? Infinity };
  for (let k = 0; k <= TRIED; k++) {
    const before = others[Math.min(others.length - 1, Math.floor((k * others.length) / TRIED))];
    const shift = (before ?? first) + 0.5 - first;
    const next = {
      priority: order.priority.map((p, i) => (own.includes(i) ? p + shift : p)),
      worker,
    };
    const { ends } = placing.place(next);
    const end = ends.get(job) ?? Infinity;
    if (end < best.end - 1e-9 && latenessOf(problem, ends, job) <= allowed) best = { order: next, end };
  }
  return best.order;
}
