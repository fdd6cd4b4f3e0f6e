/** The floor as a problem for the planner: what is left, who may do it, what ovens and wishes do to it. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  delaysOf,
  newestRoute,
  planProblem,
  PlanSearch,
  readOven,
  readProgramme,
  readShift,
  sampleOf,
  shiftsFrom,
  stationsOf,
  taskId,
  UsualTimes,
  workedBetween,
  type PlanInput,
  type PlanMotor,
  type PlanOven,
  type TrackStep,
} from '../../index.ts';

const ROUTE = newestRoute('ac-rewind');
const MONDAY = new Date(2026, 2, 16, 8, 0).getTime();
const iso = (minutes: number) => new Date(MONDAY + minutes * 60_000).toISOString();
const person = (name: string, role: 'winder' | 'tester' | 'lead', shift: Record<string, string> = {}) => ({
  name,
  role,
  shift: readShift(shift).shift,
});
const PEOPLE = [person('Ida', 'lead'), person('Per', 'tester'), person('Asta', 'winder')];
const signed = (station: string): TrackStep => ({
  station,
  takenAt: iso(-200),
  takenBy: 'Asta',
  signedAt: iso(-100),
  signedBy: 'Asta',
});
const motor = (number: string, more: Partial<PlanMotor> = {}): PlanMotor => ({
  number,
  route: ROUTE,
  rush: false,
  promisedAt: null,
  powerKw: 11,
  massKg: 50,
  steps: [],
  held: null,
  ...more,
});
const oven = (name: string, occupies: string, more: Partial<PlanOven> = {}): PlanOven => ({
  id: name,
  oven: readOven({ name, occupies, hottest: '400', mass: '200' }).oven!,
  lag: { coefficient: 11, spread: 0.2, from: 5 },
  programme: readProgramme({ name: 'Bake', kind: 'cure', target: '138', minutes: '6 h' }).programme,
  freeIn: null,
  holds: [],
  ...more,
});
const input = (more: Partial<PlanInput> = {}): PlanInput => ({
  now: MONDAY,
  people: PEOPLE,
  motors: [motor('1')],
  ovens: [oven('O1', 'Burn-off'), oven('O2', 'Cure')],
  times: new UsualTimes([]),
  wishes: [],
  glovesC: 60,
  ...more,
});
const tasksOf = (i: PlanInput) => planProblem(i).jobs.flatMap((j) => j.tasks);
const of = (i: PlanInput, station: string, number = '1') =>
  tasksOf(i).find((t) => t.id === taskId(number, station))!;

describe('the floor as a problem', () => {
  it('has a task for every station that is left, each after those it rests on, by those who may sign it', () => {
    const all = tasksOf(input());
    expect(all.map((t) => t.station)).toEqual(stationsOf(ROUTE).map((s) => s.id));
    expect(of(input(), 'match').after.toSorted()).toEqual(
      [taskId('1', 'balance'), taskId('1', 'cure')].toSorted(),
    );
    expect(of(input(), 'data').after).toEqual([taskId('1', 'intake')]);
    expect(of(input(), 'ship').workers).toEqual(['Ida']);
    expect(of(input(), 'test').workers).toEqual(['Ida', 'Per']);
    expect(of(input(), 'wind').workers).toEqual(['Ida', 'Per', 'Asta']);
    const half = input({ motors: [motor('1', { steps: ['intake', 'data', 'saw'].map(signed) })] });
    expect(tasksOf(half).some((t) => t.station === 'data')).toBe(false);
    expect(of(half, 'strip').after).toEqual([]);
  });
  it('keeps a person to what they do, and what is in hand with who has it, less what was done', () => {
    const jon = person('Jon', 'winder', { stations: 'Balance, Inspect' });
    const with4 = input({ people: [...PEOPLE, jon] });
    expect(of(with4, 'balance').workers).toContain('Jon');
    expect(of(with4, 'wind').workers).not.toContain('Jon');
    // Taken at the beginning of the shift, an hour ago.
    const taken = { station: 'intake', takenAt: iso(-45), takenBy: 'Asta', signedAt: null, signedBy: null };
    const task = of(input({ motors: [motor('1', { steps: [taken] })] }), 'intake');
    expect(task).toMatchObject({ inHand: true, workers: ['Asta'], work: 15 });
    const gone = of(input({ motors: [motor('1', { steps: [{ ...taken, takenBy: 'Nobody' }] })] }), 'intake');
    expect(gone.inHand).toBe(false);
  });
  it('lets an oven work alone, day and night, as long as its programme and the mass need', () => {
    const light = of(input(), 'cure');
    const heavy = of(input({ motors: [motor('1', { massKg: 180 })] }), 'cure');
    expect(light.machines).toEqual(['O2']);
    expect(light.alone).toBeGreaterThan(360);
    expect(heavy.alone).toBeGreaterThan(light.alone);
    expect(of(input({ motors: [motor('1', { massKg: 500 })] }), 'cure').machines).toEqual([]);
  });
  it('waits for what is in the oven now, and does not bake it twice', () => {
    const steps = [
      'intake',
      'data',
      'saw',
      'strip',
      'pull',
      'core',
      'insulate',
      'wind',
      'connect',
      'check',
      'varnish',
      'inspect',
      'balance',
    ].map(signed);
    const baking = input({
      motors: [motor('1', { steps })],
      ovens: [oven('O2', 'Cure', { freeIn: 400, holds: [{ number: '1', body: 'stator' }] })],
    });
    expect(tasksOf(baking).map((t) => t.station)).toEqual(['match', 'assemble', 'test', 'ship']);
    expect(of(baking, 'match')).toMatchObject({ after: [], notBefore: 400 });
    expect(planProblem(baking).machines.find((m) => m.id === 'O2')?.freeFrom).toBe(400);
  });
  it('leaves out what is held, and says why', () => {
    const problem = planProblem(input({ motors: [motor('1', { held: 'stator: core loss' }), motor('2')] }));
    expect(problem.jobs.map((j) => j.id)).toEqual(['2']);
    expect(problem.held).toEqual([{ number: '1', reason: 'stator: core loss' }]);
  });
  it('honours a wish for a person who may, and for a time', () => {
    const wish = { motor: '1', station: 'wind', worker: 'Asta', notBefore: iso(3000) };
    expect(of(input({ wishes: [wish] }), 'wind')).toMatchObject({ workers: ['Asta'], notBefore: 3000 });
    expect(of(input({ wishes: [{ ...wish, station: 'ship' }] }), 'ship').workers).toEqual(['Ida']);
  });
  it('can be planned to its end, and tells what a wish delays', () => {
    const i = input({
      motors: [motor('1', { promisedAt: iso(6000) }), motor('2', { promisedAt: iso(9000) })],
    });
    const plan = (with_: PlanInput) => {
      const problem = planProblem(with_);
      return { problem, schedule: new PlanSearch(problem, { tries: 20 }).run() };
    };
    const [a, b] = [
      plan(i),
      plan({ ...i, wishes: [{ motor: '1', station: 'data', worker: null, notBefore: iso(8000) }] }),
    ];
    expect([...a.schedule.ends.keys()].toSorted()).toEqual(['1', '2']);
    expect(a.schedule.ends.get('1')!).toBeLessThan(6000);
    expect(delaysOf(b.problem, a.schedule, b.schedule)[0]).toMatchObject({ number: '1', breaks: true });
    expect(delaysOf(a.problem, a.schedule, a.schedule)).toEqual([]);
  });
});

describe('hours of a person', () => {
  it('are read as they are said, and refused where they say nothing', () => {
    const read = (typed: Record<string, string>) => readShift(typed);
    expect(read({}).shift).toMatchObject({ from: 420, to: 960 });
    expect([...read({ days: 'Fri-Mon' }).shift.days].toSorted()).toEqual([0, 1, 5, 6]);
    expect([...read({ days: 'tue, thu' }).shift.days]).toEqual([2, 4]);
    expect(read({ away: '2026-12-24 to 2027-01-02, 2026-11-30' }).shift.away).toEqual([
      ['2026-12-24', '2027-01-02'],
      ['2026-11-30', '2026-11-30'],
    ]);
    for (const wrong of [
      { from: '25:00' },
      { from: '9' },
      { to: '06:00' },
      { days: 'soon' },
      { away: 'Christmas' },
      { away: '2027-01-02 to 2026-12-24' },
    ])
      expect(read(wrong as unknown as Record<string, string>).findings.length).toBeGreaterThan(0);
  });
  it('become shifts by the clock of the place, without the days away', () => {
    const { shift } = readShift({ from: '07:00', to: '15:30', away: '2026-03-17' });
    const spans = shiftsFrom(shift, new Date(MONDAY), 7);
    expect(spans[0]).toEqual({ from: 0, to: 450 });
    // Tuesday is away, Saturday and Sunday are no days of work.
    expect(spans.map((s) => new Date(MONDAY + s.from * 60_000).getDay())).toEqual([1, 3, 4, 5]);
    expect(new Date(MONDAY + spans[1]!.from * 60_000).getHours()).toBe(7);
    const back = shiftsFrom(shift, new Date(MONDAY), 1, 3);
    expect(back.some((s) => s.to < 0)).toBe(true);
  });
});

describe('what a station usually takes', () => {
  const shifts = shiftsFrom(readShift({}).shift, new Date(MONDAY), 1, 30);
  const sample = (minutes: number, powerKw: number | null = 11) => ({ station: 'wind', minutes, powerKw });
  it('is counted in hours of work: a night between does not count', () => {
    // From Friday 15:00 to Monday 08:00 with work until 16:00 and from 07:00.
    const s = sampleOf('wind', -(3 * 1440 - 7 * 60), 0, shifts, 11)!;
    expect(s.minutes).toBe(60 + 60);
    expect(sampleOf('wind', -10, -9, shifts, 11)).toBeNull();
    expect(workedBetween(shifts, -60, 0)).toBe(60);
  });
  it('is the middle of motors of its size, not shifted by one that was forgotten over the week', () => {
    const times = new UsualTimes([100, 110, 120, 130, 5000].map((m) => sample(m)));
    expect(times.of('wind', 11)).toEqual({ minutes: 120, from: 5, of: 'motors of its size' });
    expect(times.of('wind', 200, 480)).toEqual({ minutes: 480, from: 0, of: 'its route' });
    expect(times.of('wind', 200).of).toBe('all motors');
    expect(times.of('ship', 11)).toMatchObject({ from: 0, of: 'nothing yet' });
  });
  it('lies between the least and the most that was seen', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 10, max: 900 }), { minLength: 4, maxLength: 30 }), (list) => {
        const { minutes } = new UsualTimes(list.map((m) => sample(m))).of('wind', 11);
        expect(minutes).toBeGreaterThanOrEqual(Math.min(...list) - 3);
        expect(minutes).toBeLessThanOrEqual(Math.max(...list) + 3);
      }),
    );
  });
});
