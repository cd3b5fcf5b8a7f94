import { choice } from '../fields/field.js';
import { solutionState, type FluidKind } from './kind.js';
import { heated, strength } from './properties.js';
import { waterDensity, waterSaturationPressure, waterViscosity } from './water.js';
import { STANDARD_ATMOSPHERE } from '../units/standard.js';
import { word } from '../words/word.js';

/** Coefficients of one salt: apparent density c0…c4 and viscosity v1…v6. */
interface Salt {
  c: readonly [number, number, number, number, number];
  v: readonly [number, number, number, number, number, number];
}

/*
 * Sources: Laliberté & Cooper 2004, J. Chem. Eng. Data 49, 1141–1151 (density); Laliberté 2007, J. Chem. Eng. Data 52, 321–335
 * (viscosity). Temperature in °C, mass fraction w, water by IAPWS.
 */
const SALTS = {
  NaCl: {
    c: [-0.00433, 0.06471, 1.0166, 0.014624, 3315.6],
    v: [16.222, 1.3229, 1.4849, 0.0074691, 30.78, 2.0583],
  },
  CaCl2: {
    c: [-0.63254, 0.93995, 4.2785, 0.048319, 3180.9],
    v: [32.028, 0.78792, -1.1495, 0.0026995, 780860, 5.8442],
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

/** g/mol */
const COMMON_SALT_MOLAR_MASS = 58.443;

/** osmotic coefficient of common salt at 25 °C over mol per kg of water. Source: Robinson & Stokes 1959, Electrolyte Solutions, app. 8.3. */
const OSMOTIC: readonly (readonly [number, number])[] = [
  [0, 1],
  [0.1, 0.9324],
  [0.5, 0.9209],
  [1, 0.9355],
  [2, 0.9833],
  [3, 1.0453],
  [4, 1.1158],
  [5, 1.1916],
  [6, 1.2706],
];

/** Water over common salt, as a share of its own vapour pressure: exp(−2·φ·m·Mw), φ linear between the rows. */
function commonSaltActivity(fraction: number): number {
  const molality = (fraction / (1 - fraction) / COMMON_SALT_MOLAR_MASS) * 1000;
  const after = Math.max(1, OSMOTIC.findIndex(([m]) => m >= molality)); // prettier-ignore
  const [m0, p0] = OSMOTIC[after - 1]!;
  const [m1, p1] = OSMOTIC[after]!;
  const phi = p0 + ((p1 - p0) * (molality - m0)) / (m1 - m0);
  return Math.exp(-2 * phi * molality * 0.01801528);
}

/**
 * Water over calcium chloride, as a share of its own vapour pressure. Source: Conde 2004, Int. J. Thermal Sciences 43, 367–382
 * (relative vapour pressure at 25 °C and its change with the temperature). Example: 35.7 % at 25 °C → 0.497 (Robinson & Stokes at
 * 5 mol/kg: 0.498).
 */
function calciumChlorideActivity(fraction: number, celsius: number): number {
  const at25 = 1 - (1 + (fraction / 0.478) ** -5.2) ** -0.4 - 0.018 * Math.exp(-((fraction - 0.1) ** 2) / 0.005);
  const a = 2 - (1 + (fraction / 0.31) ** 3.698) ** 0.6;
  const b = (1 + (fraction / 0.231) ** 4.584) ** 0.49 - 1;
  // the change with the temperature alone: at 25 °C the first term is what was measured
  return (at25 * (a + (b * (celsius + 273.15)) / 647.096)) / (a + (b * 298.15) / 647.096);
}

/** Pa */
function brineVapourPressure(salt: SaltName, fraction: number, celsius: number): number {
  const pure = waterSaturationPressure(celsius + 273.15);
  if (fraction === 0) return pure;
  return pure * (salt === 'NaCl' ? commonSaltActivity(fraction) : calciumChlorideActivity(fraction, celsius));
}

function pureWater(celsius: number): { density: number; viscosity: number } {
  const t = celsius + 273.15;
  const density = waterDensity(t, Math.max(STANDARD_ATMOSPHERE, waterSaturationPressure(t)));
  return { density, viscosity: waterViscosity(t, density) };
}

/** saturation of common salt near 0 °C, kg per kg; the range of calcium chloride is that of the field */
const MOST_COMMON_SALT = 0.26;

export const brine: FluidKind<{ salt: SaltName; concentration: number }> = {
  label: word('fluid.brine'),
  fields: {
    ...heated,
    salt: choice(['NaCl', 'CaCl2'], word('field.salt'), { required: true }),
    concentration: strength(0.37, word('field.concentration-of-salt')),
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
    density: word('source.lalibert-cooper-2004'),
    viscosity: word('source.lalibert-2007'),
    vapourPressure: word('source.water-of-iapws-if97-times-its-activity'),
  },
};
