import { choice } from '../fields/field.js';
import { solutionState, type FluidKind } from './kind.js';
import { common, strength } from './properties.js';
import { waterDensity, waterSaturationPressure, waterViscosity } from './water.js';

/** Coefficients of one salt: apparent density c0…c4 and viscosity v1…v6. */
interface Salt {
  c: readonly [number, number, number, number, number];
  v: readonly [number, number, number, number, number, number];
  /** g/mol, and ions of one formula unit */
  molarMass: number;
  ions: number;
  /** greatest mass fraction for which the coefficients were fitted and the salt stays dissolved near 0 °C */
  most: number;
}

/*
 * Sources: Laliberté & Cooper 2004, J. Chem. Eng. Data 49, 1141–1151 (density); Laliberté 2007, J. Chem. Eng. Data 52, 321–335
 * (viscosity). Temperature in °C, mass fraction w, water by IAPWS.
 */
const SALTS = {
  NaCl: {
    c: [-0.00433, 0.06471, 1.0166, 0.014624, 3315.6],
    v: [16.222, 1.3229, 1.4849, 0.0074691, 30.78, 2.0583],
    molarMass: 58.443,
    ions: 2,
    most: 0.26,
  },
  CaCl2: {
    c: [-0.63254, 0.93995, 4.2785, 0.048319, 3180.9],
    v: [32.028, 0.78792, -1.1495, 0.0026995, 780860, 5.8442],
    molarMass: 110.984,
    ions: 3,
    most: 0.37,
  },
} as const satisfies Record<string, Salt>;

type SaltName = keyof typeof SALTS;

/** kg/m³. Example: NaCl 10 % at 20 °C → 1070.7 (Perry's Chemical Engineers' Handbook, table 2-90: 1070.7). */
function brineDensity(salt: SaltName, fraction: number, celsius: number): number {
  const water = pureWater(celsius);
  if (fraction === 0) return water.density;
  const [c0, c1, c2, c3, c4] = SALTS[salt].c;
  const apparent = (fraction + c2 + c3 * celsius) / ((c0 * fraction + c1) * Math.exp(1e-6 * (celsius + c4) ** 2));
  return 1 / ((1 - fraction) / water.density + fraction * apparent);
}

/** Pa·s: ln η = (1 − w)·ln ηw + w·ln ηs, mPa·s */
function brineViscosity(salt: SaltName, fraction: number, celsius: number): number {
  const water = pureWater(celsius);
  if (fraction === 0) return water.viscosity;
  const [v1, v2, v3, v4, v5, v6] = SALTS[salt].v;
  const solute = Math.exp((v1 * fraction ** v2 + v3) / (v4 * celsius + 1)) / (v5 * fraction ** v6 + 1);
  return Math.exp((1 - fraction) * Math.log(water.viscosity * 1e3) + fraction * Math.log(solute)) * 1e-3;
}

/** Pa: Raoult's law with the salt fully dissociated */
function brineVapourPressure(salt: SaltName, fraction: number, celsius: number): number {
  const { molarMass, ions } = SALTS[salt];
  const water = (1 - fraction) / 18.01528;
  const dissolved = (ions * fraction) / molarMass;
  return (waterSaturationPressure(celsius + 273.15) * water) / (water + dissolved);
}

function pureWater(celsius: number): { density: number; viscosity: number } {
  const t = celsius + 273.15;
  const density = waterDensity(t, Math.max(101325, waterSaturationPressure(t)));
  return { density, viscosity: waterViscosity(t, density) };
}

/** saturation of common salt near 0 °C, kg per kg; the range of calcium chloride is that of the field */
const MOST_COMMON_SALT = 0.26;

export const brine: FluidKind<{ salt: SaltName; concentration: number }> = {
  label: 'Brine',
  fields: {
    ...common,
    salt: choice(['NaCl', 'CaCl2'], 'Salt', { required: true }),
    concentration: strength(0.37, 'Concentration, kg salt per kg'),
  },
  beginning: { name: 'Brine', salt: 'NaCl', concentration: '10 %' },
  problems: (read, raw) =>
    read.salt === 'NaCl' && (read.concentration as number) > MOST_COMMON_SALT
      ? [
          {
            code: 'bad-value',
            path: 'concentration',
            detail: { reason: 'out-of-range', found: String(raw.concentration), least: 0, most: MOST_COMMON_SALT, dimension: '' },
          },
        ]
      : [],
  range: () => ({ lowest: 273.15, highest: 373.15 }),
  state: ({ salt, concentration: w }, temperature) => {
    const t = temperature - 273.15;
    return solutionState(brineDensity(salt, w, t), brineViscosity(salt, w, t), brineVapourPressure(salt, w, t));
  },
  sources: {
    density: 'Laliberté & Cooper 2004',
    viscosity: 'Laliberté 2007',
    vapourPressure: 'Raoult’s law over water of IAPWS-IF97',
  },
};
