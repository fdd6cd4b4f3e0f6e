/** A straight line through points by ordinary least squares. Source: every textbook of statistics; Pearson's correlation. */

export interface FittedLine {
  readonly intercept: number;
  readonly slope: number;
  /** Pearson's; null where all y are alike. */
  readonly correlation: number | null;
}

/** @returns null where there are fewer than two points or all x are alike */
export function fitLine(x: readonly number[], y: readonly number[]): FittedLine | null {
  const n = x.length;
  if (n < 2) return null;
  const mean = (of: readonly number[]) => of.reduce((sum, v) => sum + v, 0) / n;
  const [mx, my] = [mean(x), mean(y)];
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [dx, dy] = [x[i]! - mx, y[i]! - my];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  // Equal figures leave rounding behind, never a line.
  if (xx <= 1e-24 * n * mx * mx) return null;
  const slope = xy / xx;
  return {
    intercept: my - slope * mx,
    slope,
    correlation: yy > 1e-24 * n * my * my ? xy / Math.sqrt(xx * yy) : null,
  };
}
