import { State } from '../elements/model.js';
import { asksEvenMore, bendingPump, crossingsAt, withFlowImposed, type PumpPlace } from './bending.js';
import { solveAlong } from './along.js';
import type { Loss } from '../elements/laws.js';
import { CompiledLine, heldHead } from './line.js';
import type { Adrift } from './conditions.js';
import { components, unreferenced } from './groups.js';
import { solveComponent } from './newton.js';
import type { NetworkResult } from './result.js';
import { aloneWith, expandSolution, reduceNetwork, type Reduction } from './reduce.js';
import { findCrossings, headAt, SurplusHead, type EndHead } from './single.js';
import { findStates } from './states.js';
import { MOST_TEE_ROUNDS, Tees } from './tees.js';
import type { LineSolution, NetworkInput, NetworkSolution, OtherDuty, SolveFailure } from './types.js';

/** Flows and heads of an earlier solution of a like network, to start from. */
export interface WarmStart {
  flows: Float64Array;
  heads: Float64Array;
}

/**
 * Solves a network of liquid lines: flows, heads, and the state of each non-return, controlling valve and fixed drop.
 *
 * Lines in series are joined first. With given states a line between two known heads is one equation in its flow (all crossings
 * are found where curves may bend), groups of lines with free points go to Newton; states are those in which no element
 * contradicts its law. The result is a value either way; nothing is thrown for a system that has no solution.
 */
export function solveNetwork(input: NetworkInput): NetworkResult {
  return input.along ? solveAlong(input, input.along, solveOnce) : solveOnce(input);
}

/** the network with the liquid as it stands in its elements */
function solveOnce(input: NetworkInput): NetworkResult {
  const reduction = reduceNetwork(input);
  if (!reduction) return solveWhole(input);
  const found = solveWhole(reduction.network);
  return found.ok ? parted(reduction, found.solution, found.compiled) : found;
}

/** the solution of a reduced network with its lines parted again, and what was set aside */
function parted(reduction: Reduction, solution: NetworkSolution, compiled: readonly CompiledLine[]): NetworkResult {
  const { whole, aside } = reduction;
  const { lines, compiled: drawn, heads, others } = expandSolution(reduction, solution, compiled);
  for (const i of aside) {
    const alone = aloneWith(whole, i, heads);
    const found = solveCompiled(alone, compileLines(alone));
    if (!found.ok) return found;
    lines[i] = found.solution.lines[0]!;
    drawn[i] = found.compiled[0]!;
    // behind what is closed nothing is known, unless a valve holds it
    const { from, to } = whole.lines[i]!;
    for (const [p, at] of [
      [from, 0],
      [to, 1],
    ] as const)
      if (Number.isNaN(heads[p]!)) heads[p] = found.solution.heads[at]!;
  }
  const all = lines as LineSolution[];
  const flows = all.map((s) => s.flow);
  const outflows = allOutflows(whole, flows);
  const { convergence } = solution;
  return { ok: true, compiled: drawn as CompiledLine[], solution: { lines: all, heads, outflows, others, convergence } };
}

/**
 * A network whose lines are as long as they can be: by the crossings of a bending pump curve where one stands in a group of lines.
 *
 * @param lines compiled, in their normal states
 */
export function solveWhole(input: NetworkInput, lines = compileLines(input)): NetworkResult {
  const bending = bendingPump(input);
  if (!bending) return solveCompiled(input, lines);
  return solveBending(input, lines, bending);
}

/** All crossings of a pump's curve with what the rest of the network asks for; the stable one with the greatest flow is solved. */
function solveBending(input: NetworkInput, lines: readonly CompiledLine[], at: PumpPlace): NetworkResult {
  const imposed: { kind: 'flow'; flow: number } = { kind: 'flow', flow: 0 };
  const network = withFlowImposed(input, at, imposed);
  const work = compileLines(network);
  const { ratio, weight } = input.lines[at.line]!.elements[at.element]!.local ?? { ratio: 1, weight: 0 };
  let warm: WarmStart | undefined;
  const asked = (flow: number): NetworkSolution | undefined => {
    imposed.flow = flow;
    for (const l of work) l.reset();
    const found = solveCompiled(network, work, warm, false);
    if (!found.ok) return undefined;
    warm = { flows: Float64Array.from(found.solution.lines, (l) => l.flow), heads: found.solution.heads };
    return found.solution;
  };
  const given = (flow: number): number => at.performance.head(flow * ratio) / ratio;
  const surplus = (flow: number): number => {
    const found = asked(flow);
    return found === undefined ? NaN : given(flow) + found.lines[at.line]!.losses[at.element]! - weight;
  };
  const { lastFlow, setting } = at.performance;
  const crossings = crossingsAt(surplus, (lastFlow * setting.running * 1.1) / ratio, asksEvenMore(input, at) ? given : undefined);
  const best = crossings.find((c) => c.stable);
  const start = best && asked(best.flow);
  // with none the pump is short of what is asked: Newton finds what flows back, or the non-return that keeps it
  if (!best || !start) return solveCompiled(input, lines, startOf(input, lines, at, surplus(0) < 0));
  start.lines.forEach((s, i) => s.states.forEach((state, k) => state !== lines[i]!.states[k] && lines[i]!.setState(k, state)));
  const found = solveCompiled(input, lines, { flows: Float64Array.from(start.lines, (l) => l.flow), heads: start.heads });
  if (found.ok) for (const c of crossings) if (c !== best) found.solution.others.push({ line: at.line, ...c });
  return found;
}

/** where a bending pump does not deliver: its line at rest */
function startOf(input: NetworkInput, lines: readonly CompiledLine[], at: PumpPlace, isShort: boolean): WarmStart {
  const flows = Float64Array.from(lines, (l, i) => (i === at.line ? 0 : typicalFlow(l)));
  if (at.oneWay && isShort)
    input.lines[at.line]!.elements.forEach(
      (e, k) => e.kind === 'local' && e.forwardOnly && lines[at.line]!.setState(k, State.Shut),
    );
  return { flows, heads: startHeads(input) };
}

/** Lines with their laws made once; `solveCompiled` may be called on them again after an imposed flow was changed. */
export function compileLines(input: NetworkInput): CompiledLine[] {
  return input.lines.map((l) => new CompiledLine(l, input));
}

/** As `solveNetwork`, on compiled lines; elements keep the states they have, tees the losses they took. */
export function solveCompiled(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  start?: WarmStart,
  isThorough = true,
): NetworkResult {
  const tees = new Tees(input, lines);
  let begin = start;
  for (let round = 0; round < MOST_TEE_ROUNDS; round++) {
    const found = solveAtLosses(input, lines, begin, isThorough);
    if (!found.ok || tees.isEmpty) return found;
    const flows = Float64Array.from(found.solution.lines, (l) => l.flow);
    if (tees.settle(flows)) return found;
    begin = { flows, heads: found.solution.heads };
  }
  return { ok: false, failure: { reason: 'not-converged', where: tees.names(), residual: tees.residual } };
}

/** a network whose tees take what stands at the ends of its lines */
function solveAtLosses(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  start: WarmStart | undefined,
  isThorough: boolean,
): NetworkResult {
  const flows = start ? Float64Array.from(start.flows) : new Float64Array(lines.length);
  if (!start) for (let i = 0; i < lines.length; i++) flows[i] = typicalFlow(lines[i]!);
  const heads = start ? Float64Array.from(start.heads) : startHeads(input);
  let iterations = 0;
  let last: { pass: Pass; solutions: LineSolution[] } | undefined;
  const found = findStates<SolveFailure>(
    input,
    lines,
    (afresh) => {
      if (afresh) restart(input, lines, flows, heads);
      const pass = solveStates(input, lines, flows, heads);
      if ('reason' in pass) return { ok: false, failure: pass };
      iterations += pass.iterations;
      last = { pass, solutions: lines.map((l, i) => lineSolution(input, l, flows[i]!, heads)) };
      return { ok: true, solutions: last.solutions, adrift: pass.adrift };
    },
    isThorough,
  );
  if (found.ok) return finish(input, lines, last!.solutions, heads, { ...last!.pass, iterations });
  return { ok: false, failure: found.failure ?? { reason: 'states-cycle', where: found.where } };
}

/** after a failed round: flows and heads of the beginning, since those left behind may be anything */
function restart(input: NetworkInput, lines: readonly CompiledLine[], flows: Float64Array, heads: Float64Array): void {
  lines.forEach((l, i) => (flows[i] = typicalFlow(l)));
  heads.set(startHeads(input));
}

interface Pass {
  iterations: number;
  massResidual: number;
  energyResidual: number;
  others: OtherDuty[];
  /** groups of points whose heads nothing determines, counted from a zero of their own */
  adrift: Adrift | undefined;
}

function solveStates(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  flows: Float64Array,
  heads: Float64Array,
): Pass | SolveFailure {
  const pass: Pass = { iterations: 0, massResidual: 0, energyResidual: 0, others: [], adrift: undefined };
  // heads that nothing determined in the round before are no start for this one
  for (let i = 0; i < heads.length; i++) if (!Number.isFinite(heads[i]!)) heads[i] = 0;
  const undetermined: number[] = [];
  for (const component of components(input)) {
    if (component.points.length === 0) {
      const failure = solveSingle(input, lines, component.lines[0]!, flows, heads, pass);
      if (failure) return failure;
      continue;
    }
    const pinned = unreferenced(input, lines, component);
    const report = solveComponent(input, lines, component, flows, heads, new Set(pinned.map((c) => c[0]!)));
    if (report.failure) return report.failure;
    for (const cluster of pinned) {
      const imbalance = clusterImbalance(input, lines, cluster[0]!, flows);
      if (Math.abs(imbalance) > 1e-9) return { reason: 'contradiction', where: cluster.map((p) => input.points[p]!.id) };
      undetermined.push(...cluster);
      pass.adrift ??= { group: new Int32Array(heads.length).fill(-1), head: new Float64Array(heads.length) };
      for (const p of cluster) {
        pass.adrift.group[p] = cluster[0]!;
        pass.adrift.head[p] = heads[p]!;
      }
    }
    pass.iterations += report.iterations;
    pass.massResidual = Math.max(pass.massResidual, report.massResidual);
    pass.energyResidual = Math.max(pass.energyResidual, report.energyResidual);
  }
  for (const p of undetermined) heads[p] = NaN;
  return pass;
}

/** A line between two points whose heads are known, or follow its flow (a well with one line). */
function solveSingle(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  index: number,
  flows: Float64Array,
  heads: Float64Array,
  pass: Pass,
): SolveFailure | undefined {
  const line = lines[index]!;
  const { from, to } = line.model;
  const [fromBore, toBore] = line.endBores;
  const start = endHead(input, from, line.velocityFactor(fromBore), 1);
  const end = endHead(input, to, line.velocityFactor(toBore), -1);
  const equations = line.segments.filter((s) => s.isEquation);
  const imposed = line.fixedFlows;
  if (equations.length + imposed.length > 1) {
    const flow = imposed[0];
    const agrees = flow !== undefined && equations.length === 0 && imposed.every((f) => f === flow);
    if (!agrees) return { reason: 'contradiction', where: [line.model.id] };
  }
  if (imposed.length > 0) flows[index] = imposed[0]!;
  else if (equations.length === 0) return { reason: 'singular', where: [line.model.id] };
  else {
    const f = new SurplusHead(line, equations[0]!, start, end);
    const found = findCrossings(f, Math.max(1e-6, Math.abs(flows[index]!) || typicalFlow(line)), bendingReach(line, start));
    if (!found) return { reason: 'no-resistance', where: [line.model.id] };
    const best = found.roots.find((r) => r.stable) ?? found.roots[0]!;
    flows[index] = best.flow;
    pass.iterations += found.iterations;
    pass.energyResidual = Math.max(pass.energyResidual, Math.abs(f.value(best.flow)));
    const oneWay = line.model.elements.some((e) => e.kind === 'local' && e.forwardOnly);
    // a crossing that a non-return forbids is none
    for (const r of found.roots) if (r !== best && !(oneWay && r.flow < 0)) pass.others.push({ line: index, ...r });
  }
  const q = flows[index];
  heads[from] = headAt(start, q);
  heads[to] = headAt(end, q);
  return undefined;
}

function endHead(input: NetworkInput, point: number, velocityFactor: number, outward: 1 | -1): EndHead {
  const { head, static: isStatic } = input.points[point]!;
  if (head.kind === 'known') return { constant: head.head, perFlow: 0, perFlow2: isStatic ? velocityFactor : 0, perSigned: 0 };
  if (head.kind === 'well')
    return { constant: head.rest, perFlow: -outward / head.capacity, perFlow2: 0, perSigned: -outward * head.loss };
  throw new Error('a free point has no head of its own');
}

/** Flow up to which the surplus may rise with the flow: 0 when it falls everywhere. */
function bendingReach(line: CompiledLine, from: EndHead): number {
  let reach = from.perFlow2 > 0 ? typicalFlow(line) * 4 : 0;
  for (const e of line.model.elements) {
    if (e.kind !== 'pump') continue;
    if (e.law.kind === 'curve' && !e.law.performance.falling) {
      reach = Math.max(reach, e.law.performance.lastFlow * e.law.performance.setting.running * 1.1);
    }
  }
  return reach;
}

/** A flow of the order to be expected: best efficiency of a pump, else 1.5 m/s in the narrowest bore. */
function typicalFlow(line: CompiledLine): number {
  let flow = Infinity;
  let bore = Infinity;
  for (const e of line.model.elements) {
    if (e.kind === 'pump' && e.law.kind === 'curve')
      flow = Math.min(flow, e.law.performance.bestFlow * e.law.performance.setting.running);
    if ((e.kind === 'pump' || e.kind === 'control-valve') && e.law.kind === 'flow') flow = Math.min(flow, Math.abs(e.law.flow));
    if (e.bore) bore = Math.min(bore, e.bore);
  }
  if (Number.isFinite(flow) && flow > 0) return flow;
  return Number.isFinite(bore) ? 1.5 * (Math.PI / 4) * bore * bore : 0.01;
}

function startHeads(input: NetworkInput): Float64Array {
  let sum = 0;
  let count = 0;
  for (const p of input.points) {
    const h = p.head.kind === 'known' ? p.head.head : p.head.kind === 'well' ? p.head.rest : undefined;
    if (h !== undefined) {
      sum += h;
      count++;
    }
  }
  const mean = count > 0 ? sum / count : 0;
  const heads = new Float64Array(input.points.length);
  input.points.forEach((p, i) => {
    heads[i] = p.head.kind === 'known' ? p.head.head : p.head.kind === 'well' ? p.head.rest : mean;
  });
  return heads;
}

function clusterImbalance(input: NetworkInput, lines: readonly CompiledLine[], point: number, flows: Float64Array): number {
  return outflowOf(lines, point, flows) - (input.points[point]!.outflow ?? 0);
}

function outflowOf(lines: readonly CompiledLine[], point: number, flows: ArrayLike<number>): number {
  let sum = 0;
  lines.forEach((l, i) => {
    if (l.model.from === point) sum += flows[i]!;
    if (l.model.to === point) sum -= flows[i]!;
  });
  return sum;
}

function lineSolution(input: NetworkInput, line: CompiledLine, flow: number, heads: Float64Array): LineSolution {
  line.evaluate(flow);
  const [fromBore, toBore] = line.endBores;
  const begin = totalAt(input, line.model.from, heads, line.velocityFactor(fromBore), flow) - line.ends[0];
  const end = totalAt(input, line.model.to, heads, line.velocityFactor(toBore), flow) + line.ends[1];
  return inwardFrom(line, flow, begin, end);
}

const scratchHead: Loss = { loss: 0, slope: 0 };

/**
 * Heads at every place of a line, from both ends inward; what an element takes that only the rest decides is the gap between.
 *
 * @param line its losses evaluated at the flow
 */
export function inwardFrom(line: CompiledLine, flow: number, begin: number, end: number): LineSolution {
  const n = line.laws.length;
  const at = new Float64Array(n + 1).fill(NaN);
  at[0] = begin;
  for (const s of line.segments) {
    for (const held of [s.startHeld, s.endHeld]) {
      if (!held) continue;
      heldHead(held, flow, scratchHead);
      at[held.place] = scratchHead.loss;
    }
  }
  if (n > 0) at[n] = end;
  for (let i = 0; i < n; i++) if (line.laws[i] && Number.isNaN(at[i + 1]!)) at[i + 1] = at[i]! - line.loss[i]!;
  for (let i = n - 1; i >= 0; i--) if (line.laws[i] && Number.isNaN(at[i]!)) at[i] = at[i + 1]! + line.loss[i]!;
  // written out, as the flows of the beginning are: catalogues are solved by the ten thousand
  const losses = new Float64Array(n);
  for (let i = 0; i < n; i++) losses[i] = line.laws[i] ? line.loss[i]! : at[i]! - at[i + 1]!;
  return { flow, losses, heads: at, states: [...line.states], ends: [...line.ends] };
}

/** total head at the end of a line: of the point, with the velocity head of this line when the point's head is static */
function totalAt(input: NetworkInput, point: number, heads: Float64Array, factor: number, flow: number): number {
  const model = input.points[point]!;
  if (model.head.kind === 'known') return model.head.head + (model.static ? factor * flow * flow : 0);
  return heads[point]! + (model.static ? factor * flow * flow : 0);
}

function finish(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  solutions: LineSolution[],
  heads: Float64Array,
  pass: Pass,
): NetworkResult {
  const flows = solutions.map((s) => s.flow);
  const totalOf = (p: NetworkInput['points'][number], i: number): number => {
    if (p.head.kind === 'known' && !p.static) return p.head.head;
    if (!p.static && p.head.kind === 'free') return heads[i]!;
    const met = input.lines.findIndex((l) => l.from === i || l.to === i);
    if (met < 0) return p.head.kind === 'known' ? p.head.head : p.head.kind === 'well' ? p.head.rest : NaN;
    if (!p.static) return heads[i]!;
    const s = solutions[met]!;
    return input.lines[met]!.from === i ? s.heads[0]! : s.heads[s.heads.length - 1]!;
  };
  const totals = new Float64Array(input.points.length);
  for (let i = 0; i < totals.length; i++) totals[i] = totalOf(input.points[i]!, i);
  const { iterations, massResidual, energyResidual, others } = pass;
  return {
    ok: true,
    compiled: lines,
    solution: {
      lines: solutions,
      heads: totals,
      outflows: allOutflows(input, flows),
      others,
      convergence: { iterations, massResidual, energyResidual },
    },
  };
}

function allOutflows(input: NetworkInput, flows: ArrayLike<number>): Float64Array {
  const outflows = new Float64Array(input.points.length);
  input.lines.forEach((l, i) => {
    outflows[l.from]! += flows[i]!;
    outflows[l.to]! -= flows[i]!;
  });
  return outflows;
}
