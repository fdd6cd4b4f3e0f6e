/** The shop's records as the planner takes them. */
import {
  fitsOven,
  lagOfOven,
  machineKind,
  newestRoute,
  readOven,
  readProgramme,
  readQuantity,
  readShift,
  readShopSettings,
  sampleOf,
  shiftsFrom,
  UsualTimes,
  type HeatKind,
  type HeatProgramme,
  type PlanInput,
  type PlanMotor,
  type PlanOven,
  type PlanWish,
  type Route,
  type TimeSample,
} from '@norther/core';
import type { HeatAnswer, PlanAnswer } from '@norther/records';
import { loadStory } from '../heat/load-story.ts';

export interface PlanQuestion {
  /** Instant that the plan is made for [ms]. */
  readonly now: number;
  readonly plan: PlanAnswer;
  readonly heat: HeatAnswer;
  /** Of each motor of the plan, in the same order; null where it is not known yet. */
  readonly routes: readonly (Route | null)[];
  readonly settings: Readonly<Record<string, string>>;
  /** A motor that could come now. */
  readonly newMotor: { readonly kind: string; readonly powerKw: number } | null;
  /** In place of what is wished for the same station. */
  readonly wish?: PlanWish;
}

export const NEW_MOTOR = 'new';
/** What is learned from lies at most so far back [days]. */
const LEARNED_DAYS = 1100;
const STATOR_SHARE = 0.6;
/** Of what an oven can do, what it does most: an oven that is hot enough burns off, others bake. */
const USUAL_FIRST: readonly HeatKind[] = ['burn-off', 'cure', 'drying', 'preheat'];

/** By the plate's own reading, in kW. */
const powerOf = (kind: string, power: string) => machineKind(kind).readPlate({ power }).plate.powerKw ?? null;

export function planInput(q: PlanQuestion): PlanInput {
  const now = new Date(q.now);
  const { handling } = readShopSettings(q.settings);
  const people = q.plan.people.map((p) => ({ ...p, shift: readShift(p.shift).shift }));
  // Work is counted by the hours of the whole shop: who signs is often not who works.
  const shop = shiftsFrom(
    {
      from: Math.min(420, ...people.map((p) => p.shift.from)),
      to: Math.max(960, ...people.map((p) => p.shift.to)),
      days: new Set(people.length > 0 ? people.flatMap((p) => [...p.shift.days]) : [1, 2, 3, 4, 5]),
      stations: null,
      away: [],
    },
    now,
    1,
    LEARNED_DAYS,
  );
  const minute = (iso: string) => (Date.parse(iso) - q.now) / 60_000;
  const samples: TimeSample[] = [];
  const learn = (station: string, taken: string | null, signed: string | null, powerKw: number | null) => {
    if (!taken || !signed || minute(taken) < -LEARNED_DAYS * 1440) return;
    const sample = sampleOf(station, minute(taken), minute(signed), shop, powerKw);
    if (sample) samples.push(sample);
  };
  for (const m of q.plan.past) {
    const powerKw = powerOf(m.kind, m.power);
    for (const [station, taken, signed] of m.steps) learn(station, taken, signed, powerKw);
  }
  const motors = q.plan.motors.flatMap((m, i): PlanMotor[] => {
    const route = q.routes[i];
    if (!route) return [];
    const powerKw = powerOf(m.motor.kind, m.power);
    for (const s of m.steps) learn(s.station, s.takenAt, s.signedAt, powerKw);
    const { number, rush, promisedAt } = m.motor;
    return [{ number, rush, promisedAt, route, powerKw, massKg: massOf(q, i), steps: m.steps, held: m.held }];
  });
  if (q.newMotor)
    motors.push({
      number: NEW_MOTOR,
      route: newestRoute(machineKind(q.newMotor.kind).route),
      rush: false,
      promisedAt: null,
      powerKw: q.newMotor.powerKw,
      massKg: null,
      steps: [],
      held: null,
    });
  const { wish } = q;
  return {
    now: q.now,
    people,
    motors,
    ovens: ovensOf(q, handling),
    times: new UsualTimes(samples),
    wishes: [
      ...(wish ? [wish] : []),
      ...q.plan.wishes.filter((w) => !(wish && w.motor === wish.motor && w.station === wish.station)),
    ],
    glovesC: handling.glovesC,
  };
}

/** As it was weighed for an oven; else a share of the whole motor. */
function massOf(q: PlanQuestion, i: number): number | null {
  const { motor, mass } = q.plan.motors[i]!;
  const weighed = q.heat.loads.flatMap((l) => l.parts).find((p) => p.number === motor.number)?.massKg;
  if (weighed) return weighed;
  const whole = mass === '' ? null : readQuantity(mass, 'mass');
  return whole?.ok ? STATOR_SHARE * whole.value : null;
}

function ovensOf(q: PlanQuestion, handling: ReturnType<typeof readShopSettings>['handling']): PlanOven[] {
  return q.heat.ovens.flatMap((item): PlanOven[] => {
    const { oven } = readOven(item.typed);
    if (!oven || item.retiredAt !== null) return [];
    const load = q.heat.loads.find((l) => l.oven === item.id && !l.outAt) ?? null;
    const story = load && loadStory(load, q.heat.ovens, q.heat.logs[load.id], handling, q.now);
    const ready = story?.ahead?.colder[0]?.at?.likely;
    const last = q.heat.loads.filter((l) => l.oven === item.id).at(-1);
    return [
      {
        id: item.id,
        oven,
        lag: lagOfOven(item.pasts),
        programme: (last && readProgramme(last.programme).programme) ?? usualProgramme(q.heat, oven),
        freeIn: !load ? null : story && ready !== undefined ? Math.max(0, ready - story.nowMinute) : 0,
        holds: load?.parts ?? [],
      },
    ];
  });
}

/** The hottest that it can do of what is burnt off, else of what is baked. */
function usualProgramme(heat: HeatAnswer, oven: Parameters<typeof fitsOven>[0]): HeatProgramme | null {
  const fitting = heat.programmes.flatMap((p) => {
    const { programme } = readProgramme(p.typed);
    return programme && p.retiredAt === null && fitsOven(oven, programme, []).length === 0 ? [programme] : [];
  });
  return fitting.toSorted((a, b) => USUAL_FIRST.indexOf(a.kind) - USUAL_FIRST.indexOf(b.kind))[0] ?? null;
}
