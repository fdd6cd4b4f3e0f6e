/** Stepped direct voltage: how the leakage grows with the volts, and where it stops being a straight line. */
import { fitLine } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export interface BrokenLine {
  readonly kneeV: number;
  readonly slopeBeforeUaPerV: number;
  readonly slopeAfterUaPerV: number;
}

export interface LeakageSteps {
  /** V/µA of each step; null where nothing leaked. */
  readonly stepMOhm: readonly (number | null)[];
  /** Slope of each interval over that of the first; null where the first has none. */
  readonly slopeRatio: readonly number[] | null;
  /** First step that leaves the line of the first ones. */
  readonly extrapolated: {
    readonly index: number;
    readonly voltageV: number;
    readonly expectedUa: number;
    readonly excess: number;
  } | null;
  readonly brokenLine: BrokenLine | null;
}

/** Source: IEEE 95, stepped and ramped direct voltage (from memory); the two-piece line is ordinary least squares. */
export function judgeLeakage(
  voltageV: readonly number[],
  currentUa: readonly number[],
  basePoints: number,
  excessShare: number,
): Outcome<LeakageSteps> {
  if (voltageV.length !== currentUa.length)
    return refuse('leakage.unequal', 'Every step needs its volts and its current.', 'currentUa');
  if (voltageV.some((v, i) => i > 0 && v <= voltageV[i - 1]!))
    return refuse('leakage.not-rising', 'The volts must rise from step to step.', 'voltageV');
  const slopes = voltageV.slice(1).map((v, i) => (currentUa[i + 1]! - currentUa[i]!) / (v - voltageV[i]!));
  return good({
    stepMOhm: voltageV.map((v, i) => (currentUa[i]! > 0 ? v / currentUa[i]! : null)),
    slopeRatio: slopes[0] ? slopes.map((s) => s / slopes[0]!) : null,
    extrapolated: leavesLine(voltageV, currentUa, basePoints, excessShare),
    brokenLine: brokenLine(voltageV, currentUa),
  });
}

function leavesLine(v: readonly number[], i: readonly number[], base: number, share: number) {
  const line = fitLine(v.slice(0, base), i.slice(0, base));
  if (!line) return null;
  for (let index = base; index < v.length; index++) {
    const expectedUa = line.intercept + line.slope * v[index]!;
    if (expectedUa > 0 && i[index]! > expectedUa * (1 + share))
      return { index, voltageV: v[index]!, expectedUa, excess: i[index]! / expectedUa - 1 };
  }
  return null;
}

/** Continuous line in two pieces, its knee free, at least two points each side: the least of all such. */
function brokenLine(x: readonly number[], y: readonly number[]): BrokenLine | null {
  const n = x.length;
  let best: (BrokenLine & { readonly squares: number }) | null = null;
  const take = (one: (BrokenLine & { readonly squares: number }) | null) => {
    if (one && (!best || one.squares < best.squares)) best = one;
  };
  for (let split = 2; split <= n - 2; split++) {
    const left = fitLine(x.slice(0, split), y.slice(0, split))!;
    const right = fitLine(x.slice(split), y.slice(split))!;
    const knee = (left.intercept - right.intercept) / (right.slope - left.slope);
    // Two lines that cross between their points are the best of this split; else the knee is at its edge.
    if (knee >= x[split - 1]! && knee <= x[split]!)
      take({
        kneeV: knee,
        slopeBeforeUaPerV: left.slope,
        slopeAfterUaPerV: right.slope,
        squares: x.reduce((sum, xi, i) => {
          const line = i < split ? left : right;
          return sum + (y[i]! - line.intercept - line.slope * xi) ** 2;
        }, 0),
      });
    else for (const edge of [x[split - 1]!, x[split]!]) take(hingedAt(edge, x, y));
  }
  return best && withoutSquares(best);
}
const withoutSquares = ({ kneeV, slopeBeforeUaPerV, slopeAfterUaPerV }: BrokenLine): BrokenLine => ({
  kneeV,
  slopeBeforeUaPerV,
  slopeAfterUaPerV,
});

/** Best continuous pair of lines with the knee at a given place: least squares in the value there and two slopes. */
function hingedAt(knee: number, x: readonly number[], y: readonly number[]) {
  const before = x.map((v) => Math.min(0, v - knee));
  const after = x.map((v) => Math.max(0, v - knee));
  const n = x.length;
  const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / n;
  const [mb, ma, my] = [mean(before), mean(after), mean(y)];
  let [bb, ba, aa, by, ay] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [b, a, v] = [before[i]! - mb, after[i]! - ma, y[i]! - my];
    bb += b * b;
    ba += b * a;
    aa += a * a;
    by += b * v;
    ay += a * v;
  }
  const determinant = bb * aa - ba * ba;
  if (!(determinant > 0)) return null;
  const slopeBeforeUaPerV = (by * aa - ay * ba) / determinant;
  const slopeAfterUaPerV = (ay * bb - by * ba) / determinant;
  const at = my - slopeBeforeUaPerV * mb - slopeAfterUaPerV * ma;
  const squares = y.reduce(
    (sum, v, i) => sum + (v - at - slopeBeforeUaPerV * before[i]! - slopeAfterUaPerV * after[i]!) ** 2,
    0,
  );
  return { kneeV: knee, slopeBeforeUaPerV, slopeAfterUaPerV, squares };
}
