import { solveDense } from '../numerics/linear.js';
import type { CompiledLine } from './line.js';
import type { NetworkInput, SolveFailure } from './types.js';

/** A group of lines that share free points, with the unknowns that Newton works on. */
export interface Component {
  /** indices of lines and of free points in the network */
  lines: number[];
  points: number[];
}

export interface NewtonReport {
  iterations: number;
  massResidual: number;
  energyResidual: number;
  failure?: SolveFailure;
}

/** Slope, m/(m³/s), kept under a loss that vanishes at rest, so that the matrix stays regular; the residual is never touched. */
const LEAST_SLOPE = 1e-3;
const MASS_TOLERANCE = 1e-13;
const ENERGY_TOLERANCE = 1e-10;
const MOST_ITERATIONS = 150;

/**
 * Solves line flows and free heads of a component together: one equation a segment, imposed flow and balance.
 * Newton with a halving line search on the scaled residual. Method: Todini & Rossman 2013, J. Hydraul. Eng. 139(5), 511–526
 * (the full head and flow formulation, which stays regular where a line has no resistance).
 *
 * @param flows,heads of the whole network; the component's entries are the start and receive the solution
 * @param pinned free points whose balance is replaced by head 0 because no reference reaches them
 */
export function solveComponent(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  component: Component,
  flows: Float64Array,
  heads: Float64Array,
  pinned: ReadonlySet<number>,
): NewtonReport {
  const system = new System(input, lines, component, pinned);
  const report: NewtonReport = { iterations: 0, massResidual: 0, energyResidual: 0 };
  if (system.rows !== system.columns) {
    return { ...report, failure: { reason: system.rows > system.columns ? 'contradiction' : 'singular', where: system.names() } };
  }
  const n = system.columns;
  const u = system.gather(flows, heads);
  const trial = new Float64Array(n);
  const step = new Float64Array(n);
  const matrix = new Float64Array(n * n);
  let merit = system.residual(u);
  for (let i = 0; i < MOST_ITERATIONS; i++) {
    report.iterations = i;
    if (system.mass <= MASS_TOLERANCE && system.energy <= ENERGY_TOLERANCE) break;
    system.jacobian(u, matrix);
    step.set(system.r);
    const bad = solveDense(matrix, step, n);
    if (bad >= 0) return { ...report, failure: { reason: 'singular', where: system.names() } };
    const before = merit;
    let factor = 1;
    for (let k = 0; k < 12; k++, factor /= 2) {
      for (let j = 0; j < n; j++) trial[j] = u[j]! - factor * step[j]!;
      merit = system.residual(trial);
      if (merit < before || !(before > 1e-18)) break;
    }
    let moved = 0;
    for (let j = 0; j < n; j++) moved = Math.max(moved, Math.abs(trial[j]! - u[j]!) / (Math.abs(u[j]!) + 1e-9));
    u.set(trial);
    if (moved < 1e-15) break;
  }
  report.massResidual = system.mass;
  report.energyResidual = system.energy;
  system.scatter(u, flows, heads);
  if (!(system.mass < 1e-9 && system.energy < 1e-6)) {
    report.failure = { reason: 'not-converged', where: system.names(), residual: Math.max(system.energy, system.mass) };
  }
  return report;
}

class System {
  readonly rows: number;
  readonly columns: number;
  /** residual of each equation at the last flows */
  readonly r: Float64Array;
  mass = 0;
  energy = 0;
  private readonly headColumn = new Map<number, number>();
  private readonly balances: number[];

  constructor(
    private readonly input: NetworkInput,
    private readonly lines: readonly CompiledLine[],
    private readonly component: Component,
    private readonly pinned: ReadonlySet<number>,
  ) {
    component.points.forEach((p, i) => this.headColumn.set(p, component.lines.length + i));
    this.columns = component.lines.length + component.points.length;
    this.balances = component.points.filter((p) => this.isBalanced(p));
    let count = this.balances.length;
    for (const l of component.lines) count += lines[l]!.fixedFlows.length + lines[l]!.segments.filter((s) => s.isEquation).length;
    this.rows = count;
    this.r = new Float64Array(this.rows);
  }

  private isBalanced(p: number): boolean {
    const point = this.input.points[p]!;
    return this.pinned.has(p) || point.head.kind === 'well' || point.outflow !== undefined;
  }

  names(): string[] {
    const { lines, points } = this.component;
    return [...lines.map((l) => this.lines[l]!.model.id), ...points.map((p) => this.input.points[p]!.id)];
  }

  gather(flows: Float64Array, heads: Float64Array): Float64Array {
    const { lines, points } = this.component;
    return Float64Array.from([...lines.map((l) => flows[l]!), ...points.map((p) => heads[p]!)]);
  }

  scatter(u: Float64Array, flows: Float64Array, heads: Float64Array): void {
    this.component.lines.forEach((l, i) => (flows[l] = u[i]!));
    this.component.points.forEach((p, i) => (heads[p] = u[this.component.lines.length + i]!));
  }

  /** fills `r`; returns the scaled sum of squares */
  residual(u: Float64Array): number {
    let merit = 0;
    this.mass = 0;
    this.energy = 0;
    this.walk(
      u,
      (row, value, isMass) => {
        this.r[row] = value;
        const size = Math.abs(value);
        if (isMass) this.mass = Math.max(this.mass, size);
        else this.energy = Math.max(this.energy, size);
        const scaled = isMass ? value * 1e3 : value;
        merit += scaled * scaled;
      },
      undefined,
    );
    return Number.isFinite(merit) ? merit : Infinity;
  }

  jacobian(u: Float64Array, matrix: Float64Array): void {
    matrix.fill(0);
    const n = this.columns;
    this.walk(
      u,
      (row, value) => (this.r[row] = value),
      (row, column, value) => (matrix[row * n + column]! += value),
    );
  }

  /** every equation once: its residual and, when wanted, its slopes */
  private walk(
    u: Float64Array,
    residual: (row: number, value: number, isMass: boolean) => void,
    slope: ((row: number, column: number, value: number) => void) | undefined,
  ): void {
    const { points } = this.input;
    let row = 0;
    this.component.lines.forEach((l, column) => {
      const line = this.lines[l]!;
      const q = u[column]!;
      for (const flow of line.fixedFlows) {
        residual(row, q - flow, true);
        slope?.(row, column, 1);
        row++;
      }
      line.evaluate(q);
      const [fromBore, toBore] = line.endBores;
      for (const s of line.segments) {
        if (!s.isEquation) continue;
        let value = 0;
        let dq = 0;
        for (let i = s.start; i < s.end; i++) {
          value -= line.loss[i]!;
          dq -= line.slope[i]!;
        }
        const ends = [
          { held: s.startHeld, point: line.model.from, bore: fromBore, sign: 1 },
          { held: s.endHeld, point: line.model.to, bore: toBore, sign: -1 },
        ];
        for (const { held, point, bore, sign } of ends) {
          const model = points[point]!;
          const k = held ? held.perFlow2 : model.static ? line.velocityFactor(bore) : 0;
          dq += sign * 2 * k * q;
          value += sign * k * q * q;
          if (held) value += sign * held.constant;
          else if (model.head.kind === 'known') value += sign * model.head.head;
          else {
            const c = this.headColumn.get(point)!;
            value += sign * u[c]!;
            slope?.(row, c, sign);
          }
        }
        if (Math.abs(dq) < LEAST_SLOPE) dq = dq > 0 ? LEAST_SLOPE : -LEAST_SLOPE;
        residual(row, value, false);
        slope?.(row, column, dq);
        row++;
      }
    });
    for (const p of this.balances) {
      const model = points[p]!;
      const c = this.headColumn.get(p)!;
      if (this.pinned.has(p)) {
        residual(row, u[c]!, false);
        slope?.(row, c, 1);
        row++;
        continue;
      }
      let sum = 0;
      this.component.lines.forEach((l, column) => {
        const { from, to } = this.lines[l]!.model;
        const sign = (from === p ? 1 : 0) - (to === p ? 1 : 0);
        if (sign === 0) return;
        sum += sign * u[column]!;
        slope?.(row, column, sign);
      });
      if (model.head.kind === 'well') {
        sum -= model.head.capacity * (model.head.rest - u[c]!);
        slope?.(row, c, model.head.capacity);
      } else sum -= model.outflow!;
      residual(row, sum, true);
      row++;
    }
  }
}
