import { solutionState, type FluidKind } from './kind.js';
import { heated, strength } from './properties.js';
import { waterSaturationPressure, waterViscosity, waterDensity } from './water.js';
import { STANDARD_ATMOSPHERE } from '../units/standard.js';
import { word } from '../words/word.js';

/*
 * Sea water by salinity. Source: Sharqawy, Lienhard & Zubair 2010, Desalination and Water Treatment 16, 354–380: density eq. 8, dynamic viscosity
 * eqs. 22–23, vapour pressure eq. 28. Range: 0–180 °C (from −2 °C where it is still liquid), 0–0.16 kg/kg (density); viscosity 0–0.15 kg/kg. Temperature in °C, S in kg/kg.
 */

/** kg/m³. Example: 20 °C and 0.035 kg/kg → 1024.8 (table 8 of the source: 1024.8). */
export function seaWaterDensity(celsius: number, salinity: number): number {
  const t = celsius;
  const s = salinity;
  const pure = 9.999e2 + 2.034e-2 * t - 6.162e-3 * t * t + 2.261e-5 * t ** 3 - 4.657e-8 * t ** 4;
  return pure + 8.02e2 * s - 2.001 * s * t + 1.677e-2 * s * t * t - 3.06e-5 * s * t ** 3 - 1.613e-5 * s * s * t * t;
}

/** Pa·s: that of pure water (IAPWS R12-08) times 1 + A·S + B·S² */
export function seaWaterViscosity(celsius: number, salinity: number): number {
  const t = celsius;
  const kelvin = t + 273.15;
  const a = 1.541 + 1.998e-2 * t - 9.52e-5 * t * t;
  const b = 7.974 - 7.561e-2 * t + 4.724e-4 * t * t;
  const pure = waterViscosity(kelvin, waterDensity(kelvin, Math.max(STANDARD_ATMOSPHERE, waterSaturationPressure(kelvin))));
  return pure * (1 + a * salinity + b * salinity * salinity);
}

/** Pa: Raoult's law, pv,w/pv = 1 + 0.57357·S/(1 − S) */
function seaWaterVapourPressure(celsius: number, salinity: number): number {
  return waterSaturationPressure(celsius + 273.15) / (1 + (0.57357 * salinity) / (1 - salinity));
}

/** °C to which the polynomials may be carried on: 0.02 % from the equation of state of Millero & Poisson 1981 there */
const LOWEST = -2;

/** °C at atmospheric pressure. Source: Millero 1978, UNESCO Technical Papers in Marine Science 28. */
function freezingPoint(salinity: number): number {
  const s = salinity * 1000;
  return -0.0575 * s + 1.710523e-3 * s ** 1.5 - 2.154996e-4 * s * s;
}

export const seaWater: FluidKind<{ salinity: number }> = {
  label: word('fluid.sea-water'),
  fields: { ...heated, salinity: strength(0.15, word('field.salinity')) },
  beginning: { name: 'Sea water', salinity: '3.5 %' },
  freezes: true,
  range: ({ salinity }) => ({ lowest: 273.15 + Math.max(LOWEST, freezingPoint(salinity)), highest: 453.15 }),
  state: ({ salinity: s }, temperature) => {
    const t = temperature - 273.15;
    return solutionState(seaWaterDensity(t, s), seaWaterViscosity(t, s), seaWaterVapourPressure(t, s));
  },
  sources: {
    density: word('source.sharqawy-lienhard-zubair-2010'),
    viscosity: word('source.sharqawy-lienhard-zubair-2010'),
    vapourPressure: word('source.sharqawy-lienhard-zubair-2010'),
  },
};
