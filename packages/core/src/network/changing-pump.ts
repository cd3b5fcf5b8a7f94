import { State, type PumpModel } from '../elements/model.js';
import type { PumpPerformance } from '../pumps/pump.js';
import { CompiledLine } from './line.js';
import { partOf, reduceNetwork, type Piece } from './reduce.js';
import { compileLines, solveWhole } from './solve.js';
import type { LineSolution, NetworkInput } from './types.js';

/** A line of the network as it is drawn, solved. */
export interface SolvedLine {
  solution: LineSolution;
  compiled: CompiledLine;
}

/**
 * A network in which one pump curve after another stands at the same place. Lines are joined and compiled once, each curve is solved
 * by the same steps as in `solveNetwork`, from the same start: what is found is what that finds.
 */
export class ChangingPump {
  private readonly network: NetworkInput;
  private readonly lines: CompiledLine[];
  private readonly law: { kind: 'curve'; performance: PumpPerformance };
  /** of the pump in the compiled lines */
  private readonly at: { line: number; element: number };
  private readonly drawn: (readonly { line: number; piece: Piece | undefined; compiled: CompiledLine }[])[] = [];

  /**
   * @param whole its element at `line`, `element` is a pump on a curve; the law of that pump is this object's from here on
   * @param wanted lines that will be asked for; lines closed by an entry are set aside and not solved
   * @returns undefined where a wanted line is closed
   */
  static in(whole: NetworkInput, line: number, element: number, wanted: readonly number[]): ChangingPump | undefined {
    const reduction = reduceNetwork(whole);
    return reduction?.aside.some((l) => wanted.includes(l)) ? undefined : new ChangingPump(whole, line, element, reduction);
  }

  private constructor(whole: NetworkInput, line: number, element: number, reduction: ReturnType<typeof reduceNetwork>) {
    const pump = whole.lines[line]!.elements[element] as PumpModel;
    this.law = pump.law as ChangingPump['law'];
    this.network = reduction?.network ?? whole;
    this.lines = compileLines(this.network);
    const place = this.network.lines.findIndex((l) => l.elements.includes(pump));
    this.at = { line: place, element: this.network.lines[place]!.elements.indexOf(pump) };
    this.lines.forEach((compiled, k) => {
      const pieces = reduction?.pieces[k];
      this.drawn[k] =
        pieces && pieces.length > 1
          ? pieces.map((piece) => ({ line: piece.line, piece, compiled: new CompiledLine(whole.lines[piece.line]!, whole) }))
          : [{ line: pieces?.[0]!.line ?? k, piece: undefined, compiled }];
    });
  }

  /** The open lines with this curve at the pump's place, by their number as drawn; undefined where nothing solves it. */
  solve(performance: PumpPerformance): SolvedLine[] | undefined {
    const { lines, at } = this;
    this.law.performance = performance;
    for (const l of lines) {
      if (l.states.some((s) => s !== State.Normal)) l.reset();
      l.ends[0] = l.ends[1] = 0;
    }
    lines[at.line]!.retake(at.element);
    const found = solveWhole(this.network, lines);
    if (!found.ok) return undefined;
    const solved: SolvedLine[] = [];
    this.drawn.forEach((parts, k) => {
      const solution = found.solution.lines[k]!;
      for (const { line, piece, compiled } of parts) {
        const own = piece ? partOf(solution, piece, compiled.model.elements.length) : solution;
        solved[line] = { solution: own, compiled };
      }
    });
    return solved;
  }
}
