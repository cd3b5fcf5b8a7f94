/**
 * Solves A·x = b by Gaussian elimination with partial pivoting, in place.
 *
 * @param a n×n matrix by rows; overwritten @param b right side; overwritten with the solution
 * @returns the row of the vanishing pivot (relative to the largest entry) when A is singular, else -1
 * Source: Golub & Van Loan, Matrix Computations, 4th ed., §3.4.
 */
export function solveDense(a: Float64Array, b: Float64Array, n: number): number {
  let largest = 0;
  for (let i = 0; i < n * n; i++) largest = Math.max(largest, Math.abs(a[i]!));
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]!) > Math.abs(a[pivot * n + k]!)) pivot = i;
    const p = a[pivot * n + k]!;
    if (!(Math.abs(p) > largest * 1e-15)) return k;
    if (pivot !== k) swapRows(a, b, n, k, pivot);
    for (let i = k + 1; i < n; i++) {
      const factor = a[i * n + k]! / p;
      if (factor === 0) continue;
      for (let j = k + 1; j < n; j++) a[i * n + j]! -= factor * a[k * n + j]!;
      b[i]! -= factor * b[k]!;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let j = i + 1; j < n; j++) sum -= a[i * n + j]! * b[j]!;
    b[i] = sum / a[i * n + i]!;
  }
  return -1;
}

function swapRows(a: Float64Array, b: Float64Array, n: number, i: number, k: number): void {
  for (let j = 0; j < n; j++) {
    const t = a[i * n + j]!;
    a[i * n + j] = a[k * n + j]!;
    a[k * n + j] = t;
  }
  const t = b[i]!;
  b[i] = b[k]!;
  b[k] = t;
}
