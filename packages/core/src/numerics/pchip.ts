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
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly slope: Float64Array;
  /** interval of the last look-up: curves are evaluated along rising flow, so the next one is near */
  private at = 0;

  /** @param x strictly rising knots (at least one) @param y values at the knots, same length */
  constructor(x: ArrayLike<number>, y: ArrayLike<number>) {
    this.x = Float64Array.from(x);
    this.y = Float64Array.from(y);
    this.slope = pchipSlopes(this.x, this.y);
  }

  get last(): number {
    return this.x[this.x.length - 1]!;
  }

  value(x: number): number {
    const { x: xs, y: ys, slope: ds } = this;
    const n = xs.length;
    if (n === 1 || x <= xs[0]!) return ys[0]!;
    if (x >= xs[n - 1]!) return ys[n - 1]! + ds[n - 1]! * (x - xs[n - 1]!);
    const i = this.locate(x);
    const h = xs[i + 1]! - xs[i]!;
    const t = (x - xs[i]!) / h;
    const u = 1 - t;
    return ys[i]! * (1 + 2 * t) * u * u + h * ds[i]! * t * u * u + ys[i + 1]! * t * t * (3 - 2 * t) - h * ds[i + 1]! * t * t * u;
  }

  derivative(x: number): number {
    const { x: xs, y: ys, slope: ds } = this;
    const n = xs.length;
    if (n === 1 || x < xs[0]!) return 0;
    if (x >= xs[n - 1]!) return ds[n - 1]!;
    const i = this.locate(x);
    const h = xs[i + 1]! - xs[i]!;
    const t = (x - xs[i]!) / h;
    return ((ys[i + 1]! - ys[i]!) / h) * 6 * t * (1 - t) + ds[i]! * (1 - t) * (1 - 3 * t) + ds[i + 1]! * t * (3 * t - 2);
  }

  private locate(x: number): number {
    const xs = this.x;
    let i = this.at;
    if (x < xs[i]!) while (x < xs[i]!) i--;
    else while (x >= xs[i + 1]!) i++;
    this.at = i;
    return i;
  }
}

function pchipSlopes(x: Float64Array, y: Float64Array): Float64Array {
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
