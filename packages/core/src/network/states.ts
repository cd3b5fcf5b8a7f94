import { criticalPressureRatio, kvForFlow } from '../valves/valve.js';
import { chokingKv, isClosed, type CompiledLine } from './line.js';
import { fullyOpenKv, recoveryFactor } from '../elements/control-valve.js';
import { State, type ControlValveModel } from '../elements/model.js';
import type { LineSolution, NetworkInput } from './types.js';

const FLOW_SLACK = 1e-10; // m³/s
const HEAD_SLACK = 1e-7; // m

const MOST_CHOKINGS = 4;
const MOST_REOPENINGS = 3;

/** A wanted change of state, with how far the present one is from being true (to pick the worst). */
interface Change {
  line: number;
  element: number;
  state: State;
  violation: number;
}

/** The states of all conditional elements on their way to where nothing contradicts them. */
export class StateSearch {
  /** elements that may no longer go back to controlling, or choke: each had its chance and left nothing to solve */
  private readonly locked = new Set<string>();
  private readonly unchoking = new Set<string>();
  private readonly choked = new Map<string, number>();
  private last: Change[] = [];
  private recovered = false;

  private readonly reopened = new Map<string, number>();

  constructor(
    private readonly input: NetworkInput,
    private readonly lines: readonly CompiledLine[],
  ) {}

  /**
   * Changes the state of every element whose solution contradicts it; returns the ids changed (none: the states hold).
   *
   * @param oneAtATime change only the worst, when changing all together went round in circles
   */
  adjust(input: NetworkInput, solutions: readonly LineSolution[], oneAtATime: boolean): string[] {
    let changes: Change[] = [];
    this.lines.forEach((line, l) => changes.push(...lineChanges(input, line, l, solutions[l]!)));
    changes = changes.filter((c) => !this.isBarred(c));
    // choking is judged last: on the way there pressures may be anything
    const others = changes.filter((c) => !isChoking(c));
    if (others.length > 0) changes = others;
    if (oneAtATime || this.recovered) changes = changes.sort((a, b) => b.violation - a.violation).slice(0, 1);
    for (const c of changes) {
      if (isChoking(c)) this.countChoking(this.idOf(c));
      this.lines[c.line]!.setState(c.element, c.state);
    }
    this.last = changes;
    return changes.map((c) => this.idOf(c));
  }

  /** a valve whose inlet stands below vapour pressure chokes and unchokes for ever: it is left to pass its unchoked flow, and the boiling is said */
  private countChoking(id: string): void {
    const times = (this.choked.get(id) ?? 0) + 1;
    this.choked.set(id, times);
    if (times > MOST_CHOKINGS) this.unchoking.add(id);
  }

  private isBarred(c: Change): boolean {
    const id = this.idOf(c);
    if (isChoking(c)) return this.unchoking.has(id);
    return this.locked.has(id) && c.state === State.Normal;
  }

  private idOf(c: { line: number; element: number }): string {
    return this.lines[c.line]!.model.elements[c.element]!.id;
  }

  /**
   * After a round without a solution: what choked there no longer does, or what controlled there gives way and stands open.
   * False when nothing is left that could give way.
   *
   * @param where ids of the lines and points of the part that has no solution
   */
  recover(where: readonly string[]): boolean {
    this.recovered = true;
    const part = new Set(where);
    const chosen = this.lines.flatMap((line, l) =>
      part.has(line.model.id)
        ? line.model.elements.map((_, element) => ({ line: l, element, state: line.states[element]! }))
        : [],
    );
    const choked = chosen.filter((c) => c.state === State.Choked || c.state === State.OpenChoked);
    for (const c of choked) {
      this.unchoking.add(this.idOf(c));
      this.lines[c.line]!.setState(c.element, c.state === State.Choked ? State.Normal : State.Open);
    }
    if (choked.length > 0) return true;
    if (this.reopenAround(part)) return true;
    const controlling = chosen.filter((c) => c.state === State.Normal && this.controls(c));
    // the one that was just let back to control is the one that cannot
    const returned = controlling.filter((c) => this.last.some((x) => x.line === c.line && x.element === c.element));
    for (const c of returned) this.locked.add(this.idOf(c));
    for (const c of returned.length > 0 ? returned : controlling) this.lines[c.line]!.setState(c.element, State.Open);
    return controlling.length > 0;
  }

  /** points that want a flow and are shut off by what only the way here has shut: it is opened again, a few times */
  private reopenAround(part: ReadonlySet<string>): boolean {
    let any = false;
    this.lines.forEach((line, l) => {
      const { from, to, elements } = line.model;
      if (![from, to].some((p) => part.has(this.input.points[p]!.id))) return;
      if (elements.some(isClosed)) return;
      elements.forEach((_, element) => {
        if (line.states[element] !== State.Shut) return;
        const id = this.idOf({ line: l, element });
        const times = (this.reopened.get(id) ?? 0) + 1;
        this.reopened.set(id, times);
        if (times > MOST_REOPENINGS) return;
        line.setState(element, this.controls({ line: l, element }) ? State.Open : State.Normal);
        any = true;
      });
    });
    return any;
  }

  /** keeps controlling valves that change for ever in the state they have; false when none of the changes is one */
  lock(ids: readonly string[]): boolean {
    const valves = this.last.filter((c) => ids.includes(this.idOf(c)) && this.controls(c));
    for (const c of valves) {
      this.locked.add(this.idOf(c));
      this.lines[c.line]!.setState(c.element, State.Open);
    }
    return valves.length > 0;
  }

  private controls(c: { line: number; element: number }): boolean {
    const e = this.lines[c.line]!.model.elements[c.element]!;
    return (
      e.kind === 'control-valve' && (e.law.kind === 'flow' || e.law.kind === 'outlet-pressure' || e.law.kind === 'inlet-pressure')
    );
  }
}

function isChoking(c: Change): boolean {
  return c.state === State.Choked || c.state === State.OpenChoked;
}

function lineChanges(input: NetworkInput, line: CompiledLine, l: number, s: LineSolution): Change[] {
  const changes: Change[] = [];
  const shut = line.shutElements();
  if (shut.length > 0) changes.push(...reopen(input, line, l, s, shut));
  // where a valve holds a pressure the flow is its doing: it shuts, not the non-return beside it
  const isHeld = line.model.elements.some(
    (e, i) =>
      e.kind === 'control-valve' &&
      line.states[i] === State.Normal &&
      (e.law.kind === 'outlet-pressure' || e.law.kind === 'inlet-pressure'),
  );
  line.model.elements.forEach((e, i) => {
    const want = (state: State, violation: number): void => {
      if (state !== line.states[i]) changes.push({ line: l, element: i, state, violation });
    };
    const state = line.states[i]!;
    if (e.kind === 'local' && e.forwardOnly && state === State.Normal && !e.closed && !isHeld && s.flow < -FLOW_SLACK) {
      want(State.Shut, -s.flow);
    } else if (e.kind === 'device' && e.law.kind === 'fixed') fixedDrop(state, s.flow, want);
    else if (e.kind === 'control-valve') {
      if (e.law.kind === 'drop') fixedDrop(state, s.flow, want);
      else valveChange(input, line, i, e, s, shut, want);
    }
  });
  return changes;
}

function fixedDrop(state: State, flow: number, want: (state: State, violation: number) => void): void {
  if (state === State.Normal && flow < -FLOW_SLACK) want(State.Shut, -flow);
  if (state === State.Reverse && flow > FLOW_SLACK) want(State.Shut, flow);
}

/** A line at rest starts again when what drives it over the shut stretch is more than its fixed drops hold back. */
function reopen(input: NetworkInput, line: CompiledLine, l: number, s: LineSolution, shut: number[]): Change[] {
  if (shut.some((i) => isClosed(line.model.elements[i]!))) return [];
  const first = shut[0]!;
  const last = shut[shut.length - 1]!;
  let drive = s.heads[first]! - s.heads[last + 1]!;
  line.evaluate(0);
  for (let i = first; i <= last; i++) if (line.laws[i]) drive -= line.loss[i]!;
  const rhoG = input.fluid.density * input.gravity;
  let held = 0;
  let oneWay = false;
  let waits = false;
  for (const i of shut) {
    const e = line.model.elements[i]!;
    if (e.kind === 'device' && e.law.kind === 'fixed') held += (e.law.drop * e.fouling) / rhoG;
    else if (e.kind === 'control-valve' && e.law.kind === 'drop') held += e.law.drop / rhoG;
    else if (e.kind === 'local') oneWay = true;
    else if (e.kind === 'control-valve') waits ||= !wouldOpen(input, line, i, e, s);
  }
  if (drive > held + HEAD_SLACK && !waits) {
    return shut.map((element) => ({ line: l, element, state: State.Normal, violation: drive - held }));
  }
  if (drive < -held - HEAD_SLACK && !oneWay && !waits && shut.every((i) => isFixedDrop(line, i))) {
    return shut.map((element) => ({ line: l, element, state: State.Reverse, violation: -held - drive }));
  }
  return [];
}

function isFixedDrop(line: CompiledLine, i: number): boolean {
  const e = line.model.elements[i]!;
  return (e.kind === 'device' || e.kind === 'control-valve') && (e.law.kind === 'fixed' || e.law.kind === 'drop');
}

/** static head, m, at the inlet (0) or outlet (1) side of an element */
function staticHead(line: CompiledLine, i: number, side: 0 | 1, s: LineSolution): number {
  const bore = side === 0 ? line.inletBore[i]! : line.outletBore[i]!;
  return s.heads[i + side]! - line.velocityFactor(bore) * s.flow * s.flow;
}

/** distance, m, by which the static head at the held side is above its set point */
function aboveSetPoint(input: NetworkInput, line: CompiledLine, i: number, e: ControlValveModel, s: LineSolution): number {
  const side = e.law.kind === 'outlet-pressure' ? 1 : 0;
  const pressure = (e.law as { pressure: number }).pressure;
  const wanted = line.model.elevations[i + side]! + pressure / (input.fluid.density * input.gravity);
  return staticHead(line, i, side, s) - wanted;
}

/** a shut pressure-holding valve whose set point calls for flow */
function wouldOpen(input: NetworkInput, line: CompiledLine, i: number, e: ControlValveModel, s: LineSolution): boolean {
  const above = aboveSetPoint(input, line, i, e, s);
  return e.law.kind === 'outlet-pressure' ? above < -HEAD_SLACK : above > HEAD_SLACK;
}

function valveChange(
  input: NetworkInput,
  line: CompiledLine,
  i: number,
  e: ControlValveModel,
  s: LineSolution,
  shut: readonly number[],
  want: (state: State, violation: number) => void,
): void {
  const kind = e.law.kind;
  const state = line.states[i]!;
  const loss = s.losses[i]!;
  const holdsPressure = kind === 'outlet-pressure' || kind === 'inlet-pressure';
  if (shut.includes(i)) return;
  if (shut.length > 0 && (kind === 'flow' || holdsPressure)) return want(State.Open, 1);
  if (state === State.Normal && (kind === 'flow' || holdsPressure)) {
    if (holdsPressure && s.flow < -FLOW_SLACK) return want(State.Shut, -s.flow);
    if (tooSmall(input, line, i, e, s)) return want(State.Open, 1);
    return;
  }
  if (state === State.Normal || state === State.Open) {
    if (state === State.Open && kind === 'flow') {
      const set = (e.law as { flow: number }).flow;
      if (s.flow > set + FLOW_SLACK + 1e-9 * Math.abs(set)) return want(State.Normal, s.flow - set);
    } else if (state === State.Open && holdsPressure) {
      const above = aboveSetPoint(input, line, i, e, s);
      const passed = kind === 'outlet-pressure' ? above > HEAD_SLACK : above < -HEAD_SLACK;
      if (passed) return want(s.flow < -FLOW_SLACK ? State.Shut : State.Normal, Math.abs(above));
    }
    const chokes = kind === 'kv' ? e.valve !== undefined : state === State.Open && e.valve !== undefined;
    if (chokes && s.flow > 0) {
      const limit = chokedHead(input, line, i, e, s, state === State.Open ? State.OpenChoked : State.Choked);
      if (loss > limit + HEAD_SLACK) want(state === State.Open ? State.OpenChoked : State.Choked, loss - limit);
    }
    return;
  }
  if (state === State.Choked || state === State.OpenChoked) {
    const limit = chokedHead(input, line, i, e, s, state);
    const unchoked = state === State.Choked ? State.Normal : State.Open;
    if (loss < limit - HEAD_SLACK || s.flow < 0) return want(unchoked, limit - loss);
    if (state === State.OpenChoked && kind === 'flow' && s.flow > (e.law as { flow: number }).flow * (1 + 1e-9))
      want(State.Normal, 1);
    if (state === State.OpenChoked && holdsPressure) {
      const above = aboveSetPoint(input, line, i, e, s);
      if (kind === 'outlet-pressure' ? above > HEAD_SLACK : above < -HEAD_SLACK) want(State.Normal, Math.abs(above));
    }
  }
}

/** the set point needs more than the valve fully open, or a push */
function tooSmall(input: NetworkInput, line: CompiledLine, i: number, e: ControlValveModel, s: LineSolution): boolean {
  const flow = s.flow;
  const loss = flow >= 0 ? s.losses[i]! : -s.losses[i]!;
  if (Math.abs(flow) <= FLOW_SLACK) return false;
  if (loss < -HEAD_SLACK) return true;
  const most = fullyOpenKv(e);
  if (most === undefined) return false;
  const drop = loss * input.fluid.density * input.gravity;
  const effective = Math.min(drop, chokedDropOf(input, line, i, s, recoveryFactor(e, chokingKv(e, State.OpenChoked))));
  return !(effective > 0) || kvForFlow(Math.abs(flow), effective, input.fluid.density) > most * (1 + 1e-9);
}

/** FL²·(p1 − FF·pv), Pa, with the static pressure at the valve's inlet (the upstream side of the actual flow) */
export function chokedDropOf(input: NetworkInput, line: CompiledLine, i: number, s: LineSolution, fl: number): number {
  const { fluid, gravity, atmosphere } = input;
  const side = s.flow >= 0 ? 0 : 1;
  const p1 = (staticHead(line, i, side, s) - line.model.elevations[i + side]!) * fluid.density * gravity + atmosphere;
  return fl * fl * (p1 - criticalPressureRatio(fluid.vapourPressure, fluid.criticalPressure) * fluid.vapourPressure);
}

function chokedHead(
  input: NetworkInput,
  line: CompiledLine,
  i: number,
  e: ControlValveModel,
  s: LineSolution,
  state: State,
): number {
  const kv = chokingKv(e, state);
  const drop = chokedDropOf(input, line, i, s, recoveryFactor(e, kv));
  return drop / (input.fluid.density * input.gravity);
}
