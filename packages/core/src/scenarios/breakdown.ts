import { elementKind } from '../elements/index.js';
import type { CompiledLine } from '../network/line.js';
import type { NetworkSolution } from '../network/types.js';
import type { ScenarioModel } from './model.js';
import type { HeadBreakdown, ScenarioResult } from '../results/results.js';

/**
 * Breaks the head of a pump down along the way of the greatest flow: upstream and downstream from its line to the next places of
 * known head (or once round a closed circuit). Heads telescope along any way, so the parts sum to the head exactly.
 *
 * @returns undefined when a head on the way is not determined
 */
export function headBreakdown(
  model: ScenarioModel,
  solution: NetworkSolution,
  result: ScenarioResult,
  pump: string,
  compiled: readonly CompiledLine[],
): { parts: HeadBreakdown; way: ScenarioResult['ways'][string] } | undefined {
  const detail = model.elements.find((e) => e.id === pump);
  if (!detail) return undefined;
  const way = wayThrough(model, solution, detail.line);
  const parts: HeadBreakdown = {
    lift: 0,
    pressure: 0,
    velocity: 0,
    well: 0,
    pipes: 0,
    fittings: 0,
    devices: 0,
    valves: 0,
    otherPumps: 0,
    columns: 0,
  };
  const first = way[0]!;
  const last = way[way.length - 1]!;
  const start = first.forward ? model.network.lines[first.line]!.from : model.network.lines[first.line]!.to;
  const end = last.forward ? model.network.lines[last.line]!.to : model.network.lines[last.line]!.from;
  if (start !== end) {
    addPoint(model, solution, parts, end, 1);
    addPoint(model, solution, parts, start, -1);
  }
  for (const step of way) {
    addLine(model, result, parts, step, pump, compiled[step.line]!);
    // what the tees at its ends take
    const [begin, end] = solution.lines[step.line]!.ends;
    parts.fittings += (step.forward ? 1 : -1) * (begin + end);
  }
  if (model.network.along) inMetresOf(parts, model.fluid.density / (result.elements[pump]?.density ?? model.fluid.density));
  const isWhole = Object.values(parts).every((x: number) => Number.isFinite(x));
  const named = way.map(({ line, forward }) => ({ line: model.network.lines[line]!.id, forward }));
  return isWhole ? { parts, way: named } : undefined;
}

interface Step {
  line: number;
  /** along the line's own direction */
  forward: boolean;
}

/** lines on the way, in order, from a place of known head to another; a point met twice ends it (a closed circuit) */
function wayThrough(model: ScenarioModel, solution: NetworkSolution, line: number): Step[] {
  const way: Step[] = [{ line, forward: true }];
  const own = model.network.lines[line]!;
  const seen = new Set([own.from, own.to]);
  const extend = (at: number, downstream: boolean): void => {
    let here = at;
    while (model.network.points[here]!.head.kind === 'free') {
      const next = greatest(model, solution, here, downstream, way);
      if (!next) return;
      if (downstream) way.push(next);
      else way.unshift(next);
      const l = model.network.lines[next.line]!;
      here = next.forward === downstream ? l.to : l.from;
      if (seen.has(here)) return;
      seen.add(here);
    }
  };
  extend(own.to, true);
  const closed = lastPoint(model, way) === own.from;
  if (!closed) extend(own.from, false);
  return way;
}

function lastPoint(model: ScenarioModel, way: readonly Step[]): number {
  const step = way[way.length - 1]!;
  const l = model.network.lines[step.line]!;
  return step.forward ? l.to : l.from;
}

/** the line not yet on the way that carries the most away from (downstream) or to (upstream) a point */
function greatest(
  model: ScenarioModel,
  solution: NetworkSolution,
  point: number,
  downstream: boolean,
  way: readonly Step[],
): Step | undefined {
  let best: Step | undefined;
  let most = -Infinity;
  model.network.lines.forEach((l, line) => {
    if ((l.from !== point && l.to !== point) || way.some((s) => s.line === line)) return;
    const leaves = l.from === point;
    const flow = solution.lines[line]!.flow;
    const carried = leaves === downstream ? flow : -flow;
    if (carried > most) {
      most = carried;
      best = { line, forward: leaves === downstream };
    }
  });
  return best;
}

function addPoint(model: ScenarioModel, solution: NetworkSolution, parts: HeadBreakdown, index: number, sign: 1 | -1): void {
  const point = model.network.points[index]!;
  const { read, kind } = model.points[index]!;
  const total = solution.heads[index]!;
  if (point.head.kind === 'well') {
    parts.lift += sign * point.head.rest;
    parts.well += sign * (total - point.head.rest);
    return;
  }
  const surface = point.elevation + (kind === 'vessel' && typeof read.level === 'number' ? read.level : 0);
  parts.lift += sign * surface;
  if (point.static && point.head.kind === 'known') {
    parts.pressure += sign * (point.head.head - surface);
    parts.velocity += sign * (total - point.head.head);
  } else parts.pressure += sign * (total - surface);
}

/** from metres of the scenario's liquid to those of the liquid at the pump */
function inMetresOf(parts: HeadBreakdown, ratio: number): void {
  for (const key of Object.keys(parts) as (keyof HeadBreakdown)[]) parts[key] *= ratio;
}

function addLine(
  model: ScenarioModel,
  result: ScenarioResult,
  parts: HeadBreakdown,
  step: Step,
  pump: string,
  compiled: CompiledLine,
): void {
  const sign = step.forward ? 1 : -1;
  for (const e of model.elements) {
    if (e.line !== step.line) continue;
    // losses are in metres of the liquid of the element
    const { ratio, weight } = compiled.model.elements[e.index]!.local ?? { ratio: 1, weight: 0 };
    parts.columns += sign * weight;
    if (e.id === pump) continue;
    const r = result.elements[e.id]!;
    if (r.kind === 'pump') parts.otherPumps -= (sign * (r.head ?? NaN)) / ratio;
    else if (r.kind === 'pipe') {
      parts.pipes += (sign * r.frictionLoss) / ratio;
      parts.fittings += (sign * r.fittingLoss) / ratio;
    } else parts[elementKind(e.kind).part] += (sign * (r.headLoss ?? NaN)) / ratio;
  }
}
