/** Sums of the unit vectors to the slots, exactly: whether one can be the sum of several equal ones. */

/**
 * Whether a sum of n-th roots of unity with whole coefficients can be `parts` times another such sum. Circuits of equal
 * voltage are such parts, so what this refuses need not be searched for; what it lets pass may still not exist.
 * @param coefficients of ζ⁰ … ζⁿ⁻¹, whole numbers, with ζ = e^(2πi/n)
 * @returns true where every coefficient, reduced by the n-th cyclotomic polynomial, is divisible
 * Source: 1, ζ … ζ^(φ(n)−1) is a basis of the integers of the n-th cyclotomic field (algebraic number theory, any textbook).
 */
export function dividesEqually(coefficients: ArrayLike<number>, parts: number): boolean {
  const modulus = cyclotomic(coefficients.length);
  const rest = Float64Array.from(coefficients);
  const degree = modulus.length - 1;
  for (let top = rest.length - 1; top >= degree; top--) {
    const factor = rest[top]!;
    if (factor === 0) continue;
    for (let i = 0; i <= degree; i++) rest[top - degree + i]! -= factor * modulus[i]!;
  }
  for (let i = 0; i < degree; i++) if (rest[i]! % parts !== 0) return false;
  return true;
}

const known = new Map<number, readonly number[]>();

/** Coefficients of the n-th cyclotomic polynomial, lowest first: xⁿ − 1 without the factors of every smaller divisor of n. */
function cyclotomic(n: number): readonly number[] {
  const before = known.get(n);
  if (before) return before;
  let rest = [-1, ...new Array<number>(n - 1).fill(0), 1];
  for (let d = 1; d < n; d++) if (n % d === 0) rest = quotient(rest, cyclotomic(d));
  known.set(n, rest);
  return rest;
}

/** Of polynomials whose division leaves nothing; the divisor begins with 1. */
function quotient(of: readonly number[], by: readonly number[]): number[] {
  const rest = of.slice();
  const degree = by.length - 1;
  const result = new Array<number>(rest.length - degree).fill(0);
  for (let top = rest.length - 1; top >= degree; top--) {
    const factor = rest[top]!;
    result[top - degree] = factor;
    if (factor !== 0) for (let i = 0; i <= degree; i++) rest[top - degree + i]! -= factor * by[i]!;
  }
  return result;
}
