import { word, type Word } from '../../words/word.js';

/**
 * Coefficients of common liquids. Source: Perry's Chemical Engineers' Handbook, 7th and 8th ed., tables of DIPPR equations: vapour
 * pressure and viscosity by exp(c1 + c2/T + c3·ln T + c4·T^c5), Pa and Pa·s; density by M·c1/c2^(1 + (1 − T/c3)^c4), kmol/m³; K.
 * Each is held by a test against a second printed value (CRC Handbook of Chemistry and Physics).
 */
export interface LiquidData {
  label: Word;
  /** kg/kmol */
  molarMass: number;
  density: readonly [number, number, number, number];
  viscosity: readonly [number, number, number, number, number];
  vapourPressure: readonly [number, number, number, number, number];
  /** Pa */
  criticalPressure: number;
  /** K, in which all three equations hold */
  range: readonly [number, number];
}

// prettier-ignore
export const LIQUIDS = {
  methanol: { label: word('fluid.methanol'), molarMass: 32.042, density: [2.288, 0.2685, 512.64, 0.2453], viscosity: [-25.317, 1789.2, 2.069, 0, 0], vapourPressure: [82.718, -6904.5, -8.8622, 7.4664e-6, 2], criticalPressure: 8.084e6, range: [193.15, 337.85] },
  ethanol: { label: word('fluid.ethanol'), molarMass: 46.069, density: [1.648, 0.27627, 513.92, 0.2331], viscosity: [7.875, 781.98, -3.0418, 0, 0], vapourPressure: [74.475, -7164.3, -7.327, 3.134e-6, 2], criticalPressure: 6.12e6, range: [203.15, 393.15] },
  acetone: { label: word('fluid.acetone'), molarMass: 58.08, density: [1.2332, 0.25886, 508.2, 0.2913], viscosity: [-14.918, 1023.4, 0.5961, 0, 0], vapourPressure: [69.006, -5599.6, -7.0985, 6.2237e-6, 2], criticalPressure: 4.71e6, range: [193.15, 329.15] },
  benzene: { label: word('fluid.benzene'), molarMass: 78.114, density: [1.0162, 0.2655, 562.16, 0.28212], viscosity: [7.5117, 294.68, -2.794, 0, 0], vapourPressure: [83.918, -6517.7, -9.3453, 7.1182e-6, 2], criticalPressure: 4.88e6, range: [279.15, 423.15] },
  toluene: { label: word('fluid.toluene'), molarMass: 92.141, density: [0.8792, 0.27136, 591.75, 0.29241], viscosity: [-226.08, 6805.7, 37.542, -0.060853, 1], vapourPressure: [76.945, -6729.8, -8.179, 5.3017e-6, 2], criticalPressure: 4.08e6, range: [193.15, 383.15] },
  pentane: { label: word('fluid.n-pentane'), molarMass: 72.15, density: [0.84947, 0.26726, 469.7, 0.27789], viscosity: [-53.509, 1836.6, 7.1409, -1.9627e-5, 2], vapourPressure: [78.741, -5420.3, -8.8253, 9.6171e-6, 2], criticalPressure: 3.364e6, range: [203.15, 393.15] },
  hexane: { label: word('fluid.n-hexane'), molarMass: 86.177, density: [0.7147, 0.265, 507.6, 0.2781], viscosity: [-20.715, 1207.5, 1.4993, 0, 0], vapourPressure: [104.65, -6995.5, -12.702, 1.2381e-5, 2], criticalPressure: 3.045e6, range: [203.15, 343.15] },
  heptane: { label: word('fluid.n-heptane'), molarMass: 100.204, density: [0.61259, 0.26211, 540.2, 0.28141], viscosity: [-24.451, 1533.1, 2.0087, 0, 0], vapourPressure: [87.829, -6996.4, -9.8802, 7.2099e-6, 2], criticalPressure: 2.72e6, range: [203.15, 373.15] },
  cyclohexane: { label: word('fluid.cyclohexane'), molarMass: 84.161, density: [0.8908, 0.27396, 553.58, 0.2851], viscosity: [-33.763, 2497.2, 3.2236, 0, 0], vapourPressure: [51.087, -5226.4, -4.2278, 9.7554e-18, 6], criticalPressure: 4.08e6, range: [280.15, 353.15] },
  ammonia: { label: word('fluid.ammonia'), molarMass: 17.031, density: [3.5383, 0.25443, 405.65, 0.2888], viscosity: [-6.743, 598.3, -0.7341, -3.69e-27, 10], vapourPressure: [90.483, -4669.7, -11.607, 1.7194e-2, 1], criticalPressure: 11.3e6, range: [203.15, 343.15] },
  propane: { label: word('fluid.propane'), molarMass: 44.096, density: [1.3757, 0.27453, 369.83, 0.29359], viscosity: [-6.9281, 420.76, -0.63276, -1.713e-26, 10], vapourPressure: [59.078, -3492.6, -6.0669, 1.0919e-5, 2], criticalPressure: 4.21e6, range: [203.15, 333.15] },
  butane: { label: word('fluid.n-butane'), molarMass: 58.123, density: [1.0677, 0.27188, 425.12, 0.28688], viscosity: [-7.2471, 534.82, -0.57469, -4.6625e-27, 10], vapourPressure: [66.343, -4363.2, -7.046, 9.4509e-6, 2], criticalPressure: 3.77e6, range: [203.15, 373.15] },
} as const satisfies Record<string, LiquidData>;
