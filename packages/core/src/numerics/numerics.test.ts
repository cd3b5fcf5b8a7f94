import fc from 'fast-check';
import { solveDense } from './linear.js';
import { bracketedNewton } from './roots.js';
import { SparseSolver } from './sparse.js';

/** a function with its slope found by hand */
const sloped = (f: (x: number) => number, d: (x: number) => number) => ({
  slope: 0,
  value(x: number) {
    this.slope = d(x);
    return f(x);
  },
});

describe('bracketed Newton', () => {
  test.each([
    ['x² = 2', (x: number) => x * x - 2, (x: number) => 2 * x, 0, 2, Math.SQRT2],
    // Newton alone runs away from a flat stretch and over a kink; the bracket holds it
    ['a flat beginning', (x: number) => x ** 9 - 1e-9, (x: number) => 9 * x ** 8, 0, 4, 0.1],
    ['atan, from far away', (x: number) => Math.atan(x - 3), (x: number) => 1 / (1 + (x - 3) ** 2), -50, 400, 3],
    ['a kink', (x: number) => (x < 1 ? x - 1 : 50 * (x - 1)), (x: number) => (x < 1 ? 1 : 50), 0, 9, 1],
    ['a falling function', (x: number) => 5 - x ** 3, (x: number) => -3 * x * x, 0, 4, Math.cbrt(5)],
  ])('%s', (_name, f, d, lo, hi, root) => {
    const found = bracketedNewton(sloped(f, d), lo, hi);
    expect(found.converged).toBe(true);
    expect(found.x).toBeCloseTo(root, 10);
  });
  test('ends of the same sign are no bracket; an end that is the root is found', () => {
    const f = sloped(
      (x) => x - 5,
      () => 1,
    );
    expect(bracketedNewton(f, 6, 9).converged).toBe(false);
    expect(bracketedNewton(f, 5, 9)).toMatchObject({ x: 5, converged: true });
  });
});

describe('linear systems', () => {
  test('needs pivoting: a zero on the diagonal, by hand', () => {
    // y = 2; x + y = 5
    const b = Float64Array.of(2, 5);
    expect(solveDense(Float64Array.of(0, 1, 1, 1), b, 2)).toBe(-1);
    expect(Array.from(b)).toEqual([3, 2]);
  });
  test('a singular matrix names the row that has no pivot', () => {
    expect(solveDense(Float64Array.of(1, 2, 2, 4), Float64Array.of(1, 2), 2)).toBe(1);
  });

  test('sparse and dense agree on random diagonally dominant matrices, factored twice with other values', () => {
    const pair = fc.tuple(
      fc.nat(11),
      fc.nat(11),
      fc.double({ min: -1, max: 1, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(pair, { maxLength: 30 }),
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (pairs, right) => {
          const n = 12;
          const sparse = new SparseSolver(
            n,
            pairs.map(([i, j]) => [i, j] as const),
          );
          for (const scale of [1, 3]) {
            const dense = new Float64Array(n * n);
            sparse.clear();
            const add = (i: number, j: number, v: number): void => {
              dense[i * n + j]! += v;
              sparse.add(i, j, v);
            };
            for (let i = 0; i < n; i++) add(i, i, 40 * scale);
            for (const [i, j, a, b] of pairs) {
              if (i === j) continue;
              add(i, j, a * scale);
              add(j, i, b);
            }
            const [x, y] = [Float64Array.from(right), Float64Array.from(right)];
            if (!sparse.solve(x) || solveDense(dense, y, n) >= 0) return false;
            if (x.some((v, i) => Math.abs(v - y[i]!) > 1e-12)) return false;
          }
          return true;
        },
      ),
      { numRuns: 300, seed: 3 },
    );
  });
  test('sparse reports a vanishing pivot instead of dividing by it', () => {
    const s = new SparseSolver(2, [[0, 1]]);
    s.clear();
    s.add(0, 1, 1);
    s.add(1, 0, 1);
    expect(s.solve(Float64Array.of(1, 1))).toBe(false);
  });
});
