import type { Fields } from '../fields/field.js';
import type { Problem } from '../issues/issues.js';
import type { Word } from '../words/word.js';

/** Properties of the liquid of one scenario, SI; pressures absolute. */
export interface FluidState {
  density: number;
  /** dynamic, Pa·s */
  viscosity: number;
  vapourPressure: number;
  criticalPressure: number;
  /** J/(kg·K), where the method gives it */
  specificHeat?: number;
  /** Pa absolute, of a liquid that holds gas */
  bubblePoint?: number;
  /** gas that is free, by volume, and both phases, where it has any */
  gas?: GasState;
}

/** A mixture of liquid and free gas, SI. */
export interface GasState {
  /** volume of the gas over that of the mixture */
  fraction: number;
  liquidDensity: number;
  liquidViscosity: number;
  gasDensity: number;
  gasViscosity: number;
  /** temperature of the gas over its pseudo-critical one */
  reducedTemperature: number;
  /** N/m */
  surfaceTension: number;
}

/** Critical pressure of water, Pa (IAPWS R2-83); stands in for a fluid that names none. */
export const DEFAULT_CRITICAL_PRESSURE = 22.064e6;

export type FluidEntries = Readonly<Record<string, unknown>>;

/** Something wrong with a fluid's entries that its table of fields cannot tell; `path` is below the fluid. */
export type FluidProblem = Pick<Problem, 'code' | 'path' | 'detail'>;

/** One kind of fluid: everything that the core knows of it. `Read` are its entries in SI. */
export interface FluidKind<Read = never> {
  label: Word;
  fields: Fields;
  /** what a new one is entered with */
  beginning: FluidEntries;
  /** @param raw as written, to tell what is not there from what could not be read */
  problems?: (read: FluidEntries, raw: FluidEntries) => FluidProblem[];
  /** temperatures that the method covers, K; undefined where none is needed */
  range: (read: Read) => { lowest: number; highest: number } | undefined;
  /** @param pressure Pa absolute, for a kind that is compressible; without it as at the surface */
  state: (read: Read, temperature: number, pressure?: number) => FluidState;
  /** the least temperature of its range is where it freezes */
  freezes?: true;
  /** its properties change with the pressure */
  isCompressible?: true;
  /** equation and source of each property */
  sources: { density: Word; viscosity: Word; vapourPressure: Word; specificHeat?: Word };
}

/** a solution in water: critical pressure as of water, for want of a better one */
export function solutionState(density: number, viscosity: number, vapourPressure: number): FluidState {
  return { density, viscosity, vapourPressure, criticalPressure: DEFAULT_CRITICAL_PRESSURE };
}

export const missing = (path: string, key: string, label: Word): FluidProblem => ({
  code: 'missing',
  path,
  detail: { reason: 'missing', key, label },
});
