import { criticalPressureRatio, kvAtOpening } from '../valves/valve.js';
import { recoveryFactor } from '../elements/control-valve.js';
import { lawOf } from '../elements/index.js';
import type { Loss, LossLaw } from '../elements/laws.js';
import { State, type ControlValveModel, type ElementModel } from '../elements/model.js';
import type { LineModel, NetworkInput } from './types.js';

/** A place inside a line whose static pressure is imposed: by a valve that holds it, or by choking. */
export interface HeldPlace {
  place: number;
  /** head = constant + perFlow2·Q², and behind it what a choked valve asks for */
  constant: number;
  perFlow2: number;
  choked?: Choked;
}

/** A valve past its choked drop: before it stands its unchoked loss at the flow, over FL². */
interface Choked {
  law: LossLaw;
  /** of the law, what is no loss, m */
  weight: number;
  /** FL², or (FLP/FP)² */
  recovery2: number;
}

/** Head, m, that a held place has at a flow, and its slope over it, as `loss` and `slope`. */
export function heldHead({ constant, perFlow2, choked }: HeldPlace, q: number, out: Loss): void {
  if (!choked) {
    out.loss = constant + perFlow2 * q * q;
    out.slope = 2 * perFlow2 * q;
    return;
  }
  choked.law.evaluate(q, out);
  out.loss = constant + perFlow2 * q * q + (out.loss - choked.weight) / choked.recovery2;
  out.slope = 2 * perFlow2 * q + out.slope / choked.recovery2;
}

/** A stretch of a line between two heads; an equation when no element in it takes whatever is left. */
export interface Segment {
  start: number;
  end: number;
  startHeld: HeldPlace | undefined;
  endHeld: HeldPlace | undefined;
  isEquation: boolean;
}

const PI2 = Math.PI ** 2;

/** A line as the solver works on it: its laws in the present states, its equations, and scratch for one evaluation. */
export class CompiledLine {
  readonly states: State[];
  readonly laws: (LossLaw | undefined)[];
  readonly loss: Float64Array;
  readonly slope: Float64Array;
  /** bore on the two sides of each element, m; 0 where the line has none */
  readonly inletBore: Float64Array;
  readonly outletBore: Float64Array;
  segments: Segment[] = [];
  /** flows imposed on the line; more than one different value is a contradiction */
  fixedFlows: number[] = [];
  /** head lost to the tees at its ends, in line direction, m: between its `from` point and its first place, its last and its `to` point */
  readonly ends: [number, number] = [0, 0];
  private readonly out: Loss = { loss: 0, slope: 0 };

  constructor(
    readonly model: LineModel,
    private readonly input: NetworkInput,
  ) {
    const n = model.elements.length;
    this.states = new Array<State>(n).fill(State.Normal);
    this.laws = model.elements.map((e) => lawOf(e, State.Normal, input));
    this.loss = new Float64Array(n);
    this.slope = new Float64Array(n);
    [this.inletBore, this.outletBore] = model.bores ?? sideBores(model.elements);
    this.rebuild();
  }

  setState(element: number, state: State): void {
    this.states[element] = state;
    this.laws[element] = lawOf(this.model.elements[element]!, state, this.input);
    this.rebuild();
  }

  /** the law of an element made anew, after its model was given another curve */
  retake(element: number): void {
    this.laws[element] = lawOf(this.model.elements[element]!, this.states[element]!, this.input);
  }

  /** every element back in its normal state, and an imposed flow read again */
  reset(): void {
    this.states.forEach((state, i) => {
      if (state === State.Normal) return;
      this.states[i] = State.Normal;
      this.laws[i] = lawOf(this.model.elements[i]!, State.Normal, this.input);
    });
    this.rebuild();
  }

  /** bore of the line where it meets its `from` and its `to` point, m */
  get endBores(): [number, number] {
    const n = this.model.elements.length;
    return n === 0 ? [0, 0] : [this.inletBore[0]!, this.outletBore[n - 1]!];
  }

  /** something in the line lets nothing through */
  get shut(): boolean {
    return this.shutElements().length > 0;
  }

  shutElements(): number[] {
    const list: number[] = [];
    this.model.elements.forEach((e, i) => {
      if (isClosed(e) || (this.states[i] === State.Shut && !this.laws[i])) list.push(i);
    });
    return list;
  }

  /** losses and slopes of all elements at a flow into `loss` and `slope`; elements without a law give 0 */
  evaluate(flow: number): void {
    const { laws, loss, slope, out } = this;
    for (let i = 0; i < laws.length; i++) {
      const law = laws[i];
      if (law) {
        law.evaluate(flow, out);
        loss[i] = out.loss;
        slope[i] = out.slope;
      } else {
        loss[i] = 0;
        slope[i] = 0;
      }
    }
  }

  /** velocity head per square of the flow, 1/(m⁵/s²), in a bore; 0 without one */
  velocityFactor(bore: number): number {
    return bore > 0 ? 8 / (this.input.gravity * PI2 * (bore * bore * bore * bore)) : 0;
  }

  private rebuild(): void {
    this.fixedFlows = this.flowsImposed();
    const held = this.heldPlaces();
    this.segments = [];
    const n = this.model.elements.length;
    const stops: (HeldPlace | undefined)[] = [undefined, ...held, undefined];
    for (let i = 0; i + 1 < stops.length; i++) {
      const start = stops[i]?.place ?? 0;
      const end = stops[i + 1]?.place ?? n;
      const isEquation = this.laws.slice(start, end).every((l) => l !== undefined);
      this.segments.push({ start, end, startHeld: stops[i], endHeld: stops[i + 1], isEquation });
    }
  }

  private flowsImposed(): number[] {
    const flows: number[] = this.model.flow === undefined ? [] : [this.model.flow];
    if (this.shut) {
      // a pump or line that insists on its flow contradicts what is shut; a controlling valve gives way
      for (const e of this.model.elements) if (e.kind === 'pump' && e.law.kind === 'flow') flows.push(e.law.flow);
      return [0, ...flows.filter((f) => f !== 0)];
    }
    this.model.elements.forEach((e, i) => {
      if (this.states[i] !== State.Normal) return;
      if ((e.kind === 'pump' || e.kind === 'control-valve') && e.law.kind === 'flow') flows.push(e.law.flow);
    });
    return flows;
  }

  private heldPlaces(): HeldPlace[] {
    const held: HeldPlace[] = [];
    this.model.elements.forEach((e, i) => {
      if (e.kind === 'pump' && e.law.kind === 'inlet-pressure') held.push(this.place(i, e.law.pressure, this.inletBore[i]!));
      if (e.kind !== 'control-valve') return;
      const state = this.states[i]!;
      if (state === State.Choked || state === State.OpenChoked) held.push(this.chokedPlace(e, i, state));
      else if (state === State.Normal && e.law.kind === 'inlet-pressure')
        held.push(this.place(i, e.law.pressure, this.inletBore[i]!));
      else if (state === State.Normal && e.law.kind === 'outlet-pressure')
        held.push(this.place(i + 1, e.law.pressure, this.outletBore[i]!));
    });
    return held;
  }

  private place(place: number, gaugePressure: number, bore: number): HeldPlace {
    const rhoG = this.input.fluid.density * this.input.gravity;
    return {
      place,
      constant: this.model.elevations[place]! + gaugePressure / rhoG,
      perFlow2: this.velocityFactor(bore),
    };
  }

  /** whether a valve of this line passes no more than its choked flow: one of a known coefficient, as it stands or fully open */
  canChoke(e: ControlValveModel): boolean {
    return e.law.kind === 'kv' ? e.law.kv > 0 : e.valve !== undefined;
  }

  /**
   * FL²·(p1 − FF·pv) = SG·(Q/(Kv·FR))²·1 bar: the inlet pressure at which a choked valve passes the flow, whatever its Reynolds number
   * (IEC 60534-2-1, eq. 3, with the factor of its annex A at the actual flow).
   */
  chokedPlace(e: ControlValveModel, i: number, state: State): HeldPlace {
    const { atmosphere } = this.input;
    const fluid = e.local?.fluid ?? this.input.fluid;
    const kv = chokingKv(e, state);
    const law = lawOf(e, state === State.OpenChoked ? State.Open : State.Normal, this.input)!;
    const ff = criticalPressureRatio(fluid.vapourPressure, fluid.criticalPressure);
    const base = this.place(i, ff * fluid.vapourPressure - atmosphere, this.inletBore[i]!);
    return { ...base, choked: { law, weight: e.local?.weight ?? 0, recovery2: recoveryFactor(e, kv) ** 2 } };
  }
}

/** Kv at which a choked valve stands. */
export function chokingKv(e: ControlValveModel, state: State): number {
  if (state === State.OpenChoked || e.law.kind !== 'kv') return kvAtOpening(e.valve!, 1);
  return e.law.kv;
}

/** shut by its entry, whatever the flow would like */
export function isClosed(e: ElementModel): boolean {
  if (e.kind === 'local') return e.closed || e.kv === 0;
  return e.kind === 'control-valve' && e.law.kind === 'kv' && e.law.kv <= 0;
}

/** Bore in which the flow of the line has the velocity that its share has in each of so many units, m. */
export const sharedBore = ({ bore, units = 1 }: ElementModel): number | undefined =>
  bore === undefined || units === 1 ? bore : bore * Math.sqrt(units);

/** A place has the velocity of the element's own bore; pumps, valves and devices take the nearest bore on that side, else on the other. */
export function sideBores(elements: readonly ElementModel[]): [Float64Array, Float64Array] {
  const n = elements.length;
  const inlet = new Float64Array(n);
  const outlet = new Float64Array(n);
  let before = 0;
  for (let i = 0; i < n; i++) {
    const own = sharedBore(elements[i]!);
    if (own) before = own;
    inlet[i] = own ?? before;
  }
  let after = 0;
  for (let i = n - 1; i >= 0; i--) {
    const own = sharedBore(elements[i]!);
    if (own) after = own;
    outlet[i] = own ?? after;
    if (inlet[i] === 0) inlet[i] = after;
  }
  for (let i = 0; i < n; i++) if (outlet[i] === 0) outlet[i] = inlet[i]!;
  return [inlet, outlet];
}
