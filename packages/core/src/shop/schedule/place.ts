/**
 * Places tasks one after the other, each as early as it can be done by anybody who can: a serial schedule, which leaves no
 * task that could begin sooner without moving another.
 * Source: serial schedule generation; R. Kolisch, Serial and parallel resource-constrained project scheduling methods (1996).
 */
import {
  costOf,
  type Machine,
  type Placed,
  type Problem,
  type Schedule,
  type Task,
  type Worker,
} from './problem.ts';
import { Busy, workFrom, type Span } from './spans.ts';

/** The greater, the sooner a task is placed; a worker that is wished for. */
export interface Order {
  readonly priority: readonly number[];
  readonly worker: readonly (number | null)[];
}

/** The problem with its names looked up once: it is placed hundreds of times. */
export class Placing {
  readonly tasks: readonly Task[];
  private readonly before: readonly (readonly number[])[];
  private readonly next: readonly (readonly number[])[];
  readonly able: readonly (readonly number[])[];
  private readonly standsOn: readonly (readonly number[])[];

  constructor(readonly problem: Problem) {
    this.tasks = problem.jobs.flatMap((j) => j.tasks);
    const at = new Map(this.tasks.map((t, i) => [t.id, i]));
    const worker = new Map(problem.workers.map((w, i) => [w.id, i]));
    const machine = new Map(problem.machines.map((m, i) => [m.id, i]));
    const known = (list: readonly string[], of: ReadonlyMap<string, number>) =>
      list.flatMap((id) => of.get(id) ?? []);
    this.before = this.tasks.map((t) => known(t.after, at));
    const next: number[][] = this.tasks.map(() => []);
    this.before.forEach((list, i) => list.forEach((b) => next[b]!.push(i)));
    this.next = next;
    this.able = this.tasks.map((t) => known(t.workers, worker));
    this.standsOn = this.tasks.map((t) => known(t.machines, machine));
  }

  place(order: Order): Schedule {
    const { problem, tasks } = this;
    const shop = new Shop(problem);
    const left = this.before.map((b) => b.length);
    const ready = tasks.map((t) => t.notBefore);
    const done: (Placed | null)[] = tasks.map(() => null);
    const stuck = new Map<string, Task>();
    const open = new Heap(order.priority);
    left.forEach((n, i) => n === 0 && open.add(i));
    // What is in hand is there, whatever else is more urgent.
    for (const i of open.takeWhere((i) => tasks[i]!.inHand)) put(i, this);
    for (let i = open.take(); i !== undefined; i = open.take()) put(i, this);

    function put(i: number, of: Placing) {
      const task = tasks[i]!;
      const wished = order.worker[i];
      const workers = wished != null && of.able[i]!.includes(wished) ? [wished] : of.able[i]!;
      const placed = shop.place(task, ready[i]!, workers, of.standsOn[i]!);
      if (!placed) {
        if (!stuck.has(task.job)) stuck.set(task.job, task);
        return;
      }
      done[i] = placed;
      for (const n of of.next[i]!) {
        ready[n] = Math.max(ready[n]!, placed.end);
        if (--left[n]! === 0) open.add(n);
      }
    }
    const placed = done.filter((p) => p !== null);
    const ends = new Map<string, number>();
    for (const p of placed) ends.set(p.task.job, Math.max(ends.get(p.task.job) ?? 0, p.end));
    for (const job of stuck.keys()) ends.delete(job);
    return { placed, ends, stuck, cost: costOf(problem, ends) };
  }
}

interface Batch extends Span {
  readonly shares: string;
  readonly worker: number;
  readonly work: Span;
  massKg: number;
}

/** Who and what is busy so far. */
class Shop {
  private readonly workers: readonly Busy[];
  private readonly load: number[];
  private readonly machines: readonly Busy[];
  private readonly batches: readonly Batch[][];

  constructor(private readonly problem: Problem) {
    this.workers = problem.workers.map(() => new Busy());
    this.load = problem.workers.map(() => 0);
    this.machines = problem.machines.map((m) => {
      const busy = new Busy();
      busy.take({ from: -Infinity, to: m.freeFrom });
      return busy;
    });
    this.batches = problem.machines.map(() => []);
  }

  place(task: Task, ready: number, workers: readonly number[], machines: readonly number[]): Placed | null {
    const joined = task.shares === null ? null : this.join(task, ready, workers, machines);
    let best: { worker: number; machine: number | null; work: Span; end: number } | null = null;
    const on: readonly (number | null)[] = task.machines.length === 0 ? [null] : machines;
    for (const machine of on)
      for (const worker of workers) {
        const work = this.earliest(task, ready, worker, machine, best?.end ?? Infinity);
        if (!work) continue;
        const end = work.to + task.alone;
        // The same end: who has less to do so far.
        if (!best || end < best.end || (end === best.end && this.load[worker]! < this.load[best.worker]!))
          best = { worker, machine, work, end };
      }
    if (joined && (!best || joined.to <= best.end)) {
      joined.massKg += task.massKg;
      const { workers: people, machines: all } = this.problem;
      return {
        task,
        worker: people[joined.worker]!.id,
        machine: all[this.batches.findIndex((list) => list.includes(joined))]!.id,
        work: joined.work,
        end: joined.to,
      };
    }
    if (!best) return null;
    this.workers[best.worker]!.take(best.work);
    this.load[best.worker]! += task.work;
    if (best.machine !== null) {
      const span = { from: best.work.from, to: best.end };
      this.machines[best.machine]!.take(span);
      if (task.shares !== null && this.problem.machines[best.machine]!.batches)
        this.batches[best.machine]!.push({
          ...span,
          shares: task.shares,
          worker: best.worker,
          work: best.work,
          massKg: task.massKg,
        });
    }
    return {
      task,
      worker: this.problem.workers[best.worker]!.id,
      machine: best.machine === null ? null : this.problem.machines[best.machine]!.id,
      work: best.work,
      end: best.end,
    };
  }

  /** A batch that has not begun, takes the same, is as long, and has room; who loads it may load this. The one that ends first. */
  private join(
    task: Task,
    ready: number,
    workers: readonly number[],
    machines: readonly number[],
  ): Batch | null {
    let best: Batch | null = null;
    for (const m of machines) {
      const machine: Machine = this.problem.machines[m]!;
      if (!machine.batches) continue;
      for (const batch of this.batches[m]!)
        if (
          batch.shares === task.shares &&
          workers.includes(batch.worker) &&
          batch.from >= ready &&
          batch.to - batch.work.to >= task.alone &&
          (machine.massKg === null || batch.massKg + task.massKg <= machine.massKg) &&
          (!best || batch.to < best.to)
        )
          best = batch;
    }
    return best;
  }

  /** @param before it is of no use when it ends later than that */
  private earliest(task: Task, ready: number, w: number, m: number | null, before: number): Span | null {
    const worker: Worker = this.problem.workers[w]!;
    const machine = m === null ? null : this.machines[m]!;
    const takes = m === null ? null : this.problem.machines[m]!.massKg;
    if (takes !== null && task.massKg > takes) return null;
    for (let from = ready; ;) {
      const work = workFrom(worker.shifts, from, task.work);
      if (!work || work.to + task.alone > before) return null;
      const inTheWay =
        this.workers[w]!.inTheWay(work.from, work.to) ??
        machine?.inTheWay(work.from, work.to + task.alone) ??
        null;
      if (!inTheWay) return work;
      from = inTheWay.to;
    }
  }
}

/** The open tasks, the most urgent first; of equal ones the one that stands first. */
class Heap {
  private readonly list: number[] = [];
  constructor(private readonly priority: readonly number[]) {}

  private before(a: number, b: number) {
    const [p, q] = [this.priority[a]!, this.priority[b]!];
    return p !== q ? p > q : a < b;
  }

  add(i: number) {
    const { list } = this;
    let at = list.push(i) - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (!this.before(list[at]!, list[up]!)) break;
      [list[at], list[up]] = [list[up]!, list[at]!];
      at = up;
    }
  }

  take(): number | undefined {
    const { list } = this;
    const first = list[0];
    const last = list.pop();
    if (last === undefined || list.length === 0) return first;
    list[0] = last;
    for (let at = 0; ;) {
      let best = at;
      for (const child of [2 * at + 1, 2 * at + 2])
        if (child < list.length && this.before(list[child]!, list[best]!)) best = child;
      if (best === at) return first;
      [list[at], list[best]] = [list[best]!, list[at]!];
      at = best;
    }
  }

  takeWhere(which: (i: number) => boolean): number[] {
    const taken = this.list.filter(which);
    const rest = this.list.filter((i) => !which(i));
    this.list.length = 0;
    rest.forEach((i) => this.add(i));
    return taken.sort((a, b) => a - b);
  }
}
