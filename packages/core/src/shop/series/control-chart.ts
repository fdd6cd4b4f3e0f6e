/** Control charts: limits from the ranges, capability, and the patterns that are no chance. Source: ISO 7870; rules after Nelson 1984. */
import { c4, rangeMoments } from '../../language/numeric/index.ts';
import { good, refuse, type Outcome } from '../../language/quantity/index.ts';

export function chartConstants(size: number) {
  const { d2, d3 } = rangeMoments(size);
  return {
    d2,
    d3,
    A2: 3 / (d2 * Math.sqrt(size)),
    D3: Math.max(0, 1 - (3 * d3) / d2),
    D4: 1 + (3 * d3) / d2,
    c4: c4(size),
    E2: 3 / d2,
  };
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const movingRanges = (values: readonly number[]) => values.slice(1).map((v, i) => Math.abs(v - values[i]!));
/** Deviation by the mean moving range of two. */
const sigmaOfMoving = (values: readonly number[]) => mean(movingRanges(values)) / rangeMoments(2).d2;

/** @param values at least two */
export function individualsChart(values: readonly number[]) {
  const centre = mean(values);
  const meanRange = mean(movingRanges(values));
  const sigma = sigmaOfMoving(values);
  return {
    centre,
    meanRange,
    sigma,
    upper: centre + 3 * sigma,
    lower: centre - 3 * sigma,
    rangeUpper: chartConstants(2).D4 * meanRange,
  };
}

export interface GroupsChart {
  readonly centre: number;
  readonly meanRange: number;
  readonly sigma: number;
  readonly upper: number;
  readonly lower: number;
  readonly rangeUpper: number;
  readonly rangeLower: number;
}

/** @returns refused where the groups are not of one size from two on */
export function groupsChart(groups: readonly (readonly number[])[]): Outcome<GroupsChart> {
  const size = groups[0]!.length;
  if (size < 2 || groups.some((g) => g.length !== size))
    return refuse('chart.unequal-groups', 'All groups must be of one size, two or more.', 'groups');
  const { A2, D3, D4, d2 } = chartConstants(size);
  const centre = mean(groups.map(mean));
  const meanRange = mean(groups.map((g) => Math.max(...g) - Math.min(...g)));
  return good({
    centre,
    meanRange,
    sigma: meanRange / d2,
    upper: centre + A2 * meanRange,
    lower: centre - A2 * meanRange,
    rangeUpper: D4 * meanRange,
    rangeLower: D3 * meanRange,
  });
}

export interface Tolerance {
  readonly lower: number | null;
  readonly upper: number | null;
}

/** Width over six deviations, null where one-sided; the nearer limit over three. */
export function capability(meanValue: number, sigma: number, { lower, upper }: Tolerance) {
  const sides = [
    ...(upper === null ? [] : [(upper - meanValue) / (3 * sigma)]),
    ...(lower === null ? [] : [(meanValue - lower) / (3 * sigma)]),
  ];
  return {
    cp: lower === null || upper === null ? null : (upper - lower) / (6 * sigma),
    cpk: Math.min(...sides),
  };
}

export interface MeasuredCapability {
  readonly cp: number | null;
  readonly cpk: number;
  readonly pp: number | null;
  readonly ppk: number;
  readonly sampleDeviation: number;
}

/** Short-term by the moving range, long-term by the sample (n − 1). */
export function capabilityOf(values: readonly number[], tolerance: Tolerance): Outcome<MeasuredCapability> {
  const centre = mean(values);
  const sampleDeviation = Math.sqrt(
    values.reduce((sum, v) => sum + (v - centre) ** 2, 0) / (values.length - 1),
  );
  if (!(sampleDeviation > 0))
    return refuse(
      'chart.no-spread',
      'All values are equal: there is no spread to hold a tolerance against.',
      'values',
    );
  const { cp, cpk } = capability(centre, sigmaOfMoving(values), tolerance);
  const { cp: pp, cpk: ppk } = capability(centre, sampleDeviation, tolerance);
  return good({ cp, cpk, pp, ppk, sampleDeviation });
}

/**
 * Which readings complete a pattern that chance seldom makes, by its number; all comparisons are strict.
 * @param sameSide readings in a row on one side, 9 or 8
 */
export function chartPatterns(
  values: readonly number[],
  centre: number,
  sigma: number,
  sameSide: number,
): Readonly<Record<'1' | '2' | '3' | '4' | '5' | '6' | '7' | '8', number[]>> {
  const off = values.map((v) => (v - centre) / sigma);
  const steps = values.map((v, i) => (i === 0 ? 0 : Math.sign(v - values[i - 1]!)));
  const last = (i: number, n: number) => (i + 1 >= n ? off.slice(i + 1 - n, i + 1) : null);
  const completing = (holds: (i: number) => boolean) => values.flatMap((_, i) => (holds(i) ? [i] : []));
  /** So many of the last n beyond a border on the side of the newest, which is one of them. */
  const most = (i: number, n: number, wanted: number, border: number) => {
    const run = last(i, n);
    return [1, -1].some(
      (side) => run && run.at(-1)! * side > border && run.filter((z) => z * side > border).length >= wanted,
    );
  };
  const all = (i: number, n: number, holds: (z: number) => boolean) => last(i, n)?.every(holds) ?? false;
  return {
    1: completing((i) => Math.abs(off[i]!) > 3),
    2: completing((i) => all(i, sameSide, (z) => z > 0) || all(i, sameSide, (z) => z < 0)),
    3: completing((i) => i >= 5 && [1, -1].some((way) => steps.slice(i - 4, i + 1).every((s) => s === way))),
    4: completing(
      (i) =>
        i >= 13 &&
        steps.slice(i - 12, i + 1).every((s, k, run) => s !== 0 && (k === 0 || s === -run[k - 1]!)),
    ),
    5: completing((i) => most(i, 3, 2, 2)),
    6: completing((i) => most(i, 5, 4, 1)),
    7: completing((i) => all(i, 15, (z) => Math.abs(z) < 1)),
    8: completing((i) => all(i, 8, (z) => Math.abs(z) > 1)),
  };
}
