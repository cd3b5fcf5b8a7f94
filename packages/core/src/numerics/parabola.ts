import { solveDense } from './linear.js';

/**
 * Value and slope at u = 0 of the parabola of least squares through points; of the straight line where the points do not tell a
 * parabola, of their mean where they do not tell a line.
 */
export function parabolaAtZero(points: readonly { u: number; v: number }[]): { value: number; slope: number } {
  const scale = Math.max(...points.map((p) => Math.abs(p.u))) || 1;
  const powers = new Float64Array(5);
  const right = new Float64Array(3);
  for (const { u, v } of points) {
    let t = 1;
    for (let k = 0; k < 5; k++) {
      powers[k]! += t;
      if (k < 3) right[k]! += v * t;
      t *= u / scale;
    }
  }
  for (const size of [3, 2]) {
    const a = new Float64Array(size * size);
    for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) a[i * size + j] = powers[i + j]! / points.length;
    const b = Float64Array.from(right.subarray(0, size), (x) => x / points.length);
    if (isTelling(a, size) && solveDense(a, b, size)) return { value: b[0]!, slope: b[1]! / scale };
  }
  return { value: right[0]! / Math.max(1, points.length), slope: 0 };
}

/** determinant, of normal equations scaled to 1, below which the points lie in too few places */
const LEAST_DETERMINANT = 1e-8;

function isTelling(a: Float64Array, size: number): boolean {
  const [p, q, r, s, t, u, v, w, x] = a as unknown as number[];
  const d = size === 2 ? p! * s! - q! * r! : p! * (t! * x! - u! * w!) - q! * (s! * x! - u! * v!) + r! * (s! * w! - t! * v!);
  return d > LEAST_DETERMINANT;
}
