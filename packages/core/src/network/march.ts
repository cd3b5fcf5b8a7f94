import { pipeLawIn, temperatureAt } from '../elements/local.js';
import type { Cell, LocalState } from '../elements/local-state.js';
import type { ElementModel, PipeModel } from '../elements/model.js';
import type { FluidState } from '../fluids/kind.js';
import type { CompiledLine } from './line.js';
import type { AlongInput, NetworkInput, NetworkSolution } from './types.js';

/*
 * One line followed along its flow: the liquid in each element, pipes in cells.
 *
 * In a pipe m·cp·dT/dx = U·π·Do·(Ta − T) + m·g·h', which is solved exactly over each of its cells with the properties of that cell. Source:
 * Incropera et al., Fundamentals of Heat and Mass Transfer, 6th ed., eq. 8.45b, with friction as a source.
 */

/** m³/s at and below which nothing flows */
export const AT_REST = 1e-9;
/** most that the liquid may change over one cell: shares of its viscosity (as a logarithm) and density, K */
const CELL = { viscosity: 0.08, density: 0.003, temperature: 4 };
const MOST_CELLS = 400;
/** about the change from laminar to turbulent flow cells have to be short */
const TRANSITION_CELLS = 48;

/** K to each side over which cp is straight enough for its middle */
const STRAIGHT = 2;
/** places and weights of five points. Source: Abramowitz & Stegun 1964, Handbook of Mathematical Functions, table 25.4 */
const GAUSS = [
  [0, 0.5688888888888889],
  [0.5384693101056831, 0.47862867049936647],
  [-0.5384693101056831, 0.47862867049936647],
  [0.906179845938664, 0.23692688505618908],
  [-0.906179845938664, 0.23692688505618908],
] as const;

/** Follows the lines of a network; how many cells a pipe needs is kept from round to round. */
export class Marcher {
  private readonly counts = new Map<string, number>();
  /** where, and at what temperature, the properties were asked for outside their range since `begin`, K */
  outside: { where: string; temperature: number } | undefined;

  constructor(
    private readonly input: NetworkInput,
    private readonly along: AlongInput,
  ) {}

  /** density of the scenario's liquid over that of a state */
  ratio(fluid: FluidState): number {
    return this.input.fluid.density / fluid.density;
  }

  /**
   * Specific heat, J/(kg·K), in the mean between two temperatures: the integral of cp over their difference, so that m·cp·ΔT is the
   * difference of enthalpies.
   */
  meanHeat(from: number, to: number, pressure = this.input.atmosphere): number {
    const heatAt = (t: number): number => this.along.stateAt(this.inside(t, undefined), pressure).specificHeat ?? 1;
    const [middle, half] = [(from + to) / 2, (to - from) / 2];
    if (Math.abs(half) < STRAIGHT) return heatAt(middle);
    return GAUSS.reduce((sum, [x, w]) => sum + (w / 2) * heatAt(middle + half * x), 0);
  }

  /** a temperature in the range of the properties; one outside is kept in mind */
  inside(temperature: number, where: string | undefined): number {
    const { range } = this.along;
    if (!range) return temperature;
    const t = Math.min(range.highest, Math.max(range.lowest, temperature));
    if (where !== undefined && Math.abs(t - temperature) > 1e-3) this.outside ??= { where, temperature };
    return t;
  }

  /** one line from the temperature at the point where its flow enters */
  march(index: number, from: number, solution: NetworkSolution, compiled: CompiledLine): March {
    const line = this.input.lines[index]!;
    const s = solution.lines[index]!;
    const flow = Math.abs(s.flow) > AT_REST ? s.flow : 0;
    const isForward = flow >= 0;
    const locals = new Array<LocalState | undefined>(line.elements.length).fill(undefined);
    const rhoG = this.input.fluid.density * this.input.gravity;
    const pressureAt = (place: number): number => {
      const n = line.elements.length;
      const bore = n === 0 ? 0 : place < n ? compiled.inletBore[place]! : compiled.outletBore[n - 1]!;
      const still = s.heads[place]! - compiled.velocityFactor(bore) * s.flow * s.flow - line.elevations[place]!;
      const p = this.input.atmosphere + rhoG * still;
      return Number.isFinite(p) ? Math.max(1, p) : this.input.atmosphere;
    };
    let t = from;
    let gain = 1;
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
    }
    return { from, to: t, gain, locals };
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
    const between = (end: number): number => this.meanHeat(t, end, pressure);
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
      this.inside(temperatureAt(cells, 0.5, isForward), undefined),
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

/** A line followed from the temperature at which its flow enters it. K. */
export interface March {
  from: number;
  to: number;
  gain: number;
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
