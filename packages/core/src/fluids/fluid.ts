import { brine } from './brine.js';
import { constant } from './constant.js';
import { crude } from './crude.js';
import { glycol } from './glycol.js';
import type { FluidEntries, FluidKind, FluidState } from './kind.js';
import { liquid } from './liquid.js';
import { oil } from './oil.js';
import { seaWater } from './sea-water.js';
import { table } from './table.js';
import { water } from './water.js';

/** Every kind of fluid. What a kind is stands in its own file; a further one is a further file and its name here. */
export const FLUID_KINDS = { constant, water, 'sea-water': seaWater, brine, glycol, oil, crude, liquid, table } as const;

export type FluidKindName = keyof typeof FLUID_KINDS;

/** A kind by its name, for those who treat all alike; undefined for no kind. */
export function fluidKind(kind: unknown): FluidKind<FluidEntries> | undefined {
  if (typeof kind !== 'string' || !Object.hasOwn(FLUID_KINDS, kind)) return undefined;
  return FLUID_KINDS[kind as FluidKindName] as unknown as FluidKind<FluidEntries>;
}

/** A temperature that the fluid's method does not cover; K. */
interface OutOfRange {
  reason: 'no-temperature' | 'temperature-range';
  lowest: number;
  highest: number;
}

export function isFluidState(x: FluidState | OutOfRange): x is FluidState {
  return 'density' in x;
}

/**
 * Properties of a fluid at a temperature in the range of its method, K, and for one that is compressible at a pressure, Pa absolute;
 * with its specific heat, of its method or as entered.
 */
export function stateOf(fluid: { kind: string } & FluidEntries, temperature: number, pressure?: number): FluidState {
  const state = fluidKind(fluid.kind)!.state(fluid, temperature, pressure);
  const entered = fluid.specificHeat as number | undefined;
  return entered === undefined ? state : { ...state, specificHeat: entered };
}

/** a thousandth of a kelvin of slack, so that a limit typed in other units is still inside */
const SLACK = 1e-3;

/**
 * Properties of a fluid (its kind and its entries in SI) at a temperature, K; a fluid of fixed properties needs none.
 * Outside the range of its method: refused, not extrapolated.
 */
export function fluidState(fluid: { kind: string } & FluidEntries, temperature: number | undefined): FluidState | OutOfRange {
  const kind = fluidKind(fluid.kind)!;
  const range = kind.range(fluid);
  if (!range) return stateOf(fluid, NaN);
  if (temperature === undefined) return { reason: 'no-temperature', ...range };
  const isInside = temperature >= range.lowest - SLACK && temperature <= range.highest + SLACK;
  return isInside ? stateOf(fluid, temperature) : { reason: 'temperature-range', ...range };
}
