import type { FluidState } from '../fluids/kind.js';
import type { Loss, LossLaw } from './laws.js';
import type { PipeModel } from './model.js';
import { PipeLaw } from './pipe-law.js';

/*
 * Where the liquid is not the same everywhere, every element has its own: by its temperature and pressure. The solver keeps one measure
 * for all: flows as volumes of the scenario's liquid (so that they balance as masses do), heads in metres of it (so that a pressure is
 * ρ0·g·(H − z) at every place). Here the laws of elements, which are those of the liquid in them, are brought to that measure.
 */

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
  fluid: FluidState;
  /** density of the scenario's liquid over that here */
  ratio: number;
  /** temperature where the flow enters it, what it tends to, and how far it gets: T(x) = te + (t0 − te)·exp(−decay·x), x from 0 to 1 */
  entry: number;
  equilibrium: number;
  decay: number;
  /** of the friction of the same flow as one phase */
  frictionScale: number;
  /** density that stands in the column, over that which flows: more where gas slips ahead of the liquid */
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
  /** of a pipe, equal shares of its length in line direction */
  cells?: readonly Cell[];
  /** K at its two ends in line direction; NaN where nothing flows */
  inlet: number;
  outlet: number;
  /** W given to the liquid by a device, its friction not counted */
  duty?: number;
}

/** The law of an element in its own liquid, in the measure of the scenario's. */
export class LocalLaw implements LossLaw {
  constructor(
    private readonly own: LossLaw,
    private readonly ratio: number,
    private readonly weight: number,
  ) {}
  evaluate(flow: number, out: Loss): void {
    this.own.evaluate(flow * this.ratio, out);
    out.loss = out.loss / this.ratio + this.weight;
  }
}

/** The loss of a pipe by its cells. */
export class CellsLaw implements LossLaw {
  private readonly laws: readonly PipeLaw[];
  private readonly cells: readonly Cell[];
  constructor(
    pipe: PipeModel,
    local: LocalState & { cells: readonly Cell[] },
    gravity: number,
    private readonly weight = local.weight,
  ) {
    this.cells = local.cells;
    this.laws = local.cells.map(({ fluid }) => pipeLawIn(pipe, fluid, gravity));
  }
  evaluate(flow: number, out: Loss): void {
    let loss = 0;
    let slope = 0;
    const n = this.laws.length;
    for (let i = 0; i < n; i++) {
      const { ratio, frictionScale } = this.cells[i]!;
      this.laws[i]!.evaluate(flow * ratio, out);
      loss += (out.loss * frictionScale) / ratio;
      slope += out.slope * frictionScale;
    }
    out.loss = loss / n + this.weight;
    out.slope = slope / n;
  }
}

export const pipeLawIn = (pipe: PipeModel, fluid: FluidState, gravity: number): PipeLaw =>
  new PipeLaw(pipe, { density: fluid.density, kinematic: fluid.viscosity / fluid.density, gravity });

/** Temperature at a share of a pipe's length in line direction, K. */
export function temperatureAt(cells: readonly Cell[], share: number, isForward: boolean): number {
  const along = Math.min(1, Math.max(0, share)) * cells.length;
  const i = Math.min(cells.length - 1, Math.floor(along));
  const x = isForward ? along - i : 1 - (along - i);
  const { entry, equilibrium, decay } = cells[i]!;
  return equilibrium + (entry - equilibrium) * Math.exp(-decay * x);
}
