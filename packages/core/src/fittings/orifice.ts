/**
 * Permanent loss of an orifice plate on the velocity head of the pipe: K = (√(1 − β⁴(1 − C²))/(C·β²) − 1)².
 * Source: ISO 5167-2:2003, eq. 8. @param beta bore/inside, 0–1 @param c discharge coefficient
 * Example: β 0.5, C 0.61 → 29.46 (hand: √(1 − 0.0625·0.6279) = 0.98018; 0.98018/0.1525 − 1 = 5.4274; squared 29.46).
 */
export function orificeK(beta: number, c: number): number {
  const b2 = beta * beta;
  return (Math.sqrt(1 - b2 * b2 * (1 - c * c)) / (c * b2) - 1) ** 2;
}
