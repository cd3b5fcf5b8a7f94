import type { CheckedScenario, LimitOverride } from '../checks/check.js';
import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { Judging, orderOf } from '../checks/judge.js';
import { elementKind } from '../elements/index.js';
import type { BuildContext } from '../elements/kind.js';
import { ChangingPump, type SolvedLine } from '../network/changing.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { Margin } from '../results/margin.js';
import type { PumpResult, ScenarioResult } from '../results/results.js';
import { sightOf } from './checked.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { incompleteOf } from '../checks/complete.js';
import { reportElement } from './report-element.js';
import { emptyResult } from './solve-scenario.js';

/** How a pump stands in a position: rpm, m. */
export interface PumpStand {
  speed: number;
  stages: number;
  diameter: number | undefined;
}

/**
 * Checks at the rated point, the first of all codes: they hold the curve against it, whatever the duty is. A pump that fails one is
 * not solved.
 */
export const BEFORE_SOLVING: ReadonlySet<CheckCode> = new Set(['rated-head', 'head-reserve']);

/** checks that no duty changes, but behind others in the list of codes: one that fails says which of the others still matter */
const WHATEVER_DUTY: ReadonlySet<CheckCode> = new Set([...BEFORE_SOLVING, 'fluid-temperature']);

/** the first code that asks for the motor, or for the curve as a whole */
const MOTOR = orderOf('motor-power');

/** a controlling valve of which some margin is asked */
const isAskedOf = (e: ElementDetail, isAsked: Asked): boolean =>
  e.kind === 'control-valve' && CHECK_CODES.some((check) => isAsked({ check, where: e.id }));

/** Which margins are asked for: by check and id of what is judged. */
export type Asked = (margin: Pick<Margin<CheckCode>, 'check' | 'where'>) => boolean;

/**
 * The position of a pump in one scenario, in which catalogues are tried: what is solved is what the study read anew with each pump
 * would give, but only the pump and the controlling valves are reported, and only the margins asked for.
 */
export class PumpSite {
  private readonly valves: readonly ElementDetail[];
  /* one of each for all trials: a fresh copy each time took longer than the solving */
  private readonly read: Record<string, unknown>;
  private readonly placed: ElementDetail;
  private readonly sight: CheckedScenario;
  private readonly early: Judging;
  private readonly whole: Judging;
  /** order of the first code that is asked of valves */
  private readonly firstOfValves: number;
  private readonly context: BuildContext;
  private input: PumpInput | undefined;
  private result: ScenarioResult;
  /** how the pump that stands here runs, and what was found while it was built */
  private stood: PumpPerformance | undefined;
  /** the lines with it, once they were asked for; null where nothing solves them */
  private solved: SolvedLine[] | null | undefined;
  private readonly ofBuild: ScenarioResult['findings'] = [];

  private constructor(
    private readonly model: ScenarioModel,
    pump: string,
    limits: readonly LimitOverride[],
    isAsked: Asked,
    private readonly network: ChangingPump,
  ) {
    const at = model.elements.find((e) => e.id === pump)!;
    this.read = { ...at.read };
    this.placed = { ...at, read: this.read };
    this.valves = model.elements.filter((e) => isAskedOf(e, isAsked));
    this.result = emptyResult(model);
    this.context = {
      fluid: model.fluid,
      pump: () => this.input,
      valve: () => undefined,
      pathOf: (key) => key,
      isNull: () => false,
      add: () => undefined,
      say: (f) => this.ofBuild.push(f),
    };
    this.sight = {
      ...sightOf(model, this.result),
      elements: [this.placed, ...this.valves],
      points: [],
      // what lies along the whole system is not solved here: a check that asks for it must not be among those asked for
      get deadHeads(): never {
        throw new Error('pressures at no flow are not known of a pump that is only tried');
      },
      get suction(): never {
        throw new Error('the suction side is not known of a pump that is only tried');
      },
    };
    this.early = new Judging(this.sight, limits, (m) => WHATEVER_DUTY.has(m.check) && isAsked(m));
    this.whole = new Judging(this.sight, limits, isAsked);
    this.firstOfValves = this.whole.firstBeside(pump);
  }

  /** @param model with a pump on a curve in the position; undefined where only reading anew tells */
  static of(model: ScenarioModel, pump: string, limits: readonly LimitOverride[], isAsked: Asked): PumpSite | undefined {
    const e = model.elements.find((x) => x.id === pump);
    // a pump that heats the liquid changes what it runs in
    if (e?.model.kind !== 'pump' || e.model.law.kind !== 'curve' || model.network.along) return undefined;
    const own = { ...e.model, law: { ...e.model.law } };
    const lines = model.network.lines.map((l, i) =>
      i === e.line ? { ...l, elements: l.elements.map((x, k) => (k === e.index ? own : x)) } : l,
    );
    const wanted = model.elements.filter((x) => x === e || isAskedOf(x, isAsked)).map((x) => x.line);
    const network = ChangingPump.in({ ...model.network, lines }, e.line, e.index, wanted);
    return network && new PumpSite(model, pump, limits, isAsked, network);
  }

  /** puts a pump in place; undefined where it has no curve that can be run */
  private put(input: PumpInput, { speed, stages, diameter }: PumpStand): PumpPerformance | undefined {
    const { read, placed } = this;
    const stands = this.input === input && read.speed === speed && read.stages === stages && read.diameter === diameter;
    if (!stands) {
      this.input = input;
      this.solved = undefined;
      this.ofBuild.length = 0;
      read.speed = speed;
      read.stages = stages;
      read.diameter = diameter;
      const built = elementKind('pump').build(placed.id, read, this.context);
      this.stood = built?.performance;
      if (built?.performance) Object.assign(placed, { model: built.model, pump: input, performance: built.performance });
    }
    this.result = emptyResult(this.model);
    this.result.findings.push(...this.ofBuild);
    return this.stood;
  }

  /** The result as far as it needs no solution: margins of checks that no duty changes. */
  before(input: PumpInput, stand: PumpStand): ScenarioResult {
    const performance = this.put(input, stand);
    const { result, placed } = this;
    if (!performance) return result;
    // that it runs on a curve is all that these checks ask of the duty
    result.elements[placed.id] = { kind: 'pump', running: performance.setting.running, flowRatio: 1 } as PumpResult;
    this.sight.result = result;
    result.margins = this.early.judge(this.sight);
    return result;
  }

  /**
   * The result with one pump in place: elements and margins are those asked for, the rest of it is empty.
   *
   * @param upTo order of the last code that still matters: margins behind it, and figures that only those ask for, are left out
   */
  try(input: PumpInput, stand: PumpStand, upTo = Infinity): ScenarioResult {
    const { model } = this;
    const performance = this.put(input, stand);
    const { result } = this;
    if (this.solved === undefined) this.solved = (performance && this.network.solve(performance)) ?? null;
    const { solved } = this;
    if (!solved) return result;
    result.status = 'solved';
    const heard = {
      say: (f: (typeof result.findings)[number]) => void result.findings.push(f),
      limit: () => void (result.status = 'limited'),
    };
    const isBrief = upTo < MOTOR;
    for (const e of this.sight.elements as readonly ElementDetail[]) {
      if (e !== this.placed && upTo < this.firstOfValves) continue;
      const { solution, compiled } = solved[e.line]!;
      result.elements[e.id] = reportElement(model, e, solution, compiled, heard, isBrief);
    }
    this.sight.result = result;
    result.margins = this.whole.judge(this.sight, upTo);
    // of one that fails nobody asks what else could not be judged
    if (upTo === Infinity) result.incomplete = incompleteOf(this.sight);
    return result;
  }
}
