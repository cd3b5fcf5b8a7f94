import { choice } from '../fields/field.js';
import { solutionState, type FluidKind } from './kind.js';
import { heated, strength } from './properties.js';
import { waterSaturationPressure } from './water.js';
import { word } from '../words/word.js';

type GlycolName = 'ethylene' | 'propylene';

/*
 * Sources: ethylene glycol: Bohne, Fischer & Obermeier 1984, Ber. Bunsenges. Phys. Chem. 88, 739–742, which mixes fits of the
 * pure liquids with an excess term. Propylene glycol, and both freezing curves: Conde, Thermophysical properties of brines,
 * 2011, polynomials in the mass fraction and 273.15 K/T. Handbook tables are met within 0.5 % in density, 8 % in viscosity.
 */
const FREEZING = { ethylene: [-0.06982, -0.3578], propylene: [-0.03736, -0.4005] } as const;
const PROPYLENE_DENSITY = [508.41109, -182.4082, 965.76507, 280.29104, -472.2251] as const;
const PROPYLENE_VISCOSITY = [-1.02798, -10.03298, -19.93497, 14.65802, 14.6205] as const;

/** g/mol */
const MOLAR_MASS = { ethylene: 62.068, propylene: 76.095 } as const;

/** highest temperature of each source's mixtures, K */
const GLYCOL_HIGHEST = { ethylene: 373.15, propylene: 313.15 } as const;

/** Temperature at which ice appears, K; mass fraction to 0.6. Example: propylene 30 % → 260.2. */
function glycolFreezing(glycol: GlycolName, fraction: number): number {
  const [a, b] = FREEZING[glycol];
  return 273.15 * (1 + a * fraction + b * fraction * fraction);
}

/** Density, kg/m³, of glycol and water at a mass fraction (0–0.6) and °C. Example: propylene 50 %, 20 °C → 1037.7. */
function glycolDensity(glycol: GlycolName, fraction: number, celsius: number): number {
  const t = celsius;
  if (glycol === 'propylene') return polynomial(PROPYLENE_DENSITY, fraction, t);
  const pure = 1127.68 - 0.65816 * t - 6.1765e-4 * t * t;
  const water = 1002.17 - 0.116189 * t - 0.00358024 * t * t + 3.73667e-6 * t ** 3;
  return mixed(pure, water, fraction, 0.3059 + 0.13781 * fraction - 0.00186 * t);
}

/** Dynamic viscosity, Pa·s. Example: propylene 50 %, 20 °C → 0.00612. */
function glycolViscosity(glycol: GlycolName, fraction: number, celsius: number): number {
  if (glycol === 'propylene') return Math.exp(polynomial(PROPYLENE_VISCOSITY, fraction, celsius));
  const pure = -3.61359 + 986.519 / (celsius + 127.861);
  const water = -3.75802 + 590.9808 / (celsius + 137.2645);
  return 1e-3 * Math.exp(mixed(pure, water, fraction, -0.165301 - 0.287325 * fraction + 0.00110978 * celsius));
}

/** Pa: Raoult's law; the glycol's own part, below 3 % of the water's at 100 °C, is left out */
function glycolVapourPressure(glycol: GlycolName, fraction: number, celsius: number): number {
  const water = (1 - fraction) / 18.01528;
  // below 0 °C: the value at the triple point, which errs to the safe side
  const pure = waterSaturationPressure(Math.max(273.15, celsius + 273.15));
  return (pure * water) / (water + fraction / MOLAR_MASS[glycol]);
}

function polynomial([a, b, c, d, e]: readonly [number, number, number, number, number], w: number, celsius: number): number {
  const theta = 273.15 / (celsius + 273.15);
  return a + b * w + c * theta + d * w * theta + e * theta * theta;
}

function mixed(glycol: number, water: number, w: number, excess: number): number {
  return w * glycol + (1 - w) * water + (glycol - water) * w * (1 - w) * excess;
}

/** From where ice appears to 100 °C (ethylene) or 40 °C (propylene). */
export const glycol: FluidKind<{ glycol: GlycolName; concentration: number }> = {
  label: word('fluid.glycol-solution'),
  fields: {
    ...heated,
    glycol: choice(['ethylene', 'propylene'], word('field.glycol'), { required: true }),
    concentration: strength(0.6, word('field.concentration-of-glycol')),
  },
  beginning: { name: 'Propylene glycol 40 %', glycol: 'propylene', concentration: '40 %' },
  freezes: true,
  range: ({ glycol: name, concentration }) => ({ lowest: glycolFreezing(name, concentration), highest: GLYCOL_HIGHEST[name] }),
  state: ({ glycol: name, concentration: w }, temperature) => {
    const t = temperature - 273.15;
    return solutionState(glycolDensity(name, w, t), glycolViscosity(name, w, t), glycolVapourPressure(name, w, t));
  },
  sources: {
    density: word('source.bohne-et-al-1984-ethylene-conde-2011'),
    viscosity: word('source.bohne-et-al-1984-ethylene-conde-2011'),
    vapourPressure: word('source.raoults-law-over-water-of-iapws-if97'),
  },
};
