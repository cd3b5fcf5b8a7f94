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

export type Fluid =
  ConstantFluid | { kind: 'water' } | { kind: 'table'; rows: readonly FluidTableRow[]; criticalPressure?: number };

/** A temperature that the fluid's method does not cover; K. */
export interface OutOfRange {
  reason: 'no-temperature' | 'temperature-range';
  lowest: number;
  highest: number;
}

const WATER_RANGE = { lowest: 273.15, highest: 473.15 };
const ONE_ATMOSPHERE = 101325;

export function isFluidState(x: FluidState | OutOfRange): x is FluidState {
  return 'density' in x;
}

/**
 * Properties at a temperature (K; not needed for a constant fluid).
 *
 * Water: IAPWS-IF97 and R12-08 at the larger of 1 atm and saturation, 0–200 °C.
 * Table: density linear in temperature; viscosity and vapour pressure linear in their logarithms; a kinematic viscosity is
 * interpolated as such, then multiplied with the density. Outside: refused, not extrapolated.
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
  const rows = fluid.kind === 'table' ? fluid.rows : [];
  const range =
    fluid.kind === 'water' ? WATER_RANGE : { lowest: rows[0]!.temperature, highest: rows[rows.length - 1]!.temperature };
  if (temperature === undefined) return { reason: 'no-temperature', ...range };
  // a thousandth of a kelvin of slack, so that a limit typed in other units is still inside
  if (temperature < range.lowest - 1e-3 || temperature > range.highest + 1e-3) return { reason: 'temperature-range', ...range };
  return fluid.kind === 'water' ? waterState(temperature) : tableState(rows, temperature, fluid.criticalPressure);
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
