import { brine } from './brine.js';
import { constant } from './constant.js';
import { glycol } from './glycol.js';
import type { FluidEntries, FluidKind, FluidState } from './kind.js';
import { liquid } from './liquid.js';
import { oil } from './oil.js';
import { seaWater } from './sea-water.js';
import { table } from './table.js';
import { water } from './water.js';

/** Every kind of fluid. What a kind is stands in its own file; a further one is a further file and its name here. */
export const FLUID_KINDS = { constant, water, 'sea-water': seaWater, brine, glycol, oil, liquid, table } as const;

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

/** a thousandth of a kelvin of slack, so that a limit typed in other units is still inside */
const SLACK = 1e-3;

/**
 * Properties of a fluid (its kind and its entries in SI) at a temperature, K; a fluid of fixed properties needs none.
 * Outside the range of its method: refused, not extrapolated.
 */
export function fluidState(fluid: { kind: string } & FluidEntries, temperature: number | undefined): FluidState | OutOfRange {
  const kind = fluidKind(fluid.kind)!;
  const range = kind.range(fluid);
  if (!range) return kind.state(fluid, NaN);
  if (temperature === undefined) return { reason: 'no-temperature', ...range };
  const isInside = temperature >= range.lowest - SLACK && temperature <= range.highest + SLACK;
  return isInside ? kind.state(fluid, temperature) : { reason: 'temperature-range', ...range };
}
