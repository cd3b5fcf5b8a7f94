import type { Loss, LossLaw } from './laws.js';
import type { FluidState } from '../fluids/kind.js';
import type { Cell, LocalState } from './local-state.js';
import type { PipeModel } from './model.js';
import { PipeLaw } from './pipe-law.js';

/*
 * Where the liquid is not the same everywhere, every element has its own: by its temperature and pressure. The solver keeps one measure
 * for all: flows as volumes of the scenario's liquid (so that they balance as masses do), heads in metres of it (so that a pressure is
 * ρ0·g·(H − z) at every place). Here the laws of elements, which are those of the liquid in them, are brought to that measure.
 */

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
