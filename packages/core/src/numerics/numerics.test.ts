import fc from 'fast-check';
import { apart } from './apart.js';
import { evaluateFormula, putNumbers } from './formula.js';
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
    expect(solveDense(Float64Array.of(0, 1, 1, 1), b, 2)).toBe(true);
    expect(Array.from(b)).toEqual([3, 2]);
  });
  test('a singular matrix is refused, and the right side stays', () => {
    const b = Float64Array.of(1, 2);
    expect(solveDense(Float64Array.of(1, 2, 2, 4), b, 2)).toBe(false);
    expect(Array.from(b)).toEqual([1, 2]);
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
            if (!sparse.solve(x) || !solveDense(dense, y, n)) return false;
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

describe('formulas as they are written', () => {
  test.each([
    ['1 + 2·3', {}, 7],
    ['(1 + 2)·3', {}, 9],
    ['2^3^2', {}, 512],
    ['−2²', {}, -4],
    ['(−2)²', {}, 4],
    ['−x²', { x: 3 }, -9],
    ['2·x^−1', { x: 4 }, 0.5],
    ['6/2/3', {}, 1],
    ['6/2·3', {}, 9],
    ['5 − 3 − 1', {}, 1],
    ['√(16) + abs(−3) + sign(−2)', {}, 6],
    ['min(3, 1 + 1) + max(1, 4)', {}, 6],
    ['log10(1000) + ln(1)', {}, 3],
    ['π/π', {}, 1],
    ['x³', { x: 2 }, 8],
    ['1.2e-3·1000', {}, 1.2],
    // the longest symbol is taken: hv is no h times v
    ['h + hv', { h: 1, hv: 10 }, 11],
    ['Δp0·Δp', { Δp: 2, Δp0: 5 }, 10],
    ['K∞ + K1/Re', { 'K∞': 1, K1: 800, Re: 1600 }, 1.5],
  ])('%s with %j is %d', (formula, values, expected) =>
    expect(evaluateFormula(formula, values as Record<string, number>)).toBeCloseTo(expected, 12),
  );
  test.each(['1 +', '(1', 'x', '1 2', 'min(1', '2)'])('%s is no formula', (formula) =>
    expect(() => evaluateFormula(formula, {})).toThrow(SyntaxError),
  );
  test('numbers take the places of symbols, a negative one in brackets', () => {
    expect(putNumbers('abs(Q)·h − hv²', { Q: '-0.5', h: '12', hv: '3' })).toBe('abs((-0.5))·12 − 3²');
    expect(putNumbers('min(m, n)', { m: '1', n: '2' })).toBe('min(1, 2)');
  });
});

describe('marks of a picture', () => {
  const least = (places: readonly (readonly number[])[]): number =>
    Math.min(...places.flatMap(([x, y], i) => places.slice(0, i).map(([a, b]) => Math.hypot(a! - x!, b! - y!))));

  test('stay where they are while none is on another', () => {
    const own = [[0, 0], [12, 0], [0, 30]] as const; // prettier-ignore
    expect(apart(own, { near: 12, gap: 24 })).toEqual(own);
  });

  test('twenty-four on one place, and twenty-four along a line, lie apart; the first stays; none is put where none may be', () => {
    const one = apart(Array.from({ length: 24 }, () => [100, 50] as const), { near: 12, gap: 24, isFree: ([x]) => x <= 110 }); // prettier-ignore
    expect(one[0]).toEqual([100, 50]);
    expect(least(one)).toBeGreaterThanOrEqual(24);
    expect(Math.max(...one.map(([x]) => x))).toBeLessThanOrEqual(110);
    // on a ring of the gap six lie round one, so 24 are within the third ring
    const free = apart(
      Array.from({ length: 24 }, () => [0, 0] as const),
      { near: 12, gap: 24 },
    );
    expect(Math.max(...free.map(([x, y]) => Math.hypot(x, y)))).toBeLessThan(24 * 3.1);
    expect(least(apart(Array.from({ length: 24 }, (_, i) => [4 * i, 2 * i] as const), { near: 8, gap: 14.5 }))).toBeGreaterThanOrEqual(8); // prettier-ignore
  });

  test('where no place is free one lies on the other', () => {
    const none = apart([[0, 0], [1, 0]], { near: 12, gap: 24, isFree: () => false }); // prettier-ignore
    expect(none).toEqual([[0, 0], [1, 0]]); // prettier-ignore
  });
});
