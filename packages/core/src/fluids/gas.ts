/* Natural gas that comes out of oil, by its gravity (air 1). */

/** density of air at 15.56 °C and 101.325 kPa, kg/m³ (0.0764 lb/ft³, as the correlations of oil have it) */
export const AIR_DENSITY = 0.0764 * 16.018463;
/** 60 °F, K */
export const STANDARD_TEMPERATURE = 288.706;
const R_AIR = 8.314462 / 0.0289647;

/** Pseudo-critical temperature, K, and pressure, Pa. Source: Sutton 1985, SPE 14265. Range: gravity 0.57 to 1.68. */
export function pseudoCritical(gravity: number): { temperature: number; pressure: number } {
  const rankine = 169.2 + 349.5 * gravity - 74 * gravity ** 2;
  const psi = 756.8 - 131 * gravity - 3.6 * gravity ** 2;
  return { temperature: rankine / 1.8, pressure: psi * 6894.757293168361 };
}

/** near the critical temperature the equation is poor: below this the factor is that at it */
export const LEAST_REDUCED_TEMPERATURE = 1.05;

const A = [0.3265, -1.07, -0.5339, 0.01569, -0.05165, 0.5475, -0.7361, 0.1844, 0.1056, 0.6134, 0.721] as const;

/**
 * Compressibility factor z of a natural gas by reduced pressure and temperature. Source: Dranchuk & Abou-Kassem 1975, J. Can. Pet. Tech. 14(3), 34–36.
 * Range: 0.2 ≤ ppr < 30, 1.0 < Tpr ≤ 3.0; solved for the reduced density by Newton.
 */
export function compressibility(reducedPressure: number, reducedTemperature: number): number {
  const [a1, a2, a3, a4, a5, a6, a7, a8, a9, a10, a11] = A;
  const t = Math.max(LEAST_REDUCED_TEMPERATURE, reducedTemperature);
  const c1 = a1 + a2 / t + a3 / t ** 3 + a4 / t ** 4 + a5 / t ** 5;
  const c2 = a6 + a7 / t + a8 / t ** 2;
  const c3 = a9 * (a7 / t + a8 / t ** 2);
  const base = (0.27 * reducedPressure) / t;
  let rho = base;
  for (let i = 0; i < 60; i++) {
    const r2 = rho * rho;
    const e = Math.exp(-a11 * r2);
    const z = 1 + c1 * rho + c2 * r2 - c3 * rho ** 5 + a10 * (1 + a11 * r2) * (r2 / t ** 3) * e;
    const slope = c1 + 2 * c2 * rho - 5 * c3 * rho ** 4 + ((2 * a10 * rho) / t ** 3) * (1 + a11 * r2 - (a11 * r2) ** 2) * e;
    const f = rho * z - base;
    const step = f / (z + rho * slope);
    // a step that leaves the vapour root is halved
    rho = Math.max(rho / 2, Math.min(rho - step, rho * 2 + 1e-9));
    if (Math.abs(step) < 1e-12) break;
  }
  return base / rho;
}

/** kg/m³ at K and Pa absolute */
export function gasDensity(gravity: number, temperature: number, pressure: number): number {
  const c = pseudoCritical(gravity);
  const z = compressibility(pressure / c.pressure, temperature / c.temperature);
  return (pressure * gravity) / (z * R_AIR * temperature);
}

/** Dynamic viscosity, Pa·s. Source: Lee, Gonzalez & Eakin 1966, J. Pet. Tech. 18(8), 997–1000. */
export function gasViscosity(gravity: number, temperature: number, density: number): number {
  const m = 28.9647 * gravity;
  const rankine = temperature * 1.8;
  const k = ((9.4 + 0.02 * m) * rankine ** 1.5) / (209 + 19 * m + rankine);
  const x = 3.5 + 986 / rankine + 0.01 * m;
  const y = 2.4 - 0.2 * x;
  return 1e-7 * k * Math.exp(x * (density / 1000) ** y);
}
