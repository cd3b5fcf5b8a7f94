import type { CheckedScenario, LimitOverride } from '../checks/check.js';
import { incompleteOf } from '../checks/complete.js';
import { judge } from '../checks/judge.js';
import { State, type ControlValveModel, type ElementModel } from '../elements/model.js';
import { ChangingValve } from '../network/changing.js';
import type { CompiledLine } from '../network/line.js';
import { solveNetwork } from '../network/solve.js';
import type { LineSolution } from '../network/types.js';
import { kvAtOpening, type ValveInput } from '../valves/valve.js';
import type { ScenarioResult, ValveResult } from '../results/results.js';
import { checkedScenario } from './checked.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import type { Asked } from './pump-site.js';
import { reportElement } from './report-element.js';
import { emptyResult, solveScenario } from './solve-scenario.js';

/**
 * The position of a control valve in one scenario, in which catalogues are tried. What it holds does not depend on the valve as long
 * as that is large enough: the scenario is solved once, with one that is, and each valve is held against what is left for it there.
 */
export class ValveSite {
  private readonly placed: ElementDetail;
  private readonly sight: CheckedScenario;
  private network: ChangingValve | undefined;
  /** with a valve that is large enough the position reaches what it holds */
  readonly isReached: boolean;

  private constructor(
    private readonly model: ScenarioModel,
    private readonly at: ElementDetail & { model: ControlValveModel },
    private readonly limits: readonly LimitOverride[],
    private readonly isAsked: Asked,
    private readonly solution: LineSolution,
    private readonly compiled: CompiledLine,
    /** of the whole scenario, with the valve that is large enough */
    readonly whole: ScenarioResult,
  ) {
    this.placed = { ...at };
    this.isReached = solution.states[at.index] === State.Normal && solution.flow > 0;
    this.sight = { ...checkedScenario(model, whole), elements: [this.placed], points: [] };
  }

  /**
   * @param model with a valve in the position that holds a flow or a pressure, and is larger than any that is tried
   * @returns undefined where it holds neither, or nothing solves it: only the whole scenario tells then
   */
  static of(model: ScenarioModel, valve: string, limits: readonly LimitOverride[], isAsked: Asked): ValveSite | undefined {
    const e = model.elements.find((x) => x.id === valve);
    if (e?.model.kind !== 'control-valve' || model.network.along) return undefined;
    const { law } = e.model;
    if (law.kind !== 'flow' && law.kind !== 'outlet-pressure' && law.kind !== 'inlet-pressure') return undefined;
    const found = solveNetwork(model.network);
    if (!found.ok) return undefined;
    const solution = found.solution.lines[e.line]!;
    const result = solveScenario(model, limits);
    const at = e as ElementDetail & { model: ControlValveModel };
    return new ValveSite(model, at, limits, isAsked, solution, found.compiled[e.line]!, result);
  }

  /**
   * The result with one valve in place: it and its margins, the rest is empty. One that is too small for what is asked stands wide open
   * in it at the flow that is asked; what it passes instead is found by `solved`. Where no valve reaches what is asked each is solved.
   *
   * @returns with the coefficient that it would have to have; undefined where no coefficient passes it: only the whole scenario tells then
   */
  try(input: ValveInput): { result: ScenarioResult; kv: number; isShort: boolean } | undefined {
    const { model, at, solution } = this;
    if (!this.isReached) {
      const result = this.solved(input);
      return result && { result, kv: (result.elements[at.id] as ValveResult).kv ?? 0, isShort: false };
    }
    this.put(input);
    let result = emptyResult(model);
    const { kv } = this.reported(solution, this.compiled, result);
    if (kv === null) return undefined;
    const isShort = kv > kvAtOpening(input, 1);
    if (isShort) {
      result = emptyResult(model);
      const open = { ...solution, states: [...solution.states] };
      open.states[at.index] = State.Open;
      this.reported(open, this.compiled, result);
    }
    this.judge(result);
    return { result, kv, isShort };
  }

  /** The same with the network solved with that valve in it; undefined where nothing solves it. */
  solved(input: ValveInput): ScenarioResult | undefined {
    const { model, at } = this;
    this.put(input);
    this.network ??= this.changing();
    const found = this.network?.solve(input)?.[at.line];
    if (!found) return undefined;
    const result = emptyResult(model);
    this.reported(found.solution, found.compiled, result);
    this.judge(result);
    return result;
  }

  private put(input: ValveInput): void {
    Object.assign(this.placed, { valve: input, model: { ...this.at.model, valve: input } });
  }

  private judge(result: ScenarioResult): void {
    this.sight.result = result;
    result.margins = judge(this.sight, this.limits, this.isAsked);
    result.incomplete = incompleteOf(this.sight);
  }

  private changing(): ChangingValve | undefined {
    const { network } = this.model;
    const { line, index } = this.at;
    const own: ElementModel = { ...this.at.model };
    const elements = network.lines[line]!.elements.map((e, i) => (i === index ? own : e));
    return ChangingValve.in(
      { ...network, lines: network.lines.map((l, i) => (i === line ? { ...l, elements } : l)) },
      line,
      index,
    );
  }

  private reported(solution: LineSolution, compiled: CompiledLine, result: ScenarioResult): ValveResult {
    result.status = 'solved';
    const found = reportElement(this.model, this.placed, solution, compiled, {
      say: (f) => void result.findings.push(f),
      limit: () => void (result.status = 'limited'),
    }) as ValveResult;
    result.elements[this.placed.id] = found;
    return found;
  }
}
