/*
 * Made-up pumps with believable curves: the shape follows from specific speed, the level of efficiency from size, NPSH from
 * suction specific speed. Part of the demo data, not of the calculation.
 */

interface PumpShape {
  /** rpm */
  speed: number;
  /** best-efficiency flow of one unit, m³/h, and head of one stage there, m */
  bestFlow: number;
  bestHead: number;
  /** n·√Q/NPSH^0.75 at best efficiency (rpm, m³/s, m) */
  suctionSpecificSpeed: number;
  /** last flow of the curve as a share of the best-efficiency flow */
  end: number;
}

const ROWS = [0, 0.2, 0.4, 0.55, 0.7, 0.85, 1, 1.1, 1.2, 1.3, 1.4];

/** Rows of a study's pump curve. */
export function generateCurve(shape: PumpShape, stages = 1): { flow: string; head: string; efficiency: number; npshr: string }[] {
  const { speed, bestFlow, bestHead, suctionSpecificSpeed, end } = shape;
  const q = bestFlow / 3600;
  const specificSpeed = (speed * Math.sqrt(q)) / bestHead ** 0.75;
  // slender impellers are flat, those of high specific speed steep (rise to shut-off 15 % at 15, 40 % at 60)
  const rise = 0.07 + 0.0055 * specificSpeed;
  const best = 0.88 - 0.06 / Math.sqrt(q * 10) - 0.055 * Math.log10(specificSpeed / 45) ** 2 * 4;
  const npshBest = ((speed * Math.sqrt(q)) / suctionSpecificSpeed) ** (4 / 3);
  return ROWS.filter((x) => x <= end).map((x) => ({
    flow: `${round(bestFlow * x, bestFlow > 50 ? 1 : 0.1)} m3/h`,
    head: `${round(stages * bestHead * (1 + rise * (1 - x ** 2.1)), 0.1)} m`,
    efficiency: round(best * (1 - Math.abs(1 - x) ** 2.15 * (x > 1 ? 1.5 : 1)), 0.001),
    npshr: `${round(npshBest * (0.55 + 0.1 * x + 0.35 * x ** 3.2), 0.05)} m`,
  }));
}

function round(x: number, step: number): number {
  return Number((Math.round(x / step) * step).toFixed(3));
}
