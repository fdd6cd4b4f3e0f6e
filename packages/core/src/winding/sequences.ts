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
export function sequences(phasors: readonly [Complex, Complex, Complex]): Sequences {
  const turned = (z: Complex, thirds: number): Complex => {
    const a = (thirds * 2 * Math.PI) / 3;
    return {
      re: z.re * Math.cos(a) - z.im * Math.sin(a),
      im: z.re * Math.sin(a) + z.im * Math.cos(a),
    };
  };
  const total = (thirds: number) => {
    const v = turned(phasors[1], thirds);
    const w = turned(phasors[2], -thirds);
    return Math.hypot(phasors[0].re + v.re + w.re, phasors[0].im + v.im + w.im) / 3;
  };
  return { positive: total(-1), negative: total(1), zero: total(0) };
}
