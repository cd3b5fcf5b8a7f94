/** A function of one variable that leaves its slope in `slope` when evaluated. */
export interface SlopedFunction {
  value(x: number): number;
  readonly slope: number;
}

export interface Root {
  x: number;
  residual: number;
  iterations: number;
  converged: boolean;
}

/**
 * Root inside a bracket by Newton steps, with bisection whenever a step would leave the bracket or gains too little.
 * Source: Press et al., Numerical Recipes, 3rd ed., §9.4 (method `rtsafe`).
 *
 * @param lo,hi ends with values of opposite sign (either may itself be a root)
 * @param start first guess, taken when it lies inside
 */
export function bracketedNewton(f: SlopedFunction, lo: number, hi: number, start?: number): Root {
  const fLo = f.value(lo);
  const fHi = f.value(hi);
  if (fLo === 0) return { x: lo, residual: 0, iterations: 0, converged: true };
  if (fHi === 0) return { x: hi, residual: 0, iterations: 0, converged: true };
  if (fLo > 0 === fHi > 0) return { x: lo, residual: fLo, iterations: 0, converged: false };
  // `low` is the end with the negative value, so that an update needs no further sign test
  let low = fLo < 0 ? lo : hi;
  let high = fLo < 0 ? hi : lo;
  let x = start !== undefined && start > Math.min(lo, hi) && start < Math.max(lo, hi) ? start : 0.5 * (lo + hi);
  let before = Math.abs(hi - lo);
  let step = before;
  let value = f.value(x);
  for (let i = 1; i <= 200; i++) {
    if (value < 0) low = x;
    else high = x;
    const slope = f.slope;
    const newton = x - value / slope;
    const inside = newton > Math.min(low, high) && newton < Math.max(low, high);
    const gains = Math.abs(2 * value) < Math.abs(before * slope);
    before = step;
    const next = inside && gains ? newton : 0.5 * (low + high);
    step = Math.abs(next - x);
    if (next === x || value === 0 || step <= 4e-16 * Math.abs(x)) return { x, residual: value, iterations: i, converged: true };
    x = next;
    value = f.value(x);
  }
  return { x, residual: value, iterations: 200, converged: Math.abs(value) < 1e-9 };
}

/** parts of a range that are looked at for a crossing */
const PIECES = 60;

/**
 * The greatest x from 0 to an end at which a function falls through zero; undefined where it does so nowhere. NaN is no crossing.
 *
 * @param isFalling it rises nowhere: there is one crossing at the most, and its part is found by halving
 */
export function greatestFall(f: (x: number) => number, end: number, isFalling = false): number | undefined {
  const at = (i: number): number => (end * i) / PIECES;
  if (isFalling) {
    if (!(f(0) > 0) || !(f(end) <= 0)) return undefined;
    let [above, below] = [0, PIECES];
    while (below - above > 1) {
      const middle = (above + below) >> 1;
      if (f(at(middle)) > 0) above = middle;
      else below = middle;
    }
    return bracketedSecant(f, at(above), at(below));
  }
  for (let i = PIECES, high = f(end); i >= 1; i--) {
    const low = f(at(i - 1));
    if (low > 0 && high <= 0) return bracketedSecant(f, at(i - 1), at(i));
    high = low;
  }
  return undefined;
}

/**
 * Root inside a bracket where no slope is known, by secants that keep it (Illinois method).
 * Source: Dowell & Jarratt 1971, BIT 11, 168–174.
 *
 * @param lo,hi ends with values of opposite sign; NaN from `f` ends the search where it is
 */
export function bracketedSecant(f: (x: number) => number, lo: number, hi: number): number {
  let [a, fa, b, fb] = [lo, f(lo), hi, f(hi)];
  for (let i = 0; i < 100 && Math.abs(b - a) > 1e-13 * Math.abs(hi); i++) {
    const x = (a * fb - b * fa) / (fb - fa);
    const v = f(x);
    if (v === 0 || Number.isNaN(v)) return x;
    if (v > 0 === fb > 0) fa /= 2;
    else [a, fa] = [b, fb];
    [b, fb] = [x, v];
  }
  return b;
}
