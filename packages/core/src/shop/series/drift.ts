/** Where a figure left its centre, whether it jumped or climbs, and how many units are left to the limit. Source: change point by least squares; G. Schwarz, Estimating the Dimension of a Model, Annals of Statistics 1978 (from memory). */
import { fitLine } from '../../language/numeric/index.ts';
import type { SeriesLimits } from './line.ts';

export interface Drift {
  readonly kind: 'step' | 'slope';
  /** Index of the first reading that is off. */
  readonly onset: number;
  /** Between which indices it lies, nineteen times in twenty. */
  readonly onsetBetween: readonly [number, number];
  /** A unit, in the figure's unit; 0 of a step. */
  readonly slope: number;
  /** Of the line at the newest reading, and at the first that is off. */
  readonly now: number;
  readonly start: number;
  /** Units that still pass if it goes on like this, and between which numbers nineteen times in twenty; null where it goes towards no limit. */
  readonly unitsLeft: number | null;
  readonly between: readonly [number, number | null] | null;
  readonly limit: number | null;
}

/** Fewer readings make no line. */
const FEWEST = 5;
/** Squares over the best fit within which an onset is as good: 95 % of one degree of freedom. */
const LIKELY = 3.84;
interface Tried {
  readonly cost: number;
  readonly onset: number;
  readonly a: number;
  readonly b: number;
  readonly kind: Drift['kind'];
}
/** Farther ahead nobody counts. */
const FARTHEST = 100_000;

/**
 * The change of mean or of slope that explains the readings best, with the spread known from a quiet run: least squares for
 * every onset, and the information criterion of Schwarz for step against slope against nothing.
 * @param values newest last; the first stand still around the centre
 * @returns null where nothing moved
 */
export function driftOf(
  values: readonly number[],
  { centre, sigma }: { readonly centre: number; readonly sigma: number },
  process: SeriesLimits,
): Drift | null {
  const n = values.length;
  if (n < FEWEST || !(sigma > 0)) return null;
  const z = values.map((v) => (v - centre) / sigma);
  // Squares of what stands before each onset.
  const before = [0];
  for (const v of z) before.push(before.at(-1)! + v * v);
  const price = Math.log(n);
  const tried: Tried[] = [];
  const offer = (cost: number, onset: number, a: number, b: number, kind: Drift['kind']) =>
    tried.push({ cost, onset, a, b, kind });
  for (let onset = 0; onset + FEWEST <= n; onset++) {
    const after = z.slice(onset);
    const mean = after.reduce((s, v) => s + v, 0) / after.length;
    offer(before[onset]! + squares(after, () => mean) + 2 * price, onset, mean, 0, 'step');
    // From the centre upwards, one unit at a time.
    const b = sum(after, (v, i) => v * (i + 1)) / sum(after, (_, i) => (i + 1) ** 2);
    offer(before[onset]! + squares(after, (i) => b * (i + 1)) + 2 * price, onset, b, b, 'slope');
    const line = fitLine([...after.keys()], after);
    if (line)
      offer(
        before[onset]! + squares(after, (i) => line.intercept + line.slope * i) + 3 * price,
        onset,
        line.intercept,
        line.slope,
        'slope',
      );
  }
  const found = tried.reduce((best, t) => (t.cost < best.cost ? t : best));
  if (found.cost >= before[n]!) return null;
  const likely = tried
    .filter((t) => t.kind === found.kind && t.cost < found.cost + LIKELY)
    .map((t) => t.onset);
  const count = n - found.onset;
  const slope = found.b * sigma;
  const start = centre + found.a * sigma;
  const now = start + slope * (count - 1);
  const { kind, onset } = found;
  const onsetBetween = [Math.min(...likely), Math.max(...likely)] as const;
  const limit = slope > 0 ? process.upper : slope < 0 ? process.lower : null;
  if (limit === null)
    return { kind, onset, onsetBetween, slope, now, start, unitsLeft: null, between: null, limit };
  const left = (s: number) => Math.max(0, Math.min(FARTHEST, Math.floor((limit - now) / s + 1e-9)));
  // The slope of a line through so many readings of known spread.
  const error = sigma / Math.sqrt((count * (count * count - 1)) / 12);
  const [steep, flat] = [1, -1].map((way) => slope + way * Math.sign(slope) * 1.96 * error);
  return {
    kind,
    onset,
    onsetBetween,
    slope,
    now,
    start,
    limit,
    unitsLeft: left(slope),
    between: [left(steep!), Math.sign(flat!) === Math.sign(slope) ? left(flat!) : null],
  };
}

const sum = (values: readonly number[], of: (v: number, i: number) => number) =>
  values.reduce((s, v, i) => s + of(v, i), 0);
const squares = (values: readonly number[], model: (i: number) => number) =>
  sum(values, (v, i) => (v - model(i)) ** 2);
