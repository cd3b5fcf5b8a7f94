import type { FluidState } from '../fluids/kind.js';

/* The liquid in an element where it is not the same everywhere; the laws that take it are in `local.ts`. */

/** What an element takes from its surroundings and gives to them. SI. */
export interface HeatModel {
  /** of a pipe: heat through its wall, W/(m·K), to what is around it, K */
  conductance?: number;
  ambient?: number;
  /** of a pipe: elevations at shares of its length, for the weight of the liquid in it */
  profile?: readonly { share: number; elevation: number }[];
  /** of a device: heat given to the liquid, W, or the temperature at which it leaves, K */
  duty?: number;
  outletTemperature?: number;
  /** of a pump: efficiency of a unit at the flow of the line, m³/s, and the head, m */
  efficiencyAt?: (flow: number, head: number) => number | undefined;
}

/** A stretch of a pipe with one state of the liquid. */
export interface Cell {
  /** share of the pipe's length at which it begins in line direction, and which it has */
  at: number;
  share: number;
  /** in its middle, and at its two ends in line direction */
  fluid: FluidState;
  ends: readonly [FluidState, FluidState];
  /** density of the scenario's liquid over that here */
  ratio: number;
  /** temperature where the flow enters it, what it tends to, and how far it gets: T(x) = te + (t0 − te)·exp(−decay·x), x from 0 to 1 */
  entry: number;
  equilibrium: number;
  decay: number;
  /** friction in the mean over the cell, and as a mixture, over that of one phase as it stands in the middle */
  frictionScale: number;
  /** density that stands in the column in the mean, over that which flows in the middle: more where gas slips ahead of the liquid */
  slip: number;
}

/** The liquid in an element. */
export interface LocalState {
  /** at its inlet in flow direction; of a pipe in its middle */
  fluid: FluidState;
  /** density of the scenario's liquid over that of `fluid` */
  ratio: number;
  /** head, m of the scenario's liquid, by which the columns in it are heavier than those of that liquid: ∫(ρ/ρ0 − 1)·dz in line direction */
  weight: number;
  /** density of the scenario's liquid over that at its two ends in line direction */
  ends: readonly [number, number];
  /** of a pipe, in line direction, as long as what changes in them allows */
  cells?: readonly Cell[];
  /** K at its two ends in line direction; NaN where nothing flows */
  inlet: number;
  outlet: number;
  /** W given to the liquid by a device, its friction not counted */
  duty?: number;
  /** W that friction, and the losses of a pump, give to the liquid; W that go through the wall to what is around it */
  friction?: number;
  lost?: number;
}
