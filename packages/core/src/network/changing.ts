import { State, type ControlValveModel, type ElementModel, type PumpModel } from '../elements/model.js';
import type { PumpPerformance } from '../pumps/pump.js';
import type { ValveInput } from '../valves/valve.js';
import { CompiledLine } from './line.js';
import { partOf, reduceNetwork, type Piece } from './reduce.js';
import { HeldFlow, RestCurve, type RestOfSystem } from './rest.js';
import { compileLines, solveWhole } from './solve.js';
import type { LineSolution, NetworkInput } from './types.js';

/** A line of the network as it is drawn, solved. */
export interface SolvedLine {
  solution: LineSolution;
  compiled: CompiledLine;
}

/**
 * A network in which one element after another stands at the same place. Lines are joined and compiled once, each is solved by the same
 * steps as in `solveNetwork`, from the same start: what is found is what that finds.
 */
class ChangingNetwork {
  protected readonly network: NetworkInput;
  private readonly lines: CompiledLine[];
  /** of the element in the compiled lines */
  protected readonly at: { line: number; element: number };
  private readonly drawn: (readonly { line: number; piece: Piece | undefined; compiled: CompiledLine }[])[] = [];

  constructor(whole: NetworkInput, own: ElementModel, reduction: ReturnType<typeof reduceNetwork>) {
    this.network = reduction?.network ?? whole;
    this.lines = compileLines(this.network);
    const place = this.network.lines.findIndex((l) => l.elements.includes(own));
    this.at = { line: place, element: this.network.lines[place]!.elements.indexOf(own) };
    this.lines.forEach((compiled, k) => {
      const pieces = reduction?.pieces[k];
      this.drawn[k] =
        pieces && pieces.length > 1
          ? pieces.map((piece) => ({ line: piece.line, piece, compiled: new CompiledLine(whole.lines[piece.line]!, whole) }))
          : [{ line: pieces?.[0]!.line ?? k, piece: undefined, compiled }];
    });
  }

  /** the open lines with what stands at the place now, by their number as drawn; undefined where nothing solves it */
  protected solveAnew(): SolvedLine[] | undefined {
    const { lines, at } = this;
    for (const l of lines) {
      if (l.states.some((s) => s !== State.Normal)) l.reset();
      l.ends[0] = l.ends[1] = 0;
    }
    lines[at.line]!.retake(at.element);
    const found = solveWhole(this.network, lines);
    if (!found.ok) return undefined;
    this.found(found.solution.lines[at.line]!);
    const solved: SolvedLine[] = [];
    found.solution.lines.forEach((solution, k) => this.part(k, solution, solved));
    return solved;
  }

  /** told of every solution of the line in which the element stands */
  protected found(_solution: LineSolution): void {
    // most do not ask
  }

  /** a line as it is solved, into the lines as they are drawn */
  protected part(k: number, solution: LineSolution, solved: SolvedLine[]): void {
    for (const { line, piece, compiled } of this.drawn[k]!) {
      const own = piece ? partOf(solution, piece, compiled.model.elements.length) : solution;
      solved[line] = { solution: own, compiled };
    }
  }

  /** whether a line as drawn is part of the one in which the element stands */
  protected isBeside(line: number): boolean {
    return this.drawn[this.at.line]!.some((d) => d.line === line);
  }
}

/** A network in which one pump curve after another stands at the same place. */
export class ChangingPump extends ChangingNetwork {
  private readonly law: { kind: 'curve'; performance: PumpPerformance };

  /**
   * @param whole its element at `line`, `element` is a pump on a curve; the law of that pump is this object's from here on
   * @param wanted lines that will be asked for; lines closed by an entry are set aside and not solved
   * @returns undefined where a wanted line is closed
   */
  static in(whole: NetworkInput, line: number, element: number, wanted: readonly number[]): ChangingPump | undefined {
    const reduction = reduceNetwork(whole);
    if (reduction?.aside.some((l) => wanted.includes(l))) return undefined;
    const changing = new ChangingPump(whole, whole.lines[line]!.elements[element] as PumpModel, reduction);
    // what stands in other lines is known only where the whole is solved
    if (wanted.every((l) => changing.isBeside(l))) changing.rest = RestCurve.of(changing.network, changing.at);
    else changing.isWhole = true;
    return changing;
  }

  private rest: RestOfSystem | undefined;
  private isWhole = false;

  private constructor(whole: NetworkInput, pump: PumpModel, reduction: ReturnType<typeof reduceNetwork>) {
    super(whole, pump, reduction);
    this.law = pump.law as ChangingPump['law'];
  }

  /** The lines with a pump in place: those that were wanted, or all. Undefined where nothing solves it. */
  solve(performance: PumpPerformance): SolvedLine[] | undefined {
    this.law.performance = performance;
    const own = this.rest?.with(performance);
    if (!own) return this.solveAnew();
    const solved: SolvedLine[] = [];
    this.part(this.at.line, own, solved);
    return solved;
  }

  protected override found(solution: LineSolution): void {
    if (!this.isWhole) this.rest ??= HeldFlow.of(this.network, this.at, solution);
  }
}

/** A network in which one control valve after another stands at the same place, holding the same. */
export class ChangingValve extends ChangingNetwork {
  /**
   * @param whole its element at `line`, `element` is a control valve; the model of that valve is this object's from here on
   * @returns undefined where its line is closed
   */
  static in(whole: NetworkInput, line: number, element: number): ChangingValve | undefined {
    const reduction = reduceNetwork(whole);
    if (reduction?.aside.includes(line)) return undefined;
    return new ChangingValve(whole, whole.lines[line]!.elements[element] as ControlValveModel, reduction);
  }

  private constructor(
    whole: NetworkInput,
    private readonly valve: ControlValveModel,
    reduction: ReturnType<typeof reduceNetwork>,
  ) {
    super(whole, valve, reduction);
  }

  solve(input: ValveInput): SolvedLine[] | undefined {
    this.valve.valve = input;
    return this.solveAnew();
  }
}
