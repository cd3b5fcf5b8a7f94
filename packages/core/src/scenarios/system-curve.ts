import type { ControlValveModel, ElementModel, PumpModel } from '../elements/model.js';
import { CompiledLine, isClosed } from '../network/line.js';
import { seriesLine, type SeriesPoint } from '../network/series-line.js';
import { kvAtOpening } from '../valves/valve.js';
import { compileLines, solveCompiled, solveNetwork, type WarmStart } from '../network/solve.js';
import type { NetworkInput } from '../network/types.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import type { ScenarioResult } from '../results/results.js';

/** Where controlling valves stand along a system head curve. */
export type ValveStand = 'found' | 'open' | 'left-out';

/** By valve: the coefficient at which it stands, null to leave it out; others stand as found. */
export type ValveStands = ReadonlyMap<string, number | null>;

export interface CurvePoint {
  /** m³/s through the pump's line */
  flow: number;
  /** m required of the pump; null where the rest of the system has no solution at that flow */
  head: number | null;
  /** NPSH available at that flow, m */
  npsha: number | null;
}

/**
 * System head curve of a pump: the head that the rest of the system requires of it at imposed flows.
 * Controlling valves stand at the coefficient found in the scenario's solution, fully open, or are left out.
 * Source: Karassik et al., Pump Handbook, 4th ed., §12.1.
 */
export function systemCurve(
  model: ScenarioModel,
  result: ScenarioResult,
  pumpId: string,
  flows: ArrayLike<number>,
  valves: ValveStand | ValveStands = 'found',
): CurvePoint[] {
  const pump = model.elements.find((e) => e.id === pumpId && e.kind === 'pump');
  if (!pump) throw new RangeError(`no pump ${pumpId}`);
  const points: CurvePoint[] = [];
  const law: Extract<PumpModel['law'], { kind: 'flow' }> = { kind: 'flow', flow: 0 };
  const network = imposed(model, result, pump.line, pump.index, law, valves);
  if (network.along) return followedCurve(model, network, pump, law, flows);
  const lines = compileLines(network);
  const { fluid } = model;
  const absolute = (network.atmosphere - fluid.vapourPressure) / (fluid.density * network.gravity);
  let warm: WarmStart | undefined;
  let isTouched = false;
  const series = seriesLine(network, lines[pump.line]!, pump.index);
  const isShut = network.lines[pump.line]!.elements.some((e, i) => i !== pump.index && isClosed(e));
  for (let i = 0; i < flows.length; i++) {
    const flow = flows[i]!;
    // no head drives a flow through what is closed: a solver would look for it in vain, flow by flow
    if (isShut && flow !== 0) {
      points.push({ flow, head: null, npsha: null });
      continue;
    }
    // states of a flow before (a valve that choked) must not reach this one, by addition or by solving
    if (isTouched) for (const l of lines) l.reset();
    isTouched = false;
    if (series && flow >= 0) {
      points.push(added(series.at(flow), flow, pump.datum - absolute));
      continue;
    }
    isTouched = true;
    law.flow = flow;
    lines[pump.line]!.reset();
    let solved = solveCompiled(network, lines, warm);
    if (!solved.ok && warm) {
      for (const l of lines) l.reset();
      solved = solveCompiled(network, lines);
    }
    if (!solved.ok) {
      warm = undefined;
      for (const l of lines) l.reset();
      points.push({ flow, head: null, npsha: null });
      continue;
    }
    const { solution } = solved;
    const loss = solution.lines[pump.line]!.losses[pump.index]!;
    const inlet = solution.lines[pump.line]!.heads[pump.index]!;
    points.push({ flow, head: known(loss === 0 ? 0 : -loss), npsha: known(inlet - pump.datum + absolute) });
    warm = { flows: Float64Array.from(solution.lines, (l) => l.flow), heads: solution.heads };
  }
  return points;
}

/**
 * The curve with the controlling valves as they stand in the solution, and without them: where the pump's line is all that there is, what
 * its pipes lose is worked out once for both.
 *
 * @param flows none below zero
 */
export function systemCurvePair(
  model: ScenarioModel,
  result: ScenarioResult,
  pumpId: string,
  flows: ArrayLike<number>,
): { found: CurvePoint[]; bare: CurvePoint[] } {
  const pump = model.elements.find((e) => e.id === pumpId && e.kind === 'pump');
  if (!pump) throw new RangeError(`no pump ${pumpId}`);
  const network = imposed(model, result, pump.line, pump.index, { kind: 'flow', flow: 0 }, 'found');
  const { elements } = network.lines[pump.line]!;
  const isShut = elements.some((e, i) => i !== pump.index && isClosed(e));
  const series =
    network.along || isShut ? undefined : seriesLine(network, new CompiledLine(network.lines[pump.line]!, network), pump.index);
  if (!series) {
    const [found, bare] = (['found', 'left-out'] as const).map((v) => systemCurve(model, result, pumpId, flows, v));
    return { found: found!, bare: bare! };
  }
  const { fluid, gravity, atmosphere } = network;
  const fromInlet = pump.datum - (atmosphere - fluid.vapourPressure) / (fluid.density * gravity);
  const own = model.network.lines[pump.line]!.elements;
  const controlling = new Set(own.flatMap((e, i) => (e.kind === 'control-valve' && !isOfItself(e) ? [i] : [])));
  const found: CurvePoint[] = [];
  const bare: CurvePoint[] = [];
  for (let i = 0; i < flows.length; i++) {
    const flow = flows[i]!;
    found.push(added(series.at(flow), flow, fromInlet));
    bare.push(controlling.size === 0 ? found[i]! : added(series.at(flow, controlling), flow, fromInlet));
  }
  return { found, bare };
}

/** @param fromInlet what is taken from the head at the inlet for NPSH available, m */
function added(point: SeriesPoint | undefined, flow: number, fromInlet: number): CurvePoint {
  return point ? { flow, head: point.head, npsha: point.inlet - fromInlet } : { flow, head: null, npsha: null };
}

/** The same where the liquid is followed along its way: every flow is solved anew, heads and flows are those of the liquid at the pump. */
function followedCurve(
  model: ScenarioModel,
  network: NetworkInput,
  pump: ElementDetail,
  law: { flow: number; isReference?: boolean },
  flows: ArrayLike<number>,
): CurvePoint[] {
  law.isReference = false;
  const isShut = network.lines[pump.line]!.elements.some((e, i) => i !== pump.index && isClosed(e));
  return Array.from(flows, (flow): CurvePoint => {
    law.flow = flow;
    const solved = isShut && flow !== 0 ? undefined : solveNetwork(network);
    if (!solved?.ok) return { flow, head: null, npsha: null };
    const s = solved.solution.lines[pump.line]!;
    const { elements, elevations } = solved.compiled[pump.line]!.model;
    const { fluid, ratio, weight } = elements[pump.index]!.local!;
    const loss = (s.losses[pump.index]! - weight) * ratio;
    const z = elevations[pump.index]!;
    const inlet = z + (s.heads[pump.index]! - z) * ratio;
    const absolute = (model.network.atmosphere - fluid.vapourPressure) / (fluid.density * network.gravity);
    return { flow, head: known(loss === 0 ? 0 : -loss), npsha: known(inlet - pump.datum + absolute) };
  });
}

const known = (x: number): number | null => (Number.isFinite(x) ? x : null);

function imposed(
  model: ScenarioModel,
  result: ScenarioResult,
  line: number,
  index: number,
  law: PumpModel['law'],
  valves: ValveStand | ValveStands,
): NetworkInput {
  const { network } = model;
  const lines = network.lines.map((l, i) => {
    const elements = l.elements.map((e, k): ElementModel => {
      if (i === line && k === index) return { id: e.id, kind: 'pump', law, ...(e.heat ? { heat: e.heat } : {}) };
      return e.kind === 'control-valve' ? standing(e, result, valves) : e;
    });
    // a flow fixed on the pump's own line is what the curve varies
    if (i !== line) return { ...l, elements };
    const { flow: _fixed, ...rest } = l;
    return { ...rest, elements };
  });
  return { ...network, lines };
}

/** it stands where it is entered to, whatever the flow */
const isOfItself = ({ law }: ControlValveModel): boolean => law.kind === 'kv' || law.kind === 'drop' || law.kind === 'left-out';

function standing(e: ControlValveModel, result: ScenarioResult, stands: ValveStand | ValveStands): ControlValveModel {
  if (isOfItself(e)) return e;
  if (typeof stands !== 'string') {
    const own = stands.get(e.id);
    if (own !== undefined) return { ...e, law: own === null ? { kind: 'left-out' } : { kind: 'kv', kv: own } };
  }
  const valves = typeof stands === 'string' ? stands : 'found';
  if (valves === 'left-out') return { ...e, law: { kind: 'left-out' } };
  const found = result.elements[e.id];
  const kv = valves === 'open' && e.valve ? kvAtOpening(e.valve, 1) : found?.kind === 'control-valve' ? found.kv : null;
  return kv === null ? { ...e, law: { kind: 'left-out' } } : { ...e, law: { kind: 'kv', kv } };
}
