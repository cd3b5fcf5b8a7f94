import { LuDecomposition, Matrix } from 'ml-matrix';

/** pivot, relative to the largest entry, below which a matrix counts as singular */
const LEAST_PIVOT = 1e-15;

/**
 * Solves A·x = b by LU decomposition with partial pivoting.
 *
 * @param a n×n matrix by rows @param b right side; overwritten with the solution
 * @returns false, with `b` as it was, when A is singular
 * Source: Golub & Van Loan, Matrix Computations, 4th ed., §3.4; the package ml-matrix.
 */
export function solveDense(a: Float64Array, b: Float64Array, n: number): boolean {
  let largest = 0;
  for (let i = 0; i < n * n; i++) largest = Math.max(largest, Math.abs(a[i]!));
  const lu = new LuDecomposition(Matrix.from1DArray(n, n, a));
  const upper = lu.upperTriangularMatrix;
  for (let k = 0; k < n; k++) if (!(Math.abs(upper.get(k, k)) > largest * LEAST_PIVOT)) return false;
  b.set(lu.solve(Matrix.columnVector(b)).to1DArray());
  return true;
}
