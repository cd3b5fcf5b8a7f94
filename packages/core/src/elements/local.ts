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
  private readonly law: PipeLaw;
  private readonly cells: readonly Cell[];
  constructor(
    pipe: PipeModel,
    local: LocalState & { cells: readonly Cell[] },
    gravity: number,
    private readonly weight = local.weight,
  ) {
    this.cells = local.cells;
    this.law = new PipeLaw(pipe, { kinematic: kinematicOf(local.fluid), gravity });
  }
  evaluate(flow: number, out: Loss): void {
    let loss = 0;
    let slope = 0;
    for (const { fluid, ratio, frictionScale, share } of this.cells) {
      this.law.take(kinematicOf(fluid)).evaluate(flow * ratio, out);
      loss += (out.loss * frictionScale * share) / ratio;
      slope += out.slope * frictionScale * share;
    }
    out.loss = loss + this.weight;
    out.slope = slope;
  }
}

const kinematicOf = ({ viscosity, density }: FluidState): number => viscosity / density;

export const pipeLawIn = (pipe: PipeModel, fluid: FluidState, gravity: number): PipeLaw =>
  new PipeLaw(pipe, { kinematic: kinematicOf(fluid), gravity });

/** Temperature at a share of a pipe's length in line direction, K. */
export function temperatureAt(cells: readonly Cell[], place: number, isForward: boolean): number {
  const { at, share, entry, equilibrium, decay } = cells[cellAt(cells, place)]!;
  const along = Math.min(1, Math.max(0, (place - at) / share));
  return equilibrium + (entry - equilibrium) * Math.exp(-decay * (isForward ? along : 1 - along));
}

/** which of its cells stands at a share of a pipe's length; the one behind where two meet */
export function cellAt(cells: readonly Cell[], place: number): number {
  let [low, high] = [0, cells.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (cells[middle]!.at <= place) low = middle;
    else high = middle - 1;
  }
  return low;
}
