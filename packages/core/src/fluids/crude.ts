import { choice, number, quantity } from '../fields/field.js';
import { DEFAULT_CRITICAL_PRESSURE, type FluidKind, type FluidState } from './kind.js';
import { AIR_DENSITY, gasDensity, gasViscosity, pseudoCritical, STANDARD_TEMPERATURE } from './gas.js';
import { oilViscosity } from './oil.js';
import { heated } from './properties.js';
import { seaWaterDensity, seaWaterViscosity } from './sea-water.js';
import { waterSaturationPressure } from './water.js';
import { STANDARD_ATMOSPHERE } from '../units/standard.js';
import { word } from '../words/word.js';

/*
 * Crude oil with water and dissolved gas. The correlations are those of the trade, in its own units: psi, °F, scf/STB, °API; SI outside.
 * Mass is kept by what is in a cubic metre of liquid at the surface: oil, its gas, and water; its volume in place makes the density.
 */

const PSI = 6894.757293168361;
const SCF_PER_BARREL = 0.3048 ** 3 / 0.158987294928;
/** density of water at 60 °F, kg/m³ (API MPMS 11.1) */
const WATER = 999.016;

export interface CrudeRead {
  gravity: number;
  gasOilRatio: number;
  gasGravity: number;
  waterCut?: number;
  salinity?: number;
  correlation?: 'standing' | 'vasquez-beggs';
  viscosities?: readonly { temperature: number; kinematicViscosity: number }[];
  inversion?: number;
  vapourPressure?: number;
  gradient?: 'as-one' | 'beggs-brill';
}

export type Correlation = NonNullable<CrudeRead['correlation']>;

/* ---- oil, in field units ---- */

const isLight = (api: number): boolean => api > 30;

/** Gas dissolved at a pressure, scf/STB. Sources: Standing 1947, Drill. Prod. Prac. 275; Vasquez & Beggs 1980, J. Pet. Tech. 32(6), 968–970. psi absolute, °F. */
export function solutionGas(correlation: Correlation, psi: number, fahrenheit: number, api: number, gasGravity: number): number {
  if (correlation === 'standing')
    return gasGravity * ((psi / 18.2 + 1.4) * 10 ** (0.0125 * api - 0.00091 * fahrenheit)) ** 1.2048;
  const [c1, c2, c3] = isLight(api) ? [0.0178, 1.187, 23.931] : [0.0362, 1.0937, 25.724];
  return c1 * gasGravity * psi ** c2 * Math.exp((c3 * api) / (fahrenheit + 460));
}

/** Pressure at which the last gas dissolves, psi absolute; sources as above. */
export function bubblePoint(correlation: Correlation, gas: number, fahrenheit: number, api: number, gasGravity: number): number {
  if (gas <= 0) return 0;
  if (correlation === 'standing')
    return Math.max(0, 18.2 * ((gas / gasGravity) ** 0.83 * 10 ** (0.00091 * fahrenheit - 0.0125 * api) - 1.4));
  const [c1, c2, c3] = isLight(api) ? [0.0178, 1.187, 23.931] : [0.0362, 1.0937, 25.724];
  return (gas / (c1 * gasGravity * Math.exp((c3 * api) / (fahrenheit + 460)))) ** (1 / c2);
}

/** Volume of saturated oil over that at the surface; sources as above. */
export function formationVolume(
  correlation: Correlation,
  gas: number,
  fahrenheit: number,
  api: number,
  gasGravity: number,
): number {
  if (correlation === 'standing') {
    const oil = 141.5 / (131.5 + api);
    return 0.9759 + 0.00012 * (gas * Math.sqrt(gasGravity / oil) + 1.25 * fahrenheit) ** 1.2;
  }
  const [c1, c2, c3] = isLight(api) ? [4.67e-4, 1.1e-5, 1.337e-9] : [4.677e-4, 1.751e-5, -1.811e-8];
  return 1 + c1 * gas + (fahrenheit - 60) * (api / gasGravity) * (c2 + c3 * gas);
}

/** p·co of oil above its bubble point: −dlnV/dlnp. Source: Vasquez & Beggs 1980. */
function compressibilityNumber(gas: number, fahrenheit: number, api: number, gasGravity: number): number {
  return Math.max(0, (-1433 + 5 * gas + 17.2 * fahrenheit - 1180 * gasGravity + 12.61 * api) / 1e5);
}

/** Viscosity of oil without gas, mPa·s. Source: Beggs & Robinson 1975, J. Pet. Tech. 27(9), 1140–1141. Range 16–58 °API, 70–295 °F. */
export function deadOilViscosity(api: number, fahrenheit: number): number {
  return 10 ** (10 ** (3.0324 - 0.02023 * api) * fahrenheit ** -1.163) - 1;
}

/** Viscosity with gas dissolved in it, mPa·s; source as above. Range to 2070 scf/STB. */
export function liveOilViscosity(dead: number, gas: number): number {
  return 10.715 * (gas + 100) ** -0.515 * dead ** (5.44 * (gas + 150) ** -0.338);
}

/** Viscosity above the bubble point, over that at it. Source: Vasquez & Beggs 1980. psi absolute. */
const undersaturated = (psi: number, bubble: number): number =>
  (psi / bubble) ** (2.6 * psi ** 1.187 * Math.exp(-11.513 - 8.98e-5 * psi));

/* ---- water in oil ---- */

/** share of water at which it begins to carry the oil, where the entry names none */
const INVERSION = 0.6;

/**
 * Viscosity of oil and water that are dispersed in each other: that of the outer liquid times (1 − φ)^−2.5, φ the inner one's share; the
 * water is the outer one from the inversion on. Source: Brinkman 1952, J. Chem. Phys. 20, 571.
 */
export function emulsionViscosity(oil: number, water: number, cut: number, inversion = INVERSION): number {
  if (cut <= 0) return oil;
  if (cut >= 1) return water;
  return cut < inversion ? oil * (1 - cut) ** -2.5 : water * cut ** -2.5;
}

/* ---- the whole ---- */

/** N/m. Source: Baker & Swerdloff 1956, Oil Gas J., with the share that gas in solution leaves: 1 − 0.024·p^0.45. */
function surfaceTension(api: number, fahrenheit: number, psi: number): number {
  const at = (t: number): number => 39 - 0.2571 * api - (1.5 * (t - 68)) / 32;
  const dead = at(Math.min(100, Math.max(68, fahrenheit)));
  return Math.max(1e-3, dead * Math.max(0.05, 1 - 0.024 * psi ** 0.45) * 1e-3);
}

/** J/(kg·K) of oil: (0.388 + 0.00045·t)/√SG Btu/(lb·°F). Source: Gambill 1957, Chem. Eng. 64(6). */
const oilHeat = (fahrenheit: number, specific: number): number => ((0.388 + 0.00045 * fahrenheit) / Math.sqrt(specific)) * 4186.8;

const fahrenheitOf = (kelvin: number): number => kelvin * 1.8 - 459.67;

/** What a cubic metre of liquid at the surface holds, kg: oil, its gas, water. */
function massesOf(f: CrudeRead): { oil: number; gas: number; water: number } {
  const cut = f.waterCut ?? 0;
  return {
    oil: (1 - cut) * f.gravity,
    gas: (1 - cut) * f.gasOilRatio * f.gasGravity * AIR_DENSITY,
    water: cut * seaWaterDensity(STANDARD_TEMPERATURE - 273.15, f.salinity ?? 0),
  };
}

/** Pa/Pa that water gives way to */
const WATER_COMPRESSIBILITY = 4.5e-10;

function state(f: CrudeRead, temperature: number, pressure?: number): FluidState {
  const { gasGravity } = f;
  const cut = f.waterCut ?? 0;
  const salinity = f.salinity ?? 0;
  const by = f.correlation ?? 'standing';
  const api = 141.5 / (f.gravity / WATER) - 131.5;
  const t = fahrenheitOf(temperature);
  const celsius = temperature - 273.15;
  const all = f.gasOilRatio / SCF_PER_BARREL;
  const masses = massesOf(f);
  const mass = masses.oil + masses.gas + masses.water;
  const bubble = bubblePoint(by, all, t, api, gasGravity);
  const deadViscosity = deadAt(f, api, temperature);
  const waterViscosity = seaWaterViscosity(celsius, salinity);
  const vapour = f.vapourPressure ?? (cut > 0 ? waterSaturationPressure(temperature) : 0);
  const heat = (masses.oil * oilHeat(t, f.gravity / WATER) + (masses.gas * 2200 + masses.water * 4180)) / mass;
  const common = {
    vapourPressure: vapour,
    criticalPressure: DEFAULT_CRITICAL_PRESSURE,
    specificHeat: heat,
    bubblePoint: bubble * PSI,
  };
  // the measure of flows: liquid at the surface, that carries what is dissolved in it
  if (pressure === undefined)
    return { ...common, density: mass, viscosity: emulsionViscosity(deadViscosity, waterViscosity, cut, f.inversion) };
  const psi = pressure / PSI;
  const isBelow = psi < bubble;
  const dissolved = isBelow ? Math.min(all, solutionGas(by, psi, t, api, gasGravity)) : all;
  let oilVolume = formationVolume(by, dissolved, t, api, gasGravity);
  let oilViscosityHere = liveOilViscosity(deadViscosity * 1e3, dissolved) * 1e-3;
  if (all <= 0) oilViscosityHere = deadViscosity;
  if (!isBelow) {
    const from = Math.max(bubble, 14.7);
    if (psi > from) {
      oilVolume *= (from / psi) ** compressibilityNumber(all, t, api, gasGravity);
      oilViscosityHere *= undersaturated(psi, from);
    }
  }
  const oil = (1 - cut) * oilVolume;
  const water =
    (masses.water / seaWaterDensity(celsius, salinity)) * (1 - WATER_COMPRESSIBILITY * (pressure - STANDARD_ATMOSPHERE));
  const free = (1 - cut) * Math.max(0, all - dissolved) * SCF_PER_BARREL * gasGravity * AIR_DENSITY;
  const liquidViscosity = emulsionViscosity(oilViscosityHere, waterViscosity, water / (oil + water), f.inversion);
  const liquidVolume = oil + water;
  if (!(free > 1e-9)) return { ...common, density: mass / liquidVolume, viscosity: liquidViscosity };
  const rhoGas = gasDensity(gasGravity, temperature, pressure);
  const muGas = gasViscosity(gasGravity, temperature, rhoGas);
  const gasVolume = free / rhoGas;
  const fraction = gasVolume / (liquidVolume + gasVolume);
  return {
    ...common,
    density: mass / (liquidVolume + gasVolume),
    // no slip: by volume. Source: Beggs & Brill 1973
    viscosity: liquidViscosity * (1 - fraction) + muGas * fraction,
    gas: {
      fraction,
      liquidDensity: (mass - free) / liquidVolume,
      liquidViscosity,
      gasDensity: rhoGas,
      gasViscosity: muGas,
      reducedTemperature: temperature / pseudoCritical(gasGravity).temperature,
      surfaceTension: surfaceTension(api, t, psi),
    },
  };
}

/** Pa·s: of two measured points where they are given, else by its gravity */
function deadAt(f: CrudeRead, api: number, temperature: number): number {
  const [a, b] = f.viscosities ?? [];
  if (!a || !b) return deadOilViscosity(api, fahrenheitOf(temperature)) * 1e-3;
  // of the oil at the surface, expanded as crude is
  const alpha = 613.9723 / f.gravity ** 2;
  const dt = temperature - 288.15;
  return oilViscosity(a, b, temperature) * f.gravity * Math.exp(-alpha * dt * (1 + 0.8 * alpha * dt));
}

export const crude: FluidKind<CrudeRead> = {
  label: word('fluid.crude-oil-with-water-and-gas'),
  isCompressible: true,
  fields: {
    ...heated,
    gravity: quantity('density', 700, 1050, word('field.oil-gravity'), { required: true, bare: true }),
    gasOilRatio: quantity('gasOilRatio', 0, 400, word('field.gas-oil-ratio'), { required: true }),
    gasGravity: number(0.5, 1.7, word('field.gas-gravity-air-1'), { required: true }),
    waterCut: number(0, 1, word('field.water-cut'), { percent: true, default: 0 }),
    salinity: number(0, 0.15, word('field.salinity-of-the-water-kg-salt-per'), { percent: true, default: 0 }),
    correlation: choice(['standing', 'vasquez-beggs'], word('field.dissolved-gas-method'), {
      default: 'standing',
      words: { standing: word('choice.standing-1947'), 'vasquez-beggs': word('choice.vasquez-beggs-1980') },
    }),
    viscosities: {
      type: 'list',
      least: 2,
      most: 2,
      label: word('field.two-viscosity-points-gas-free-oil'),
      of: {
        temperature: quantity('temperature', 200, 700, word('field.temperature'), { required: true }),
        kinematicViscosity: quantity('kinematicViscosity', 0.21e-6, 20, word('field.kinematic-viscosity'), { required: true }),
      },
    },
    inversion: number(0.2, 0.95, word('field.inversion-water-cut'), { percent: true, default: INVERSION }),
    vapourPressure: quantity('absolutePressure', 0, 1e8, word('field.vapour-pressure')),
    gradient: choice(['as-one', 'beggs-brill'], word('field.method-below-the-bubble-point'), {
      default: 'as-one',
      words: { 'as-one': word('choice.homogeneous-mixture-of-gas-and-liquid'), 'beggs-brill': word('choice.beggs-brill-1973') },
    }),
  },
  beginning: { name: 'Crude', gravity: '32 API', gasOilRatio: '50 Sm3/Sm3', gasGravity: 0.75, waterCut: '20 %' },
  problems: (read) => {
    const [a, b] = (read.viscosities ?? []) as { temperature?: number }[];
    return a && b && a.temperature === b.temperature
      ? [{ code: 'bad-value', path: 'viscosities[1].temperature', detail: { reason: 'same-temperature' } }]
      : [];
  },
  // Beggs & Robinson are tested from 21 °C; two points carry on as far as the chart of ASTM D341 is drawn
  range: ({ viscosities }) =>
    viscosities
      ? {
          lowest: Math.max(273.15, Math.min(...viscosities.map((v) => v.temperature)) - 60),
          highest: Math.min(423.15, Math.max(...viscosities.map((v) => v.temperature)) + 60),
        }
      : { lowest: 283.15, highest: 423.15 },
  state,
  sources: {
    density: word('source.standing-1947-or-vasquez-beggs-1980-gas'),
    viscosity: word('source.beggs-robinson-1975-or-astm-d341-through'),
    vapourPressure: word('source.as-given-otherwise-that-of-the-water'),
    specificHeat: word('source.gambill-1957-for-the-oil-water-and'),
  },
};
