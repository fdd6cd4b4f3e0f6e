/** A figure of a station watched unit by unit: limits from a quiet run, the rules of the school, the cumulative sum. */
import { capability, chartPatterns, individualsChart } from './control-chart.ts';
import type { SeriesLimits } from './line.ts';
import { within } from './read-entry.ts';

export type ChartRule = '1' | '2' | '3' | '4' | '5' | '6' | '7' | '8' | 'sum';

export interface ChartSchool {
  readonly title: string;
  readonly rules: readonly ChartRule[];
  /** Readings in a row on one side that are no chance. */
  readonly sameSide: number;
  /** Where the cumulative sum is a sign, in σ: 5 finds small shifts, 8 is seldom wrong on a line of many figures. */
  readonly sumOver: number;
}

/** Which patterns a shop takes for a sign. Sources: ISO 7870-2; zones after the handbook of 1956; all eight after Nelson 1984. From memory. */
export const CHART_SCHOOLS: Readonly<Record<string, ChartSchool>> = {
  runs: { title: 'Beyond 3σ, nine on one side, sum', rules: ['1', '2', 'sum'], sameSide: 9, sumOver: 8 },
  zones: {
    title: 'Zones: 3σ, 2 of 3, 4 of 5, eight on one side',
    rules: ['1', '5', '6', '2'],
    sameSide: 8,
    sumOver: 5,
  },
  all: {
    title: 'All eight patterns, and the sum',
    rules: ['1', '2', '3', '4', '5', '6', '7', '8', 'sum'],
    sameSide: 9,
    sumOver: 5,
  },
  outside: { title: 'Beyond 3σ alone', rules: ['1'], sameSide: 9, sumOver: 5 },
};
export const USUAL_SCHOOL = 'runs';

/** What each pattern is called. */
export const sayRule = (rule: ChartRule, school: ChartSchool): string =>
  ({
    1: 'beyond 3σ',
    2: `${school.sameSide === 8 ? 'eight' : 'nine'} on one side`,
    3: 'six rising or falling',
    4: 'fourteen up and down',
    5: 'two of three beyond 2σ',
    6: 'four of five beyond 1σ',
    7: 'fifteen within 1σ',
    8: 'eight beyond 1σ on both sides',
    sum: 'the sum of small shifts',
  })[rule];

/** Slack of the cumulative sum, in σ: half the shift it is to find. Source: ISO 7870-4. */
const SLACK = 0.5;
/** One reading far off is the first rule's to tell; in the sum it counts as one at its limit. */
const FARTHEST = 3;
/** No rule looks farther back. */
const LONGEST = 15;

export interface WatchState {
  /** Readings taken. */
  readonly taken: number;
  /** Those of which limits may come; empty once there are some. */
  readonly quiet: readonly number[];
  readonly limits: {
    readonly centre: number;
    readonly sigma: number;
    readonly from: number;
    readonly to: number;
  } | null;
  readonly recent: readonly number[];
  readonly high: number;
  readonly low: number;
  /** Rules that are broken at the newest reading. */
  readonly broken: readonly ChartRule[];
}

export const NEW_WATCH: WatchState = {
  taken: 0,
  quiet: [],
  limits: null,
  recent: [],
  high: 0,
  low: 0,
  broken: [],
};

export interface Watching {
  readonly school: ChartSchool;
  /** Readings that a quiet run has. */
  readonly quietRun: number;
  readonly process: SeriesLimits;
}

/**
 * One reading more.
 * @returns the state after it, and the rules that it is the first to break
 */
export function watchNext(
  state: WatchState,
  value: number,
  { school, quietRun, process }: Watching,
): { readonly state: WatchState; readonly began: readonly ChartRule[] } {
  const taken = state.taken + 1;
  const recent = [...state.recent, value].slice(-LONGEST);
  if (!state.limits) {
    // One out of the process limits ends a quiet run: it begins anew.
    const quiet = within(value, process) ? [...state.quiet, value].slice(-quietRun) : [];
    const limits = quiet.length === quietRun ? quietLimits(quiet, school) : null;
    return {
      state: {
        ...state,
        taken,
        recent,
        quiet: limits ? [] : quiet,
        limits: limits && { ...limits, from: taken - quietRun + 1, to: taken },
      },
      began: [],
    };
  }
  const { centre, sigma } = state.limits;
  // What never varies cannot be watched by its own spread: its process limits alone judge it.
  if (sigma === 0) return { state: { ...state, taken, recent }, began: [] };
  const z = (value - centre) / sigma;
  const step = Math.max(-FARTHEST, Math.min(FARTHEST, z));
  const high = Math.max(0, state.high + step - SLACK);
  const low = Math.max(0, state.low - step - SLACK);
  const patterns = chartPatterns(recent, centre, sigma, school.sameSide);
  const broken = school.rules.filter((rule) =>
    rule === 'sum'
      ? high > school.sumOver || low > school.sumOver
      : patterns[rule].includes(recent.length - 1),
  );
  return {
    state: { ...state, taken, recent, high, low, broken },
    began: broken.filter((rule) => !state.broken.includes(rule)),
  };
}

/** Centre and spread of a run; null where it breaks a rule against its own limits. */
function quietLimits(values: readonly number[], school: ChartSchool) {
  const { centre, sigma } = individualsChart(values);
  if (sigma === 0) return { centre, sigma };
  const patterns = chartPatterns(values, centre, sigma, school.sameSide);
  const loud = school.rules.some((rule) => rule !== 'sum' && patterns[rule].length > 0);
  return loud ? null : { centre, sigma };
}

/** Watching anew after a cause was found and mended: the limits stay, what led up to it is forgotten. */
export const released = (state: WatchState): WatchState => ({
  ...state,
  recent: [],
  high: 0,
  low: 0,
  broken: [],
});

/** The limits given up, after the process was changed on purpose: the next quiet run gives new ones. */
export const limitsAnew = ({ taken }: WatchState): WatchState => ({ ...NEW_WATCH, taken });

/** How well the process holds its limits, by the spread of the quiet run; null without limits or spread. */
export function watchedCapability(state: WatchState, process: SeriesLimits): number | null {
  if (!state.limits || state.limits.sigma === 0) return null;
  if (process.lower === null && process.upper === null) return null;
  return capability(state.limits.centre, state.limits.sigma, process).cpk;
}
