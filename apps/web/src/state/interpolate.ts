/** linear between the points of a trace, which stand close enough for drawing */
export function interpolate(x: readonly number[], y: readonly (number | null)[], at: number): number {
  const beyond = x.findIndex((v) => v > at);
  const i = beyond < 0 ? x.length - 2 : Math.max(0, beyond - 1);
  const t = (at - x[i]!) / (x[i + 1]! - x[i]! || 1);
  return (y[i] ?? NaN) + t * ((y[i + 1] ?? NaN) - (y[i] ?? NaN));
}
