/** Frequency and damping of a recorded wave: a damped sine fitted by least squares, its first guess from the crossings. Source: Gauss and Newton's method, every textbook of numerical analysis. */
import { Matrix, solve } from 'ml-matrix';

export interface FittedRing {
  readonly hz: number;
  readonly dampingPerS: number;
  /** Whole and part cycles that were seen. */
  readonly cycles: number;
  /** Root mean square of what the fit leaves, over that of the wave [1]. */
  readonly leftShare: number;
}

/** More points than that add nothing to five unknowns. */
const MOST_POINTS = 3000;
const MOST_TURNS = 40;

/** When the wave passes zero, straight between samples [samples]. */
export function zeroCrossings(samples: ArrayLike<number>): number[] {
  const found: number[] = [];
  for (let i = 1; i < samples.length; i++) {
    const [a, b] = [samples[i - 1]!, samples[i]!];
    if (a === 0 || a * b >= 0) continue;
    const at = i - 1 + a / (a - b);
    // Noise crosses several times where the wave crosses once.
    if (found.length > 0 && at - found.at(-1)! < (found.length > 1 ? 0.3 * (found[1]! - found[0]!) : 3))
      continue;
    found.push(at);
  }
  return found;
}

/**
 * v = e^(−αt)·(A cos ωt + B sin ωt) by Gauss and Newton: cosine and sine, since a ring of a charged capacitor has both.
 * @param stepS between samples [s]
 * @returns null where it does not ring: fewer than two crossings, or nothing to fit
 */
export function fitRing(samples: ArrayLike<number>, stepS: number): FittedRing | null {
  const crossings = zeroCrossings(samples);
  if (crossings.length < 2) return null;
  const halves = (crossings.at(-1)! - crossings[0]!) / (crossings.length - 1);
  const w0 = Math.PI / (halves * stepS);
  const stride = Math.max(1, Math.floor(samples.length / MOST_POINTS));
  const t: number[] = [];
  const v: number[] = [];
  for (let i = 0; i < samples.length; i += stride) {
    t.push(i * stepS);
    v.push(samples[i]!);
  }
  const size = Math.sqrt(v.reduce((sum, x) => sum + x * x, 0) / v.length);
  if (!(size > 0)) return null;
  let p = { w: w0, d: firstDamping(samples, crossings, stepS), a: v[0]!, b: 0 };
  let left = Infinity;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const rows: number[][] = [];
    const rest: number[][] = [];
    for (let i = 0; i < t.length; i++) {
      const e = Math.exp(-p.d * t[i]!);
      const [c, s] = [e * Math.cos(p.w * t[i]!), e * Math.sin(p.w * t[i]!)];
      rows.push([c, s, -t[i]! * (p.a * c + p.b * s), t[i]! * (p.b * c - p.a * s)]);
      rest.push([v[i]! - p.a * c - p.b * s]);
    }
    const now = Math.sqrt(rest.reduce((sum, [r]) => sum + r! * r!, 0) / t.length) / size;
    if (turn > 0 && (left - now < 1e-9 || now > 2 * left)) break;
    left = now;
    const a = new Matrix(rows);
    let step: Matrix;
    try {
      step = solve(a.transpose().mmul(a), a.transpose().mmul(new Matrix(rest)));
    } catch {
      return null;
    }
    p = {
      a: p.a + step.get(0, 0),
      b: p.b + step.get(1, 0),
      d: p.d + step.get(2, 0),
      w: p.w + step.get(3, 0),
    };
  }
  if (!(p.w > 0) || !Number.isFinite(p.d)) return null;
  return {
    hz: p.w / (2 * Math.PI),
    dampingPerS: p.d,
    cycles: (samples.length * stepS * p.w) / (2 * Math.PI),
    leftShare: left,
  };
}

/** From the heights of the half waves. */
function firstDamping(samples: ArrayLike<number>, crossings: readonly number[], stepS: number): number {
  const peaks: number[] = [];
  for (let k = 1; k < crossings.length; k++) {
    let most = 0;
    for (let i = Math.ceil(crossings[k - 1]!); i <= crossings[k]!; i++)
      most = Math.max(most, Math.abs(samples[i]!));
    peaks.push(most);
  }
  const last = peaks.at(-1);
  if (peaks.length < 2 || !last || !(peaks[0]! > 0)) return 0;
  const span = (crossings.at(-1)! - crossings[1]!) * stepS;
  return span > 0 ? Math.max(0, Math.log(peaks[0]! / last) / span) : 0;
}
