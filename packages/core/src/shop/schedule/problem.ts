/** What a plan is made of: work that is left, in its order; who can do it, when; what it stands on meanwhile. */
import type { Span } from './spans.ts';

/** Minutes count from the moment that the plan is made for. */
export interface Worker {
  readonly id: string;
  readonly name: string;
  /** Rising, without overlap. */
  readonly shifts: readonly Span[];
}

export interface Machine {
  readonly id: string;
  readonly name: string;
  /** Takes several parts at once where they need the same. */
  readonly batches: boolean;
  /** All that it takes at once; null where nobody says [kg]. */
  readonly massKg: number | null;
  /** It is taken until then by what is in it [min]. */
  readonly freeFrom: number;
}

export interface Task {
  readonly id: string;
  readonly job: string;
  /** Station of the route. */
  readonly station: string;
  readonly title: string;
  readonly body: 'stator' | 'rotor' | 'motor';
  /** Tasks of the same job that end before it begins. */
  readonly after: readonly string[];
  /** Somebody's time; it rests between shifts [min]. */
  readonly work: number;
  /** Those who can do it; the first is no better than the last. */
  readonly workers: readonly string[];
  /** One of them is taken for it; empty where it needs none. */
  readonly machines: readonly string[];
  /** After the work it goes on alone on its machine, day and night [min]. */
  readonly alone: number;
  /** Equal where tasks may share a machine that takes several. */
  readonly shares: string | null;
  readonly massKg: number;
  /** Not before [min]; a wish, or the end of what is in the oven. */
  readonly notBefore: number;
  /** In hand now: it begins the plan, with who has it. */
  readonly inHand: boolean;
}

export interface Job {
  readonly id: string;
  /** Promised until [min]; null where nothing was promised. */
  readonly due: number | null;
  readonly rush: boolean;
  readonly tasks: readonly Task[];
}

export interface Problem {
  readonly workers: readonly Worker[];
  readonly machines: readonly Machine[];
  readonly jobs: readonly Job[];
}

export interface Placed {
  readonly task: Task;
  readonly worker: string;
  readonly machine: string | null;
  /** Of the worker's time, rests between shifts included. */
  readonly work: Span;
  /** Until nothing of it is left to do. */
  readonly end: number;
}

export interface Schedule {
  readonly placed: readonly Placed[];
  /** When each job is done. */
  readonly ends: ReadonlyMap<string, number>;
  /** Jobs that cannot be planned to their end, by the task that nobody can do. */
  readonly stuck: ReadonlyMap<string, Task>;
  /** The less, the better. */
  readonly cost: number;
}

/** A rush job that is late weighs so much more than another. Common practice, no source. */
const RUSH = 8;
/** A job that is never finished costs as one that is late by this [min]. */
const NEVER = 200_000;
/** Being early matters as well, but never against a promise. */
const EARLY = 0.002;

/** Weighted lateness of all but one: what a plan does to promises that are given [min]. */
export function latenessOf(problem: Problem, ends: ReadonlyMap<string, number>, except: string): number {
  let sum = 0;
  for (const job of problem.jobs)
    if (job.id !== except && job.due !== null)
      sum += (job.rush ? RUSH : 1) * Math.max(0, (ends.get(job.id) ?? NEVER) - job.due);
  return sum;
}

/** Weighted lateness, and a little for every minute that a job is in the shop. */
export function costOf(problem: Problem, ends: ReadonlyMap<string, number>): number {
  let cost = 0;
  for (const job of problem.jobs) {
    const end = ends.get(job.id) ?? NEVER;
    const late = job.due === null ? 0 : Math.max(0, end - job.due);
    cost += (job.rush ? RUSH : 1) * (late + EARLY * end);
  }
  return cost;
}
