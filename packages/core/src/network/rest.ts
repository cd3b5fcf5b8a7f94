import { State, type PumpModel } from '../elements/model.js';
import type { PumpPerformance } from '../pumps/pump.js';
import { bendingPump, withFlowImposed } from './bending.js';
import { conditionsUnmetIn, statesOf } from './conditions.js';
import { CompiledLine } from './line.js';
import { compileLines, inwardFrom, solveCompiled, type WarmStart } from './solve.js';
import type { LineSolution, NetworkInput } from './types.js';

/*
 * What the rest of a system is to a pump, taken once: pumps that stand in its place one after another are held against it, and nothing
 * of the rest is solved again. Where that does not tell, it says so, and the whole is solved.
 */
export interface RestOfSystem {
  /** the pump's line with a pump in place, as far as the pump and what holds its flow need it; undefined where only the whole tells */
  with(performance: PumpPerformance): LineSolution | undefined;
}

interface Place {
  line: number;
  element: number;
}

/**
 * A valve in the pump's own line holds its flow: whatever the pump is, everything outside the stretch between the two stands as it
 * stood with another one, as long as the valve can do it.
 */
export class HeldFlow implements RestOfSystem {
  private readonly line: CompiledLine;
  private readonly losses: Float64Array;

  /** @param solution of the pump's line with any pump; undefined where no valve holds its flow in it */
  static of(network: NetworkInput, at: Place, solution: LineSolution): HeldFlow | undefined {
    const line = new CompiledLine(network.lines[at.line]!, network);
    const open = line.laws.flatMap((law, i) => (law ? [] : [i]));
    const [valve] = open;
    const e = valve === undefined ? undefined : line.model.elements[valve];
    const holds = open.length === 1 && e?.kind === 'control-valve' && e.law.kind === 'flow' && line.fixedFlows.length === 1;
    const isNormal = solution.states.every((s) => s === State.Normal) && line.segments.length === 1;
    return holds && isNormal && solution.flow > 0 ? new HeldFlow(network, at, line, solution) : undefined;
  }

  private constructor(
    private readonly network: NetworkInput,
    private readonly at: Place,
    line: CompiledLine,
    private readonly base: LineSolution,
  ) {
    this.line = line;
    line.evaluate(base.flow);
    this.losses = Float64Array.from(line.loss);
    line.ends[0] = base.ends[0];
    line.ends[1] = base.ends[1];
  }

  with(performance: PumpPerformance): LineSolution | undefined {
    const { line, base, losses, at } = this;
    losses[at.element] = -performance.head(base.flow);
    line.loss.set(losses);
    const solution = inwardFrom(line, base.flow, base.heads[0]!, base.heads[base.heads.length - 1]!);
    return conditionsUnmetIn(this.network, line, solution) ? undefined : solution;
  }
}

/** parts of the flow at 1.5 m/s in the narrowest bore that lie between two flows at which the rest is solved */
const PARTS = 24;
/** as much finer where something opens, chokes or turns laminar in between */
const FINER = 16;
/** of the head: by so much a curve between them may be off in the middle of a cell that is used */
const CLOSE = 2e-8;
/** points that the curve between two flows goes through */
const NODES = 6;
/** of the length of its published curve: how far a pump is followed */
const BEYOND = 3;

/** The head that the rest asks for, and the head that it leaves before the pump, at a flow; null where nothing solves it. */
type Asked = { head: number; inlet: number } | null;

/** A system curve at equally distant flows, taken as they are needed, and between them the polynomial through the six nearest. */
class Grid {
  /** what the polynomial has at the flow that was asked for last */
  head = 0;
  inlet = 0;
  private readonly nodes = new Map<number, Asked>();
  private readonly smooth = new Map<number, boolean>();
  private readonly polynomials = new Map<number, Float64Array>();

  constructor(
    readonly step: number,
    private readonly asked: (flow: number) => Asked,
  ) {}

  node(k: number): Asked {
    let node = this.nodes.get(k);
    if (node === undefined) this.nodes.set(k, (node = this.asked(k * this.step)));
    return node;
  }

  /** whether the polynomial of a cell is the solution in its middle as well */
  isSmooth(k: number): boolean {
    let is = this.smooth.get(k);
    if (is === undefined) this.smooth.set(k, (is = this.isClose(k)));
    return is;
  }

  private isClose(k: number): boolean {
    for (let i = 0; i < NODES; i++) if (!this.node(firstOf(k) + i)) return false;
    const middle = (k + 0.5) * this.step;
    const solved = this.asked(middle);
    this.evaluate(k, middle);
    const close = (a: number, b: number): boolean => Math.abs(a - b) <= CLOSE * Math.max(1, Math.abs(a));
    return solved !== null && close(solved.head, this.head) && close(solved.inlet, this.inlet);
  }

  /** head and inlet at a flow in a smooth cell, by Newton's polynomial */
  evaluate(k: number, flow: number): void {
    let of = this.polynomials.get(k);
    if (!of) this.polynomials.set(k, (of = this.polynomialOf(k)));
    const x = flow / this.step - firstOf(k);
    let head = of[NODES - 1]!;
    let inlet = of[2 * NODES - 1]!;
    for (let i = NODES - 2; i >= 0; i--) {
      head = of[i]! + (x - i) * head;
      inlet = of[NODES + i]! + (x - i) * inlet;
    }
    this.head = head;
    this.inlet = inlet;
  }

  /** divided differences over the points around a cell: of the head, then of the inlet */
  private polynomialOf(k: number): Float64Array {
    const of = new Float64Array(2 * NODES);
    for (let i = 0; i < NODES; i++) {
      const node = this.node(firstOf(k) + i)!;
      of[i] = node.head;
      of[NODES + i] = node.inlet;
    }
    for (const from of [0, NODES])
      for (let order = 1; order < NODES; order++)
        for (let i = NODES - 1; i >= order; i--) of[from + i] = (of[from + i]! - of[from + i - 1]!) / order;
    return of;
  }
}

/** the first of the points around a cell */
const firstOf = (k: number): number => Math.max(0, k - (NODES / 2 - 1));

/** The system curve of a pump. Where neither a coarse nor a fine polynomial is the solution, only the whole tells. */
export class RestCurve implements RestOfSystem {
  private readonly law: { kind: 'flow'; flow: number } = { kind: 'flow', flow: 0 };
  private readonly network: NetworkInput;
  private readonly lines: CompiledLine[];
  private readonly coarse: Grid;
  private readonly fine: Grid;
  private warm: WarmStart | undefined;
  /** the coarse cell in which the last pump was */
  private last = PARTS;

  /** undefined where something in the pump's own line holds or drops by itself, or another pump's curve bends */
  static of(network: NetworkInput, at: Place): RestCurve | undefined {
    const model = network.lines[at.line]!;
    const own = new CompiledLine(model, network);
    const isPlain = model.elements.every(
      (e, i) => e.kind !== 'control-valve' && (statesOf(own, i).length === 1 || e.kind === 'local') && own.laws[i] !== undefined,
    );
    if (!isPlain || model.flow !== undefined || own.shut) return undefined;
    const curve = new RestCurve(network, at, own);
    return bendingPump(curve.network) ? undefined : curve;
  }

  private constructor(
    network: NetworkInput,
    private readonly at: Place,
    private readonly own: CompiledLine,
  ) {
    const { law } = own.model.elements[at.element] as PumpModel & { law: { performance: PumpPerformance } };
    this.network = withFlowImposed(network, { ...at, performance: law.performance, oneWay: false }, this.law);
    this.lines = compileLines(this.network);
    const bore = Math.min(0.5, ...own.model.elements.flatMap((e) => e.bore ?? []));
    const step = (1.5 * (Math.PI / 4) * bore * bore) / PARTS;
    const asked = (flow: number): Asked => this.solveAt(flow);
    this.coarse = new Grid(step, asked);
    this.fine = new Grid(step / FINER, asked);
  }

  with(performance: PumpPerformance): LineSolution | undefined {
    if (!performance.falling) return undefined;
    const { coarse, fine } = this;
    const most = Math.ceil((BEYOND * performance.lastFlow * performance.setting.running) / coarse.step);
    const k = cellOf(performance, coarse, Math.min(this.last, most - 1), 0, most);
    if (k === undefined) return undefined;
    this.last = k;
    if (coarse.isSmooth(k)) return this.ownLine(performance, coarse, k);
    const f = cellOf(performance, fine, (k + 0.5) * FINER, k * FINER, (k + 1) * FINER);
    return f !== undefined && fine.isSmooth(f) ? this.ownLine(performance, fine, f) : undefined;
  }

  private solveAt(flow: number): Asked {
    const { lines, at, law, network } = this;
    law.flow = flow;
    for (const l of lines) l.reset();
    let found = solveCompiled(network, lines, this.warm, false);
    if (!found.ok) {
      for (const l of lines) l.reset();
      found = solveCompiled(network, lines);
    }
    if (!found.ok) return null;
    const { solution } = found;
    this.warm = { flows: Float64Array.from(solution.lines, (l) => l.flow), heads: solution.heads };
    const { losses, heads } = solution.lines[at.line]!;
    const asked = { head: -losses[at.element]!, inlet: heads[at.element]! };
    return Number.isFinite(asked.head) && Number.isFinite(asked.inlet) ? asked : null;
  }

  /** the pump's own line where it crosses what is asked in a cell: known at the pump alone */
  private ownLine(performance: PumpPerformance, grid: Grid, k: number): LineSolution | undefined {
    const { own, at } = this;
    const flow = crossingIn(performance, grid, k);
    if (flow === undefined) return undefined;
    grid.evaluate(k, flow);
    const head = performance.head(flow);
    const losses = new Float64Array(own.laws.length).fill(NaN);
    const heads = new Float64Array(own.laws.length + 1).fill(NaN);
    losses[at.element] = -head;
    heads[at.element] = grid.inlet;
    heads[at.element + 1] = grid.inlet + head;
    return { flow, losses, heads, states: [...own.states], ends: [0, 0] };
  }
}

/** The cell in which a curve falls below what is asked, looked for from one of them on; undefined where it does so in none. */
function cellOf(p: PumpPerformance, grid: Grid, from: number, least: number, most: number): number | undefined {
  // above what is asked, below it, or not known
  const above = (k: number): boolean | undefined => {
    const asked = grid.node(k);
    return asked ? p.head(k * grid.step) > asked.head : undefined;
  };
  let low = from;
  let high = low + 1;
  for (let by = 1; ; by *= 2) {
    const isAbove = above(low);
    if (isAbove === undefined) return undefined;
    if (isAbove) break;
    if (low === least) return undefined;
    high = low;
    low = Math.max(least, low - by);
  }
  for (let by = 1; ; by *= 2) {
    const isAbove = above(high);
    if (isAbove === undefined) return undefined;
    if (!isAbove) break;
    if (high >= most) return undefined;
    low = high;
    high = Math.min(most, high + by);
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    const isAbove = above(middle);
    if (isAbove === undefined) return undefined;
    if (isAbove) low = middle;
    else high = middle;
  }
  return low;
}

/** of the head: to so much a crossing is found */
const CROSSED = 1e-10;

/** Regula falsi with the Illinois step. Source: Dowell & Jarratt 1971, BIT 11, 168–174. */
function crossingIn(p: PumpPerformance, grid: Grid, k: number): number | undefined {
  const f = (q: number): number => {
    grid.evaluate(k, q);
    return p.head(q) - grid.head;
  };
  let [a, b] = [k * grid.step, (k + 1) * grid.step];
  let [fa, fb] = [f(a), f(b)];
  if (fa <= 0 || fb > 0) return undefined;
  const close = CROSSED * Math.max(1, Math.abs(grid.head));
  for (let i = 0; i < 60; i++) {
    const q = (a * fb - b * fa) / (fb - fa);
    const value = f(q);
    if (Math.abs(value) <= close) return q;
    if (value > 0) {
      a = q;
      fa = value;
      fb /= 2;
    } else {
      b = q;
      fb = value;
      fa /= 2;
    }
  }
  return undefined;
}
