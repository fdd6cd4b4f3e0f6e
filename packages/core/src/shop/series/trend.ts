/** Readings of one figure over the years: the line through them, and the day when it would meet its limit. */
import { fitLine } from '../../language/numeric/index.ts';
import { judgeOn, type LimitScale } from '../../language/quantity/index.ts';

export interface TrendPoint {
  /** [ms since 1970] */
  readonly at: number;
  readonly value: number;
}

export interface Trend {
  /** The line at a time, in the figure's own unit. */
  readonly lineAt: (at: number) => number;
  /** Per year: in the unit, or as a factor where the scale is logarithmic. */
  readonly perYear: number;
  readonly asFactor: boolean;
  /** When the line meets the limit, and between which days it does so nineteen times in twenty; null where it never does. */
  readonly meets: {
    readonly at: number;
    readonly from: number;
    readonly to: number | null;
    readonly limit: number;
  } | null;
  /** Why nothing is said of the future; null where something is. */
  readonly doubt: string | null;
}

const YEAR_MS = 365.25 * 86_400_000;
/** Farther than that nobody plans by a straight line [years]. */
const FARTHEST_YEARS = 25;
/** 97.5 % of Student's t by degrees of freedom. Source: every table of statistics. */
const T_975 = [12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228];
const tOf = (freedom: number) => T_975[freedom - 1] ?? 1.96 + 2.4 / freedom;

/**
 * A straight line by least squares, of the logarithm on a logarithmic scale; where it meets the nearest limit, with the
 * interval that its scatter leaves (inverse prediction).
 * @returns null with fewer than two points, or all at one time
 * Source: linear calibration, such as Draper & Smith, Applied Regression Analysis, inverse regression.
 */
export function trendOf(points: readonly TrendPoint[], scale: LimitScale): Trend | null {
  const asFactor = scale.kind === 'log';
  const usable = points.filter((p) => Number.isFinite(p.value) && (!asFactor || p.value > 0));
  const origin = usable[0]?.at ?? 0;
  const x = usable.map((p) => (p.at - origin) / YEAR_MS);
  const y = usable.map((p) => (asFactor ? Math.log(p.value) : p.value));
  const line = fitLine(x, y);
  if (!line) return null;
  const lineAt = (at: number) => {
    const v = line.intercept + (line.slope * (at - origin)) / YEAR_MS;
    return asFactor ? Math.exp(v) : v;
  };
  const perYear = asFactor ? Math.exp(line.slope) : line.slope;
  const nothing = (doubt: string): Trend => ({ lineAt, perYear, asFactor, meets: null, doubt });
  if (usable.length < 3) return nothing('Two readings make a line, not a trend: a third tells.');
  const n = usable.length;
  const last = x[n - 1]!;
  const limit = nextLimit(scale, lineAt(usable[n - 1]!.at), line.slope);
  if (limit === null) return nothing('It does not go towards a limit.');
  const target = asFactor ? Math.log(limit) : limit;
  const meets = (target - line.intercept) / line.slope;
  const mean = x.reduce((a, b) => a + b, 0) / n;
  const sxx = x.reduce((a, b) => a + (b - mean) ** 2, 0);
  const squares = y.reduce((a, v, i) => a + (v - line.intercept - line.slope * x[i]!) ** 2, 0);
  const sigma = Math.sqrt(squares / (n - 2));
  const t = tOf(n - 2);
  // Fieller: the slope must stand clear of its own error, else the interval has no end.
  const g = (t * sigma) ** 2 / (line.slope ** 2 * sxx);
  if (g >= 1) return nothing('The readings scatter more than they move: no day can be told.');
  const d = meets - mean;
  const half = ((t * sigma) / Math.abs(line.slope)) * Math.sqrt((1 - g) / n + (d * d) / sxx);
  const [from, to] = [mean + (d - half) / (1 - g), mean + (d + half) / (1 - g)];
  if (from > last + FARTHEST_YEARS) return nothing(`Not within ${FARTHEST_YEARS} years.`);
  const day = (years: number) => origin + years * YEAR_MS;
  return {
    lineAt,
    perYear,
    asFactor,
    meets: { at: day(meets), from: day(from), to: to > last + FARTHEST_YEARS ? null : day(to), limit },
    doubt: null,
  };
}

/** The border of the `stop` band that lies ahead; null where the line goes away from all, or is past it already. */
function nextLimit(scale: LimitScale, now: number, slope: number): number | null {
  if (slope === 0 || judgeOn(scale, now) === 'stop') return null;
  const ahead = scale.bands.flatMap((b) =>
    b.verdict === 'stop' ? [slope > 0 ? b.from : b.to].filter((v) => (slope > 0 ? v > now : v < now)) : [],
  );
  if (ahead.length === 0) return null;
  return slope > 0 ? Math.min(...ahead) : Math.max(...ahead);
}

const day = (at: number) => new Date(at).toISOString().slice(0, 10);

/** What a trend says, in one or two sentences. */
export function sayTrend(t: Trend, unit: string): string {
  const moves = t.asFactor
    ? `It is multiplied by ${Number(t.perYear.toPrecision(2))} a year.`
    : `It moves by ${Number(t.perYear.toPrecision(2))} ${unit} a year.`;
  if (!t.meets) return `${moves} ${t.doubt}`;
  return `${moves} It would meet its limit of ${Number(t.meets.limit.toPrecision(4))} ${unit} on ${day(t.meets.at)}; nineteen times in twenty between ${day(t.meets.from)} and ${t.meets.to === null ? 'farther than can be told' : day(t.meets.to)}.`;
}
