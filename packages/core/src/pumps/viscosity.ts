/** Correction of a pump's curve for a viscous liquid; all 1 when B ≤ 1. */
export interface ViscosityCorrection {
  b: number;
  cq: number;
  ceta: number;
  /** best-efficiency flow on water, m³/s, to which the head factor refers */
  bestFlow: number;
}

/** B above which the method is outside the tests it rests on. */
export const VISCOSITY_B_LIMIT = 40;
const LEAST_HEAD_FACTOR = 0.05;

/**
 * Factors of ISO/TR 17766:2005 (ANSI/HI 9.6.7): B = 16.5·ν^0.5·H^0.0625/(Q^0.375·N^0.25) with cSt, m, m³/h, rpm.
 *
 * @param kinematicViscosity m²/s @param bestFlow m³/s of one unit on water @param bestHead m of one stage there @param speed rpm
 * Example: 120 cSt, 440 gpm, 300 ft, 3550 rpm → B 5.50, CQ 0.938, Cη 0.739 (the worked example of HI 9.6.7).
 */
export function viscosityCorrection(
  kinematicViscosity: number,
  bestFlow: number,
  bestHead: number,
  speed: number,
): ViscosityCorrection {
  const b = (16.5 * Math.sqrt(kinematicViscosity * 1e6) * bestHead ** 0.0625) / ((bestFlow * 3600) ** 0.375 * speed ** 0.25);
  if (!(b > 1)) return { b, cq: 1, ceta: 1, bestFlow };
  return { b, cq: 2.71 ** (-0.165 * Math.log10(b) ** 3.15), ceta: b ** (-0.0547 * b ** 0.69), bestFlow };
}

/** CH at a flow on water: 1 − (1 − CQ)·(Qw/QBEP)^0.75, not below 0.05. */
export function headFactor(c: ViscosityCorrection, waterFlow: number): number {
  if (c.cq === 1 || waterFlow <= 0) return 1;
  return Math.max(LEAST_HEAD_FACTOR, 1 - (1 - c.cq) * (waterFlow / c.bestFlow) ** 0.75);
}

/** Slope of CH over the flow on water, 1/(m³/s). */
export function headFactorSlope(c: ViscosityCorrection, waterFlow: number): number {
  if (c.cq === 1 || waterFlow <= 0 || headFactor(c, waterFlow) === LEAST_HEAD_FACTOR) return 0;
  return (-0.75 * (1 - c.cq) * (waterFlow / c.bestFlow) ** 0.75) / waterFlow;
}
