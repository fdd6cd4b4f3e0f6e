/** The work that is left on the floor, as a problem for the planner: routes, people, ovens, promises, wishes. */
import { forecast, fitsOven, type HeatProgramme, type Oven, type OvenLag } from '../../physics/heat/index.ts';
import {
  isBehind,
  requiredBefore,
  stationsOf,
  type Role,
  type Route,
  type Station,
  type TrackStep,
} from '../../work/route/index.ts';
import type { UsualTime, UsualTimes } from './learn-times.ts';
import type { Job, Machine, Problem, Task, Worker } from './problem.ts';
import { shiftsFrom, type Shift } from './shift.ts';
import { workedBetween } from './spans.ts';

export interface PlanPerson {
  readonly name: string;
  readonly role: Role;
  readonly shift: Shift;
}

export interface PlanMotor {
  readonly number: string;
  readonly route: Route;
  readonly rush: boolean;
  readonly promisedAt: string | null;
  readonly powerKw: number | null;
  readonly massKg: number | null;
  readonly steps: readonly TrackStep[];
  /** Why it is not planned; null where it is. */
  readonly held: string | null;
}

export interface PlanOven {
  readonly id: string;
  readonly oven: Oven;
  readonly lag: OvenLag;
  /** What it did last, for stations that occupy it. */
  readonly programme: HeatProgramme | null;
  /** Minutes from now until what is in it can be lifted; null where it is empty. */
  readonly freeIn: number | null;
  readonly holds: readonly { readonly number: string; readonly body: string }[];
}

/** Somebody wants a step at another time or by another person. */
export interface PlanWish {
  readonly motor: string;
  readonly station: string;
  readonly worker: string | null;
  /** Instant before which it does not begin. */
  readonly notBefore: string | null;
}

export interface PlanInput {
  readonly now: number;
  readonly people: readonly PlanPerson[];
  readonly motors: readonly PlanMotor[];
  readonly ovens: readonly PlanOven[];
  readonly times: UsualTimes;
  readonly wishes: readonly PlanWish[];
  /** A part is taken out of an oven below this [°C]. */
  readonly glovesC: number;
}

export interface PlanProblem extends Problem {
  /** By task: how long it is taken to take, and why. */
  readonly usual: ReadonlyMap<string, UsualTime>;
  readonly held: readonly { readonly number: string; readonly reason: string }[];
}

/** Looked ahead [days]. */
const HORIZON = 120;
/** Loading an oven, and what is left of a step that has taken longer than usual. Common practice, no source [min]. */
const LOADING = 20;
const LEAST_LEFT = 15;
/** A stator that nobody has weighed. Common practice, no source [kg]. */
const USUAL_KG = 60;
const ROOM_C = 21;
/** An oven without a programme yet. Common practice, no source [min]. */
const USUAL_HEAT = 600;

export const taskId = (motor: string, station: string) => `${motor}/${station}`;

export function planProblem(input: PlanInput): PlanProblem {
  const now = new Date(input.now);
  const workers = input.people.map((p): Worker => ({
    id: p.name,
    name: p.name,
    shifts: shiftsFrom(p.shift, now, HORIZON),
  }));
  const ovenClasses = new Set(input.ovens.map((o) => o.oven.occupies));
  const singles = new Set<string>();
  for (const m of input.motors)
    for (const s of stationsOf(m.route))
      if (s.equipment && !ovenClasses.has(s.equipment)) singles.add(s.equipment);
  const machines: Machine[] = [
    ...input.ovens.map((o) => ({
      id: o.id,
      name: o.oven.name,
      batches: true,
      massKg: o.oven.massKg,
      freeFrom: Math.max(0, o.freeIn ?? 0),
    })),
    ...[...singles].map((name) => ({
      id: `single ${name}`,
      name,
      batches: false,
      massKg: null,
      freeFrom: 0,
    })),
  ];
  const usual = new Map<string, UsualTime>();
  const jobs = input.motors
    .filter((m) => m.held === null)
    .map((m): Job => {
      const due = m.promisedAt === null ? null : (Date.parse(m.promisedAt) - input.now) / 60_000;
      return { id: m.number, due, rush: m.rush, tasks: tasksOf(m, input, usual) };
    });
  return {
    workers,
    machines,
    jobs,
    usual,
    held: input.motors.flatMap((m) => (m.held === null ? [] : [{ number: m.number, reason: m.held }])),
  };
}

/** Who may sign it by role, and does it by his own list where he has one. */
export const canDo = (person: PlanPerson, station: Station): boolean =>
  (station.signedBy === undefined || station.signedBy.includes(person.role)) &&
  (person.shift.stations === null || person.shift.stations.includes(station.name.toLowerCase()));

function tasksOf(m: PlanMotor, input: PlanInput, usual: Map<string, UsualTime>): Task[] {
  const { route, steps } = m;
  const left = stationsOf(route).filter((s) => !isBehind(route, s.id, steps));
  const inOven = (s: Station) =>
    input.ovens.find(
      (o) =>
        s.equipment === o.oven.occupies && o.holds.some((h) => h.number === m.number && h.body === s.body),
    );
  /** Stations whose oven has the part now: nothing is to be done but to wait. */
  const baking = new Map(
    left.flatMap((s) => {
      const oven = inOven(s);
      return oven ? [[s.id, Math.max(0, oven.freeIn ?? 0)] as const] : [];
    }),
  );
  const ids = new Set(left.map((s) => s.id));
  const before = (id: string): readonly string[] => requiredBefore(route, id).filter((b) => ids.has(b));
  return left
    .filter((s) => !baking.has(s.id))
    .map((s): Task => {
      const id = taskId(m.number, s.id);
      const step = steps.find((x) => x.station === s.id);
      const inHand = step?.takenAt != null && step.signedAt === null;
      const ovens = input.ovens.filter((o) => o.oven.occupies === s.equipment);
      const massKg = m.massKg ?? USUAL_KG;
      const fitting = ovens.filter((o) => o.oven.massKg === null || o.oven.massKg >= massKg);
      const heat = fitting.map((o) => ({ oven: o, alone: aloneIn(o, massKg, input.glovesC) }));
      const time: UsualTime =
        ovens.length > 0
          ? { minutes: LOADING, from: 0, of: 'its route' }
          : input.times.of(s.id, m.powerKw, s.standardMinutes);
      usual.set(id, time);
      const wish = input.wishes.find((w) => w.motor === m.number && w.station === s.id);
      const able = input.people.filter((p) => canDo(p, s)).map((p) => p.name);
      const has =
        inHand && step.takenBy && input.people.some((p) => p.name === step.takenBy) ? [step.takenBy] : null;
      const wished = wish?.worker && able.includes(wish.worker) ? [wish.worker] : null;
      const done = has ? workedSince(input, has[0]!, step!.takenAt!) : 0;
      return {
        id,
        job: m.number,
        station: s.id,
        title: s.name,
        body: s.body,
        after: before(s.id)
          .filter((b) => !baking.has(b))
          .map((b) => taskId(m.number, b)),
        work: has && ovens.length === 0 ? Math.max(LEAST_LEFT, time.minutes - done) : time.minutes,
        workers: has ?? wished ?? able,
        machines: ovens.length > 0 ? fitting.map((o) => o.id) : s.equipment ? [`single ${s.equipment}`] : [],
        // The slowest that it may be put in: which one it is, is not known before.
        alone: Math.max(0, ...heat.map((h) => h.alone)),
        shares: ovens.length > 0 ? `${s.equipment} ${heat[0]?.oven.programme?.name ?? ''}` : null,
        massKg,
        notBefore: Math.max(
          0,
          ...before(s.id).flatMap((b) => baking.get(b) ?? []),
          wish?.notBefore ? (Date.parse(wish.notBefore) - input.now) / 60_000 : 0,
        ),
        inHand: has !== null,
      };
    });
}

function workedSince({ now, people }: PlanInput, name: string, takenAt: string): number {
  const from = (Date.parse(takenAt) - now) / 60_000;
  const back = Math.min(30, Math.ceil(-from / 1440) + 1);
  const { shift } = people.find((p) => p.name === name)!;
  return workedBetween(shiftsFrom(shift, new Date(now), 1, back), from, 0);
}

/** From the door shut until the part can be lifted. */
function aloneIn({ oven, lag, programme }: PlanOven, massKg: number, glovesC: number): number {
  if (!programme || fitsOven(oven, programme, []).length > 0) return USUAL_HEAT;
  const cold = { minute: 0, partC: ROOM_C, airC: ROOM_C };
  const f = forecast(
    programme,
    { rate: oven.rate, roomC: ROOM_C, lag },
    massKg,
    cold,
    [],
    { owedMin: programme.minutes },
    [glovesC],
  );
  return Math.round(f.colder[0]?.at?.likely ?? USUAL_HEAT);
}
