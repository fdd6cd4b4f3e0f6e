/** A good order for the tasks: some simple ones first, then changes one by one, of which the better ones stay. */
import { Placing, type Order } from './place.ts';
import type { Job, Problem, Schedule } from './problem.ts';

export interface SearchOptions {
  /** The same seed, the same plan. */
  readonly seed?: number;
  /** Orders that are tried in all. */
  readonly tries: number;
}

/** Deterministic noise from 0 to 1. Source: mulberry32, T. Ettinger (public domain), from memory. */
export function seededRandom(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Of the tries so many may be a little worse than the best, at the beginning; none at the end. */
const WARMTH = 0.02;

/**
 * The search, a step at a time, so that whoever runs it can say how far it is and stop.
 * Source: constructive rules and local search with a falling threshold; G. Dueck, T. Scheuer, Threshold accepting (1990).
 */
export class PlanSearch {
  private readonly placing: Placing;
  private readonly random: () => number;
  private readonly jobOf: readonly number[];
  private current: { order: Order; schedule: Schedule };
  private best: { order: Order; schedule: Schedule };
  private tried = 0;
  private readonly rules: Order[];

  constructor(
    problem: Problem,
    private readonly options: SearchOptions,
    from?: Order,
  ) {
    this.placing = new Placing(problem);
    this.random = seededRandom(options.seed ?? 1);
    const jobs = new Map(problem.jobs.map((j, i) => [j.id, i]));
    this.jobOf = this.placing.tasks.map((t) => jobs.get(t.job)!);
    this.rules = [...(from ? [from] : []), ...RULES.map((rule) => this.byRule(problem.jobs, rule))];
    const first = this.rules.shift()!;
    this.current = this.best = { order: first, schedule: this.placing.place(first) };
    this.tried = 1;
  }

  get done(): boolean {
    return this.tried >= this.options.tries;
  }
  get share(): number {
    return Math.min(1, this.tried / this.options.tries);
  }
  get schedule(): Schedule {
    return this.best.schedule;
  }
  get order(): Order {
    return this.best.order;
  }

  step(): void {
    this.tried++;
    const rule = this.rules.shift();
    const order = rule ?? this.changed(this.current.order);
    const schedule = this.placing.place(order);
    const worse = schedule.cost - this.current.schedule.cost;
    const allowed = rule ? 0 : WARMTH * this.best.schedule.cost * (1 - this.share) ** 2;
    if (worse <= 0 || (worse <= allowed && this.random() < 0.5)) this.current = { order, schedule };
    if (schedule.cost < this.best.schedule.cost) this.best = { order, schedule };
  }

  run(): Schedule {
    while (!this.done) this.step();
    return this.schedule;
  }

  private byRule(jobs: readonly Job[], rule: (job: Job) => number): Order {
    const value = jobs.map(rule);
    const tasks = this.placing.tasks;
    return {
      // Tasks of a job stay near each other: what was begun is finished.
      priority: tasks.map((_, i) => -value[this.jobOf[i]!]!),
      worker: tasks.map(() => null),
    };
  }

  /** A job sooner or later, two tasks changed over, or a task with somebody else. */
  private changed({ priority, worker }: Order): Order {
    const { tasks, able } = this.placing;
    if (tasks.length === 0) return { priority, worker };
    const any = () => Math.floor(this.random() * tasks.length);
    const i = any();
    const what = this.random();
    if (what < 0.45) {
      const other = priority[any()]! + (this.random() - 0.5);
      const shift = other - priority[i]!;
      return { priority: priority.map((p, k) => (this.jobOf[k] === this.jobOf[i] ? p + shift : p)), worker };
    }
    if (what < 0.8) {
      const k = any();
      const next = priority.slice();
      [next[i], next[k]] = [next[k]! + (this.random() - 0.5) * 1e-3, next[i]!];
      return { priority: next, worker };
    }
    const list = able[i]!;
    const next = worker.slice();
    next[i] =
      next[i] === null || this.random() < 0.7
        ? (list[Math.floor(this.random() * list.length)] ?? null)
        : null;
    return { priority, worker: next };
  }
}

const FAR = 1e7;
const workOf = (job: Job) => job.tasks.reduce((s, t) => s + t.work + t.alone, 0);
const RULES: readonly ((job: Job) => number)[] = [
  // The soonest promise, rush before all.
  (j) => (j.due ?? FAR) - (j.rush ? 10 * FAR : 0),
  // The least time to spare.
  (j) => (j.due ?? FAR) - workOf(j) - (j.rush ? 10 * FAR : 0),
  // The least work left.
  workOf,
];
