import { frictionFactor, transitionEnd, type Friction, type TransitionEnd } from '../pipes/friction.js';
import { VALVE_REFERENCE_DENSITY, kvAtOpening, pipingFactors } from '../valves/valve.js';
import { State, type ControlValveModel, type ElementModel, type NetworkInput, type PipeModel } from './types.js';

/*
 * Loss of total head over one element and its slope over the flow: the hot loop of everything. Each element is compiled
 * once a scenario into a law with its constants; evaluating it allocates nothing.
 */

/** Loss and slope of one element at one flow; reused from call to call. */
export interface Loss {
  loss: number;
  slope: number;
}

export interface LossLaw {
  evaluate(flow: number, out: Loss): void;
}

/** Fluid constants that laws need. */
interface Medium {
  density: number;
  kinematic: number;
  gravity: number;
}

/** Head above which a pump of imposed power is held at vanishing flow, m. */
export const POWER_HEAD_BOUND = 5000;

const scratch: Friction = { factor: 0, slope: 0 };

export class PipeLaw implements LossLaw {
  readonly area: number;
  private readonly relative: number;
  private readonly end: TransitionEnd;
  private readonly headPerFlow2: number;
  private readonly reynoldsPerFlow: number;
  private readonly lengthRatio: number;
  private readonly extraRatio: number;

  constructor(
    private readonly pipe: PipeModel,
    medium: Medium,
  ) {
    const d = pipe.bore;
    this.area = (Math.PI / 4) * d * d;
    this.relative = pipe.roughness / d;
    this.end = transitionEnd(this.relative);
    this.headPerFlow2 = 1 / (2 * medium.gravity * this.area * this.area);
    this.reynoldsPerFlow = d / (this.area * medium.kinematic);
    this.lengthRatio = pipe.length / d;
    this.extraRatio = pipe.fittings.equivalentLength / d;
  }

  reynolds(flow: number): number {
    return Math.abs(flow) * this.reynoldsPerFlow;
  }

  evaluate(flow: number, out: Loss): void {
    const q = Math.abs(flow);
    const { fittings, hazenWilliams } = this.pipe;
    const c = this.headPerFlow2;
    const re = q * this.reynoldsPerFlow;
    if (hazenWilliams !== undefined) {
      this.hazenWilliams(q, hazenWilliams, out);
      const k = fittings.constant;
      const linear = (fittings.perReynolds * c) / this.reynoldsPerFlow;
      out.loss += k * c * q * q + linear * q;
      out.slope += 2 * k * c * q + linear;
    } else if (re <= 2000) {
      // laminar: both f and K1/Re make the loss linear; written so that zero flow needs no special case
      const linear = ((64 * (this.lengthRatio + this.extraRatio) + fittings.perReynolds) * c) / this.reynoldsPerFlow;
      out.loss = linear * q + fittings.constant * c * q * q;
      out.slope = linear + 2 * fittings.constant * c * q;
    } else {
      frictionFactor(re, this.relative, this.end, scratch);
      const ratio = this.lengthRatio + this.extraRatio;
      const k = scratch.factor * ratio + fittings.constant + fittings.perReynolds / re;
      const dk = scratch.slope * ratio - fittings.perReynolds / (re * re);
      out.loss = k * c * q * q;
      out.slope = 2 * k * c * q + dk * this.reynoldsPerFlow * c * q * q;
    }
    if (flow < 0) out.loss = -out.loss;
  }

  /** Darcy factor at a flow; under Hazen–Williams the one that gives the same loss; undefined at rest */
  factor(flow: number): number | undefined {
    const re = this.reynolds(flow);
    if (re === 0) return undefined;
    if (this.pipe.hazenWilliams !== undefined) {
      return this.lengthRatio > 0
        ? Math.abs(this.frictionLoss(flow)) / (this.lengthRatio * this.headPerFlow2 * flow * flow)
        : undefined;
    }
    frictionFactor(re, this.relative, this.end, scratch);
    return scratch.factor;
  }

  /** friction of the pipe's own length, m, with the sign of the flow; the rest of the loss is that of its fittings */
  frictionLoss(flow: number): number {
    const q = Math.abs(flow);
    const c = this.headPerFlow2;
    let loss: number;
    if (this.pipe.hazenWilliams !== undefined) {
      const out = { loss: 0, slope: 0 };
      this.hazenWilliams(q, this.pipe.hazenWilliams, out);
      const all = this.lengthRatio + this.extraRatio;
      loss = all > 0 ? (out.loss * this.lengthRatio) / all : 0;
    } else if (this.reynolds(q) <= 2000) loss = (64 * this.lengthRatio * c * q) / this.reynoldsPerFlow;
    else loss = this.factor(q)! * this.lengthRatio * c * q * q;
    return flow < 0 ? -loss : loss;
  }

  /** h = 10.67·L·Q^1.852/(C^1.852·D^4.8704), SI. Source: Williams & Hazen 1933; constants as in AWWA M11. */
  private hazenWilliams(q: number, c: number, out: Loss): void {
    const d = this.pipe.bore;
    const length = this.pipe.length + this.pipe.fittings.equivalentLength;
    const r = (10.67 * length) / (c ** 1.852 * d ** 4.8704);
    // the slope vanishes with the flow; the solver keeps a floor under it
    out.loss = r * q ** 1.852;
    out.slope = q > 0 ? (1.852 * out.loss) / q : 0;
  }
}

/** h = a·|Q|^n with the sign of the flow. */
class PowerLaw implements LossLaw {
  constructor(
    readonly a: number,
    readonly n: number,
  ) {}
  evaluate(flow: number, out: Loss): void {
    const q = Math.abs(flow);
    if (this.n === 2) {
      out.loss = this.a * q * flow;
      out.slope = 2 * this.a * q;
      return;
    }
    const h = q > 0 ? this.a * q ** this.n : 0;
    out.loss = flow < 0 ? -h : h;
    out.slope = q > 0 ? (this.n * h) / q : 0;
  }
}

/** Linear between rows from 0, 0; quadratic through the last row beyond it. */
class TableLaw implements LossLaw {
  constructor(
    private readonly flows: readonly number[],
    private readonly heads: readonly number[],
  ) {}
  evaluate(flow: number, out: Loss): void {
    const q = Math.abs(flow);
    const n = this.flows.length;
    const last = this.flows[n - 1]!;
    if (q > last) {
      out.loss = this.heads[n - 1]! * (q / last) ** 2;
      out.slope = (2 * out.loss) / q;
    } else {
      let q0 = 0;
      let h0 = 0;
      for (let i = 0; i < n; i++) {
        const q1 = this.flows[i]!;
        const h1 = this.heads[i]!;
        if (q <= q1 && q1 > q0) {
          out.slope = (h1 - h0) / (q1 - q0);
          out.loss = h0 + out.slope * (q - q0);
          break;
        }
        q0 = q1;
        h0 = h1;
      }
    }
    if (flow < 0) out.loss = -out.loss;
  }
}

class ConstantLaw implements LossLaw {
  constructor(private readonly head: number) {}
  evaluate(_flow: number, out: Loss): void {
    out.loss = this.head;
    out.slope = 0;
  }
}

/** Pump of imposed hydraulic power: head = P/(ρ·g·Q), bounded at vanishing flow. */
class PowerPumpLaw implements LossLaw {
  private readonly least: number;
  constructor(private readonly headFlow: number) {
    this.least = headFlow / POWER_HEAD_BOUND;
  }
  evaluate(flow: number, out: Loss): void {
    if (flow <= this.least) {
      out.loss = -POWER_HEAD_BOUND;
      out.slope = 0;
    } else {
      out.loss = -this.headFlow / flow;
      out.slope = this.headFlow / (flow * flow);
    }
  }
}

export const NO_LOSS: LossLaw = new ConstantLaw(0);

/** Effective coefficient of a valve with its pipes: FP·Kv. */
export function effectiveKv(model: ControlValveModel, kv: number): number {
  return model.valve ? pipingFactors(model.valve, kv).fp * kv : kv;
}

/** Coefficient of the valve fully open, with its pipes; undefined when no valve is named. */
export function fullyOpenKv(model: ControlValveModel): number | undefined {
  return model.valve ? effectiveKv(model, kvAtOpening(model.valve, 1)) : undefined;
}

/** FL (with the pipes' part, when known) at a coefficient; 0.9 where no valve says. */
export function recoveryFactor(model: ControlValveModel, kv: number): number {
  return model.valve ? pipingFactors(model.valve, kv).fl : 0.9;
}

function coefficientLaw(kv: number, medium: Medium): LossLaw {
  // Δp = SG·(Q/Kv)²·1 bar, as head: SG·1e5/(ρ·g) = 1e5/(999.1·g)
  return new PowerLaw(((3600 / kv) ** 2 * 1e5) / (VALVE_REFERENCE_DENSITY * medium.gravity), 2);
}

/**
 * Laws of elements in series, fewer: pipes of one bore and roughness lose as one pipe with the sum of their lengths and
 * fittings, quadratic laws add their constants. The sum over the result is that over the elements at every flow.
 */
export function mergeLaws(
  elements: readonly ElementModel[],
  laws: readonly (LossLaw | undefined)[],
  input: NetworkInput,
): LossLaw[] {
  const pipes = new Map<string, PipeModel>();
  const rest: LossLaw[] = [];
  let quadratic = 0;
  elements.forEach((e, i) => {
    const law = laws[i];
    if (e.kind === 'pipe' && e.hazenWilliams === undefined) {
      const key = `${e.bore} ${e.roughness}`;
      const sum = pipes.get(key);
      pipes.set(key, sum ? joined(sum, e) : e);
    } else if (law instanceof PowerLaw && law.n === 2) quadratic += law.a;
    else if (law && law !== NO_LOSS) rest.push(law);
  });
  const merged: LossLaw[] = [...pipes.values()].map((p) => lawOf(p, State.Normal, input)!);
  if (quadratic > 0) merged.push(new PowerLaw(quadratic, 2));
  return [...merged, ...rest];
}

function joined(a: PipeModel, b: PipeModel): PipeModel {
  const fittings = {
    constant: a.fittings.constant + b.fittings.constant,
    perReynolds: a.fittings.perReynolds + b.fittings.perReynolds,
    equivalentLength: a.fittings.equivalentLength + b.fittings.equivalentLength,
  };
  return { ...a, length: a.length + b.length, fittings };
}

/** The law of an element in a state; undefined where its loss is not a function of the flow but whatever the rest leaves. */
export function lawOf(element: ElementModel, state: State, input: NetworkInput): LossLaw | undefined {
  const { density, viscosity } = input.fluid;
  const medium: Medium = { density, kinematic: viscosity / density, gravity: input.gravity };
  const rhoG = density * input.gravity;
  switch (element.kind) {
    case 'pipe':
      return new PipeLaw(element, medium);
    case 'local':
      if (element.closed || state === State.Shut) return undefined;
      if (element.kv !== undefined) return element.kv > 0 ? coefficientLaw(element.kv, medium) : undefined;
      return new PowerLaw((element.k! * 8) / (input.gravity * Math.PI ** 2 * element.bore! ** 4), 2);
    case 'device': {
      const law = element.law;
      if (law.kind === 'sought') return undefined;
      if (law.kind === 'fixed') return fixedLaw((law.drop * element.fouling) / rhoG, state);
      if (law.kind === 'power') return new PowerLaw((law.drop * element.fouling) / rhoG / law.at ** law.exponent, law.exponent);
      return new TableLaw(
        law.flows,
        law.drops.map((d) => (d * element.fouling) / rhoG),
      );
    }
    case 'pump': {
      const law = element.law;
      if (law.kind === 'flow' || law.kind === 'sought') return undefined;
      if (law.kind === 'head') return new ConstantLaw(-law.head);
      if (law.kind === 'power') return new PowerPumpLaw(law.hydraulicPower / rhoG);
      if (law.kind === 'off') return NO_LOSS;
      const p = law.performance;
      return {
        evaluate(flow, out) {
          out.loss = -p.head(flow);
          out.slope = -p.headSlope(flow);
        },
      };
    }
    case 'control-valve':
      return valveLaw(element, state, medium, rhoG);
  }
}

function fixedLaw(head: number, state: State): LossLaw | undefined {
  if (state === State.Shut) return head === 0 ? NO_LOSS : undefined;
  return new ConstantLaw(state === State.Reverse ? -head : head);
}

function valveLaw(element: ControlValveModel, state: State, medium: Medium, rhoG: number): LossLaw | undefined {
  if (state === State.Shut || state === State.Choked || state === State.OpenChoked) return undefined;
  if (state === State.Open) {
    const kv = fullyOpenKv(element);
    return kv === undefined ? NO_LOSS : coefficientLaw(kv, medium);
  }
  const law = element.law;
  if (law.kind === 'left-out') return NO_LOSS;
  if (law.kind === 'drop') return fixedLaw(law.drop / rhoG, state);
  if (law.kind === 'kv') return law.kv > 0 ? coefficientLaw(effectiveKv(element, law.kv), medium) : undefined;
  return undefined;
}
