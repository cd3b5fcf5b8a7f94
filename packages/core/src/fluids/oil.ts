import { choice, quantity } from '../fields/field.js';
import { DEFAULT_CRITICAL_PRESSURE, type FluidKind } from './kind.js';
import { criticalPressure, density, heated, vapourPressure } from './properties.js';
import { word } from '../words/word.js';
/** Kinematic viscosity at a temperature: m²/s, K. */
interface ViscosityPoint {
  temperature: number;
  kinematicViscosity: number;
}

/** Z of ASTM D341: ν + 0.7 and, below 2 mm²/s, a term of its own; ν in mm²/s */
const thin = (nu: number): number => nu + 0.7 + Math.exp(-1.47 - 1.84 * nu - 0.51 * nu * nu);

/** ν of a Z, mm²/s */
function ofThin(z: number): number {
  const x = z - 0.7;
  return x - Math.exp(-0.7487 - 3.295 * x + 0.6119 * x * x - 0.3193 * x ** 3);
}

/**
 * Kinematic viscosity of a mineral oil from two points, m²/s: log log Z = A − B·log T, T in K.
 * Source: ASTM D341-20, eqs. 1 to 3. Range: 0.21 to 2e7 mm²/s; the caller holds the temperature range.
 */
export function oilViscosity(a: ViscosityPoint, b: ViscosityPoint, temperature: number): number {
  const w = (nu: number): number => Math.log10(Math.log10(thin(nu * 1e6)));
  const slope = (w(a.kinematicViscosity) - w(b.kinematicViscosity)) / (Math.log10(b.temperature) - Math.log10(a.temperature));
  const at = w(a.kinematicViscosity) + slope * (Math.log10(a.temperature) - Math.log10(temperature));
  return ofThin(10 ** (10 ** at)) * 1e-6;
}

/** Coefficients K0, K1 of the thermal expansion at 15 °C: α = K0/ρ² + K1/ρ. Source: API MPMS 11.1 (ASTM D1250-80), SI. */
const OIL_EXPANSION = {
  fuel: [186.9696, 0.4862],
  lubricating: [0, 0.6278],
  crude: [613.9723, 0],
  gasoline: [346.4228, 0.4388],
  jet: [594.5418, 0],
} as const;

/** Density, kg/m³, from that at 15 °C: ρ = ρ15·exp(−α·ΔT·(1 + 0.8·α·ΔT)). Source: API MPMS 11.1 (ASTM D1250). */
function oilDensity(at15: number, temperature: number, group: keyof typeof OIL_EXPANSION): number {
  const [k0, k1] = OIL_EXPANSION[group];
  const alpha = k0 / at15 ** 2 + k1 / at15;
  const dt = temperature - 288.15;
  return at15 * Math.exp(-alpha * dt * (1 + 0.8 * alpha * dt));
}

/** beyond its points by as much as the chart of ASTM D341 is commonly drawn, K */
const REACH = 60;

export interface OilRead {
  density: number;
  group?: keyof typeof OIL_EXPANSION;
  viscosities: readonly ViscosityPoint[];
  vapourPressure: number;
  criticalPressure?: number;
}

export const oil: FluidKind<OilRead> = {
  label: word('fluid.oil-by-two-viscosities'),
  fields: {
    ...heated,
    density: density(word('field.density-at-15'), 500, 1200),
    group: choice(['fuel', 'lubricating', 'crude', 'gasoline', 'jet'], word('field.thermal-expansion-of'), { default: 'fuel' }),
    viscosities: {
      type: 'list',
      least: 2,
      most: 2,
      required: true,
      label: word('field.two-viscosity-points'),
      of: {
        temperature: quantity('temperature', 200, 700, word('field.temperature'), { required: true }),
        kinematicViscosity: quantity('kinematicViscosity', 0.21e-6, 20, word('field.kinematic-viscosity'), { required: true }),
      },
    },
    vapourPressure: vapourPressure(),
    criticalPressure: criticalPressure(),
  },
  beginning: {
    name: 'Oil',
    density: '870 kg/m3',
    viscosities: [
      { temperature: '40 C', kinematicViscosity: '46 cSt' },
      { temperature: '100 C', kinematicViscosity: '6.8 cSt' },
    ],
    vapourPressure: '0.1 kPa(a)',
  },
  problems: (read) => {
    const [a, b] = (read.viscosities ?? []) as { temperature?: number }[];
    return a && b && a.temperature === b.temperature
      ? [{ code: 'bad-value', path: 'viscosities[1].temperature', detail: { reason: 'same-temperature' } }]
      : [];
  },
  range: ({ viscosities }) => {
    const points = viscosities.map((v) => v.temperature);
    return { lowest: Math.min(...points) - REACH, highest: Math.max(...points) + REACH };
  },
  state: (f, temperature) => {
    const rho = oilDensity(f.density, temperature, f.group ?? 'fuel');
    return {
      density: rho,
      viscosity: oilViscosity(f.viscosities[0]!, f.viscosities[1]!, temperature) * rho,
      vapourPressure: f.vapourPressure,
      criticalPressure: f.criticalPressure ?? DEFAULT_CRITICAL_PRESSURE,
    };
  },
  sources: {
    density: word('source.api-mpms-11-1'),
    viscosity: word('source.astm-d341-through-two-points'),
    vapourPressure: word('source.as-given'),
  },
};
