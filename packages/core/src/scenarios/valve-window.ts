import { effectiveKv, recoveryFactor, viscousFactor } from '../elements/control-valve.js';
import type { ControlValveModel, ElementModel } from '../elements/model.js';
import { chokedDropOf } from '../network/conditions.js';
import { compileLines, solveCompiled, solveNetwork, type WarmStart } from '../network/solve.js';
import type { LineSolution, NetworkInput } from '../network/types.js';
import { Pchip } from '../numerics/pchip.js';
import { bracketedSecant } from '../numerics/roots.js';
import { VALVE_REFERENCE_DENSITY } from '../units/flow-coefficient.js';
import { kvAtOpening, type ValveInput } from '../valves/valve.js';
import type { ElementDetail, ScenarioModel } from './model.js';

/** What the rest of a scenario leaves for a control valve, over the flow through it: rising flows, the last with nothing left. */
export interface ValveWindow {
  /** m³/s */
  flow: number[];
  /** m of the liquid: pump head less what the system takes without the valve */
  left: number[];
  /** p1 − FF·pv at its inlet, Pa: the choked drop of a valve with FL = 1 */
  unrecovered: number[];
  /** greatest flow that stays on the published curves of the pumps; null where all of it does */
  publishedTo: number | null;
}

const WINDOW_POINTS = 33;
/** least flow of a window, as a share of the greatest */
const LEAST_SHARE = 1e-3;

/**
 * The window of a control valve: at each flow through it, what head the rest of the system has left for it to burn.
 *
 * @returns undefined where the flow is fixed by something else, or the valve left out passes nothing
 */
export function valveWindow(model: ScenarioModel, valve: string): ValveWindow | undefined {
  const at = model.elements.find((e) => e.id === valve);
  if (at?.model.kind !== 'control-valve' || isFlowFixed(model, at)) return undefined;
  const open = solveNetwork(withLaw(model.network, at, { kind: 'left-out' }));
  const most = open.ok ? open.solution.lines[at.line]!.flow : 0;
  if (!open.ok || !(most > 0)) return undefined;
  const law: { kind: 'flow'; flow: number; isReference: true } = { kind: 'flow', flow: 0, isReference: true };
  const network = withLaw(model.network, at, law);
  const lines = compileLines(network);
  const { along } = model.network;
  const window: ValveWindow = { flow: [], left: [], unrecovered: [], publishedTo: null };
  const put = (s: LineSolution, compiled: Parameters<typeof chokedDropOf>[1], left: number): void => {
    const { ratio, weight } = compiled.model.elements[at.index]!.local ?? { ratio: 1, weight: 0 };
    window.flow.push(s.flow * ratio);
    window.left.push((left - weight) * ratio);
    window.unrecovered.push(chokedDropOf(network, compiled, at.index, s, 1));
  };
  let warm: WarmStart | undefined;
  for (let i = 0; i < WINDOW_POINTS - 1; i++) {
    law.flow = most * Math.max(LEAST_SHARE, i / (WINDOW_POINTS - 1));
    for (const l of lines) l.reset();
    let solved = along ? solveNetwork(network) : solveCompiled(network, lines, warm);
    if (!solved.ok && warm) {
      for (const l of lines) l.reset();
      solved = solveCompiled(network, lines);
    }
    const s = solved.ok ? solved.solution.lines[at.line]! : undefined;
    const left = s?.losses[at.index];
    if (!solved.ok || !s || left === undefined || !Number.isFinite(left) || Math.abs(s.flow - law.flow) > 1e-9) {
      warm = undefined;
      continue;
    }
    put(s, solved.compiled[at.line]!, left);
    if (isOffCurve(model, solved.solution.lines)) window.publishedTo ??= window.flow.at(-2) ?? 0;
    if (!along) warm = { flows: Float64Array.from(solved.solution.lines, (l) => l.flow), heads: solved.solution.heads };
  }
  put(
    open.solution.lines[at.line]!,
    open.compiled[at.line]!,
    open.compiled[at.line]!.model.elements[at.index]!.local?.weight ?? 0,
  );
  if (isOffCurve(model, open.solution.lines)) window.publishedTo ??= window.flow.at(-2)!;
  return window.flow.length > 2 ? window : undefined;
}

/** a line whose flow is given, by itself or by a pump on it, leaves nothing to vary */
function isFlowFixed(model: ScenarioModel, at: ElementDetail): boolean {
  const line = model.network.lines[at.line]!;
  return line.flow !== undefined || line.elements.some((e) => e.kind === 'pump' && e.law.kind === 'flow');
}

function withLaw(network: NetworkInput, at: ElementDetail, law: ControlValveModel['law']): NetworkInput {
  const lines = network.lines.map((l, i) =>
    i === at.line
      ? {
          ...l,
          elements: l.elements.map((e, k): ElementModel => (k === at.index ? { id: e.id, kind: 'control-valve', law } : e)),
        }
      : l,
  );
  return { ...network, lines };
}

function isOffCurve(model: ScenarioModel, lines: readonly LineSolution[]): boolean {
  return model.elements.some(
    (e) => e.performance && lines[e.line]!.flow > e.performance.lastFlow * e.performance.setting.running * (1 + 1e-9),
  );
}

/** How a valve works where it stands: flow against travel in one scenario. */
export class InstalledValve {
  private readonly left: Pchip;
  private readonly unrecovered: Pchip;
  private readonly model: ControlValveModel;
  private readonly most: number;

  /** @param window of the position in that scenario */
  constructor(
    private readonly scenario: ScenarioModel,
    valve: string,
    input: ValveInput,
    window: ValveWindow,
  ) {
    this.left = new Pchip(window.flow, window.left);
    this.unrecovered = new Pchip(window.flow, window.unrecovered);
    this.most = window.flow.at(-1)!;
    const own = scenario.elements.find((e) => e.id === valve)!.model as ControlValveModel;
    this.model = { ...own, valve: input };
  }

  /** Flow at a travel 0…1, m³/s: where the valve passes what the system leaves for it. */
  flow(travel: number): number {
    const kv = kvAtOpening(this.model.valve!, travel);
    return kv > 0 ? bracketedSecant((q) => this.passed(kv, q) - q, 0, this.most) : 0;
  }

  /** Gain of the installed characteristic, d(Q/Q100)/dx. Source: IEC 60534-2-4; as a difference over `GAIN_STEP` of travel. */
  gain(travel: number): number {
    const [low, high] = [Math.max(0, travel - GAIN_STEP), Math.min(1, travel + GAIN_STEP)];
    return (this.flow(high) - this.flow(low)) / (high - low) / this.flow(1);
  }

  /** flow that a coefficient passes of what is left for it at the flow q */
  private passed(kv: number, q: number): number {
    const { density, viscosity } = this.scenario.fluid;
    const drop = Math.max(0, this.left.value(q)) * density * this.scenario.network.gravity;
    const choked = recoveryFactor(this.model, kv) ** 2 * this.unrecovered.value(q);
    const effective = choked > 0 ? Math.min(drop, choked) : drop;
    const factor = effectiveKv(this.model, kv) * viscousFactor(this.model, kv, q, viscosity / density);
    return (factor * Math.sqrt(effective / 1e5 / (density / VALVE_REFERENCE_DENSITY))) / 3600;
  }
}

/** change of travel over which a gain is taken */
export const GAIN_STEP = 1e-3;
