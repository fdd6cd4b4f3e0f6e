/** Where a part stands in its programme, by its own thermocouple: heating, at temperature, done, too long or too hot. */
import { finding, type Finding } from '../../language/quantity/index.ts';
import { showMinutes, showNumber } from '../../language/units/index.ts';
import { equivalentMinutes } from './arrhenius.ts';
import { LONGEST_GAP, minutesAbove, type LogPoint } from './heat-log.ts';
import { doubtsOfLog } from './log-doubts.ts';
import type { HeatProgramme } from './programme.ts';

export interface PartState {
  readonly phase: 'no-readings' | 'heating' | 'at-temperature' | 'done' | 'cooling-early';
  readonly partC: number | null;
  readonly airC: number | null;
  /** Minute at which it came to temperature, in the stretch that counts. */
  readonly reachedAt: number | null;
  /** Longest unbroken time at temperature [min]. */
  readonly heldMin: number;
  /** What the whole log does, in minutes at the programme's temperature; null where the sheet gives no second line. */
  readonly equivalentMin: number | null;
  /** What counts: by equivalence where the sheet gives it, else by the longest stretch [min]. */
  readonly countedMin: number;
  /** Still to do at temperature [min]. */
  readonly owedMin: number;
  /** By how much a clock started by the air would be ahead [min]; null without air. */
  readonly airAheadMin: number | null;
  readonly hottestC: number | null;
  /** Fastest fall over ten minutes [K/h]; 0 where it never fell. */
  readonly coolingKPerHour: number;
  readonly findings: readonly Finding[];
}

/** Over the programme: varnish suffers, then burns [K]. Common practice, no source. */
export const WARM = 20;
export const BURNT = 40;
/** So many times the wanted cure makes varnish brittle. Common practice, no source. */
const OVER_BAKED = 3;
/** A fall is told from the wander of a sensor by this long [min]. */
const FALL = 10;
/** Part or air so much below the programme again: the heat is off [K]. */
const HEAT_IS_OFF = 15;

/** Fastest fall of the part over at least ten minutes [K/h]. */
export function fastestCooling(log: readonly LogPoint[]): number {
  let fastest = 0;
  let from = 0;
  for (const p of log) {
    while (from < log.length - 1 && p.minute - log[from + 1]!.minute >= FALL) from++;
    const span = p.minute - log[from]!.minute;
    if (span >= FALL && span <= 3 * FALL)
      fastest = Math.max(fastest, (60 * (log[from]!.partC - p.partC)) / span);
  }
  return fastest;
}

export function partState(programme: HeatProgramme, log: readonly LogPoint[]): PartState {
  const last = log.at(-1);
  if (!last)
    return {
      phase: 'no-readings',
      partC: null,
      airC: null,
      reachedAt: null,
      heldMin: 0,
      equivalentMin: null,
      countedMin: 0,
      owedMin: programme.minutes,
      airAheadMin: null,
      hottestC: null,
      coolingKPerHour: 0,
      findings: [],
    };
  const threshold = programme.targetC - programme.toleranceK;
  const part = log.map((p) => ({ minute: p.minute, value: p.partC }));
  const air = log.flatMap((p) => (p.airC === undefined ? [] : [{ minute: p.minute, value: p.airC }]));
  const heldMin = minutesAbove(part, threshold, LONGEST_GAP).longest;
  const equivalentMin =
    programme.activationJPerMol === null
      ? null
      : equivalentMinutes(part, programme.targetC, programme.activationJPerMol);
  const countedMin = equivalentMin ?? heldMin;
  const owedMin = Math.max(0, programme.minutes - countedMin);
  const airAheadMin =
    air.length > 1
      ? minutesAbove(air, threshold, LONGEST_GAP).total - minutesAbove(part, threshold, LONGEST_GAP).total
      : null;
  const hottestC = part.reduce((most, p) => Math.max(most, p.value), -Infinity);
  const coolingKPerHour = fastestCooling(log);
  const reached = log.findIndex((p) => p.partC >= threshold);
  const falling = hottestC - last.partC > HEAT_IS_OFF && last.partC < threshold;
  const state = {
    partC: last.partC,
    airC: last.airC ?? null,
    reachedAt: reached < 0 ? null : log[reached]!.minute,
    heldMin,
    equivalentMin,
    countedMin,
    owedMin,
    airAheadMin,
    hottestC,
    coolingKPerHour,
  };
  return {
    ...state,
    phase:
      owedMin === 0
        ? 'done'
        : falling && reached >= 0
          ? 'cooling-early'
          : reached >= 0
            ? 'at-temperature'
            : 'heating',
    findings: findingsOf(programme, log, state),
  };
}

function findingsOf(
  programme: HeatProgramme,
  log: readonly LogPoint[],
  s: Omit<PartState, 'findings' | 'phase'>,
): Finding[] {
  const found: Finding[] = doubtsOfLog(log, programme.targetC).map((d) =>
    finding(d.verdict, d.code, d.reason, ['log']),
  );
  const { mostC, targetC, coolingKPerHour } = programme;
  const hottest = s.hottestC ?? -Infinity;
  if (mostC !== null && hottest > mostC)
    found.push(
      finding(
        'stop',
        'heat.limit-passed',
        `The part was at ${showNumber(hottest, 3)} °C, ${showNumber(hottest - mostC, 2)} K over its limit of ${showNumber(mostC, 3)} °C.`,
        ['log'],
        'Core test before anything is wound; compare with before the saw.',
      ),
    );
  if (programme.kind !== 'burn-off' && hottest > targetC + BURNT)
    found.push(
      finding(
        'stop',
        'heat.burnt',
        `${showNumber(hottest - targetC, 2)} K over the programme: varnish and insulation have suffered.`,
        ['log'],
      ),
    );
  else if (programme.kind !== 'burn-off' && hottest > targetC + WARM)
    found.push(
      finding('watch', 'heat.warm', `${showNumber(hottest - targetC, 2)} K over the programme.`, ['log']),
    );
  if (coolingKPerHour !== null && s.coolingKPerHour > coolingKPerHour)
    found.push(
      finding(
        'stop',
        'heat.cooled-too-fast',
        `It fell by ${showNumber(s.coolingKPerHour, 3)} K in an hour, at most ${showNumber(coolingKPerHour, 3)} are allowed.`,
        ['log'],
        'A core that is cooled by force can change its shape: a deviation, and the core test again.',
      ),
    );
  if (s.airAheadMin !== null && s.airAheadMin > 5)
    found.push(
      finding(
        'note',
        'heat.air-ahead',
        `A clock started by the air would be ${showMinutes(s.airAheadMin)} ahead of the part.`,
        ['log'],
      ),
    );
  if (s.equivalentMin !== null && s.equivalentMin > OVER_BAKED * programme.minutes)
    found.push(
      finding(
        'watch',
        'heat.over-baked',
        `Baked ${showNumber(s.equivalentMin / programme.minutes, 2)} times as long as the sheet asks for: varnish grows brittle.`,
        ['log'],
      ),
    );
  return found;
}
