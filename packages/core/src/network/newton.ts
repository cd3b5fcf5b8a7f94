import { solveDense } from '../numerics/linear.js';
import { SparseSolver } from '../numerics/sparse.js';
import type { Loss } from '../elements/laws.js';
import { heldHead, type CompiledLine, type HeldPlace } from './line.js';
import type { NetworkInput, SolveFailure } from './types.js';
import { wellOutflow, type WellHead } from './well.js';

/** A group of lines that share free points, with the unknowns that Newton works on. */
export interface Component {
  /** indices of lines and of free points in the network */
  lines: number[];
  points: number[];
}

interface NewtonReport {
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
 * Newton with a halving line search on the scaled residual. Where each line has one equation its flow is eliminated, which
 * leaves a sparse matrix over the heads alone; with sought entries the whole matrix is solved with pivoting.
 * Sources: Todini & Rossman 2013, J. Hydraul. Eng. 139(5), 511–526 (heads and flows; the elimination is their global gradient).
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
  let merit = system.residual(u);
  for (let i = 0; i < MOST_ITERATIONS; i++) {
    report.iterations = i;
    if (system.mass <= MASS_TOLERANCE && system.energy <= ENERGY_TOLERANCE) break;
    if (!system.newtonStep(step)) return { ...report, failure: { reason: 'singular', where: system.names() } };
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

/** One equation along a line: of a segment, or of an imposed flow. */
interface LineRow {
  /** column of the line's flow */
  line: number;
  compiled: CompiledLine;
  /** segment in the line's list, or -1 for an imposed flow */
  segment: number;
  flow: number;
  /** head columns of the ends, -1 where the head is known or held */
  fromColumn: number;
  toColumn: number;
  /** what the ends give: constant and per square of the flow */
  constant: number;
  perFlow2: number;
  /** ends that are held in the line itself */
  held: { place: HeldPlace; sign: 1 | -1 }[];
}

/** of each component: its order of elimination is found once, whatever states its lines take */
const SOLVERS = new WeakMap<Component, SparseSolver>();

class System {
  readonly rows: number;
  readonly columns: number;
  mass = 0;
  energy = 0;
  /** residual and slope over its flow of each line row, at the last flows */
  private readonly lineRows: LineRow[] = [];
  private readonly r: Float64Array;
  private readonly slope: Float64Array;
  /** points with a balance, in the order of their rows; column of each point's head */
  private readonly balances: number[];
  /** of each balance its place among the points of the component */
  private readonly balanceNode: Int32Array;
  /** of each point of the component, 1 where its balance is replaced by head 0 */
  private readonly isPinned: Uint8Array;
  private readonly headColumn = new Map<number, number>();
  /** columns of the points at the two ends of each line of the component, -1 where not free */
  private readonly fromColumn: Int32Array;
  private readonly toColumn: Int32Array;
  /** net outflow of each free point, scratch */
  private readonly outflow: Float64Array;
  /** each line has one equation and each free point its balance: flows can be eliminated */
  private readonly isPlain: boolean;
  /** how the outflow of each well falls with its head, at the last heads */
  private readonly perHead = new Map<number, number>();
  private dense: Float64Array | undefined;
  private readonly at: Loss = { loss: 0, slope: 0 };

  constructor(
    private readonly input: NetworkInput,
    private readonly lines: readonly CompiledLine[],
    private readonly component: Component,
    private readonly pinned: ReadonlySet<number>,
  ) {
    const count = component.lines.length;
    component.points.forEach((p, i) => this.headColumn.set(p, count + i));
    this.columns = count + component.points.length;
    this.fromColumn = Int32Array.from(component.lines, (l) => this.headColumn.get(lines[l]!.model.from) ?? -1);
    this.toColumn = Int32Array.from(component.lines, (l) => this.headColumn.get(lines[l]!.model.to) ?? -1);
    component.lines.forEach((l, column) => this.addLineRows(lines[l]!, column));
    this.isPinned = Uint8Array.from(component.points, (p) => (pinned.has(p) ? 1 : 0));
    this.balances = component.points.filter((p) => this.isBalanced(p));
    this.balanceNode = Int32Array.from(this.balances, (p) => this.headColumn.get(p)! - count);
    this.rows = this.lineRows.length + this.balances.length;
    this.r = new Float64Array(this.rows);
    this.slope = new Float64Array(this.lineRows.length);
    this.outflow = new Float64Array(component.points.length);
    this.isPlain =
      this.balances.length === component.points.length &&
      this.lineRows.length === count &&
      this.lineRows.every((row, i) => row.line === i);
  }

  private addLineRows(compiled: CompiledLine, line: number): void {
    const { points } = this.input;
    const { from, to } = compiled.model;
    const base = { line, compiled, fromColumn: -1, toColumn: -1, constant: 0, perFlow2: 0 };
    for (const flow of compiled.fixedFlows) this.lineRows.push({ ...base, segment: -1, flow, held: [] });
    const [fromBore, toBore] = compiled.endBores;
    compiled.segments.forEach((s, segment) => {
      if (!s.isEquation) return;
      const row: LineRow = { ...base, segment, flow: 0, held: [] };
      const end = (held: HeldPlace | undefined, point: number, bore: number, sign: 1 | -1): number => {
        if (!held) row.constant -= compiled.ends[sign === 1 ? 0 : 1];
        else {
          row.held.push({ place: held, sign });
          return -1;
        }
        const model = points[point]!;
        if (model.static) row.perFlow2 += sign * compiled.velocityFactor(bore);
        if (model.head.kind === 'known') row.constant += sign * model.head.head;
        if (model.head.kind === 'known') return -1;
        const column = this.headColumn.get(point);
        if (column === undefined)
          throw new Error(`${model.id} is an unknown that the group of ${compiled.model.id} does not have`);
        return column;
      };
      row.fromColumn = end(s.startHeld, from, fromBore, 1);
      row.toColumn = end(s.endHeld, to, toBore, -1);
      this.lineRows.push(row);
    });
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

  /** fills residuals and slopes; returns the scaled sum of squares */
  residual(u: Float64Array): number {
    this.mass = 0;
    this.energy = 0;
    let merit = 0;
    for (let i = 0; i < this.lineRows.length; i++) {
      const row = this.lineRows[i]!;
      const value = this.lineResidual(row, u, i);
      this.r[i] = value;
      const size = Math.abs(value);
      if (row.segment < 0) this.mass = Math.max(this.mass, size);
      else this.energy = Math.max(this.energy, size);
      merit += row.segment < 0 ? value * value * 1e6 : value * value;
    }
    merit += this.balanceResiduals(u);
    return Number.isFinite(merit) ? merit : Infinity;
  }

  private lineResidual(row: LineRow, u: Float64Array, i: number): number {
    const q = u[row.line]!;
    if (row.segment < 0) {
      this.slope[i] = 1;
      return q - row.flow;
    }
    const { compiled } = row;
    const s = compiled.segments[row.segment]!;
    compiled.evaluate(q);
    let value = row.constant + row.perFlow2 * q * q;
    let dq = 2 * row.perFlow2 * q;
    for (const { place, sign } of row.held) {
      heldHead(place, q, this.at);
      value += sign * this.at.loss;
      dq += sign * this.at.slope;
    }
    for (let k = s.start; k < s.end; k++) {
      value -= compiled.loss[k]!;
      dq -= compiled.slope[k]!;
    }
    if (row.fromColumn >= 0) value += u[row.fromColumn]!;
    if (row.toColumn >= 0) value -= u[row.toColumn]!;
    this.slope[i] = Math.abs(dq) < LEAST_SLOPE ? (dq > 0 ? LEAST_SLOPE : -LEAST_SLOPE) : dq;
    return value;
  }

  private balanceResiduals(u: Float64Array): number {
    const { outflow, fromColumn, toColumn, input } = this;
    const count = this.component.lines.length;
    outflow.fill(0);
    for (let l = 0; l < count; l++) {
      if (fromColumn[l]! >= 0) outflow[fromColumn[l]! - count]! += u[l]!;
      if (toColumn[l]! >= 0) outflow[toColumn[l]! - count]! -= u[l]!;
    }
    let merit = 0;
    for (let i = 0; i < this.balances.length; i++) {
      const p = this.balances[i]!;
      const node = this.balanceNode[i]!;
      const { head, outflow: fixed } = input.points[p]!;
      const isPinned = this.isPinned[node] === 1;
      let value: number;
      if (isPinned) value = u[count + node]!;
      else if (head.kind === 'well') value = this.wellBalance(head, p, outflow[node]!, u[count + node]!);
      else value = outflow[node]! - fixed!;
      this.r[this.lineRows.length + i] = value;
      if (isPinned) this.energy = Math.max(this.energy, Math.abs(value));
      else this.mass = Math.max(this.mass, Math.abs(value));
      merit += isPinned ? value * value : value * value * 1e6;
    }
    return merit;
  }

  private wellBalance(head: WellHead, p: number, outflow: number, level: number): number {
    const given = wellOutflow(head, level);
    this.perHead.set(p, given.perHead);
    return outflow - given.outflow;
  }

  /** the full Newton step at the last residuals; false when the matrix is singular */
  newtonStep(step: Float64Array): boolean {
    return (this.isPlain && this.sparseStep(step)) || this.denseStep(step);
  }

  /** flows eliminated: δq = (r − s·δH)/slope; what remains is one row a free head */
  private sparseStep(step: Float64Array): boolean {
    const { lineRows, component, r, slope, input } = this;
    const count = component.lines.length;
    const m = component.points.length;
    const sparse = this.sparseSolver();
    sparse.clear();
    const b = new Float64Array(m);
    // each free point has its balance: their rows stand as its points do
    this.balances.forEach((p, node) => {
      b[node] = r[lineRows.length + node]!;
      const { head } = input.points[p]!;
      if (this.isPinned[node] === 1) sparse.add(node, node, 1);
      else if (head.kind === 'well') sparse.add(node, node, this.perHead.get(p)!);
    });
    for (let l = 0; l < count; l++) {
      const row = lineRows[l]!;
      for (let sign = 1; sign >= -1; sign -= 2) {
        const column = sign === 1 ? this.fromColumn[l]! : this.toColumn[l]!;
        const node = column - count;
        if (column < 0 || this.isPinned[node] === 1) continue;
        b[node]! -= (sign * r[l]!) / slope[l]!;
        if (row.fromColumn >= 0) sparse.add(node, row.fromColumn - count, -sign / slope[l]!);
        if (row.toColumn >= 0) sparse.add(node, row.toColumn - count, sign / slope[l]!);
      }
    }
    if (!sparse.solve(b)) return false;
    for (let l = 0; l < count; l++) {
      const row = lineRows[l]!;
      let rest = r[l]!;
      if (row.fromColumn >= 0) rest -= b[row.fromColumn - count]!;
      if (row.toColumn >= 0) rest += b[row.toColumn - count]!;
      step[l] = rest / slope[l]!;
    }
    step.set(b, count);
    return step.every(Number.isFinite);
  }

  /** which heads meet is a matter of the component alone */
  private sparseSolver(): SparseSolver {
    let found = SOLVERS.get(this.component);
    if (!found) SOLVERS.set(this.component, (found = new SparseSolver(this.component.points.length, this.headPairs())));
    return found;
  }

  private headPairs(): [number, number][] {
    const count = this.component.lines.length;
    const pairs: [number, number][] = [];
    for (let l = 0; l < count; l++) {
      if (this.fromColumn[l]! >= 0 && this.toColumn[l]! >= 0)
        pairs.push([this.fromColumn[l]! - count, this.toColumn[l]! - count]);
    }
    return pairs;
  }

  private denseStep(step: Float64Array): boolean {
    const n = this.columns;
    const matrix = (this.dense ??= new Float64Array(n * n)).fill(0);
    this.lineRows.forEach((row, i) => {
      matrix[i * n + row.line]! += this.slope[i]!;
      if (row.fromColumn >= 0) matrix[i * n + row.fromColumn]! += 1;
      if (row.toColumn >= 0) matrix[i * n + row.toColumn]! -= 1;
    });
    const rowOf = new Map(this.balances.map((p, i) => [this.headColumn.get(p)!, this.lineRows.length + i]));
    this.balances.forEach((p, i) => {
      const row = this.lineRows.length + i;
      const column = this.headColumn.get(p)!;
      const { head } = this.input.points[p]!;
      if (this.pinned.has(p)) matrix[row * n + column] = 1;
      else if (head.kind === 'well') matrix[row * n + column] = this.perHead.get(p)!;
    });
    this.component.lines.forEach((_, l) => {
      for (const [column, sign] of [
        [this.fromColumn[l]!, 1],
        [this.toColumn[l]!, -1],
      ] as const) {
        const row = rowOf.get(column);
        const isPinned = column >= 0 && this.pinned.has(this.component.points[column - this.component.lines.length]!);
        if (row !== undefined && !isPinned) matrix[row * n + l]! += sign;
      }
    });
    step.set(this.r);
    return solveDense(matrix, step, n);
  }
}
