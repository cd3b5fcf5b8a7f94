import type { LocalState } from '../elements/local-state.js';
import type { ElementModel } from '../elements/model.js';
import type { FluidState } from '../fluids/kind.js';
import { solveDense } from '../numerics/linear.js';
import { restingCircuits } from './circulation.js';
import { AT_REST, Marcher, type March } from './march.js';
import { PumpPerformance } from '../pumps/pump.js';
import { type CompiledLine, sideBores } from './line.js';
import type { NetworkResult } from './result.js';
import type { AlongInput, LineModel, NetworkInput, NetworkSolution, PointModel, SolveFailure } from './types.js';

/*
 * The liquid followed along its way: flows and pressures are solved with the liquid as it stands in every element, temperatures are then
 * marched along the flows, and so on until nothing moves. Steady; heat along the pipe itself and of compression are passed over.
 */

const MOST_ROUNDS = 100;
/** what may still move at the end: K, and shares of a density and of a viscosity */
const STILL_TEMPERATURE = 1e-4;
const STILL_SHARE = 1e-6;
/** share of a pressure by which it may differ from the one that the liquid was taken at */
const STILL_PRESSURE = 1e-5;
/** m by which a circuit at rest is pushed, and m³/s from which it flows of its own */
const PUSH = 0.1;
const MOVES = 1e-6;
type Solve = (input: NetworkInput) => NetworkResult;

/** Solves a network with the liquid followed along its way. As `solveNetwork`; its elements then have their `local` liquid. */
export function solveAlong(input: NetworkInput, along: AlongInput, solve: Solve): NetworkResult {
  const found = new Along(input, along, solve).run();
  if (!found.ok || !along.isThermal) return found;
  const circuits = restingCircuits(input, found.solution, found.compiled);
  return circuits.reduce((best, { line }) => circulating(input, along, solve, { line, rest: best }), found as NetworkResult);
}

/**
 * The steady states of a circuit that heat drives, looked for from a flow that was pushed on in either direction: that of the greatest
 * flow, with the others beside it; the one at rest where there is no other.
 */
function circulating(
  input: NetworkInput,
  along: AlongInput,
  solve: Solve,
  { line, rest }: { line: number; rest: NetworkResult },
): NetworkResult {
  const flowing = [1, -1].flatMap((sign) => {
    const found = new Along(input, along, solve, { line, head: sign * PUSH }).run();
    return found.ok && Math.abs(found.solution.lines[line]!.flow) > MOVES ? [found] : [];
  });
  const flowOf = (f: (typeof flowing)[number]): number => f.solution.lines[line]!.flow;
  // the same way round as the line is drawn, where either way is as good
  const rank = (q: number): number => (q > 0 ? 1.02 * q : -q);
  const [first, second] = flowing.sort((a, b) => rank(flowOf(b)) - rank(flowOf(a)));
  if (!first) return rest;
  const others = [...first.solution.others, { line, flow: 0, stable: false }];
  if (second && Math.abs(flowOf(second) / flowOf(first) - 1) > 1e-3) others.push({ line, flow: flowOf(second), stable: true });
  return { ...first, solution: { ...first.solution, others } };
}

class Along {
  private readonly marcher: Marcher;
  private locals: (LocalState | undefined)[][];
  private points: Float64Array;

  constructor(
    private readonly input: NetworkInput,
    private readonly along: AlongInput,
    private readonly solve: Solve,
    /** a head that drives a line in the first round alone, m */
    private readonly push?: { line: number; head: number },
  ) {
    this.marcher = new Marcher(input, along);
    this.points = Float64Array.from(input.points, (p) => p.temperature ?? along.temperature);
    this.locals = input.lines.map((l) => l.elements.map(() => undefined));
  }

  run(): NetworkResult {
    let flows: Float64Array | undefined;
    let unsettled: number[] = [];
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const network = round === 0 ? this.pushed(this.network()) : this.network();
      const found = this.solve(network);
      if (!found.ok) return found;
      const before = this.locals;
      const points = this.points;
      this.marcher.outside = undefined;
      unsettled = this.marcher.take(found.solution, found.compiled);
      const failure = this.follow(found.solution, found.compiled);
      if (failure) return { ok: false, failure };
      const now = Float64Array.from(found.solution.lines, (l) => l.flow);
      const isStill = flows !== undefined && flows.every((q, i) => Math.abs(q - now[i]!) <= STILL_SHARE * Math.abs(q) + AT_REST);
      flows = now;
      if (!isStill || Math.max(...unsettled) > STILL_PRESSURE || !this.isSettled(before, points)) continue;
      const { outside } = this.marcher;
      if (outside) {
        const { where, temperature } = outside;
        return { ok: false, failure: { reason: 'temperature-outside', where: [where], temperature } };
      }
      // the liquid that is reported is the one that was solved with, to what may still move
      return { ...found, solution: { ...found.solution, temperatures: this.points } };
    }
    return { ok: false, failure: this.unsettled(unsettled) };
  }

  /** the lines that still change most */
  private unsettled(change: readonly number[]): SolveFailure {
    const most = Math.max(...change);
    const lines = this.input.lines.map((l, i) => ({ id: l.id, change: change[i]! })).filter((l) => l.change >= most / 4);
    const where = lines.sort((a, b) => b.change - a.change).map((l) => l.id);
    return { reason: 'liquid-unsettled', where: where.slice(0, 5), change: most };
  }

  private isSettled(before: (LocalState | undefined)[][], points: Float64Array): boolean {
    const moved = (a: number, b: number): boolean => Math.abs(a - b) > STILL_TEMPERATURE;
    for (let p = 0; p < points.length; p++) if (moved(points[p]!, this.points[p]!)) return false;
    const isLike = (a: FluidState, b: FluidState): boolean =>
      Math.abs(a.density - b.density) <= STILL_SHARE * b.density &&
      Math.abs(a.viscosity - b.viscosity) <= STILL_SHARE * 10 * b.viscosity;
    return this.locals.every((line, l) =>
      line.every((now, i) => {
        const was = before[l]![i];
        if (!now || !was || now.cells?.length !== was.cells?.length) return false;
        return isLike(was.fluid, now.fluid) && !moved(was.inlet, now.inlet) && !moved(was.outlet, now.outlet);
      }),
    );
  }

  private pushed(network: NetworkInput): NetworkInput {
    const { push } = this;
    if (!push) return network;
    const lines = network.lines.map((l, i) => {
      if (i !== push.line) return l;
      const [first, ...others] = l.elements;
      const local: LocalState = { fluid: network.fluid, ratio: 1, weight: -push.head, ends: [1, 1], inlet: NaN, outlet: NaN };
      return { ...l, elements: first ? [{ ...first, local }, ...others] : [] };
    });
    return { ...network, lines };
  }

  /* ---- the network in the measure of the scenario's liquid ---- */

  private network(): NetworkInput {
    const { along: _along, ...input } = this.input;
    return {
      ...input,
      points: input.points.map((p, i) => this.point(p, i)),
      lines: input.lines.map((l, i) => this.line(l, i)),
    };
  }

  private point(p: PointModel, i: number): PointModel {
    if (!this.along.isThermal) return p;
    const r = this.marcher.ratio(this.along.stateAt(this.marcher.inside(this.points[i]!, undefined), this.input.atmosphere));
    const outflow = p.outflow === undefined || this.isReference(p) ? p.outflow : p.outflow / r;
    // columns of the liquid at the point stand by its own density
    if (p.head.kind === 'well')
      return {
        ...p,
        outflow,
        head: {
          ...p.head,
          rest: p.elevation + (p.head.rest - p.elevation) / r,
          capacity: p.head.capacity / r,
          loss: p.head.loss * r * r,
        },
      };
    if (p.head.kind === 'known' && p.level !== undefined)
      return { ...p, outflow, head: { kind: 'known', head: p.head.head + p.level * (1 / r - 1) } };
    return { ...p, outflow };
  }

  private line(l: LineModel, index: number): LineModel {
    const locals = this.locals[index]!;
    const elements = l.elements.map((e, i) => {
      const local = locals[i];
      return local ? this.element(e, local) : e;
    });
    const first = locals[0];
    const flow = l.flow === undefined || this.isReference(l) || !first ? l.flow : l.flow / first.ends[0];
    const [inlet, outlet] = l.bores ?? sideBores(l.elements);
    // a velocity head in the measure of the scenario's liquid is that in a bore narrower or wider by so much
    const scaled = (bores: Float64Array, end: 0 | 1): Float64Array =>
      bores.map((b, i) => (locals[i] ? b * locals[i].ends[end] ** -0.25 : b));
    return { ...l, elements, bores: [scaled(inlet, 0), scaled(outlet, 1)], ...(flow === undefined ? {} : { flow }) };
  }

  /** a flow is a mass, in the measure of the scenario's liquid: entered so, or of a liquid whose volume changes with the pressure */
  private isReference(of: { isReference?: boolean }): boolean {
    return of.isReference ?? this.along.isCompressible;
  }

  private element(e: ElementModel, local: LocalState): ElementModel {
    if (e.kind === 'pump' && e.law.kind === 'curve') {
      const { pump, setting } = e.law.performance;
      const isViscous = setting.kinematicViscosity !== undefined;
      const kinematicViscosity = local.fluid.viscosity / local.fluid.density;
      const performance = isViscous ? performanceIn(e, pump, { ...setting, kinematicViscosity }) : e.law.performance;
      return { ...e, local, law: { kind: 'curve', performance } };
    }
    if ((e.kind === 'pump' || e.kind === 'control-valve') && e.law.kind === 'flow' && !this.isReference(e.law))
      return { ...e, local, law: { ...e.law, flow: e.law.flow / local.ratio } };
    return { ...e, local };
  }

  /* ---- following the flows ---- */

  /** temperature of every point, and the liquid in every element, from the flows that were found */
  private follow(
    solution: NetworkSolution,
    compiled: readonly CompiledLine[],
  ): { reason: 'no-temperature'; where: string[] } | undefined {
    const { input, along } = this;
    const flows = solution.lines.map((_, i) => this.marcher.flowOf(i));
    const marches = new Array<March | undefined>(input.lines.length).fill(undefined);
    const march = (l: number, from: number): March => (marches[l] = this.marcher.march(l, from, solution, compiled[l]!));
    const points = Float64Array.from(this.points);
    if (along.isThermal) {
      const failure = this.pointTemperatures(flows, solution.outflows, points, march, marches);
      if (failure) return failure;
    }
    this.locals = input.lines.map((l, i) => {
      const from = points[flows[i]! < 0 ? l.to : l.from]!;
      return (marches[i]?.from === from ? marches[i] : march(i, from)).locals;
    });
    this.points = points;
    return undefined;
  }

  private pointTemperatures(
    flows: readonly number[],
    outflows: ArrayLike<number>,
    points: Float64Array,
    march: (line: number, from: number) => March,
    marches: readonly (March | undefined)[],
  ): { reason: 'no-temperature'; where: string[] } | undefined {
    const { input, along } = this;
    const into: number[][] = input.points.map(() => []);
    const outOf: number[][] = input.points.map(() => []);
    flows.forEach((q, l) => {
      if (q === 0) return;
      const { from, to } = input.lines[l]!;
      (q > 0 ? into[to]! : into[from]!).push(l);
      (q > 0 ? outOf[from]! : outOf[to]!).push(l);
    });
    const own = input.points.map((p) => p.temperature ?? along.temperature);
    // heat that a kelvin takes between what comes and what it becomes: enthalpies balance
    const capacity = (l: number, t: number): number => Math.abs(flows[l]!) * this.marcher.meanHeat(marches[l]!.to, t);
    const fed = (p: number, t: number): number => {
      const feed = Math.max(0, outflows[p]!);
      return feed > AT_REST ? feed * this.marcher.meanHeat(own[p]!, t) : 0;
    };
    const waits = into.map((lines) => lines.length);
    const ready = waits.flatMap((n, p) => (n === 0 ? [p] : []));
    const isKnown = new Uint8Array(points.length);
    while (ready.length > 0) {
      const p = ready.pop()!;
      isKnown[p] = 1;
      const streams = into[p]!.map((l): Stream => ({ flow: Math.abs(flows[l]!), temperature: marches[l]!.to }));
      if (outflows[p]! > AT_REST) streams.push({ flow: outflows[p]!, temperature: own[p]! });
      points[p] = mixed(streams, (from, to) => this.marcher.meanHeat(from, to)) ?? own[p]!;
      for (const l of outOf[p]!) {
        march(l, points[p]);
        const { from, to } = input.lines[l]!;
        const end = flows[l]! > 0 ? to : from;
        if (--waits[end]! === 0) ready.push(end);
      }
    }
    const left = [...isKnown.keys()].filter((p) => !isKnown[p]);
    return left.length === 0
      ? undefined
      : this.circuits(left, { flows, into, outOf, own, fed, capacity }, points, march, marches);
  }

  /** points on closed circuits, and behind them: their temperatures at once, each line taken as linear about where it stands */
  private circuits(
    left: readonly number[],
    at: {
      flows: readonly number[];
      into: readonly number[][];
      outOf: readonly number[][];
      own: readonly number[];
      fed: (p: number, t: number) => number;
      capacity: (l: number, t: number) => number;
    },
    points: Float64Array,
    march: (line: number, from: number) => March,
    marches: readonly (March | undefined)[],
  ): { reason: 'no-temperature'; where: string[] } | undefined {
    const { input } = this;
    const n = left.length;
    const place = new Map(left.map((p, i) => [p, i]));
    const start = (l: number): number => (at.flows[l]! > 0 ? input.lines[l]!.from : input.lines[l]!.to);
    for (const p of left) for (const l of at.outOf[p]!) march(l, points[p]!);
    const a = new Float64Array(n * n);
    const b = new Float64Array(n);
    left.forEach((p, i) => {
      let sum = at.fed(p, points[p]!);
      b[i] = sum * at.own[p]!;
      for (const l of at.into[p]!) {
        const { from, to, gain } = marches[l]!;
        const c = at.capacity(l, points[p]!);
        sum += c;
        const k = place.get(start(l));
        b[i] += c * (k === undefined ? to : to - gain * from);
        if (k !== undefined) a[i * n + k]! -= c * gain;
      }
      a[i * n + i]! += sum;
      // rows of like size, so that a small flow is no singular one
      for (let k = 0; k < n; k++) a[i * n + k]! /= sum;
      b[i] /= sum;
    });
    const isDetermined = solveDense(a, b, n) && b.every((t) => Number.isFinite(t) && Math.abs(t) < 1e5);
    if (!isDetermined) return { reason: 'no-temperature', where: left.slice(0, 5).map((p) => input.points[p]!.id) };
    left.forEach((p, i) => (points[p] = Math.max(1, b[i]!)));
    return undefined;
  }
}

/** curves by their pump and viscosity: rounds ask for the same again */
const kept = new WeakMap<PumpPerformance, Map<number, PumpPerformance>>();

function performanceIn(e: ElementModel, pump: PumpPerformance['pump'], setting: PumpPerformance['setting']): PumpPerformance {
  const of = (e as { law: { performance: PumpPerformance } }).law.performance;
  const known = kept.get(of) ?? new Map<number, PumpPerformance>();
  kept.set(of, known);
  const nu = setting.kinematicViscosity!;
  let found = known.get(nu);
  if (!found) {
    if (known.size > 40) known.clear();
    known.set(nu, (found = new PumpPerformance(pump, setting)));
  }
  return found;
}

/** What comes to a point: m³/s of the scenario's liquid, which is a measure of its mass, and K. */
interface Stream {
  flow: number;
  temperature: number;
}

/** rounds in which a mixture finds the mean heats between what comes and itself */
const MIXING_ROUNDS = 6;

/** Temperature, K, at which streams have as much enthalpy together as they bring; undefined where nothing comes. */
function mixed(streams: readonly Stream[], meanHeat: (from: number, to: number) => number): number | undefined {
  let t = streams[0]?.temperature;
  // what comes alone stays what it is
  if (t === undefined || streams.length === 1) return t;
  for (let k = 0; k < MIXING_ROUNDS; k++) {
    let sum = 0;
    let heat = 0;
    for (const { flow, temperature } of streams) {
      const c = flow * meanHeat(temperature, t);
      sum += c;
      heat += c * temperature;
    }
    t = heat / sum;
  }
  return t;
}
