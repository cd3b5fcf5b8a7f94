import type { Cell } from '../elements/local-state.js';
import type { PipeModel } from '../elements/model.js';
import { PipeLaw } from '../elements/pipe-law.js';
import type { FluidState } from '../fluids/kind.js';
import { Ground, placeIn } from './pipe-ground.js';
import { Grid, SMOOTH, STILL_SMOOTH } from './pipe-grid.js';
import type { AlongInput } from './types.js';

/*
 * A pipe followed in cells, as long as what changes in them allows.
 *
 * Heat goes with the flow: m·cp·dT/dx = U·π·Do·(Ta − T) + m·g·h', solved exactly over each cell with the means of cp and h' there. Source:
 * Incropera et al., Fundamentals of Heat and Mass Transfer, 6th ed., eq. 8.45b, with friction as a source. Pressure is integrated from the
 * side where it is known. Means over a cell are those of Simpson's rule over its two ends and its middle, and the cell is short enough
 * when they are next to those of its middle alone. Source: Abramowitz & Stegun 1964, Handbook of Mathematical Functions, 25.4.5.
 *
 * x is a share of the pipe's length in flow direction.
 */

/** share of its density that the liquid may change over a cell on uneven ground: a column's weight is that of the mean */
const UNEVEN = 0.003;
/** K over which cp and the heat of friction are looked at anew at the most */
const WARMEST = 60;
/** K by which one cell may miss the temperature behind it */
const BENT = 0.002;
/** share of its pressure that a liquid with free gas may lose or gain over a cell */
const GASSY = 0.3;
/** no pressure is below this, Pa */
const LEAST_PRESSURE = 1;

/** A stretch of a pipe whose temperature follows one exponential; x in flow direction. */
interface Warm {
  x: number;
  span: number;
  entry: number;
  equilibrium: number;
  decay: number;
  /** J/kg that friction gives over the whole length at this rate */
  source: number;
}

/** What stands at one place of the pipe, per whole length of it. */
interface Here {
  pressure: number;
  fluid: FluidState;
  /** density of the scenario's liquid over that here */
  ratio: number;
  /** friction, Pa */
  friction: number;
  /** of the friction of one phase, and of its column */
  scale: number;
  slip: number;
  /** weight of the column, Pa */
  weight: number;
}

/** A cell from its end where the flow enters to that where it leaves. */
interface Piece {
  a: number;
  b: number;
  first: Here;
  middle: Here;
  last: Here;
}

export interface Conditions {
  along: AlongInput;
  /** density of the scenario's liquid, kg/m³ */
  density: number;
  gravity: number;
  inside: (temperature: number) => number;
}

export interface PipeFlow {
  /** of the scenario's liquid, m³/s, in line direction */
  flow: number;
  /** elevation where the pipe begins in line direction, and how far it rises, m */
  elevation: number;
  rise: number;
  /** of following, from 1 */
  round: number;
}

/** One pipe, kept from round to round with the cells that it was found to need. */
export class PipeFollower {
  private readonly law: PipeLaw;
  private q = 0;
  private isForward = true;
  private ground = new Ground([], true);
  private leveled: { elevation: number; rise: number; isForward: boolean } | undefined;
  private warm: Warm[] = [];
  private pieces: Piece[] = [];
  private course: { x: number; pressure: number }[] | undefined;
  private kept: { warm?: Float64Array; pressed?: Float64Array } = {};
  private round = 0;

  constructor(
    private readonly pipe: PipeModel,
    private readonly at: Conditions,
  ) {
    this.law = new PipeLaw(pipe, { kinematic: 1e-6, gravity: at.gravity });
  }

  /** tells of a flow; to be said before anything is followed */
  begin({ flow, elevation, rise, round }: PipeFlow): void {
    const isForward = flow >= 0;
    if (isForward !== this.isForward) this.forget();
    this.q = Math.abs(flow);
    this.isForward = isForward;
    this.level(elevation, rise);
    this.round = round;
  }

  /** the ground in flow direction */
  private level(elevation: number, rise: number): void {
    const { isForward } = this;
    const of = this.leveled;
    if (of && of.elevation === elevation && of.rise === rise && of.isForward === isForward) return;
    this.leveled = { elevation, rise, isForward };
    const rows = [{ share: 0, elevation }, ...(this.pipe.heat?.profile ?? []), { share: 1, elevation: elevation + rise }];
    this.ground = new Ground(rows, isForward);
  }

  private forget(): void {
    this.kept = {};
    this.course = undefined;
  }

  /**
   * Temperature along the pipe from where the flow enters, by the pressures of the round before.
   *
   * @param from K
   * @param pressures Pa absolute at the two ends in flow direction, as solved
   * @returns temperature at which it is left, K, and its change over that at which it is entered
   */
  heat(from: number, pressures: readonly [number, number]): { to: number; gain: number } {
    const { along } = this.at;
    const { conductance, ambient } = this.pipe.heat ?? {};
    this.course ??= [
      { x: 0, pressure: pressures[0] },
      { x: 1, pressure: pressures[1] },
    ];
    if (!along.isThermal || this.q === 0) {
      // what stands in a pipe that loses heat is in the end as cold as what is around it
      return this.still(along.isThermal && conductance ? (ambient ?? from) : from);
    }
    this.warm = [];
    this.pieces = [];
    let t = from;
    let gain = 1;
    const grid = this.grid('warm');
    const bounds = [0];
    let here = this.here(t, this.pressureAt(0), 0);
    for (let x = 0; x < 1;) {
      const { end, isFixed } = grid.next(x);
      const step = this.heatStep(x, end - x, t, here);
      if (step.error > (isFixed ? STILL_SMOOTH : SMOOTH) && end - x > grid.shortest) {
        grid.part(x, end, step.error);
        continue;
      }
      this.warm.push(step.warm);
      this.pieces.push({ a: x, b: end, first: here, middle: step.middle, last: step.last });
      t = step.to;
      gain *= Math.exp(-step.warm.decay);
      here = step.last;
      grid.took(end - x, step.error);
      bounds.push((x = end));
    }
    this.kept.warm = Float64Array.from(bounds);
    return { to: t, gain };
  }

  /** one temperature all along, K */
  private still(t: number): { to: number; gain: number } {
    this.warm = [{ x: 0, span: 1, entry: t, equilibrium: t, decay: 0, source: 0 }];
    const here = this.here(t, this.pressureAt(0), 0);
    this.pieces = [{ a: 0, b: 1, first: here, middle: here, last: here }];
    return { to: t, gain: 1 };
  }

  private heatStep(
    x: number,
    span: number,
    t: number,
    first: Here,
  ): { warm: Warm; to: number; middle: Here; last: Here; error: number } {
    const { density } = this.at;
    const mass = density * this.q;
    const { conductance = 0, ambient = t } = this.pipe.heat ?? {};
    const wall = conductance * this.pipe.length;
    const rates = ({ fluid, friction }: Here): [number, number] => [
      wall / (mass * fluid.specificHeat!),
      friction / (fluid.density * fluid.specificHeat!),
    ];
    const work = ({ friction, fluid }: Here): number => friction / fluid.density;
    let source = work(first);
    const along = (r: number, w: number): Warm => {
      const decay = r * span;
      // with next to no heat through the wall what it tends to is far away: friction alone counts
      if (decay < 1e-9) return { x, span, entry: t, equilibrium: t + w * span * 1e9, decay: 1e-9, source };
      return { x, span, entry: t, equilibrium: ambient + w / r, decay, source };
    };
    const [r0, w0] = rates(first);
    let warm = along(r0, w0);
    let middle: Here;
    let last: Here;
    let error: number;
    for (let k = 0; ; k++) {
      const to = inWarm(warm, x + span);
      middle = this.here(inWarm(warm, x + span / 2), this.pressureAt(x + span / 2), x + span / 2);
      last = this.here(to, this.pressureAt(x + span), x + span);
      const [rm, wm] = rates(middle);
      const [r1, w1] = rates(last);
      source = simpson(work(first), work(middle), work(last));
      warm = along(simpson(r0, rm, r1), simpson(w0, wm, w1));
      // what a source and a heat that change make of an exponential that takes their means, K
      const bent = (warm.decay * span * (Math.abs(w1 - w0) + Math.abs(r1 - r0) * Math.abs(t - warm.equilibrium))) / 12;
      error = Math.max(
        (SMOOTH * bent) / BENT,
        unlike(first.friction, middle.friction, last.friction),
        unlike(r0, rm, r1),
        unlike(w0, wm, w1),
      );
      if (Math.abs(inWarm(warm, x + span) - to) < 1e-3) break;
      if (k < 4) continue;
      // friction that warms by more than it is known asks for less at a time
      error = 1;
      break;
    }
    // three points do not see an exponential that dies between them
    error *= Math.max(1, warm.decay ** 2);
    const to = inWarm(warm, x + span);
    const uneven = this.ground.isUneven ? Math.abs(first.fluid.density / last.fluid.density - 1) / UNEVEN : 0;
    const fast = Math.abs(to - t) / WARMEST;
    return { warm, to, middle, last, error: Math.max(error, SMOOTH * uneven, SMOOTH * fast) };
  }

  /** K at a share of the length, as followed last */
  private temperatureAt(x: number): number {
    return inWarm(this.warm[placeIn(this.warm, x)]!, x);
  }

  private pressureAt(x: number): number {
    const { course } = this;
    if (!this.at.along.isCompressible || !course) return course?.[0]?.pressure ?? LEAST_PRESSURE;
    const i = Math.min(course.length - 2, placeIn(course, x));
    const [a, b] = [course[i]!, course[i + 1]!];
    const part = b.x > a.x ? Math.min(1, Math.max(0, (x - a.x) / (b.x - a.x))) : 1;
    return a.pressure + (b.pressure - a.pressure) * part;
  }

  /** the liquid, its friction and its column at a place */
  private here(
    temperature: number,
    pressure: number,
    x: number,
    climb = this.at.along.isCompressible ? this.ground.climbAt(x) : 0,
  ): Here {
    const { at, law, q, pipe } = this;
    const { along, density, gravity } = at;
    const fluid = along.stateAt(at.inside(temperature), pressure);
    const ratio = density / fluid.density;
    law.take(fluid.viscosity / fluid.density).evaluate(q * ratio, scratch);
    const mixed = along.mixture?.({
      fluid,
      bore: pipe.bore,
      flow: q * ratio,
      rise: pipe.length > 0 ? Math.max(-1, Math.min(1, climb / pipe.length)) : 0,
      pressure,
      gravity,
    });
    const scale = mixed?.frictionScale ?? 1;
    const slip = mixed?.slip ?? 1;
    const weigh = fluid.density * gravity;
    return { pressure, fluid, ratio, friction: weigh * scratch.loss * scale, scale, slip, weight: weigh * slip * climb };
  }

  /**
   * Static pressure along the pipe from one of its ends, where the liquid changes with it; friction and column take it from the total.
   *
   * @param from Pa absolute at that end
   * @param end 1 where the flow leaves, 0 where it enters
   * @returns that at the other end
   */
  press(from: number, end: 0 | 1): number {
    const sign = end === 1 ? -1 : 1;
    const grid = this.grid('pressed', this.stops(end));
    const course = [{ x: end as number, pressure: from }];
    const bounds = [0];
    this.pieces = [];
    let p = from;
    for (let y = 0; y < 1;) {
      const { end: to, isFixed } = grid.next(y);
      const span = to - y;
      const [x, x1] = end === 1 ? [1 - y, 1 - to] : [y, to];
      const step = this.pressStep(x, sign * span, p);
      if (step.error > (isFixed ? STILL_SMOOTH : SMOOTH) && span > grid.shortest) {
        grid.part(y, to, step.error);
        continue;
      }
      p = step.to;
      course.push({ x: x1, pressure: p });
      const { first, middle, last } = step;
      this.pieces.push(end === 1 ? { a: x1, b: x, first: last, middle, last: first } : { a: x, b: x1, first, middle, last });
      grid.took(span, step.error);
      bounds.push((y = to));
    }
    this.kept.pressed = Float64Array.from(bounds);
    if (end === 1) {
      course.reverse();
      this.pieces.reverse();
    }
    this.course = course;
    return p;
  }

  /** where cells have to end, from the end where it begins: a kink of the ground or of the temperature */
  private stops(end: 0 | 1): number[] {
    const all = [...this.ground.kinks, ...this.warm.map((w) => w.x)].map((x) => (end === 1 ? 1 - x : x));
    return all.sort((a, b) => a - b).filter((x, i) => x < 1 - 1e-9 && (i === 0 || x - all[i - 1]! > 1e-9));
  }

  /** from x by a signed span; pressure falls by friction and column in flow direction */
  private pressStep(x: number, span: number, p: number): { to: number; first: Here; middle: Here; last: Here; error: number } {
    const climb = this.ground.climbAt(x + span / 2);
    const fall = (h: Here): number => h.friction + h.weight;
    const first = this.here(this.temperatureAt(x), p, x, climb);
    const total = p + this.dynamic(first);
    const g0 = fall(first);
    let middle = this.behind(x + span / 2, total - (span / 2) * g0, first, climb);
    let end = total - span * fall(middle);
    let last = this.behind(x + span, end, middle, climb);
    for (let k = 0; k < 2; k++) {
      middle = this.behind(x + span / 2, (total + end) / 2 + (span / 8) * (fall(last) - g0), middle, climb);
      const better = total - span * simpson(g0, fall(middle), fall(last));
      const isStill = Math.abs(better - end) < 1e-5 * p;
      end = better;
      if (isStill) break;
      last = this.behind(x + span, end, last, climb);
    }
    const to = last.pressure;
    // where friction and column nearly cancel, what is left of them counts
    const gross = first.friction + Math.abs(first.weight);
    const most = Math.max(0.15 * gross, Math.abs(g0), Math.abs(fall(middle)), Math.abs(fall(last)));
    const smooth = most > 0 ? Math.abs(g0 - 2 * fall(middle) + fall(last)) / 6 / most : 0;
    const gassy = first.fluid.gas ? (SMOOTH * Math.abs(to / p - 1)) / GASSY : 0;
    const error = Math.max(smooth, gassy);
    return { to, first, middle, last, error: Number.isFinite(error) ? error : 1 };
  }

  /** Pa that the flow has as its velocity head */
  private dynamic({ fluid, ratio }: Here): number {
    return (fluid.density / 2) * ((this.q * ratio) / this.law.area) ** 2;
  }

  /** the liquid where it has so much total pressure; no faster than that its velocity takes half of it. @param like what stands beside it */
  private behind(x: number, total: number, like: Here, climb: number): Here {
    const t = this.temperatureAt(x);
    const least = Math.max(LEAST_PRESSURE, total / 2);
    let dynamic = this.dynamic(like);
    for (let k = 0; ; k++) {
      const here = this.here(t, Math.max(least, total - dynamic), x, climb);
      const now = this.dynamic(here);
      if (k === 3 || Math.abs(now - dynamic) < 1e-5 * least) return here;
      dynamic = now;
    }
  }

  /** What was followed, as cells in line direction, and the weight of the column in them against that of the scenario's liquid, m. */
  cells(): { cells: Cell[]; weight: number } {
    const cells: Cell[] = [];
    let weight = 0;
    for (const { a, b, first, middle: m, last } of this.pieces) {
      const friction = simpson(first.friction, m.friction, last.friction);
      const standing = simpson(first.slip / first.ratio, m.slip / m.ratio, last.slip / last.ratio);
      const warm = this.warm[placeIn(this.warm, (a + b) / 2)]!;
      cells.push({
        at: this.isForward ? a : 1 - b,
        share: b - a,
        fluid: m.fluid,
        ends: this.isForward ? [first.fluid, last.fluid] : [last.fluid, first.fluid],
        ratio: m.ratio,
        entry: inWarm(warm, a),
        equilibrium: warm.equilibrium,
        decay: (warm.decay * (b - a)) / warm.span,
        frictionScale: m.friction > 0 ? (m.scale * friction) / m.friction : m.scale,
        slip: standing * m.ratio,
      });
      weight += (standing - 1) * (this.ground.heightAt(b) - this.ground.heightAt(a));
    }
    if (!this.isForward) cells.reverse();
    return { cells, weight: this.isForward ? weight : -weight };
  }

  /** W that friction gives to the liquid, and that go through its wall; of what flows and is followed with its heat */
  heats(): { friction: number; lost: number } {
    const mass = this.at.density * this.q;
    const { conductance = 0, ambient = 0 } = this.pipe.heat ?? {};
    let friction = 0;
    let lost = 0;
    for (const { span, entry, equilibrium, decay, source } of this.warm) {
      friction += mass * source * span;
      const mean = decay > 1e-6 ? equilibrium + ((entry - equilibrium) * (1 - Math.exp(-decay))) / decay : entry;
      lost += conductance * this.pipe.length * span * (mean - ambient);
    }
    return { friction, lost };
  }

  /** the liquid at a share of the length in line direction */
  stateAt(share: number): FluidState {
    const x = this.isForward ? share : 1 - share;
    return this.at.along.stateAt(this.at.inside(this.temperatureAt(x)), this.pressureAt(x));
  }

  /** where cells end: as found in the rounds before, or as each step asks */
  private grid(which: 'warm' | 'pressed', stops: readonly number[] = []): Grid {
    return Grid.of(this.round, this.kept[which], stops);
  }
}

const scratch = { loss: 0, slope: 0 };

const simpson = (a: number, m: number, b: number): number => (a + 4 * m + b) / 6;

/** part by which a mean differs from what stands in the middle */
const unlike = (a: number, m: number, b: number): number => (m === 0 ? 0 : Math.abs((a - 2 * m + b) / (6 * m)));

const inWarm = ({ x, span, entry, equilibrium, decay }: Warm, at: number): number =>
  equilibrium + (entry - equilibrium) * Math.exp((-decay * (at - x)) / span);
