import { PumpPerformance, type PumpSetting } from '../pumps/pump.js';
import { regionsOf } from '../pumps/regions.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import type { ScenarioResult } from '../results/results.js';
import type { SolvedScenario } from './run.js';
import { Pchip } from '../numerics/pchip.js';
import { atItsSpeed } from './checked.js';
import { unitLoss } from './unit-loss.js';
import { systemCurve, systemCurvePair, type CurvePoint, type ValveStand } from './system-curve.js';

/** System head curves of one scenario against the flow through the pump, on the flows of `ServiceCurves.flows`. */
export interface ScenarioTrace {
  id: string;
  head: (number | null)[];
  /** without the controlling valves: the distance to the pump curve is what they burn */
  bare: (number | null)[];
  npsha: (number | null)[];
  /** head, m, that the piping of one unit takes at the flow of that unit; absent where the units have none of their own */
  unit?: number[];
}

/** One pump curve as it runs, shared by the scenarios that run it alike. Flows are of the whole group. */
export interface PumpTrace {
  scenarios: string[];
  running: number;
  speed: number;
  diameter: number | null;
  flow: number[];
  head: number[];
  efficiency: (number | null)[];
  power: (number | null)[];
  npshr: (number | null)[];
  /** flows of the group */
  bestFlow: number;
  lastFlow: number;
  preferred: [number, number];
  allowable: [number, number];
  /** the maker's minimum continuous flow of the group; null where the entry names none */
  minFlow: number | null;
  /** how it is run, for what is drawn beside it */
  setting: PumpSetting;
}

export interface ServiceCurves {
  pump: string;
  flows: number[];
  scenarios: ScenarioTrace[];
  pumps: PumpTrace[];
  /** made diameters as they would run in the first scenario that runs the pump by its curve */
  made: { diameter: number; flow: number[]; head: number[] }[];
  rated: { flow: number; head: number } | null;
}

const TRACE_POINTS = 41;

/**
 * Everything that is drawn against the flow of one pump: system curves of all scenarios with the valve as found and without,
 * NPSH available, and the pump's curves as they run.
 *
 * @param points flows on the common axis, 61 unless said otherwise
 */
export function serviceCurves(scenarios: readonly SolvedScenario[], pump: string, points = 61): ServiceCurves {
  const solved = scenarios.filter((s) => s.model && s.result && s.result.status !== 'failed');
  // one whose speed follows its duty is drawn as it runs
  const detail = (s: SolvedScenario): ElementDetail | undefined => {
    const e = s.model!.elements.find((x) => x.id === pump);
    return e && atItsSpeed(e, s.model!, s.result!);
  };
  const last = axisEnd(solved, pump);
  const flows = Array.from({ length: points }, (_, i) => (last * i) / (points - 1));
  const traces = solved.map((s) => traceOf(s, pump, flows));
  const first = solved.find((s) => detail(s)?.performance);
  const rated = solved
    .map((s) => detail(s)?.read.rated as { flow: number; head: number } | undefined)
    .find((r) => r !== undefined);
  return {
    pump,
    flows,
    scenarios: traces,
    pumps: pumpTraces(solved, detail),
    made: first ? madeTraces(detail(first)!.performance!) : [],
    rated: rated ?? null,
  };
}

/** of a scenario that was not worked out anew, as it was drawn before */
const drawn = new WeakMap<ScenarioResult, { pump: string; last: number; points: number; trace: ScenarioTrace }>();

function traceOf(s: SolvedScenario, pump: string, flows: readonly number[]): ScenarioTrace {
  const [last, points] = [flows.at(-1)!, flows.length];
  const before = drawn.get(s.result!);
  if (before?.pump === pump && before.last === last && before.points === points) return before.trace;
  const { found, bare } = tracedCurves(s, pump, flows);
  const unit = unitLoss(s.model!, pump);
  const trace: ScenarioTrace = {
    id: s.id,
    head: found.map((p) => p.head),
    bare: bare.map((p) => p.head),
    npsha: found.map((p) => p.npsha),
    ...(unit ? { unit: flows.map(unit) } : {}),
  };
  drawn.set(s.result!, { pump, last, points, trace });
  return trace;
}

/** every so many flows are solved where the liquid is followed along its way; between them the curve is drawn through */
const EVERY = 4;

/** The system curves to be drawn: with the controlling valves as found, and without. */
function tracedCurves(s: SolvedScenario, pump: string, flows: readonly number[]): { found: CurvePoint[]; bare: CurvePoint[] } {
  if (!s.model!.network.along) return systemCurvePair(s.model!, s.result!, pump, flows);
  const last = flows.length - 1;
  const at = flows.filter((_, i) => i % EVERY === 0 || i === last);
  const traced = (valves: ValveStand): CurvePoint[] => drawnThrough(systemCurve(s.model!, s.result!, pump, at, valves), flows);
  const found = traced('found');
  const controls = s.model!.elements.some((e) => e.kind === 'control-valve');
  return { found, bare: controls ? traced('left-out') : found };
}

function drawnThrough(knots: readonly CurvePoint[], flows: readonly number[]): CurvePoint[] {
  const known = knots.filter((k) => k.head !== null && k.npsha !== null);
  if (known.length < 3) return flows.map((flow) => knots.find((k) => k.flow === flow) ?? { flow, head: null, npsha: null });
  const at = known.map((k) => k.flow);
  const [head, npsha] = [new Pchip(at, known.map((k) => k.head!)), new Pchip(at, known.map((k) => k.npsha!))]; // prettier-ignore
  return flows.map((flow) =>
    flow < at[0]! || flow > at.at(-1)!
      ? { flow, head: null, npsha: null }
      : { flow, head: head.value(flow), npsha: npsha.value(flow) },
  );
}

/** the axis ends a little beyond the longest curve and the greatest flow found */
function axisEnd(solved: readonly SolvedScenario[], pump: string): number {
  let end = 0;
  for (const s of solved) {
    const p = s.model!.elements.find((e) => e.id === pump)?.performance;
    if (p) end = Math.max(end, p.lastFlow * p.setting.running);
    const r = s.result!.elements[pump];
    if (r) end = Math.max(end, r.flow * 1.25);
  }
  return end > 0 ? end : 0.01;
}

function pumpTraces(solved: readonly SolvedScenario[], detail: (s: SolvedScenario) => ElementDetail | undefined): PumpTrace[] {
  const traces = new Map<string, PumpTrace>();
  for (const s of solved) {
    const d = detail(s);
    const p = d?.performance;
    if (!p || !s.model) continue;
    const { speed, diameter, stages, running, wear } = p.setting;
    const key = [speed, diameter, stages, running, wear, p.viscosity.b > 1 ? p.viscosity.b.toFixed(3) : 1].join(' ');
    const known = traces.get(key);
    if (known) known.scenarios.push(s.id);
    else traces.set(key, { ...pumpTrace(s.model, p), scenarios: [s.id] });
  }
  return [...traces.values()];
}

/** by the entry and how it is run: an edit elsewhere leaves them as they are */
const pumpsDrawn = new WeakMap<PumpPerformance['pump'], Map<string, Omit<PumpTrace, 'scenarios'>>>();
/** ways of running one entry that are kept */
const MOST_DRAWN = 20;

function pumpTrace(model: ScenarioModel, p: PumpPerformance): Omit<PumpTrace, 'scenarios'> {
  let ways = pumpsDrawn.get(p.pump);
  if (!ways) pumpsDrawn.set(p.pump, (ways = new Map()));
  const key = JSON.stringify([p.setting, model.fluid.density, model.network.gravity]);
  let trace = ways.get(key);
  if (!trace) {
    if (ways.size >= MOST_DRAWN) ways.clear();
    ways.set(key, (trace = pumpTraceAnew(model, p)));
  }
  return trace;
}

function pumpTraceAnew(model: ScenarioModel, p: PumpPerformance): Omit<PumpTrace, 'scenarios'> {
  const { running, speed, diameter } = p.setting;
  const end = p.lastFlow * running;
  const flow = Array.from({ length: TRACE_POINTS }, (_, i) => (end * i) / (TRACE_POINTS - 1));
  const best = p.bestFlow * running;
  const { preferred, allowable } = regionsOf(p.pump);
  const region = (r: readonly [number, number]): [number, number] => [r[0] * best, r[1] * best];
  return {
    running,
    speed,
    diameter: diameter ?? null,
    flow,
    head: flow.map((q) => p.head(q)),
    efficiency: flow.map((q) => p.efficiency(q) ?? null),
    power: flow.map((q) => p.shaftPower(q, model.fluid.density, model.network.gravity) ?? null),
    npshr: flow.map((q) => p.npshr(q) ?? null),
    bestFlow: best,
    lastFlow: end,
    preferred: region(preferred),
    allowable: region(allowable),
    minFlow: p.pump.minFlow === undefined ? null : p.pump.minFlow * p.fromEntry() * running,
    setting: p.setting,
  };
}

function madeTraces(p: PumpPerformance): ServiceCurves['made'] {
  const diameters = p.pump.curves.map((c) => c.diameter).filter((d) => d !== undefined);
  return diameters.map((diameter) => {
    const one = new PumpPerformance(p.pump, { ...p.setting, diameter });
    const end = one.lastFlow * one.setting.running;
    const flow = Array.from({ length: 25 }, (_, i) => (end * i) / 24);
    return { diameter, flow, head: flow.map((q) => one.head(q)) };
  });
}
