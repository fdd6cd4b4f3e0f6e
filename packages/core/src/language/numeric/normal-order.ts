/** Range and deviation of small samples from a normal population: computed, not read from a rounded table. */

/** Grid over ± so many deviations, in steps of so much: both far finer than a double can tell. */
const REACH = 9;
const PER_UNIT = 200;
const SAMPLES = 2 * REACH * PER_UNIT + 1;

/** Density and share below on the grid; the share by Simpson's rule from the left. */
function normalGrid() {
  const density = new Float64Array(SAMPLES);
  const below = new Float64Array(SAMPLES);
  const at = (x: number) => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  const step = 1 / PER_UNIT;
  for (let i = 0; i < SAMPLES; i++) {
    const x = -REACH + i * step;
    density[i] = at(x);
    if (i > 0) below[i] = below[i - 1]! + (step * (density[i - 1]! + 4 * at(x - step / 2) + density[i]!)) / 6;
  }
  return { density, below };
}

/** The inner sum needs fewer places: it is smooth and dies away on both sides. */
const INNER = 20;

export interface RangeMoments {
  /** Mean of the range over the population's deviation. */
  readonly d2: number;
  /** Deviation of the range over that of the population. */
  readonly d3: number;
}

const known = new Map<number, RangeMoments>();

/**
 * P(range ≤ r) = n·∫φ(x)·(Φ(x + r) − Φ(x))^(n − 1) dx; mean and square of the range from it.
 * @param size n, at least 2
 * Source: distribution of the range, Tippett 1925; the values are those of ISO 7870's tables.
 */
export function rangeMoments(size: number): RangeMoments {
  const before = known.get(size);
  if (before) return before;
  const { density, below } = normalGrid();
  const step = 1 / PER_UNIT;
  let [mean, square] = [0, 0];
  for (let k = 0; k < SAMPLES; k++) {
    let share = 0;
    for (let i = 0; i < SAMPLES; i += INNER) {
      const high = Math.min(SAMPLES - 1, i + k);
      share += density[i]! * (below[high]! - below[i]!) ** (size - 1);
    }
    const over = 1 - (size * share * INNER) / PER_UNIT;
    const weight = (k === 0 || k === SAMPLES - 1 ? 1 : k % 2 === 1 ? 4 : 2) * (step / 3);
    mean += weight * over;
    square += weight * 2 * k * step * over;
  }
  const moments = { d2: mean, d3: Math.sqrt(square - mean * mean) };
  known.set(size, moments);
  return moments;
}

/** Mean of the sample deviation over that of the population: √(2/(n − 1))·Γ(n/2)/Γ((n − 1)/2). */
export function c4(size: number): number {
  // Γ(n/2)/Γ((n − 1)/2) grows by n/(n − 1) over two sizes.
  let ratio = size % 2 === 0 ? 1 / Math.sqrt(Math.PI) : Math.sqrt(Math.PI) / 2;
  for (let n = size % 2 === 0 ? 2 : 3; n < size; n += 2) ratio *= n / (n - 1);
  return Math.sqrt(2 / (size - 1)) * ratio;
}
