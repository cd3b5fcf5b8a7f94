import { brineDensity, brineVapourPressure, brineViscosity, type SaltName } from './brine.js';
import {
  GLYCOL_HIGHEST,
  glycolDensity,
  glycolFreezing,
  glycolVapourPressure,
  glycolViscosity,
  type GlycolName,
} from './glycol.js';
import { oilDensity, oilViscosity, type OIL_EXPANSION, type ViscosityPoint } from './oil.js';
import { seaWaterDensity, seaWaterVapourPressure, seaWaterViscosity } from './sea-water.js';
import { waterDensity, waterSaturationPressure, waterViscosity } from './water.js';

/** Properties of the liquid of one scenario, SI; pressures absolute. */
export interface FluidState {
  density: number;
  /** dynamic, Pa·s */
  viscosity: number;
  vapourPressure: number;
  criticalPressure: number;
}

/** Critical pressure of water, Pa (IAPWS R2-83); stands in for a fluid that names none. */
export const DEFAULT_CRITICAL_PRESSURE = 22.064e6;

export interface ConstantFluid {
  kind: 'constant';
  density: number;
  viscosity?: number;
  kinematicViscosity?: number;
  vapourPressure: number;
  criticalPressure?: number;
}

export interface FluidTableRow {
  temperature: number;
  density: number;
  viscosity?: number;
  kinematicViscosity?: number;
  vapourPressure: number;
}

export interface SeaWater {
  kind: 'sea-water';
  /** kg/kg, 0–0.15 */
  salinity: number;
}

export interface Brine {
  kind: 'brine';
  salt: SaltName;
  /** kg salt per kg solution */
  concentration: number;
}

export interface Glycol {
  kind: 'glycol';
  glycol: GlycolName;
  /** kg glycol per kg solution, to 0.6 */
  concentration: number;
}

export interface Oil {
  kind: 'oil';
  /** kg/m³ at 15 °C */
  density: number;
  group?: keyof typeof OIL_EXPANSION;
  /** two points, of different temperature */
  viscosities: readonly ViscosityPoint[];
  vapourPressure: number;
  criticalPressure?: number;
}

export type Fluid =
  | ConstantFluid
  | { kind: 'water' }
  | SeaWater
  | Brine
  | Glycol
  | Oil
  | { kind: 'table'; rows: readonly FluidTableRow[]; criticalPressure?: number };

/** A temperature that the fluid's method does not cover; K. */
export interface OutOfRange {
  reason: 'no-temperature' | 'temperature-range';
  lowest: number;
  highest: number;
}

const WATER_RANGE = { lowest: 273.15, highest: 473.15 };
const ONE_ATMOSPHERE = 101325;
const BRINE_RANGE = { lowest: 273.15, highest: 373.15 };
const SEA_WATER_RANGE = { lowest: 273.15, highest: 453.15 };
/** beyond its points by as much as the chart of ASTM D341 is commonly drawn, K */
const OIL_REACH = 60;

export function isFluidState(x: FluidState | OutOfRange): x is FluidState {
  return 'density' in x;
}

/**
 * Properties at a temperature (K; not needed for a constant fluid).
 *
 * Water: IAPWS-IF97 and R12-08 at the larger of 1 atm and saturation, 0–200 °C.
 * Table: density linear in temperature; viscosity and vapour pressure linear in their logarithms; a kinematic viscosity is
 * interpolated as such, then multiplied with the density. Sea water: Sharqawy et al. 2010, 0–180 °C. Brines: Laliberté 2004 and 2007, 0–100 °C.
 * Glycol solutions: from where ice appears to 100 °C (ethylene, Bohne et al. 1984) or 40 °C (propylene, Conde 2011). Oil: ASTM D341 through two
 * points and API MPMS 11.1, to 60 K beyond its points. Outside: refused, not extrapolated.
 */
export function fluidState(fluid: Fluid, temperature: number | undefined): FluidState | OutOfRange {
  if (fluid.kind === 'constant') {
    return {
      density: fluid.density,
      viscosity: fluid.viscosity ?? fluid.kinematicViscosity! * fluid.density,
      vapourPressure: fluid.vapourPressure,
      criticalPressure: fluid.criticalPressure ?? DEFAULT_CRITICAL_PRESSURE,
    };
  }
  const range = rangeOf(fluid);
  if (temperature === undefined) return { reason: 'no-temperature', ...range };
  // a thousandth of a kelvin of slack, so that a limit typed in other units is still inside
  if (temperature < range.lowest - 1e-3 || temperature > range.highest + 1e-3) return { reason: 'temperature-range', ...range };
  if (fluid.kind === 'water') return waterState(temperature);
  if (fluid.kind === 'sea-water') return seaWaterState(fluid.salinity, temperature);
  if (fluid.kind === 'brine') return brineState(fluid, temperature);
  if (fluid.kind === 'glycol') return glycolState(fluid, temperature);
  return fluid.kind === 'oil' ? oilState(fluid, temperature) : tableState(fluid.rows, temperature, fluid.criticalPressure);
}

function rangeOf(fluid: Exclude<Fluid, ConstantFluid>): { lowest: number; highest: number } {
  if (fluid.kind === 'water') return WATER_RANGE;
  if (fluid.kind === 'sea-water') return SEA_WATER_RANGE;
  if (fluid.kind === 'brine') return BRINE_RANGE;
  if (fluid.kind === 'glycol')
    return { lowest: glycolFreezing(fluid.glycol, fluid.concentration), highest: GLYCOL_HIGHEST[fluid.glycol] };
  if (fluid.kind === 'table')
    return { lowest: fluid.rows[0]!.temperature, highest: fluid.rows[fluid.rows.length - 1]!.temperature };
  const points = fluid.viscosities.map((v) => v.temperature);
  return { lowest: Math.min(...points) - OIL_REACH, highest: Math.max(...points) + OIL_REACH };
}

/** a solution in water: critical pressure as of water, for want of a better one */
function solution(density: number, viscosity: number, vapourPressure: number): FluidState {
  return { density, viscosity, vapourPressure, criticalPressure: DEFAULT_CRITICAL_PRESSURE };
}

function seaWaterState(s: number, temperature: number): FluidState {
  const t = temperature - 273.15;
  return solution(seaWaterDensity(t, s), seaWaterViscosity(t, s), seaWaterVapourPressure(t, s));
}

function brineState({ salt, concentration: w }: Brine, temperature: number): FluidState {
  const t = temperature - 273.15;
  return solution(brineDensity(salt, w, t), brineViscosity(salt, w, t), brineVapourPressure(salt, w, t));
}

function glycolState({ glycol, concentration: w }: Glycol, temperature: number): FluidState {
  const t = temperature - 273.15;
  return solution(glycolDensity(glycol, w, t), glycolViscosity(glycol, w, t), glycolVapourPressure(glycol, w, t));
}

function oilState(oil: Oil, temperature: number): FluidState {
  const density = oilDensity(oil.density, temperature, oil.group ?? 'fuel');
  return {
    density,
    viscosity: oilViscosity(oil.viscosities[0]!, oil.viscosities[1]!, temperature) * density,
    vapourPressure: oil.vapourPressure,
    criticalPressure: oil.criticalPressure ?? DEFAULT_CRITICAL_PRESSURE,
  };
}

function waterState(temperature: number): FluidState {
  const vapourPressure = waterSaturationPressure(temperature);
  const density = waterDensity(temperature, Math.max(ONE_ATMOSPHERE, vapourPressure));
  return {
    density,
    viscosity: waterViscosity(temperature, density),
    vapourPressure,
    criticalPressure: DEFAULT_CRITICAL_PRESSURE,
  };
}

function tableState(rows: readonly FluidTableRow[], temperature: number, critical = DEFAULT_CRITICAL_PRESSURE): FluidState {
  let i = 0;
  while (i < rows.length - 2 && temperature > rows[i + 1]!.temperature) i++;
  const a = rows[i]!;
  const b = rows[Math.min(i + 1, rows.length - 1)]!;
  const span = b.temperature - a.temperature;
  const t = span > 0 ? (temperature - a.temperature) / span : 0;
  const density = a.density + t * (b.density - a.density);
  const viscosity =
    a.viscosity !== undefined
      ? logarithmic(a.viscosity, b.viscosity!, t)
      : logarithmic(a.kinematicViscosity!, b.kinematicViscosity!, t) * density;
  return { density, viscosity, vapourPressure: logarithmic(a.vapourPressure, b.vapourPressure, t), criticalPressure: critical };
}

function logarithmic(a: number, b: number, t: number): number {
  return Math.exp(Math.log(a) * (1 - t) + Math.log(b) * t);
}
