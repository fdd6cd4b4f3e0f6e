/** A set of complex equations solved by least squares, with how well it can be solved. */
import Complex from 'complex.js';
import { Matrix, SingularValueDecomposition } from 'ml-matrix';

/** Beyond this ratio of singular values two columns are one: a double has 16 digits, readings have three. */
const SINGULAR = 1e10;

export interface SolvedSystem {
  readonly unknowns: readonly Complex[];
  /** Largest over smallest singular value. */
  readonly condition: number;
}

/**
 * Least squares of A · x = b in complex numbers, by the singular values of the real system of twice the size.
 * @param rows    A, one row an equation; at least as many rows as columns
 * @param weights multiply the squared residual of each row; 1 when absent
 * @returns null where the columns do not differ enough to be told apart
 * Source: Golub and Van Loan, Matrix Computations, ch. 5 (from memory); the decomposition is ml-matrix.
 */
export function solveComplex(
  rows: readonly (readonly Complex[])[],
  right: readonly Complex[],
  weights?: readonly number[],
): SolvedSystem | null {
  const height = rows.length;
  const width = rows[0]!.length;
  if (height < width) return null;
  const a = Matrix.zeros(2 * height, 2 * width);
  const b = Matrix.zeros(2 * height, 1);
  rows.forEach((row, i) => {
    const root = Math.sqrt(weights?.[i] ?? 1);
    row.forEach((z, j) => {
      a.set(i, j, root * z.re);
      a.set(i, width + j, -root * z.im);
      a.set(height + i, j, root * z.im);
      a.set(height + i, width + j, root * z.re);
    });
    b.set(i, 0, root * right[i]!.re);
    b.set(height + i, 0, root * right[i]!.im);
  });
  const svd = new SingularValueDecomposition(a, { autoTranspose: true });
  const singular = svd.diagonal;
  const largest = Math.max(...singular);
  const smallest = Math.min(...singular);
  if (!(smallest > 0) || largest / smallest > SINGULAR) return null;
  const x = svd.solve(b);
  return {
    unknowns: Array.from({ length: width }, (_, j) => new Complex(x.get(j, 0), x.get(width + j, 0))),
    condition: largest / smallest,
  };
}
