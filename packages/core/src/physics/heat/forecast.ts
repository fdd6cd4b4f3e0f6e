/** When a part will be at temperature, done, and cold enough: the lumped model from where it is now, with its spread. */
import type { LogPoint } from './heat-log.ts';
import { cureRate } from './arrhenius.ts';
import { firstMinute, lumpAfter, lumpUnder, type AirStretch } from './lumped.ts';
import { tauOfLog, tauOfMass, type OvenLag } from './oven-fit.ts';
import type { PartState } from './part-state.ts';
import type { HeatProgramme } from './programme.ts';

export interface OvenHeats {
  /** How fast its air rises [K/min]. */
  readonly rate: number;
  /** Of the shop around it [°C]. */
  readonly roomC: number;
  readonly lag: OvenLag;
}

/** A part in still air cools more slowly than in moving air it is heated. Common practice, no source. */
const COOLS_SLOWER = 1.5;
/** An oven that is shut cools with this time constant [min]. Common practice, no source. */
const OVEN_COOLS = 180;
/** What a log has shown of itself is told apart from another day only so well [1]. */
const OWN_SPREAD = 0.06;
/** Farther ahead nobody asks [min]. */
const HORIZON = 4 * 1440;
const STEP = 2;

/** A time that is likely, and between which two it lies two times in three; minutes from the log's beginning. */
export interface Expected {
  readonly early: number;
  readonly likely: number;
  readonly late: number;
}

export interface Forecast {
  /** Time constant it was made with [min], and what that rests on. */
  readonly tau: number;
  readonly from: 'its own log' | 'this oven’s past' | 'its mass, assumed';
  readonly atTemperature: Expected | null;
  readonly done: Expected | null;
  /** Colder than each of the temperatures asked for; the first that is asked for stands first. */
  readonly colder: readonly { readonly belowC: number; readonly at: Expected | null }[];
  /** The likely course from now on, for drawing. */
  readonly course: readonly LogPoint[];
}

interface Start {
  readonly minute: number;
  readonly partC: number;
  readonly airC: number;
}

/**
 * @param start where the part is now; minutes count from the same beginning as its log
 * @param state what it has done so far
 * @param belowC temperatures at which something may be done with it [°C]
 */
export function forecast(
  programme: HeatProgramme,
  oven: OvenHeats,
  massKg: number,
  start: Start,
  log: readonly LogPoint[],
  state: Pick<PartState, 'owedMin'>,
  belowC: readonly number[],
): Forecast {
  const own = tauOfLog(log);
  const tau = own ?? tauOfMass(oven.lag, massKg);
  const spread = own === null ? oven.lag.spread : OWN_SPREAD;
  const runs = [tau, tau * (1 - spread), tau * (1 + spread)].map((t) =>
    run(programme, oven, start, state.owedMin, t, belowC),
  );
  const [likely, early, late] = runs as [Run, Run, Run];
  const expected = (of: (r: Run) => number | null): Expected | null => {
    const [a, b, c] = [of(early), of(likely), of(late)];
    return a === null || b === null || c === null ? null : { early: a, likely: b, late: c };
  };
  return {
    tau,
    from: own !== null ? 'its own log' : oven.lag.from > 0 ? 'this oven’s past' : 'its mass, assumed',
    atTemperature: expected((r) => r.reached),
    done: expected((r) => r.done),
    colder: belowC.map((c, i) => ({ belowC: c, at: expected((r) => r.colder[i] ?? null) })),
    course: likely.course,
  };
}

interface Run {
  readonly reached: number | null;
  readonly done: number | null;
  readonly colder: readonly (number | null)[];
  readonly course: readonly LogPoint[];
}

function run(
  programme: HeatProgramme,
  oven: OvenHeats,
  start: Start,
  owedMin: number,
  tau: number,
  belowC: readonly number[],
): Run {
  const { targetC, toleranceK, activationJPerMol } = programme;
  const rising = Math.max(0, (targetC - start.airC) / oven.rate);
  const air: AirStretch[] = [
    { from: start.minute, airC: start.airC, rate: rising > 0 ? oven.rate : 0 },
    { from: start.minute + rising, airC: Math.max(targetC, Math.min(start.airC, targetC)), rate: 0 },
  ];
  const heating = lumpUnder(air, start.partC, tau);
  // What never quite comes to the temperature of the air is there within a kelvin of it.
  const threshold = targetC - Math.max(toleranceK, 1);
  const end = start.minute + HORIZON;
  const reached = firstMinute((m) => heating.partAt(m) >= threshold, start.minute, end, STEP);
  const done = owedMin <= 0 ? start.minute : finished();
  if (done === null) return { reached, done, colder: belowC.map(() => null), course: courseTo(end) };
  const hot = heating.partAt(done);
  const cooling = (m: number) => cooled(m - done, hot);
  const colder = belowC.map((c) =>
    c <= oven.roomC ? null : firstMinute((m) => cooling(m) <= c, done, done + HORIZON, STEP),
  );
  return {
    reached,
    done,
    colder,
    course: courseTo(done, cooling, Math.max(...colder.map((c) => c ?? done), done)),
  };

  function finished(): number | null {
    if (activationJPerMol === null) return reached === null ? null : reached + owedMin;
    let counted = 0;
    for (let m = start.minute; m < end; m += STEP) {
      // Between two steps the part moves so little that the middle stands for both.
      counted += STEP * cureRate(heating.partAt(m + STEP / 2), targetC, activationJPerMol);
      if (counted >= owedMin)
        return (
          m + STEP - (counted - owedMin) / cureRate(heating.partAt(m + STEP), targetC, activationJPerMol)
        );
    }
    return null;
  }
  /** In the shut oven where it has to cool slowly, else in the air of the shop. */
  function cooled(minutes: number, from: number): number {
    if (programme.coolingKPerHour === null)
      return lumpAfter(minutes, from, oven.roomC, 0, tau * COOLS_SLOWER);
    // Part behind an oven that falls by itself: the difference of two exponentials.
    const [a, b] = [OVEN_COOLS, tau === OVEN_COOLS ? tau + 0.01 : tau];
    const fall = from - oven.roomC;
    return oven.roomC + (fall * (a * Math.exp(-minutes / a) - b * Math.exp(-minutes / b))) / (a - b);
  }
  function courseTo(until: number, after?: (m: number) => number, last = until): LogPoint[] {
    const points: LogPoint[] = [];
    const step = Math.max(1, (last - start.minute) / 200);
    for (let m = start.minute; m < until; m += step)
      points.push({ minute: m, partC: heating.partAt(m), airC: heating.airAt(m) });
    points.push({ minute: until, partC: heating.partAt(until), airC: heating.airAt(until) });
    if (after)
      for (let m = until + step; m <= last + step; m += step) points.push({ minute: m, partC: after(m) });
    return points;
  }
}
