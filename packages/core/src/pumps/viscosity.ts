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
/** m²/s: up to here a liquid counts as clean cold water (ISO 9906:2012, table 3), and its curve is the published one */
export const CLEAN_COLD_WATER = 1.75e-6;
const LEAST_HEAD_FACTOR = 0.05;

/** whether the published curve holds as it is @param kinematicViscosity m²/s */
export const isCleanColdWater = (kinematicViscosity: number): boolean => kinematicViscosity <= CLEAN_COLD_WATER * (1 + 1e-9);

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
  if (!(b > 1) || isCleanColdWater(kinematicViscosity)) return { b, cq: 1, ceta: 1, bestFlow };
  return { b, cq: 2.71 ** (-0.165 * Math.log10(b) ** 3.15), ceta: b ** (-0.0547 * b ** 0.69), bestFlow };
}

/** CH at a flow on water: 1 − (1 − CQ)·(Qw/QBEP)^0.75, not below 0.05. */
export function headFactor(c: ViscosityCorrection, waterFlow: number): number {
  if (c.cq === 1 || waterFlow <= 0) return 1;
  return Math.max(LEAST_HEAD_FACTOR, 1 - (1 - c.cq) * (waterFlow / c.bestFlow) ** 0.75);
}

/**
 * Factor on NPSHR of a viscous liquid: 1 + A·(1/CH − 1)·274 000·NPSHRb/(Qb^0.667·N^1.33) with m, m³/h, rpm and CH at best efficiency;
 * A is 0.1 for an inlet along the shaft and 0.5 where the liquid turns into the eye. Source: ISO/TR 17766 (ANSI/HI 9.6.7).
 *
 * @param required NPSHR on water at the best-efficiency flow, m @param isSideInlet the liquid turns into the eye, as in a pump with two
 */
export function npshrFactor(c: ViscosityCorrection, required: number, speed: number, isSideInlet: boolean): number {
  const a = isSideInlet ? 0.5 : 0.1;
  const ch = headFactor(c, c.bestFlow);
  return 1 + (a * (1 / ch - 1) * 274_000 * required) / ((c.bestFlow * 3600) ** 0.667 * speed ** 1.33);
}

/** Slope of CH over the flow on water, 1/(m³/s). */
export function headFactorSlope(c: ViscosityCorrection, waterFlow: number): number {
  if (c.cq === 1 || waterFlow <= 0 || headFactor(c, waterFlow) === LEAST_HEAD_FACTOR) return 0;
  return (-0.75 * (1 - c.cq) * (waterFlow / c.bestFlow) ** 0.75) / waterFlow;
}
