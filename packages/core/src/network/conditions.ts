import { neededKv, recoveryFactor } from '../elements/control-valve.js';
import { State, type ControlValveModel } from '../elements/model.js';
import { criticalPressureRatio, kvAtOpening } from '../valves/valve.js';
import { chokingKv, isClosed, type CompiledLine } from './line.js';
import type { LineSolution, NetworkInput } from './types.js';

/*
 * What the law of each conditional element asks of its state: of a non-return, a fixed drop, a controlling valve, and of every
 * valve that may choke. A solution counts only when none of them asks for another state.
 */

const FLOW_SLACK = 1e-10; // m³/s
const HEAD_SLACK = 1e-7; // m

/** An element whose law asks for another state: which it may be, the likeliest first, and how far the present one is off. */
export interface Wanted {
  line: number;
  element: number;
  states: readonly State[];
  violation: number;
}

/** Groups of points that no known head reaches: which group each belongs to (−1: none), and its head counted from its group's own zero. */
export interface Adrift {
  group: Int32Array;
  head: Float64Array;
}

/**
 * Every element whose state contradicts its law in this solution; empty when all conditions are met.
 *
 * @param boiling ids of valves that may pass their unchoked flow although the pressure before them is below FF·pv
 */
export function unmetConditions(
  input: NetworkInput,
  lines: readonly CompiledLine[],
  solutions: readonly LineSolution[],
  boiling: ReadonlySet<string>,
  adrift?: Adrift,
): Wanted[] {
  const unmet: Wanted[] = adrift ? adriftConditions(lines, solutions, adrift) : [];
  lines.forEach((line, l) => {
    const s = solutions[l]!;
    const want = (element: number, violation: number, ...states: State[]): void => {
      // a valve without an entry has no coefficient at which it would choke
      const known = states.length > 1 ? statesOf(line, element) : states;
      unmet.push({ line: l, element, states: states.filter((x) => known.includes(x)), violation });
    };
    new LineConditions(input, line, s, boiling, want).judge();
  });
  return unmet;
}

/** Whether an element of a line contradicts its law in a solution of it. */
export function conditionsUnmetIn(input: NetworkInput, line: CompiledLine, solution: LineSolution): boolean {
  let isUnmet = false;
  new LineConditions(input, line, solution, NOT_BOILING, () => (isUnmet = true)).judge();
  return isUnmet;
}

const NOT_BOILING: ReadonlySet<string> = new Set();

/** Bounds that non-returns set to the head of a group adrift, m, each with the line that sets it. */
interface Bounds {
  least: number;
  from: number;
  most: number;
  to: number;
}

/**
 * A group that only shut non-returns part from the rest stays shut off when some head of it keeps them all shut: above what is led
 * to it, below what it would be led to. Where there is none, those that contradict each other open.
 */
function adriftConditions(lines: readonly CompiledLine[], solutions: readonly LineSolution[], adrift: Adrift): Wanted[] {
  const bounds = new Map<number, Bounds>();
  const of = (group: number): Bounds => {
    if (!bounds.has(group)) bounds.set(group, { least: -Infinity, from: -1, most: Infinity, to: -1 });
    return bounds.get(group)!;
  };
  const opened: Wanted[] = [];
  const open = (line: number, violation: number): void => {
    for (const element of lines[line]!.shutElements()) opened.push({ line, element, states: [State.Normal], violation });
  };
  lines.forEach((line, l) => {
    const shut = line.shutElements();
    const { from, to, elements } = line.model;
    const isKept = shut.length > 0 && shut.every((i) => elements[i]!.kind === 'local' && !isClosed(elements[i]!));
    if (!isKept) return;
    const [first, last] = [shut[0]!, shut[shut.length - 1]!];
    const { heads } = solutions[l]!;
    line.evaluate(0);
    const lost = (a: number, b: number): number => line.loss.subarray(a, b).reduce((sum, x) => sum + x, 0);
    const [before, behind] = [heads[first]!, heads[last + 1]!];
    const [a, b] = [adrift.group[from]!, adrift.group[to]!];
    if (a >= 0 && a === b) {
      const drive = adrift.head[from]! - lost(0, elements.length) - adrift.head[to]!;
      if (drive > HEAD_SLACK) open(l, drive);
    } else if (b >= 0 && Number.isFinite(before)) {
      const least = before - lost(first, elements.length) - adrift.head[to]!;
      if (least > of(b).least) Object.assign(of(b), { least, from: l });
    } else if (a >= 0 && Number.isFinite(behind)) {
      const most = behind + lost(0, last + 1) - adrift.head[from]!;
      if (most < of(a).most) Object.assign(of(a), { most, to: l });
    }
  });
  for (const { least, from, most, to } of bounds.values()) {
    if (!(least > most + HEAD_SLACK)) continue;
    open(from, least - most);
    open(to, least - most);
  }
  return opened;
}

/** the states that an element can be in; one for those that are not conditional */
export function statesOf(line: CompiledLine, element: number): readonly State[] {
  const e = line.model.elements[element]!;
  if (e.kind === 'local') return e.forwardOnly && !e.closed ? [State.Normal, State.Shut] : [State.Normal];
  if (isFixedDrop(line, element)) return [State.Normal, State.Reverse, State.Shut];
  if (e.kind !== 'control-valve') return [State.Normal];
  switch (e.law.kind) {
    case 'kv':
      return e.law.kv > 0 ? [State.Normal, State.Choked] : [State.Normal];
    case 'flow':
      return e.valve ? [State.Normal, State.Open, State.OpenChoked] : [State.Normal, State.Open];
    case 'outlet-pressure':
    case 'inlet-pressure':
      return e.valve ? [State.Normal, State.Open, State.Shut, State.OpenChoked] : [State.Normal, State.Open, State.Shut];
    default:
      return [State.Normal];
  }
}

class LineConditions {
  private readonly shut: number[];

  constructor(
    private readonly input: NetworkInput,
    private readonly line: CompiledLine,
    private readonly s: LineSolution,
    private readonly boiling: ReadonlySet<string>,
    private readonly want: (element: number, violation: number, ...states: State[]) => void,
  ) {
    this.shut = line.shutElements();
  }

  judge(): void {
    const { line, s } = this;
    if (this.shut.length > 0) this.atRest();
    // where a valve holds a pressure the flow is its doing: it shuts, not the non-return beside it
    const isHeld = line.model.elements.some((e, i) => isControlling(e) && holdsPressure(e) && line.states[i] === State.Normal);
    line.model.elements.forEach((e, i) => {
      const state = line.states[i]!;
      if (e.kind === 'local') {
        if (e.forwardOnly && !e.closed && state === State.Normal && !isHeld && s.flow < -FLOW_SLACK)
          this.want(i, -s.flow, State.Shut);
      } else if (isFixedDrop(line, i)) {
        if (state === State.Normal && s.flow < -FLOW_SLACK) this.want(i, -s.flow, State.Reverse, State.Shut);
        else if (state === State.Reverse && s.flow > FLOW_SLACK) this.want(i, s.flow, State.Shut, State.Normal);
        // at rest it takes any part of it: what lies behind is not known by it
        else if (state !== State.Shut && Math.abs(s.flow) <= FLOW_SLACK && fixedDropOf(line, i) > 0) this.want(i, 0, State.Shut);
      } else if (e.kind === 'control-valve' && state !== State.Shut) this.valve(i, e, state);
    });
  }

  /** A line at rest starts again when what drives it over the shut stretch is more than its fixed drops hold back. */
  private atRest(): void {
    const { input, line, s, shut } = this;
    const { elements } = line.model;
    if (shut.some((i) => isClosed(elements[i]!))) return this.closed();
    const first = shut[0]!;
    const last = shut[shut.length - 1]!;
    line.evaluate(0);
    const lossAtRest = Float64Array.from(line.loss);
    let drive = s.heads[first]! - s.heads[last + 1]!;
    for (let i = first; i <= last; i++) if (line.laws[i]) drive -= lossAtRest[i]!;
    const rhoG = input.fluid.density * input.gravity;
    let held = 0;
    let oneWay = false;
    for (const i of shut) {
      const e = elements[i]!;
      const drop = fixedDropOf(line, i) / rhoG;
      held += drop;
      lossAtRest[i] = drop;
      if (e.kind === 'local' || isControlling(e)) oneWay = true;
    }
    const waits = shut.some((i) => {
      const e = elements[i]!;
      return isControlling(e) && !this.wouldOpen(i, e, lossAtRest, first, last);
    });
    if (drive > held + HEAD_SLACK && !waits) for (const i of shut) this.want(i, drive - held, State.Normal);
    else if (drive < -held - HEAD_SLACK && !oneWay) for (const i of shut) this.want(i, -held - drive, State.Reverse);
    else this.idle(waits);
  }

  /** Nothing flows, whatever the valves do: one that calls for flow stands open, one that has a dead end behind it holds its set point. */
  private idle(waits: boolean): void {
    for (const i of this.shut) {
      const e = this.line.model.elements[i]!;
      if (!isControlling(e) || !holdsPressure(e)) continue;
      const above = this.aboveSetPoint(i, e, this.s.heads);
      if (Number.isNaN(above)) {
        if (this.shut.length === 1) this.want(i, 0, State.Normal, State.Open);
      } else if (!waits && this.isBelow(i)) this.want(i, 0, State.Open);
    }
  }

  /** a shut valve in a line that is closed by its entry stands as the pressure beside it says */
  private closed(): void {
    for (const i of this.shut) {
      const e = this.line.model.elements[i]!;
      if (isControlling(e) && holdsPressure(e) && this.line.states[i] === State.Shut && this.isBelow(i))
        this.want(i, 1, State.Open, State.Normal);
    }
  }

  /** the static head beside a pressure-holding valve asks for more opening */
  private isBelow(i: number): boolean {
    const e = this.line.model.elements[i] as ControlValveModel;
    const above = this.aboveSetPoint(i, e, this.s.heads);
    return e.law.kind === 'outlet-pressure' ? above < -HEAD_SLACK : above > HEAD_SLACK;
  }

  /** a shut pressure-holding valve whose set point calls for flow, the shut elements beside it taken as passed */
  private wouldOpen(i: number, e: ControlValveModel, lossAtRest: Float64Array, first: number, last: number): boolean {
    const heads = Float64Array.from(this.s.heads);
    heads[i] = heads[first]!;
    for (let k = first; k < i; k++) heads[i] -= lossAtRest[k]!;
    heads[i + 1] = heads[last + 1]!;
    for (let k = i + 1; k <= last; k++) heads[i + 1]! += lossAtRest[k]!;
    const above = this.aboveSetPoint(i, e, heads);
    return e.law.kind === 'outlet-pressure' ? above < -HEAD_SLACK : above > HEAD_SLACK;
  }

  /** distance, m, by which the static head at the held side is above its set point */
  private aboveSetPoint(i: number, e: ControlValveModel, heads: Float64Array): number {
    const { input, line, s } = this;
    const side = e.law.kind === 'outlet-pressure' ? 1 : 0;
    const pressure = (e.law as { pressure: number }).pressure;
    const wanted = line.model.elevations[i + side]! + pressure / (input.fluid.density * input.gravity);
    const bore = side === 0 ? line.inletBore[i]! : line.outletBore[i]!;
    return heads[i + side]! - line.velocityFactor(bore) * s.flow * s.flow - wanted;
  }

  private valve(i: number, e: ControlValveModel, state: State): void {
    const { kind } = e.law;
    if (kind === 'flow') this.holdsFlow(i, e, state, (e.law as { flow: number }).flow);
    else if (kind === 'outlet-pressure' || kind === 'inlet-pressure') this.holdsPressure(i, e, state);
    else if (kind === 'kv') this.standing(i, e, state, State.Normal, State.Choked);
  }

  private holdsFlow(i: number, e: ControlValveModel, state: State, set: number): void {
    const { flow } = this.s;
    const isMore = flow > set + FLOW_SLACK + 1e-9 * Math.abs(set);
    if (state === State.Normal) {
      if (this.shut.length > 0) this.want(i, 1, State.Open);
      else this.tooSmall(i, e);
    } else if (state === State.Open && isMore) {
      // fully open it may choke before it passes that much
      const chokes = this.beyondChoking(i, e, State.OpenChoked) > 0;
      this.want(i, flow - set, ...(chokes ? [State.OpenChoked, State.Normal] : [State.Normal, State.OpenChoked]));
    } else if (state === State.OpenChoked && isMore) this.want(i, flow - set, State.Normal);
    else this.standing(i, e, state, State.Open, State.OpenChoked);
  }

  private holdsPressure(i: number, e: ControlValveModel, state: State): void {
    const { flow } = this.s;
    if (state === State.Normal) {
      if (flow < -FLOW_SLACK) this.want(i, -flow, State.Shut, State.Open);
      else this.tooSmall(i, e);
      return;
    }
    const above = this.aboveSetPoint(i, e, this.s.heads);
    const passed = e.law.kind === 'outlet-pressure' ? above > HEAD_SLACK : above < -HEAD_SLACK;
    if (!passed) return this.standing(i, e, state, State.Open, State.OpenChoked);
    const isBack = flow < -FLOW_SLACK || this.shut.length > 0;
    this.want(i, Math.abs(above), ...(isBack ? [State.Shut, State.Normal] : [State.Normal, State.Shut]));
  }

  /** the set point needs more than the valve fully open, or a push */
  private tooSmall(i: number, e: ControlValveModel): void {
    const { input, s } = this;
    const { flow } = s;
    const taken = s.losses[i]! - (e.local?.weight ?? 0);
    const loss = flow >= -FLOW_SLACK ? taken : -taken;
    if (loss < -HEAD_SLACK) return this.want(i, -loss, State.Open, ...(holdsPressure(e) ? [State.Shut] : []));
    if (!e.valve || Math.abs(flow) <= FLOW_SLACK) return;
    const drop = loss * input.fluid.density * input.gravity;
    const choked = chokedDropOf(input, this.line, i, s, recoveryFactor(e, chokingKv(e, State.OpenChoked)));
    const effective = choked > 0 ? Math.min(drop, choked) : drop;
    const needed = neededKv(e, Math.abs(flow) * (e.local?.ratio ?? 1), effective, e.local?.fluid ?? input.fluid);
    if (needed !== null && needed <= kvAtOpening(e.valve, 1) * (1 + 1e-9)) return;
    const chokes = choked > 0 && drop > choked && flow > 0;
    this.want(i, 1, ...(chokes ? [State.OpenChoked, State.Open] : [State.Open, State.OpenChoked]));
  }

  /** a valve of a known coefficient that passes, or is choked */
  private standing(i: number, e: ControlValveModel, state: State, free: State, choked: State): void {
    const { flow } = this.s;
    if (state === free) {
      const beyond = flow > 0 ? this.beyondChoking(i, e, choked) : 0;
      if (beyond > HEAD_SLACK) this.want(i, beyond, choked);
    } else if (state === choked) {
      const short = -this.beyondChoking(i, e, choked);
      if (short > HEAD_SLACK || flow < 0) this.want(i, Math.max(short, -flow), free);
    }
  }

  /** head, m, by which its loss is beyond its choked drop in a state; −∞ where it does not choke */
  private beyondChoking(i: number, e: ControlValveModel, state: State): number {
    const { input, line, s } = this;
    if (!line.canChoke(e)) return -Infinity;
    const drop = chokedDropOf(input, line, i, s, recoveryFactor(e, chokingKv(e, state)));
    if (drop <= 0 && this.boiling.has(e.id)) return -Infinity;
    return s.losses[i]! - (e.local?.weight ?? 0) - drop / (input.fluid.density * input.gravity);
  }
}

type Element = CompiledLine['model']['elements'][number];

const isControlling = (e: Element): e is ControlValveModel =>
  e.kind === 'control-valve' && (e.law.kind === 'outlet-pressure' || e.law.kind === 'inlet-pressure' || e.law.kind === 'flow');

const holdsPressure = (e: ControlValveModel): boolean => e.law.kind === 'outlet-pressure' || e.law.kind === 'inlet-pressure';

function isFixedDrop(line: CompiledLine, i: number): boolean {
  const e = line.model.elements[i]!;
  return (e.kind === 'device' && e.law.kind === 'fixed') || (e.kind === 'control-valve' && e.law.kind === 'drop');
}

/** Pa that a fixed drop holds back; 0 for anything else */
function fixedDropOf(line: CompiledLine, i: number): number {
  const e = line.model.elements[i]!;
  if (e.kind === 'device' && e.law.kind === 'fixed') return e.law.drop * e.fouling;
  return e.kind === 'control-valve' && e.law.kind === 'drop' ? e.law.drop : 0;
}

/** FL²·(p1 − FF·pv), Pa, with the static pressure at the valve's inlet (the upstream side of the actual flow) */
export function chokedDropOf(input: NetworkInput, line: CompiledLine, i: number, s: LineSolution, fl: number): number {
  const { gravity, atmosphere } = input;
  const fluid = line.model.elements[i]!.local?.fluid ?? input.fluid;
  const side = s.flow >= 0 ? 0 : 1;
  const bore = side === 0 ? line.inletBore[i]! : line.outletBore[i]!;
  const still = s.heads[i + side]! - line.velocityFactor(bore) * s.flow * s.flow;
  const p1 = (still - line.model.elevations[i + side]!) * input.fluid.density * gravity + atmosphere;
  return fl * fl * (p1 - criticalPressureRatio(fluid.vapourPressure, fluid.criticalPressure) * fluid.vapourPressure);
}
