/** Makes the plan in slices, so that a cancel is heard between two of them and the page is told how far it is. */
import {
  delaysOf,
  planProblem,
  PlanSearch,
  soonestIn,
  spreadOf,
  taskId,
  type Delay,
  type Machine,
  type Order,
  type Placed,
  type PlanProblem,
  type Schedule,
  type UsualTime,
  type Worker as PlanWorker,
} from '@norther/core';
import { NEW_MOTOR, planInput, type PlanQuestion } from './plan-input.ts';

export interface PlanResult {
  readonly now: number;
  readonly workers: readonly PlanWorker[];
  readonly machines: readonly Machine[];
  readonly placed: readonly Placed[];
  readonly ends: ReadonlyMap<string, number>;
  readonly due: ReadonlyMap<string, number>;
  readonly stuck: readonly { readonly number: string; readonly station: string }[];
  readonly held: PlanProblem['held'];
  readonly usual: ReadonlyMap<string, UsualTime>;
  /** The newest rush motor, and what it pushes back. */
  readonly rush: { readonly number: string; readonly delays: readonly Delay[] } | null;
  /** When a motor that comes now would be done, in many plans, rising. */
  readonly newMotor: readonly number[] | null;
}
/** A wish weighed: whether it can be had, and what it costs. */
export interface Weighed {
  readonly id: number;
  readonly possible: boolean;
  readonly reason: string;
  readonly delays: readonly Delay[];
}
export type ToPlanWorker =
  | { readonly make: PlanQuestion }
  | { readonly weigh: PlanQuestion; readonly id: number }
  | { readonly cancel: true };
export type FromPlanWorker =
  { readonly share: number } | { readonly result: PlanResult } | { readonly weighed: Weighed };

const TRIES = 300;
const SLICE = 30;
const TELL = 150;
const SPREAD_PLANS = 150;
/** Besides the one that is shown. */
const OTHER_PLANS = 5;

let running = 0;
let made: { readonly problem: PlanProblem; readonly schedule: Schedule; readonly order: Order } | null = null;
const tell = (message: FromPlanWorker) => self.postMessage(message);
const letIn = () => new Promise((next) => setTimeout(next));

self.onmessage = ({ data }: MessageEvent<ToPlanWorker>) => {
  if ('weigh' in data) {
    tell({ weighed: weigh(data.weigh, data.id) });
    return;
  }
  running++;
  if ('make' in data) void make(data.make, running);
};

/** @returns null when another question came meanwhile */
async function search(
  problem: PlanProblem,
  tries: number,
  mine: number,
  { seed = 1, from }: { readonly seed?: number; readonly from?: Order } = {},
): Promise<PlanSearch | null> {
  const plan = new PlanSearch(problem, { seed, tries }, from);
  let told = performance.now();
  while (!plan.done) {
    const began = performance.now();
    while (!plan.done && performance.now() - began < SLICE) plan.step();
    if (performance.now() - told > TELL) {
      told = performance.now();
      tell({ share: plan.share });
    }
    await letIn();
    if (running !== mine) return null;
  }
  return plan;
}

async function make(question: PlanQuestion, mine: number) {
  const input = planInput(question);
  const problem = planProblem(input);
  const plan = await search(problem, TRIES, mine);
  if (!plan) return;
  made = { problem, schedule: plan.schedule, order: plan.order };
  // The same, with the rush motor as one among others, or as if it had not come.
  const rushes = problem.jobs.filter((j) => j.rush).map((j) => j.id);
  const newest = rushes.toSorted().at(-1) ?? null;
  let rush: PlanResult['rush'] = null;
  if (newest !== null) {
    const without = { ...problem, jobs: problem.jobs.filter((j) => j.id !== newest) };
    const other = await search(without, Math.round(TRIES / 3), mine);
    if (!other) return;
    rush = { number: newest, delays: delaysOf(without, other.schedule, plan.schedule) };
  }
  const ends = question.newMotor ? await newMotorEnds(problem, plan.order, mine) : null;
  if (ends === 'stopped') return;
  await letIn();
  if (running !== mine) return;
  tell({
    result: {
      now: question.now,
      workers: problem.workers,
      machines: problem.machines,
      placed: plan.schedule.placed,
      ends: plan.schedule.ends,
      due: new Map(problem.jobs.flatMap((j) => (j.due === null ? [] : [[j.id, j.due] as const]))),
      stuck: [...plan.schedule.stuck].map(([number, task]) => ({ number, station: task.title })),
      held: problem.held,
      usual: problem.usual,
      rush,
      newMotor: ends,
    },
  });
}

/**
 * When the new motor is done, over plans that hold the promises as well as this one or nearly, and over times that come out
 * otherwise: one plan among many alike would name a day that the next one moves by a week.
 */
async function newMotorEnds(problem: PlanProblem, order: Order, mine: number) {
  const orders = [order];
  for (let seed = 2; seed <= OTHER_PLANS + 1; seed++) {
    const other = await search(problem, Math.round(TRIES / OTHER_PLANS), mine, { seed });
    if (!other) return 'stopped' as const;
    orders.push(other.order);
  }
  const each = Math.ceil(SPREAD_PLANS / orders.length);
  return orders
    .flatMap((o, i) => spreadOf(problem, soonestIn(problem, o, NEW_MOTOR), NEW_MOTOR, each, i + 1))
    .sort((a, b) => a - b);
}

function weigh(question: PlanQuestion, id: number): Weighed {
  const { wish } = question;
  const problem = planProblem(planInput(question));
  const task = problem.jobs
    .flatMap((j) => j.tasks)
    .find((t) => wish && t.id === taskId(wish.motor, wish.station));
  const no = (reason: string): Weighed => ({ id, possible: false, reason, delays: [] });
  if (!wish || !task) return no('This step is not in the plan any more.');
  if (task.inHand) return no(`${task.workers[0]} has it in hand.`);
  if (wish.worker !== null && !task.workers.includes(wish.worker))
    return no(`${wish.worker} may not do ${task.title}.`);
  const search = new PlanSearch(
    problem,
    { seed: 1, tries: 60 },
    made?.order.priority.length === problem.jobs.flatMap((j) => j.tasks).length ? made.order : undefined,
  );
  search.run();
  const delays = made ? delaysOf(problem, made.schedule, search.schedule) : [];
  const broken = delays.filter((d) => d.breaks);
  return broken.length > 0
    ? {
        id,
        possible: false,
        reason: `It would break the promise of ${broken.map((d) => d.number).join(', ')}.`,
        delays,
      }
    : { id, possible: true, reason: '', delays };
}
