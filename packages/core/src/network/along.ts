import { temperatureAt, pipeLawIn, type Cell, type LocalState } from '../elements/local.js';
import type { ElementModel, PipeModel } from '../elements/model.js';
import type { FluidState } from '../fluids/kind.js';
import { solveDense } from '../numerics/linear.js';
import { PumpPerformance } from '../pumps/pump.js';
import { type CompiledLine, sideBores } from './line.js';
import type { NetworkResult } from './solve.js';
import type { AlongInput, LineModel, NetworkInput, NetworkSolution, PointModel } from './types.js';

/*
 * The liquid followed along its way: flows and pressures are solved with the liquid as it stands in every element, temperatures are then
 * marched along the flows, and so on until nothing moves. Steady; heat along the pipe itself and of compression are passed over.
 *
 * In a pipe m·cp·dT/dx = U·π·Do·(Ta − T) + m·g·h', which is solved exactly over each of its cells with the properties of that cell. Source:
 * Incropera et al., Fundamentals of Heat and Mass Transfer, 6th ed., eq. 8.45b, with friction as a source.
 */

const MOST_ROUNDS = 60;
/** what may still move at the end: K, and shares of a density and of a viscosity */
const STILL_TEMPERATURE = 1e-4;
const STILL_SHARE = 1e-6;
/** m³/s at and below which nothing flows */
const AT_REST = 1e-9;
/** most that the liquid may change over one cell: shares of its viscosity (as a logarithm) and density, K */
const CELL = { viscosity: 0.08, density: 0.003, temperature: 4 };
const MOST_CELLS = 400;
/** about the change from laminar to turbulent flow cells have to be short */
const TRANSITION_CELLS = 48;

type Solve = (input: NetworkInput) => NetworkResult;

/** Solves a network with the liquid followed along its way. As `solveNetwork`; its elements then have their `local` liquid. */
export function solveAlong(input: NetworkInput, along: AlongInput, solve: Solve): NetworkResult {
  return new Along(input, along, solve).run();
}

class Along {
  private readonly counts = new Map<string, number>();
  private locals: (LocalState | undefined)[][];
  private points: Float64Array;
  private outside: { where: string; temperature: number } | undefined;

  constructor(
    private readonly input: NetworkInput,
    private readonly along: AlongInput,
    private readonly solve: Solve,
  ) {
    this.points = Float64Array.from(input.points, (p) => p.temperature ?? along.temperature);
    this.locals = input.lines.map((l) => l.elements.map(() => undefined));
  }

  run(): NetworkResult {
    let flows: Float64Array | undefined;
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const network = this.network();
      const found = this.solve(network);
      if (!found.ok) return found;
      const before = this.locals;
      const points = this.points;
      this.outside = undefined;
      const failure = this.follow(found.solution, found.compiled);
      if (failure) return { ok: false, failure };
      const now = Float64Array.from(found.solution.lines, (l) => l.flow);
      const isStill = flows !== undefined && flows.every((q, i) => Math.abs(q - now[i]!) <= STILL_SHARE * Math.abs(q) + AT_REST);
      flows = now;
      if (round === 0 || !isStill || !this.isSettled(before, points)) continue;
      if (this.outside) {
        const { where, temperature } = this.outside;
        return { ok: false, failure: { reason: 'temperature-outside', where: [where], temperature } };
      }
      // the liquid that is reported is the one that was solved with, to what may still move
      return { ...found, solution: { ...found.solution, temperatures: this.points } };
    }
    return { ok: false, failure: { reason: 'not-converged', where: this.moving(), residual: NaN } };
  }

  private moving(): string[] {
    return this.input.lines.slice(0, 5).map((l) => l.id);
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
        return (
          isLike(was.fluid, now.fluid) &&
          !moved(was.inlet, now.inlet) &&
          !moved(was.outlet, now.outlet) &&
          was.cells?.length === now.cells?.length
        );
      }),
    );
  }

  /* ---- the network in the measure of the scenario's liquid ---- */

  /** density of the scenario's liquid over that of a state */
  private ratio(fluid: FluidState): number {
    return this.input.fluid.density / fluid.density;
  }

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
    const r = this.ratio(this.along.stateAt(this.inside(this.points[i]!, undefined), this.input.atmosphere));
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
    const flow = l.flow === undefined || this.isReference(l) || !first ? l.flow : l.flow / first.ratio;
    const [inlet, outlet] = l.bores ?? sideBores(l.elements);
    // a velocity head in the measure of the scenario's liquid is that in a bore narrower or wider by so much
    const scaled = (bores: Float64Array): Float64Array => bores.map((b, i) => (locals[i] ? b * locals[i].ratio ** -0.25 : b));
    return { ...l, elements, bores: [scaled(inlet), scaled(outlet)], ...(flow === undefined ? {} : { flow }) };
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
    const flows = solution.lines.map((s) => (Math.abs(s.flow) > AT_REST ? s.flow : 0));
    const marches = new Array<March | undefined>(input.lines.length).fill(undefined);
    const march = (l: number, from: number): March => (marches[l] = this.march(l, from, solution, compiled[l]!));
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
    const capacity = (l: number): number => Math.abs(flows[l]!) * (marches[l]?.heat ?? 1);
    const fed = (p: number): number => {
      const feed = Math.max(0, outflows[p]!);
      return feed > AT_REST ? feed * this.specificHeat(own[p]!) : 0;
    };
    const waits = into.map((lines) => lines.length);
    const ready = waits.flatMap((n, p) => (n === 0 ? [p] : []));
    const isKnown = new Uint8Array(points.length);
    while (ready.length > 0) {
      const p = ready.pop()!;
      isKnown[p] = 1;
      let sum = fed(p);
      let heat = sum * own[p]!;
      for (const l of into[p]!) {
        sum += capacity(l);
        heat += capacity(l) * marches[l]!.to;
      }
      points[p] = sum > 0 ? heat / sum : own[p]!;
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
      fed: (p: number) => number;
      capacity: (l: number) => number;
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
      let sum = at.fed(p);
      b[i] = sum * at.own[p]!;
      for (const l of at.into[p]!) {
        const { from, to, gain } = marches[l]!;
        const c = at.capacity(l);
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

  private specificHeat(temperature: number): number {
    return this.along.stateAt(this.inside(temperature, undefined), this.input.atmosphere).specificHeat ?? 1;
  }

  /** a temperature in the range of the properties; one outside is kept in mind */
  private inside(temperature: number, where: string | undefined): number {
    const { range } = this.along;
    if (!range) return temperature;
    const t = Math.min(range.highest, Math.max(range.lowest, temperature));
    if (where !== undefined && Math.abs(t - temperature) > 1e-3) this.outside ??= { where, temperature };
    return t;
  }

  /** one line from the temperature at the point where its flow enters */
  private march(index: number, from: number, solution: NetworkSolution, compiled: CompiledLine): March {
    const line = this.input.lines[index]!;
    const s = solution.lines[index]!;
    const flow = Math.abs(s.flow) > AT_REST ? s.flow : 0;
    const isForward = flow >= 0;
    const locals = new Array<LocalState | undefined>(line.elements.length).fill(undefined);
    const { density, gravity } = { density: this.input.fluid.density, gravity: this.input.gravity };
    const pressureAt = (place: number): number => {
      const n = line.elements.length;
      const bore = n === 0 ? 0 : place < n ? compiled.inletBore[place]! : compiled.outletBore[n - 1]!;
      const still = s.heads[place]! - compiled.velocityFactor(bore) * s.flow * s.flow - line.elevations[place]!;
      const p = this.input.atmosphere + density * gravity * still;
      return Number.isFinite(p) ? Math.max(1, p) : this.input.atmosphere;
    };
    let t = from;
    let gain = 1;
    let heat = NaN;
    const order = line.elements.map((_, i) => (isForward ? i : line.elements.length - 1 - i));
    for (const i of order) {
      const e = line.elements[i]!;
      const entry = isForward ? i : i + 1;
      const rise = line.elevations[i + 1]! - line.elevations[i]!;
      const weight = compiled.model.elements[i]!.local?.weight ?? 0;
      const ratio = compiled.model.elements[i]!.local?.ratio ?? 1;
      const at: Passed = {
        e,
        flow,
        temperature: t,
        pressure: this.along.isCompressible ? pressureAt(entry) : this.input.atmosphere,
        loss: (s.losses[i]! - weight) * ratio,
        rise,
        elevation: line.elevations[i]!,
      };
      const passed = e.kind === 'pipe' ? this.pipe(e, at) : this.fitting(at);
      locals[i] = passed.local;
      t = passed.temperature;
      gain *= passed.gain;
      heat = passed.local.fluid.specificHeat ?? heat;
    }
    if (Number.isNaN(heat)) heat = this.specificHeat(t);
    return { from, to: t, gain, heat, locals };
  }

  private fitting({ e, flow, temperature: t, pressure, loss, rise }: Passed): Step {
    const { gravity } = this.input;
    const fluid = this.along.stateAt(this.inside(t, e.id), pressure);
    const ratio = this.ratio(fluid);
    const weight = (1 / ratio - 1) * rise;
    const still = {
      temperature: t,
      gain: 1,
      local: { fluid, ratio, weight, inlet: flow === 0 ? NaN : t, outlet: flow === 0 ? NaN : t },
    };
    if (!this.along.isThermal || flow === 0) return still;
    const mass = this.input.fluid.density * Math.abs(flow);
    const heat = e.heat ?? {};
    const friction = gravity * lost(e, flow, ratio, loss);
    // specific heat in the middle of what is gained
    const between = (end: number): number => this.along.stateAt(this.inside((t + end) / 2, undefined), pressure).specificHeat!;
    let end = heat.outletTemperature ?? t;
    let cp = between(end);
    if (heat.outletTemperature === undefined)
      for (let k = 0; k < 3; k++) {
        end = t + (friction + (heat.duty ?? 0) / mass) / cp;
        cp = between(end);
      }
    const duty = e.kind === 'device' ? mass * (cp * (end - t) - friction) : undefined;
    const ends = flow > 0 ? { inlet: t, outlet: end } : { inlet: end, outlet: t };
    this.inside(end, e.id);
    return {
      temperature: end,
      gain: heat.outletTemperature === undefined ? 1 : 0,
      local: { ...still.local, ...ends, ...(duty === undefined ? {} : { duty }) },
    };
  }

  private pipe(e: PipeModel, at: Passed): Step {
    const n = Math.max(this.counts.get(e.id) ?? 1, 1);
    const marched = this.cells(e, at, n);
    const wanted = cellsWanted(marched.cells, marched.reynolds, at.temperature, marched.temperature);
    if (wanted > n) this.counts.set(e.id, wanted);
    return marched;
  }

  private cells(e: PipeModel, at: Passed, n: number): Step & { cells: Cell[]; reynolds: readonly [number, number] } {
    const { along, input } = this;
    const { gravity } = input;
    const { flow, elevation, rise } = at;
    const isForward = flow >= 0;
    const mass = input.fluid.density * Math.abs(flow);
    const heat = e.heat ?? {};
    const conductance = along.isThermal && flow !== 0 ? (heat.conductance ?? 0) * (e.length / n) : 0;
    const ambient = heat.ambient ?? at.temperature;
    const heights = heightsOf(e, elevation, rise, n);
    const cells = new Array<Cell>(n);
    // what stands in a pipe that loses heat is in the end as cold as what is around it
    let t = flow === 0 && along.isThermal && heat.conductance ? ambient : at.temperature;
    let p = at.pressure;
    let gain = 1;
    let weight = 0;
    let before: FluidState | undefined;
    let reynolds: [number, number] = [Infinity, 0];
    for (let k = 0; k < n; k++) {
      const i = isForward ? k : n - 1 - k;
      const climb = (heights[i + 1]! - heights[i]!) * (isForward ? 1 : -1);
      const step = (
        fluid: FluidState,
      ): { equilibrium: number; decay: number; end: number; drop: number; scale: number; slip: number } => {
        const ratio = this.ratio(fluid);
        const law = pipeLawIn(e, fluid, gravity);
        law.evaluate(Math.abs(flow) * ratio, scratch);
        const mixed = along.mixture?.({
          fluid,
          bore: e.bore,
          flow: Math.abs(flow) * ratio,
          rise: e.length > 0 ? Math.max(-1, Math.min(1, (climb * n) / e.length)) : 0,
          pressure: p,
          gravity,
        });
        const scale = mixed?.frictionScale ?? 1;
        const head = (scratch.loss * scale) / n;
        const slip = mixed?.slip ?? 1;
        const drop = fluid.density * gravity * (head + slip * climb);
        const re = law.reynolds(Math.abs(flow) * ratio);
        reynolds = [Math.min(reynolds[0], re), Math.max(reynolds[1], re)];
        if (!along.isThermal || flow === 0) return { equilibrium: t, decay: 0, end: t, drop, scale, slip };
        const cp = fluid.specificHeat!;
        const decay = conductance / (mass * cp);
        const heating = (gravity * head) / cp;
        // with next to no heat through the wall what it tends to is far away: friction alone counts
        if (decay < 1e-9) return { equilibrium: t + heating * 1e9, decay: 1e-9, end: t + heating, drop, scale, slip };
        const equilibrium = ambient + heating / decay;
        return { equilibrium, decay, end: equilibrium + (t - equilibrium) * Math.exp(-decay), drop, scale, slip };
      };
      const first = before ?? along.stateAt(this.inside(t, e.id), p);
      const guess = step(first);
      const meanT =
        guess.decay > 1e-6
          ? guess.equilibrium + ((t - guess.equilibrium) * (1 - Math.exp(-guess.decay))) / guess.decay
          : (t + guess.end) / 2;
      const fluid = along.stateAt(this.inside(meanT, e.id), along.isCompressible ? Math.max(1, p - guess.drop / 2) : p);
      const found = step(fluid);
      const ratio = this.ratio(fluid);
      cells[i] = {
        fluid,
        ratio,
        entry: t,
        equilibrium: found.equilibrium,
        decay: found.decay,
        frictionScale: found.scale,
        slip: found.slip,
      };
      weight += (found.slip / ratio - 1) * climb;
      gain *= Math.exp(-found.decay);
      t = found.end;
      p = along.isCompressible ? Math.max(1, p - found.drop) : p;
      before = fluid;
    }
    const middle = along.stateAt(
      this.inside(temperatureIn(cells, isForward), undefined),
      along.isCompressible ? Math.max(1, (at.pressure + p) / 2) : p,
    );
    const ends = flow === 0 ? [NaN, NaN] : isForward ? [at.temperature, t] : [t, at.temperature];
    return {
      temperature: t,
      gain,
      cells,
      reynolds,
      local: {
        fluid: middle,
        ratio: this.ratio(middle),
        weight: isForward ? weight : -weight,
        cells,
        inlet: ends[0]!,
        outlet: ends[1]!,
      },
    };
  }
}

interface Passed {
  e: ElementModel;
  /** of the scenario's liquid, in line direction */
  flow: number;
  /** where the flow enters it */
  temperature: number;
  pressure: number;
  /** head, m of its own liquid, in line direction */
  loss: number;
  /** of elevation in line direction, m, and where it begins */
  rise: number;
  elevation: number;
}

interface Step {
  temperature: number;
  /** change of the temperature at which it is left over that at which it is entered */
  gain: number;
  local: LocalState;
}

interface March {
  from: number;
  to: number;
  gain: number;
  /** specific heat at its end */
  heat: number;
  locals: (LocalState | undefined)[];
}

const scratch = { loss: 0, slope: 0 };

/** m of head that become heat in the liquid: of a pump what its efficiency leaves of the shaft power */
function lost(e: ElementModel, flow: number, ratio: number, loss: number): number {
  if (!Number.isFinite(loss)) return 0;
  if (e.kind !== 'pump') return Math.abs(loss);
  const efficiency = e.law.kind === 'off' ? undefined : e.heat?.efficiencyAt?.(flow * ratio, -loss);
  return efficiency && flow > 0 && loss < 0 ? -loss * (1 / efficiency - 1) : 0;
}

/** elevations at the ends of equal shares of a pipe, by its profile where it has one, m */
function heightsOf(e: PipeModel, start: number, rise: number, n: number): number[] {
  const rows = [{ share: 0, elevation: start }, ...(e.heat?.profile ?? []), { share: 1, elevation: start + rise }];
  const heights: number[] = [];
  let r = 0;
  for (let k = 0; k <= n; k++) {
    const x = k / n;
    while (r < rows.length - 2 && rows[r + 1]!.share <= x) r++;
    const [a, b] = [rows[r]!, rows[r + 1]!];
    const part = b.share > a.share ? (x - a.share) / (b.share - a.share) : 1;
    heights.push(a.elevation + (b.elevation - a.elevation) * Math.min(1, Math.max(0, part)));
  }
  return heights;
}

function temperatureIn(cells: readonly Cell[], isForward: boolean): number {
  return temperatureAt({ cells, inlet: NaN } as unknown as LocalState, 0.5, isForward);
}

function cellsWanted(cells: readonly Cell[], [least, most]: readonly [number, number], from: number, to: number): number {
  let viscosity = 0;
  let density = 0;
  for (let i = 1; i < cells.length; i++) {
    const [a, b] = [cells[i - 1]!.fluid, cells[i]!.fluid];
    viscosity += Math.abs(Math.log(a.viscosity / b.viscosity));
    density += Math.abs(Math.log(a.density / b.density));
  }
  // what the outermost half cells hold is not seen between their middles
  const seen = cells.length > 1 ? cells.length / (cells.length - 1) : 1;
  const change = Math.abs(to - from);
  const wanted = Math.max(
    (viscosity * seen) / CELL.viscosity,
    (density * seen) / CELL.density,
    change / CELL.temperature,
    // one cell shows no change of its own
    cells.length === 1 && change > 0.05 ? 4 : 0,
    least < 4000 && most > 2000 && most > least * 1.02 ? TRANSITION_CELLS : 0,
  );
  return Math.min(MOST_CELLS, Math.ceil(wanted));
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
