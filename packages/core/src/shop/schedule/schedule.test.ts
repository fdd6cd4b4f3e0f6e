/** Plans that never break a rule of the shop, and the best there are where all can be tried. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  costOf,
  keptBy,
  Placing,
  PlanSearch,
  soonestIn,
  spreadOf,
  workedBetween,
  workFrom,
  type Job,
  type Problem,
  type Schedule,
  type Span,
  type Task,
} from '../../index.ts';

const task = (job: string, n: number, more: Partial<Task> = {}): Task => ({
  id: `${job}.${n}`,
  job,
  station: `s${n}`,
  title: `step ${n}`,
  body: 'stator',
  after: n > 0 ? [`${job}.${n - 1}`] : [],
  work: 30,
  workers: ['A', 'B'],
  machines: [],
  alone: 0,
  shares: null,
  massKg: 10,
  notBefore: 0,
  inHand: false,
  ...more,
});
const day = (from: number, to: number, days = 60): Span[] =>
  Array.from({ length: days }, (_, d) => ({ from: 1440 * d + from, to: 1440 * d + to }));

/** Every rule that the plan breaks, found by looking at it from outside. */
function broken(problem: Problem, { placed }: Schedule): string[] {
  const wrong: string[] = [];
  const of = new Map(placed.map((p) => [p.task.id, p]));
  const overlap = (a: Span, b: Span) => a.from < b.to && b.from < a.to;
  for (const p of placed) {
    const worker = problem.workers.find((w) => w.id === p.worker)!;
    const { task: t, work } = p;
    if (!t.workers.includes(p.worker)) wrong.push(`${t.id} by ${p.worker}, who may not`);
    if (t.machines.length > 0 && !t.machines.includes(p.machine ?? '')) wrong.push(`${t.id} on ${p.machine}`);
    if (work.from < t.notBefore) wrong.push(`${t.id} too early`);
    if (p.end < work.to) wrong.push(`${t.id} ends before its work`);
    for (const before of t.after)
      if ((of.get(before)?.end ?? Infinity) > work.from) wrong.push(`${t.id} before ${before}`);
    const worked = workedBetween(worker.shifts, work.from, work.to);
    const together = placed.filter(
      (o) => o !== p && o.machine !== null && o.machine === p.machine && o.work.from === work.from,
    );
    if (together.length === 0 && Math.abs(worked - t.work) > 1e-6)
      wrong.push(`${t.id} works ${worked} of ${t.work}`);
    for (const o of placed) {
      if (o === p) continue;
      const batch =
        o.machine !== null && o.machine === p.machine && o.work.from === work.from && o.task.shares !== null;
      if (o.worker === p.worker && overlap(o.work, work) && !batch) wrong.push(`${p.worker} does two things`);
      if (
        o.machine !== null &&
        o.machine === p.machine &&
        !batch &&
        overlap({ from: o.work.from, to: o.end }, { from: work.from, to: p.end })
      )
        wrong.push(`${p.machine} holds ${o.task.id} and ${t.id}`);
      if (batch && (o.task.shares !== t.shares || o.end < p.work.to + t.alone - 1e-6))
        wrong.push(`${t.id} shares what it may not`);
    }
    const machine = problem.machines.find((m) => m.id === p.machine);
    if (machine) {
      if (work.from < machine.freeFrom) wrong.push(`${machine.id} was not free`);
      const mass = placed
        .filter((o) => o.machine === machine.id && o.work.from === work.from)
        .reduce((s, o) => s + o.task.massKg, 0);
      if (machine.massKg !== null && mass > machine.massKg) wrong.push(`${machine.id} holds ${mass} kg`);
      if (!machine.batches && together.length > 0) wrong.push(`${machine.id} takes one at a time`);
    }
  }
  return wrong;
}

const problemOf = (jobs: readonly Job[], more: Partial<Problem> = {}): Problem => ({
  workers: [
    { id: 'A', name: 'A', shifts: day(0, 480) },
    { id: 'B', name: 'B', shifts: day(60, 540) },
  ],
  machines: [
    { id: 'panel', name: 'panel', batches: false, massKg: null, freeFrom: 0 },
    { id: 'oven', name: 'oven', batches: true, massKg: 100, freeFrom: 30 },
    { id: 'small', name: 'small', batches: true, massKg: 25, freeFrom: 0 },
  ],
  jobs,
  ...more,
});

const anyTask = (job: string, n: number) =>
  fc
    .record({
      work: fc.integer({ min: 5, max: 600 }),
      who: fc.constantFrom(['A'], ['B'], ['A', 'B']),
      where: fc.constantFrom('none', 'none', 'panel', 'oven', 'either'),
      alone: fc.integer({ min: 60, max: 900 }),
      shares: fc.constantFrom('bake', 'burn'),
      massKg: fc.integer({ min: 1, max: 60 }),
      notBefore: fc.constantFrom(0, 0, 0, 700),
      inHand: fc.boolean(),
    })
    .map(({ who, where, alone, shares, ...rest }): Task => {
      const heat = where === 'oven' || where === 'either';
      return task(job, n, {
        ...rest,
        inHand: rest.inHand && n === 0,
        work: heat ? 15 : rest.work,
        workers: who,
        machines:
          where === 'none'
            ? []
            : where === 'panel'
              ? ['panel']
              : where === 'oven'
                ? ['oven']
                : ['oven', 'small'],
        alone: heat ? alone : 0,
        shares: heat ? shares : null,
      });
    });
const anyJob = (id: string) =>
  fc
    .tuple(
      fc
        .integer({ min: 1, max: 6 })
        .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => anyTask(id, i)))),
      fc.option(fc.integer({ min: 0, max: 9000 })),
      fc.boolean(),
    )
    .map(([tasks, due, rush]): Job => ({ id, due, rush, tasks }));
const anyProblem = fc
  .integer({ min: 1, max: 9 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => anyJob(`J${i}`))))
  .map((jobs) => problemOf(jobs));

describe('a plan', () => {
  it('breaks no rule of the shop, whatever is to be planned, and misses nobody', () => {
    fc.assert(
      fc.property(anyProblem, fc.integer({ min: 0, max: 99 }), (problem, seed) => {
        const schedule = new PlanSearch(problem, { seed, tries: 12 }).run();
        expect(broken(problem, schedule)).toEqual([]);
        const planned = new Set(schedule.placed.map((p) => p.task.id));
        for (const job of problem.jobs)
          if (!schedule.stuck.has(job.id)) for (const t of job.tasks) expect(planned.has(t.id)).toBe(true);
        expect(schedule.cost).toBeCloseTo(costOf(problem, schedule.ends), 6);
      }),
      { numRuns: 300 },
    );
  });
  it('is the same for the same seed, and never worse for more tries', () => {
    fc.assert(
      fc.property(anyProblem, (problem) => {
        const cost = (tries: number) => new PlanSearch(problem, { seed: 5, tries }).run();
        const [a, b] = [cost(20), cost(20)];
        expect(a.placed.map((p) => [p.task.id, p.worker, p.work, p.end])).toEqual(
          b.placed.map((p) => [p.task.id, p.worker, p.work, p.end]),
        );
        expect(a.cost).toBeLessThanOrEqual(new PlanSearch(problem, { seed: 5, tries: 1 }).schedule.cost);
      }),
      { numRuns: 30 },
    );
  });
  it('says which task nobody can do, and plans the others', () => {
    const stuck = {
      id: 'X',
      due: 100,
      rush: true,
      tasks: [task('X', 0), task('X', 1, { workers: [] }), task('X', 2)],
    };
    const heavy = {
      id: 'Y',
      due: null,
      rush: false,
      tasks: [task('Y', 0, { machines: ['small'], massKg: 26, alone: 60 })],
    };
    const fine = { id: 'Z', due: null, rush: false, tasks: [task('Z', 0)] };
    const { stuck: found, ends } = new PlanSearch(problemOf([stuck, heavy, fine]), { tries: 5 }).run();
    expect(found.get('X')?.id).toBe('X.1');
    expect(found.get('Y')?.id).toBe('Y.0');
    expect([...ends.keys()]).toEqual(['Z']);
  });
});

/** The best of all plans in which nothing could begin sooner, by trying every order, every person, every place. */
function bestOfAll(problem: Problem): number {
  const tasks = problem.jobs.flatMap((j) => j.tasks);
  const shiftOf = new Map(problem.workers.map((w) => [w.id, w.shifts]));
  interface Done {
    readonly t: Task;
    readonly w: string;
    readonly m: string | null;
    readonly from: number;
    readonly to: number;
    readonly end: number;
  }
  const isOn = (w: string, minute: number) => shiftOf.get(w)!.some((s) => minute >= s.from && minute < s.to);
  let best = Infinity;
  const go = (done: readonly Done[]) => {
    if (done.length === tasks.length) {
      const ends = new Map<string, number>();
      for (const d of done) ends.set(d.t.job, Math.max(ends.get(d.t.job) ?? 0, d.end));
      best = Math.min(best, costOf(problem, ends));
      return;
    }
    for (const t of tasks) {
      if (done.some((d) => d.t === t)) continue;
      const before = t.after.map((id) => done.find((d) => d.t.id === id));
      if (before.some((b) => !b)) continue;
      const ready = Math.max(t.notBefore, ...before.map((b) => b!.end));
      for (const m of t.machines.length > 0 ? t.machines : [null]) {
        const machine = problem.machines.find((x) => x.id === m);
        for (const d of done)
          if (
            m !== null &&
            machine!.batches &&
            d.m === m &&
            d.t.shares === t.shares &&
            t.workers.includes(d.w) &&
            d.from >= ready &&
            d.end - d.to >= t.alone
          ) {
            const mass = done
              .filter((x) => x.m === m && x.from === d.from)
              .reduce((s, x) => s + x.t.massKg, t.massKg);
            if (machine!.massKg === null || mass <= machine!.massKg) go([...done, { ...d, t }]);
          }
        for (const w of t.workers)
          for (let from = ready; from < 6000; from += 5) {
            if (!isOn(w, from) || (machine && from < machine.freeFrom)) continue;
            let [left, minute] = [t.work, from];
            for (; left > 0; minute += 5) if (isOn(w, minute)) left -= 5;
            const end = minute + t.alone;
            const hit = done.some(
              (d) =>
                (d.w === w && d.from < minute && from < d.to) ||
                (m !== null && d.m === m && d.from < end && from < d.end),
            );
            if (hit) continue;
            go([...done, { t, w, m, from, to: minute, end }]);
            break;
          }
      }
    }
  };
  go([]);
  return best;
}

describe('small shops, where all can be tried', () => {
  const small: readonly (readonly [string, Problem])[] = (() => {
    const shop = (jobs: readonly Job[], ovenFree = 0) =>
      problemOf(jobs, {
        workers: [
          { id: 'A', name: 'A', shifts: day(0, 120, 8) },
          { id: 'B', name: 'B', shifts: day(30, 150, 8) },
        ],
        machines: [
          { id: 'panel', name: 'panel', batches: false, massKg: null, freeFrom: 0 },
          { id: 'oven', name: 'oven', batches: true, massKg: 30, freeFrom: ovenFree },
        ],
      });
    const job = (id: string, due: number | null, rush: boolean, ...tasks: Partial<Task>[]): Job => ({
      id,
      due,
      rush,
      tasks: tasks.map((t, i) => task(id, i, t)),
    });
    const oven = { machines: ['oven'], alone: 60, work: 10, shares: 'bake' };
    return [
      [
        'one panel, two promises',
        shop([
          job('1', 60, false, { work: 40, machines: ['panel'] }),
          job('2', 45, false, { work: 40, machines: ['panel'] }),
          job('3', 200, true, { work: 30, workers: ['A'] }),
        ]),
      ],
      [
        'a rush that has to wait for its own oven',
        shop([
          job('1', 300, true, { work: 30 }, oven),
          job('2', 100, false, oven),
          job('3', null, false, { work: 60, workers: ['A'] }),
        ]),
      ],
      [
        'two that share an oven when one of them waits',
        shop(
          [
            job('1', 140, false, { ...oven, massKg: 10 }),
            job('2', 150, false, { work: 20 }, { ...oven, massKg: 10 }),
          ],
          15,
        ),
      ],
      [
        'an oven that holds only one of them',
        shop([
          job('1', 140, false, { ...oven, massKg: 20 }),
          job('2', 90, false, { work: 20 }, { ...oven, massKg: 20 }),
        ]),
      ],
      [
        'work over the night',
        shop([
          job('1', 1500, false, { work: 150, workers: ['A'] }),
          job('2', 100, true, { work: 60, workers: ['A'] }, { work: 30, workers: ['B'] }),
        ]),
      ],
      [
        'who is better left for what nobody else can',
        shop([
          job('1', 40, false, { work: 40 }),
          job('2', 45, false, { work: 40, workers: ['A'] }),
          job('3', 120, false, { work: 30 }, { work: 15, workers: ['B'] }),
        ]),
      ],
    ];
  })();
  it.each(small)('%s: as good as the best of all', (_name, problem) => {
    const schedule = new PlanSearch(problem, { seed: 3, tries: 800 }).run();
    expect(broken(problem, schedule)).toEqual([]);
    expect(schedule.cost).toBeCloseTo(bestOfAll(problem), 6);
  });
});

describe('time at work', () => {
  it('rests between shifts, and counts back what it took', () => {
    const shifts = day(420, 960, 9);
    expect(workFrom(shifts, 0, 60)).toEqual({ from: 420, to: 480 });
    expect(workFrom(shifts, 900, 120)).toEqual({ from: 900, to: 1440 + 480 });
    expect(workFrom(shifts, 960, 10)).toEqual({ from: 1440 + 420, to: 1440 + 430 });
    expect(workFrom(shifts, 1440 * 9, 10)).toBeNull();
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 2000 }), (from, work) => {
        const span = workFrom(shifts, from, work)!;
        expect(workedBetween(shifts, span.from, span.to)).toBeCloseTo(work, 9);
      }),
    );
  });
});

describe('how sure a plan is', () => {
  const jobs: Job[] = [
    {
      id: 'new',
      due: null,
      rush: false,
      tasks: [task('new', 0, { work: 300 }), task('new', 1, { work: 400 })],
    },
    { id: 'other', due: 600, rush: false, tasks: [task('other', 0, { work: 200 })] },
  ];
  it('spreads round the plan, more to the late side, and the same for the same seed', () => {
    const problem = problemOf(jobs);
    const search = new PlanSearch(problem, { tries: 10 });
    search.run();
    const ends = spreadOf(problem, search.order, 'new', 200);
    expect(ends).toHaveLength(200);
    expect(keptBy(ends, 0.9)!).toBeGreaterThan(keptBy(ends, 0.5)!);
    expect(keptBy(ends, 1)).toBe(ends.at(-1));
    expect(ends).toEqual(spreadOf(problem, search.order, 'new', 200));
    expect(keptBy([], 0.9)).toBeNull();
  });
});

describe('the soonest date of a motor that is not promised yet', () => {
  const late = (problem: Problem, ends: ReadonlyMap<string, number>) =>
    problem.jobs
      .filter((j) => j.id !== 'J0' && j.due !== null)
      .reduce((n, j) => n + (j.rush ? 8 : 1) * Math.max(0, (ends.get(j.id) ?? 200_000) - j.due!), 0);
  it('is never later than in the plan, makes nobody later, and is the same again', () => {
    fc.assert(
      fc.property(anyProblem, fc.integer({ min: 0, max: 99 }), (made, seed) => {
        const problem = {
          ...made,
          jobs: made.jobs.map((j) => (j.id === 'J0' ? { ...j, due: null, rush: false } : j)),
        };
        const plan = new PlanSearch(problem, { seed, tries: 15 });
        plan.run();
        const order = soonestIn(problem, plan.order, 'J0');
        const schedule = new Placing(problem).place(order);
        expect(broken(problem, schedule)).toEqual([]);
        expect(late(problem, schedule.ends)).toBeLessThanOrEqual(late(problem, plan.schedule.ends) + 1e-3);
        const [was, is] = [plan.schedule.ends.get('J0'), schedule.ends.get('J0')];
        if (was !== undefined) expect(is).toBeLessThanOrEqual(was + 1e-6);
        expect(soonestIn(problem, plan.order, 'J0')).toEqual(order);
      }),
      { numRuns: 150 },
    );
  });
  it('is at once where the others have time to spare', () => {
    const others = Array.from({ length: 6 }, (_, i): Job => ({
      id: `J${i + 1}`,
      due: 40 * 1440,
      rush: false,
      tasks: [task(`J${i + 1}`, 0)],
    }));
    const problem = problemOf([{ id: 'J0', due: null, rush: false, tasks: [task('J0', 0)] }, ...others]);
    const plan = new PlanSearch(problem, { seed: 3, tries: 1 });
    plan.run();
    const soonest = new Placing(problem).place(soonestIn(problem, plan.order, 'J0')).ends.get('J0')!;
    const alone = new PlanSearch(problemOf([problem.jobs[0]!]), { seed: 3, tries: 1 }).run().ends.get('J0')!;
    expect(soonest).toBe(alone);
  });
});
