import { reynoldsConstants, reynoldsFactor, type ValveInLine } from '../valves/reynolds.js';
import { VALVE_REFERENCE_DENSITY } from '../units/flow-coefficient.js';
import { State, type Medium } from './model.js';

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

/** h = a·|Q|^n with the sign of the flow. */
export class PowerLaw implements LossLaw {
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

export class ConstantLaw implements LossLaw {
  constructor(private readonly head: number) {}
  evaluate(_flow: number, out: Loss): void {
    out.loss = this.head;
    out.slope = 0;
  }
}

/** The law of one of so many equal units through which a flow divides, over the flow of all. */
export class SharedLaw implements LossLaw {
  constructor(
    private readonly own: LossLaw,
    private readonly units: number,
  ) {}
  evaluate(flow: number, out: Loss): void {
    this.own.evaluate(flow / this.units, out);
    out.slope /= this.units;
  }
}

export const NO_LOSS: LossLaw = new ConstantLaw(0);

/** A drop that holds against the flow, as head; in the state in which nothing overcomes it whatever the rest leaves. */
export function fixedLaw(head: number, state: State): LossLaw | undefined {
  if (state === State.Shut) return head === 0 ? NO_LOSS : undefined;
  return new ConstantLaw(state === State.Reverse ? -head : head);
}

/** Δp = SG·(Q/Kv)²·1 bar, as head: SG·1e5/(ρ·g) = 1e5/(999.1·g). Source: IEC 60534-2-1, eq. 1. */
export function coefficientLaw(kv: number, medium: Medium): PowerLaw {
  return new PowerLaw(((3600 / kv) ** 2 * 1e5) / (VALVE_REFERENCE_DENSITY * medium.gravity), 2);
}

/** The same with the Reynolds number factor: Δp = SG·(Q/(Kv·FR))²·1 bar. Source: IEC 60534-2-1:2011, annex A. */
export class ViscousValveLaw implements LossLaw {
  private readonly turbulent: PowerLaw;
  private readonly constants: ReturnType<typeof reynoldsConstants>;
  constructor(
    place: ValveInLine,
    kv: number,
    private readonly medium: Medium,
    effectiveKv: number,
  ) {
    this.turbulent = coefficientLaw(effectiveKv, medium);
    this.constants = reynoldsConstants(place, kv);
  }
  evaluate(flow: number, out: Loss): void {
    this.turbulent.evaluate(flow, out);
    // at vanishing flow it is laminar: the loss goes with the flow, and its slope with the last of it
    const hourly = Math.max(Math.abs(flow), LEAST_FLOW) * 3600;
    const { fr, slope } = reynoldsFactor(this.constants, hourly, this.medium.kinematic);
    if (Math.abs(flow) < LEAST_FLOW) {
      this.turbulent.evaluate(LEAST_FLOW, out);
      out.slope = out.loss / (fr * fr) / LEAST_FLOW;
      out.loss = out.slope * flow;
      return;
    }
    out.slope = out.slope / (fr * fr) - (2 * Math.abs(out.loss) * slope * 3600) / fr ** 3;
    out.loss /= fr * fr;
  }
}

/** m³/s under which a valve's loss is drawn straight to zero */
const LEAST_FLOW = 1e-12;

/** K·v²/2g on the velocity head of a bore, m. */
export function localLaw(k: number, bore: number, medium: Medium): LossLaw {
  return new PowerLaw((k * 8) / (medium.gravity * Math.PI ** 2 * bore ** 4), 2);
}
