import { recoveryFactor } from '../elements/control-valve.js';
import type { LossLaw } from '../elements/laws.js';
import { State, type ControlValveModel, type ElementModel, type PumpModel } from '../elements/model.js';
import { mergeLaws } from '../network/merge-laws.js';
import { heldHead, isClosed, type CompiledLine } from '../network/line.js';
import { criticalPressureRatio, kvAtOpening } from '../valves/valve.js';
import { compileLines, solveCompiled, solveNetwork, type WarmStart } from '../network/solve.js';
import type { NetworkInput } from '../network/types.js';
import { wellHead } from '../network/well.js';
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
  const series = seriesCurve(network, lines[pump.line]!, pump.index);
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
    const direct = series?.(flow);
    if (direct !== undefined) {
      points.push({ flow, head: direct?.head ?? null, npsha: direct ? direct.inlet - pump.datum + absolute : null });
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

/**
 * The required head by plain addition where the pump's line leads from one known head to another and nothing in it depends on
 * anything but the flow. Undefined for a network; the function gives null at flows that a valve before the pump cannot pass: it
 * chokes, whatever the pump does.
 */
function seriesCurve(
  network: NetworkInput,
  line: CompiledLine,
  pump: number,
): ((flow: number) => { head: number; inlet: number } | null | undefined) | undefined {
  const { from, to, elements } = line.model;
  const met = (p: number): number => network.lines.filter((l) => l.from === p || l.to === p).length;
  const simple = (p: number): boolean => {
    const { kind } = network.points[p]!.head;
    return kind === 'known' || (kind === 'well' && met(p) === 1);
  };
  const plain = line.laws.every((law, i) => law !== undefined || i === pump);
  if (!simple(from) || !simple(to) || !plain || line.segments.length !== 1) return undefined;
  const [fromBore, toBore] = line.endBores;
  const end = (p: number, bore: number, q: number, outward: 1 | -1): number => {
    const { head, static: isStatic } = network.points[p]!;
    if (head.kind === 'well') return wellHead(head, outward * q);
    return (head.kind === 'known' ? head.head : NaN) + (isStatic ? line.velocityFactor(bore) * q * q : 0);
  };
  const before = stretches(network, line, 0, pump);
  const behind = stretches(network, line, pump + 1, elements.length).reverse();
  return (q) => {
    if (q < 0) return undefined;
    let inlet = end(from, fromBore, q, 1);
    for (const s of before) {
      inlet -= lossOf(s.laws, q);
      if (s.valve === undefined) continue;
      if (chokesAt(network, line, s.valve, inlet, q)) return null;
      inlet -= lossOf([line.laws[s.valve]!], q);
    }
    let after = end(to, toBore, q, -1);
    for (const s of behind) {
      after += lossOf(s.laws, q);
      if (s.valve === undefined) continue;
      const held = after + lossOf([line.laws[s.valve]!], q);
      // choked, its inlet stands as high as the flow wants, whatever comes after
      after = chokesAt(network, line, s.valve, held, q) ? chokedInlet(line, s.valve, q) : held;
    }
    return { head: after - inlet, inlet };
  };
}

/** elements between control valves, merged, each with the valve that follows it (towards the pump for the part behind it) */
interface Stretch {
  laws: LossLaw[];
  valve: number | undefined;
}

function stretches(network: NetworkInput, line: CompiledLine, from: number, to: number): Stretch[] {
  const { elements } = line.model;
  const valves: number[] = [];
  for (let i = from; i < to; i++) if (elements[i]!.kind === 'control-valve') valves.push(i);
  const merged = (a: number, b: number): LossLaw[] => mergeLaws(elements.slice(a, b), line.laws.slice(a, b), network);
  // before the pump a valve ends its stretch; behind it, walked from the far end, a valve ends the stretch beyond it
  const isBehind = from > 0;
  const list: Stretch[] = [];
  let at = from;
  if (isBehind) {
    list.push({ laws: merged(from, valves[0] ?? to), valve: undefined });
    valves.forEach((v, i) => list.push({ laws: merged(v + 1, valves[i + 1] ?? to), valve: v }));
    return list;
  }
  for (const v of valves) {
    list.push({ laws: merged(at, v), valve: v });
    at = v + 1;
  }
  list.push({ laws: merged(at, to), valve: undefined });
  return list;
}

const scratch = { loss: 0, slope: 0 };

function lossOf(laws: readonly LossLaw[], q: number): number {
  let sum = 0;
  for (const law of laws) {
    law.evaluate(q, scratch);
    sum += scratch.loss;
  }
  return sum;
}

function chokedInlet(line: CompiledLine, i: number, q: number): number {
  const place = line.chokedPlace(line.model.elements[i] as ControlValveModel, i, State.Choked);
  heldHead(place, q, scratch);
  return scratch.loss;
}

/** a valve of known coefficient whose drop at a flow and inlet head is beyond its choked drop */
function chokesAt(network: NetworkInput, line: CompiledLine, i: number, inletHead: number, q: number): boolean {
  const e = line.model.elements[i]!;
  if (e.kind !== 'control-valve' || !line.canChoke(e) || e.law.kind !== 'kv') return false;
  const { fluid, gravity, atmosphere } = network;
  const grade = inletHead - line.velocityFactor(line.inletBore[i]!) * q * q - line.model.elevations[i]!;
  const p1 = grade * fluid.density * gravity + atmosphere;
  const fl = recoveryFactor(e, e.law.kv);
  const limit = fl * fl * (p1 - criticalPressureRatio(fluid.vapourPressure, fluid.criticalPressure) * fluid.vapourPressure);
  return lossOf([line.laws[i]!], q) * fluid.density * gravity > limit;
}

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

function standing(e: ControlValveModel, result: ScenarioResult, stands: ValveStand | ValveStands): ControlValveModel {
  if (e.law.kind === 'kv' || e.law.kind === 'drop' || e.law.kind === 'left-out') return e;
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
