import {
  frictionFactor,
  LAMINAR_LIMIT,
  transitionEnd,
  TURBULENT_LIMIT,
  type Friction,
  type TransitionEnd,
} from '../pipes/friction.js';
import type { Loss, LossLaw } from './laws.js';
import type { Medium, PipeModel } from './model.js';

const scratch: Friction = { factor: 0, slope: 0 };

export class PipeLaw implements LossLaw {
  readonly area: number;
  private readonly relative: number;
  private readonly end: TransitionEnd;
  private readonly headPerFlow2: number;
  private reynoldsPerFlow: number;
  private readonly lengthRatio: number;
  private readonly extraRatio: number;

  constructor(
    private readonly pipe: PipeModel,
    medium: Omit<Medium, 'density'> & Partial<Medium>,
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

  /** the same pipe with a liquid of another kinematic viscosity, m²/s */
  take(kinematic: number): this {
    this.reynoldsPerFlow = this.pipe.bore / (this.area * kinematic);
    return this;
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
      this.reduce(re);
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
    this.reduce(re);
    return scratch.factor;
  }

  /** what an additive leaves of the turbulent friction; between laminar and turbulent flow it sets in little by little */
  private reduce(re: number): void {
    const { dragReduction } = this.pipe;
    if (dragReduction === undefined || re <= LAMINAR_LIMIT) return;
    const span = TURBULENT_LIMIT - LAMINAR_LIMIT;
    const share = Math.min(1, (re - LAMINAR_LIMIT) / span);
    const left = 1 - dragReduction * share;
    scratch.slope = scratch.slope * left - (share < 1 ? (scratch.factor * dragReduction) / span : 0);
    scratch.factor *= left;
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
