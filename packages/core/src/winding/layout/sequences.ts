/** Symmetrical components of three phase sums. */

export interface Complex {
  readonly re: number;
  readonly im: number;
}

export interface Sequences {
  readonly positive: number;
  readonly negative: number;
  readonly zero: number;
}

/**
 * Magnitudes of positive, negative and zero sequence of three phasors in the order U, V, W, where V's coils lie 120°
 * further along the slots than U's.
 * Source: symmetrical components (Fortescue 1918).
 */
export function sequences([u, v, w]: readonly [Complex, Complex, Complex]): Sequences {
  // cos 120° is −1/2 for both, and the sines differ in sign only.
  const sumRe = v.re + w.re;
  const sumIm = v.im + w.im;
  const acrossRe = SIN_120 * (v.im - w.im);
  const acrossIm = SIN_120 * (v.re - w.re);
  const size = (re: number, im: number) => Math.sqrt(re * re + im * im) / 3;
  return {
    positive: size(u.re - sumRe / 2 + acrossRe, u.im - sumIm / 2 - acrossIm),
    negative: size(u.re - sumRe / 2 - acrossRe, u.im - sumIm / 2 + acrossIm),
    zero: size(u.re + sumRe, u.im + sumIm),
  };
}

const SIN_120 = Math.sqrt(3) / 2;
