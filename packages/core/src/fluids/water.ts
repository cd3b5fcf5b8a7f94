import { common } from './properties.js';
import { solutionState, type FluidKind } from './kind.js';
import { REGION_1, REGION_1_CALORIC, SATURATION, VISCOSITY_DILUTE, VISCOSITY_FINITE } from './water-coefficients.js';
import { STANDARD_ATMOSPHERE } from '../units/standard.js';
import { word } from '../words/word.js';

const R = 461.526; // J/(kg·K), IAPWS-IF97
const CRITICAL_TEMPERATURE = 647.096;

/**
 * Density of liquid water, kg/m³. Source: IAPWS-IF97 (2012 release), region 1, eq. 7. Range 273.15–623.15 K, to 100 MPa.
 * Example: 300 K and 3 MPa → 1/0.100215168e-2.
 */
export function waterDensity(temperature: number, pressure: number): number {
  const pi = pressure / 16.53e6;
  const tau = 1386 / temperature;
  const a = 7.1 - pi;
  const b = tau - 1.222;
  let gammaPi = 0;
  for (const [i, j, n] of REGION_1) gammaPi -= n * i * a ** (i - 1) * b ** j;
  return pressure / (R * temperature * pi * gammaPi);
}

/**
 * Specific isobaric heat of liquid water, J/(kg·K): −R·τ²·γ_ττ. Source: IAPWS-IF97, region 1, table 3. Example: 300 K and 3 MPa →
 * 4173.01218 (table 5).
 */
export function waterSpecificHeat(temperature: number, pressure: number): number {
  const tau = 1386 / temperature;
  const a = 7.1 - pressure / 16.53e6;
  const b = tau - 1.222;
  let gammaTauTau = 0;
  for (const [j, n] of REGION_1_CALORIC) gammaTauTau += n * j * (j - 1) * b ** (j - 2);
  for (const [i, j, n] of REGION_1) gammaTauTau += n * a ** i * j * (j - 1) * b ** (j - 2);
  return -R * tau * tau * gammaTauTau;
}

/** Saturation pressure of water, Pa. Source: IAPWS-IF97, region 4, eq. 30. Range 273.15–647.096 K. Example: 300 K → 3536.58941. */
export function waterSaturationPressure(temperature: number): number {
  const n = SATURATION;
  const theta = temperature + n[8]! / (temperature - n[9]!);
  const a = theta * theta + n[0]! * theta + n[1]!;
  const b = n[2]! * theta * theta + n[3]! * theta + n[4]!;
  const c = n[5]! * theta * theta + n[6]! * theta + n[7]!;
  return 1e6 * ((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4;
}

/**
 * Dynamic viscosity of water, Pa·s. Source: IAPWS R12-08, eqs. 10–12 (without critical enhancement, which matters only
 * within a few kelvin of the critical point). Example: 298.15 K and 998 kg/m³ → 889.735100e-6.
 */
export function waterViscosity(temperature: number, density: number): number {
  const t = temperature / CRITICAL_TEMPERATURE;
  const r = density / 322;
  let dilute = 0;
  VISCOSITY_DILUTE.forEach((h, i) => (dilute += h / t ** i));
  let finite = 0;
  for (const [i, j, h] of VISCOSITY_FINITE) finite += (1 / t - 1) ** i * h * (r - 1) ** j;
  return ((100 * Math.sqrt(t)) / dilute) * Math.exp(r * finite) * 1e-6;
}

/** Water at the larger of 1 atm and saturation, 0–200 °C. */
export const water: FluidKind<object> = {
  label: word('fluid.water'),
  fields: common,
  beginning: { name: 'Water' },
  freezes: true,
  range: () => ({ lowest: 273.15, highest: 473.15 }),
  state: (_read, temperature) => {
    const pv = waterSaturationPressure(temperature);
    const rho = waterDensity(temperature, Math.max(STANDARD_ATMOSPHERE, pv));
    const state = solutionState(rho, waterViscosity(temperature, rho), pv);
    return { ...state, specificHeat: waterSpecificHeat(temperature, Math.max(STANDARD_ATMOSPHERE, pv)) };
  },
  sources: {
    density: word('source.iapws-if97-region-1-at-the-larger'),
    viscosity: word('source.iapws-r12-08'),
    vapourPressure: word('source.iapws-if97-region-4'),
    specificHeat: word('source.iapws-if97-region-1'),
  },
};
