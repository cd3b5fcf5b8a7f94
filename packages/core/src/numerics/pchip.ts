/**
 * Monotone piecewise cubic interpolation (PCHIP).
 *
 * Slopes inside are the weighted harmonic mean of the neighbouring secants (weights 2h₂ + h₁ and h₂ + 2h₁),
 * slopes at the ends the three-point formula limited so that the shape is kept.
 * Source: Fritsch & Butland 1984, SIAM J. Sci. Stat. Comput. 5(2), 300–304; Fritsch & Carlson 1980.
 *
 * Past the last knot the end slope goes on; before the first knot the first value is held.
 */
export class Pchip {
  /** knot, value and slope, one knot after the other: three arrays of each of a hundred thousand curves would be most of their memory */
  private readonly of: Float64Array;
  /** where the interval of the last look-up begins: curves are evaluated along rising flow, so the next one is near */
  private at = 0;

  /** @param x strictly rising knots (at least one) @param y values at the knots, same length */
  constructor(x: ArrayLike<number>, y: ArrayLike<number>) {
    const slopes = pchipSlopes(x, y);
    const of = new Float64Array(3 * x.length);
    for (let i = 0; i < x.length; i++) {
      of[3 * i] = x[i]!;
      of[3 * i + 1] = y[i]!;
      of[3 * i + 2] = slopes[i]!;
    }
    this.of = of;
  }

  /** at the knots */
  get slope(): number[] {
    return Array.from({ length: this.of.length / 3 }, (_, i) => this.of[3 * i + 2]!);
  }

  get last(): number {
    return this.of[this.of.length - 3]!;
  }

  value(x: number): number {
    const { of } = this;
    const end = of.length - 3;
    if (end === 0 || x <= of[0]!) return of[1]!;
    if (x >= of[end]!) return of[end + 1]! + of[end + 2]! * (x - of[end]!);
    const i = this.locate(x);
    const h = of[i + 3]! - of[i]!;
    const t = (x - of[i]!) / h;
    const u = 1 - t;
    return of[i + 1]! * (1 + 2 * t) * u * u + h * of[i + 2]! * t * u * u + of[i + 4]! * t * t * (3 - 2 * t) - h * of[i + 5]! * t * t * u; // prettier-ignore
  }

  derivative(x: number): number {
    const { of } = this;
    const end = of.length - 3;
    if (end === 0 || x < of[0]!) return 0;
    if (x >= of[end]!) return of[end + 2]!;
    const i = this.locate(x);
    const h = of[i + 3]! - of[i]!;
    const t = (x - of[i]!) / h;
    return ((of[i + 4]! - of[i + 1]!) / h) * 6 * t * (1 - t) + of[i + 2]! * (1 - t) * (1 - 3 * t) + of[i + 5]! * t * (3 * t - 2);
  }

  private locate(x: number): number {
    const { of } = this;
    let i = this.at;
    if (x < of[i]!) while (x < of[i]!) i -= 3;
    else while (x >= of[i + 3]!) i += 3;
    this.at = i;
    return i;
  }
}

function pchipSlopes(x: ArrayLike<number>, y: ArrayLike<number>): Float64Array {
  const n = x.length;
  const d = new Float64Array(n);
  if (n < 2) return d;
  const h = new Float64Array(n - 1);
  const s = new Float64Array(n - 1);
  for (let i = 0; i < n - 1; i++) {
    h[i] = x[i + 1]! - x[i]!;
    s[i] = (y[i + 1]! - y[i]!) / h[i]!;
  }
  if (n === 2) return d.fill(s[0]!);
  for (let i = 1; i < n - 1; i++) {
    if (s[i - 1]! * s[i]! <= 0) continue;
    const w1 = 2 * h[i]! + h[i - 1]!;
    const w2 = h[i]! + 2 * h[i - 1]!;
    d[i] = (w1 + w2) / (w1 / s[i - 1]! + w2 / s[i]!);
  }
  d[0] = endSlope(h[0]!, h[1]!, s[0]!, s[1]!);
  d[n - 1] = endSlope(h[n - 2]!, h[n - 3]!, s[n - 2]!, s[n - 3]!);
  return d;
}

function endSlope(h0: number, h1: number, s0: number, s1: number): number {
  const d = ((2 * h0 + h1) * s0 - h0 * s1) / (h0 + h1);
  if (Math.sign(d) !== Math.sign(s0)) return 0;
  if (Math.sign(s0) !== Math.sign(s1) && Math.abs(d) > 3 * Math.abs(s0)) return 3 * s0;
  return d;
}
