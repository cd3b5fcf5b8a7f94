import type { LocalState } from '../elements/local-state.js';
import type { ElementModel, PipeModel } from '../elements/model.js';
import type { FluidState } from '../fluids/kind.js';
import { PipeFollower } from './follow-pipe.js';
import type { CompiledLine } from './line.js';
import type { AlongInput, LineSolution, NetworkInput, NetworkSolution } from './types.js';

/*
 * One line followed along its flow: the liquid in each element, pipes in cells. Heat goes with the flow; pressure is taken from the end at
 * which it is known, through all pipes and fittings up to the next pump or valve.
 */

/** m³/s at and below which nothing flows */
export const AT_REST = 1e-9;

/** m³/s and m of loss below which a flow is what the solver left of nothing: losses vanish with its square */
const FAINT = { flow: 3e-7, loss: 1e-7 };

/** whether nothing flows in a line, or no more than rounding leaves */
export function isAtRest({ flow, losses }: LineSolution, elements: readonly ElementModel[]): boolean {
  const q = Math.abs(flow);
  if (q <= AT_REST) return true;
  if (q > FAINT.flow) return false;
  return elements.every((e, i) => Math.abs(losses[i]! - (e.local?.weight ?? 0)) < FAINT.loss);
}

/** rounds in which changes are taken whole, and bounds of the part that is taken afterwards */
const FREE_ROUNDS = 3;
const LEAST_PACE = 0.05;
const MOST_PACE = 4;

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

/** Follows the lines of a network; what a pipe was found to need is kept from round to round. */
export class Marcher {
  private readonly pipes = new Map<string, PipeFollower>();
  /** flows, m³/s, and static pressures at their places, Pa, of the lines as they were taken last */
  private taken: readonly { flow: number; pressures: Float64Array }[] = [];
  private change: readonly number[] = [];
  private pace = 1;
  /** which solution is followed, from 1 */
  private round = 0;
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
    const flow = this.flowOf(index);
    const n = line.elements.length;
    const places = this.taken[index]!.pressures;
    const order = line.elements.map((_, i) => (flow >= 0 ? i : n - 1 - i));
    const passed = new Array<Passed | undefined>(n).fill(undefined);
    const steps = new Array<Step | undefined>(n).fill(undefined);
    let t = from;
    let gain = 1;
    for (const i of order) {
      const e = line.elements[i]!;
      const [entry, exit] = flow >= 0 ? [i, i + 1] : [i + 1, i];
      const { weight, ratio } = compiled.model.elements[i]!.local ?? { weight: 0, ratio: 1 };
      const at: Passed = {
        e,
        flow: flow / (e.units ?? 1),
        temperature: t,
        pressure: places[entry]!,
        exit: places[exit]!,
        loss: (s.losses[i]! - weight) * ratio,
        rise: line.elevations[i + 1]! - line.elevations[i]!,
        elevation: line.elevations[i]!,
      };
      const step: Step = e.kind === 'pipe' ? this.heatPipe(e, at) : this.fitting(at);
      passed[i] = at;
      steps[i] = step;
      t = step.temperature;
      gain *= step.gain;
    }
    if (this.along.isCompressible) this.press(index, order, passed, steps);
    const locals = line.elements.map((e, i) =>
      e.kind === 'pipe' ? this.pipeLocal(e, steps[i]!) : (steps[i]!.local as LocalState),
    );
    return { from, to: t, gain, locals };
  }

  /**
   * Tells of a solution: flows and static pressures are taken from it, by a part of their change where rounds swing and by more than it
   * where they creep. Source of the part: Aitken's process for vectors, Irons & Tuck 1969, Int. J. Numer. Meth. Eng. 1, 275–277.
   *
   * @returns most by which a flow or a pressure of each line differs from the one that was taken before, as a share of it
   */
  take(solution: NetworkSolution, compiled: readonly CompiledLine[]): number[] {
    this.round++;
    const before = this.taken;
    const now = solution.lines.map((s, i) => ({
      flow: isAtRest(s, compiled[i]!.model.elements) ? 0 : s.flow,
      pressures: this.pressuresOf(i, s, compiled[i]!),
    }));
    this.taken = now;
    if (before.length === 0) return now.map(() => Infinity);
    const share = (to: number, from: number): number => (from * to > 0 ? to / from - 1 : 0);
    const changes = now.map(({ flow, pressures }, i) => [
      share(flow, before[i]!.flow),
      ...Array.from(pressures, (p, k) => share(p, before[i]!.pressures[k]!)),
    ]);
    const change = changes.flat();
    this.pace = this.round <= FREE_ROUNDS ? 1 : paceOf(this.pace, this.change, change);
    this.change = change;
    if (this.pace !== 1) {
      const part = (to: number, from: number): number =>
        from * to > 0 ? from * Math.max(0.2, 1 + this.pace * (to / from - 1)) : to;
      this.taken = now.map(({ flow, pressures }, i) => ({
        flow: part(flow, before[i]!.flow),
        pressures: pressures.map((p, k) => part(p, before[i]!.pressures[k]!)),
      }));
    }
    return changes.map((of) => Math.max(...of.map(Math.abs)));
  }

  flowOf(index: number): number {
    return this.taken[index]!.flow;
  }

  /** static pressures at the places of a line, Pa */
  private pressuresOf(index: number, s: LineSolution, compiled: CompiledLine): Float64Array {
    const line = this.input.lines[index]!;
    const n = line.elements.length;
    const { atmosphere } = this.input;
    if (!this.along.isCompressible) return new Float64Array(n + 1).fill(atmosphere);
    const rhoG = this.input.fluid.density * this.input.gravity;
    return Float64Array.from(s.heads, (head, place) => {
      const bore = n === 0 ? 0 : place < n ? compiled.inletBore[place]! : compiled.outletBore[n - 1]!;
      const still = head - compiled.velocityFactor(bore) * s.flow * s.flow - line.elevations[place]!;
      const p = atmosphere + rhoG * still;
      // before anything is known of the gas a column may hang below nothing
      const least = this.round === 1 ? atmosphere : 1;
      return Number.isFinite(p) ? Math.max(least, p) : atmosphere;
    });
  }

  /** pressures from the end at which they are known, against the flow unless that is where it enters */
  private press(
    index: number,
    order: readonly number[],
    passed: readonly (Passed | undefined)[],
    steps: (Step | undefined)[],
  ): void {
    const line = this.input.lines[index]!;
    const isForward = order[0] === 0;
    const isKnown = (p: number): boolean => this.input.points[p]!.head.kind === 'known';
    const [start, end] = isForward ? [line.from, line.to] : [line.to, line.from];
    const isWithFlow = isKnown(start) && !isKnown(end);
    let carried: number | undefined;
    for (const i of isWithFlow ? order : [...order].reverse()) {
      const at = passed[i]!;
      const here = isWithFlow ? at.pressure : at.exit;
      const from = carried ?? here;
      if (at.e.kind === 'pipe') {
        carried = this.follower(at.e).press(from, isWithFlow ? 0 : 1);
        continue;
      }
      const isBreak = at.e.kind === 'pump' || at.e.kind === 'control-valve';
      const other = isWithFlow ? at.exit : at.pressure;
      carried = isBreak ? undefined : Math.max(1, from + other - here);
      const entry = isBreak ? at.pressure : isWithFlow ? from : carried!;
      steps[i] = this.fitting({ ...at, pressure: entry });
    }
  }

  private follower(e: PipeModel): PipeFollower {
    let found = this.pipes.get(e.id);
    if (!found) {
      const { fluid, gravity } = this.input;
      const conditions = { along: this.along, density: fluid.density, gravity, inside: (t: number) => this.inside(t, undefined) };
      this.pipes.set(e.id, (found = new PipeFollower(e, conditions)));
    }
    return found;
  }

  private heatPipe(e: PipeModel, { flow, elevation, rise, temperature, pressure, exit }: Passed): Step {
    const follower = this.follower(e);
    follower.begin({ flow, elevation, rise, round: this.round });
    this.inside(temperature, e.id);
    const { to, gain } = follower.heat(temperature, [pressure, exit]);
    this.inside(to, e.id);
    const [inlet, outlet] = flow === 0 ? [NaN, NaN] : flow > 0 ? [temperature, to] : [to, temperature];
    return { temperature: to, gain, local: { inlet: inlet, outlet: outlet } };
  }

  private pipeLocal(e: PipeModel, { local: { inlet, outlet } }: Step): LocalState {
    const follower = this.follower(e);
    const { cells, weight } = follower.cells();
    const fluid = follower.stateAt(0.5);
    const ends = [cells[0]!.ends[0], cells.at(-1)!.ends[1]].map((f) => this.ratio(f)) as [number, number];
    const heats = this.along.isThermal && Number.isFinite(inlet) ? follower.heats() : {};
    return { inlet, outlet, fluid, ratio: this.ratio(fluid), ends, weight, cells, ...heats };
  }

  private fitting({ e, flow, temperature: t, pressure, loss, rise }: Passed): Step {
    const { gravity } = this.input;
    const fluid = this.along.stateAt(this.inside(t, e.id), pressure);
    const ratio = this.ratio(fluid);
    const weight = (1 / ratio - 1) * rise;
    const [inlet, outlet] = flow === 0 ? [NaN, NaN] : [t, t];
    const still = { temperature: t, gain: 1, local: { fluid, ratio, weight, ends: [ratio, ratio] as const, inlet, outlet } };
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
    const leaves = this.ratio(this.along.stateAt(this.inside(end, e.id), pressure));
    const ends: Pick<LocalState, 'inlet' | 'outlet' | 'ends'> =
      flow > 0 ? { inlet: t, outlet: end, ends: [ratio, leaves] } : { inlet: end, outlet: t, ends: [leaves, ratio] };
    return {
      temperature: end,
      gain: heat.outletTemperature === undefined ? 1 : 0,
      local: { ...still.local, ...ends, friction: mass * friction, ...(duty === undefined ? {} : { duty }) },
    };
  }
}

/** part of a change that is taken, by the changes of two rounds */
function paceOf(pace: number, before: readonly number[], now: readonly number[]): number {
  let dot = 0;
  let square = 0;
  now.forEach((x, i) => {
    const d = x - before[i]!;
    dot += before[i]! * d;
    square += d * d;
  });
  return square > 0 ? Math.min(MOST_PACE, Math.max(LEAST_PACE, (-pace * dot) / square)) : 1;
}

interface Passed {
  e: ElementModel;
  /** of the scenario's liquid, in line direction; of one unit where it divides */
  flow: number;
  /** where the flow enters it */
  temperature: number;
  pressure: number;
  /** Pa where it leaves it */
  exit: number;
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
  /** of a pipe its two ends alone, until its pressures are known */
  local: LocalState | Pick<LocalState, 'inlet' | 'outlet'>;
}

/** A line followed from the temperature at which its flow enters it. K. */
export interface March {
  from: number;
  to: number;
  gain: number;
  locals: (LocalState | undefined)[];
}

/** m of head that become heat in the liquid: of a pump what its efficiency leaves of the shaft power */
function lost(e: ElementModel, flow: number, ratio: number, loss: number): number {
  if (!Number.isFinite(loss)) return 0;
  if (e.kind !== 'pump') return Math.abs(loss);
  const efficiency = e.law.kind === 'off' ? undefined : e.heat?.efficiencyAt?.(flow * ratio, -loss);
  return efficiency && flow > 0 && loss < 0 ? -loss * (1 / efficiency - 1) : 0;
}
