import { entryDiameter, entrySpeed } from './standing.js';
import { MeasuredCurve, type CurveInput } from './curve.js';
import type { MotorInput } from './motor.js';
import {
  headFactor,
  headFactorSlope,
  isCleanColdWater,
  npshrFactor,
  viscosityCorrection,
  type ViscosityCorrection,
} from './viscosity.js';

/** A pump of the catalogue, SI (speed rpm). `curves` in rising diameter; one without `curves` has one. */
export interface PumpInput {
  name?: string;
  maker?: string;
  /** speed (rpm) and diameter (m) that hold when an element names none */
  speed?: number;
  diameter?: number;
  curves: readonly CurveInput[];
  /** stages to which the curves belong */
  stages: number;
  /** suction eyes, 1 or 2 */
  eyes?: number;
  /** of the impeller's eye, and of the suction nozzle, m: for the suction energy */
  eyeDiameter?: number;
  suctionBore?: number;
  /** largest solid that passes, m */
  solidsPassage?: number;
  /** the maker's best-efficiency flow of one unit at the entry's speed and diameter, m³/s */
  bestFlow?: number;
  stageOptions?: readonly number[];
  minDiameter?: number;
  maxDiameter?: number;
  /** m */
  trimStep?: number;
  /** rpm, for a drive of variable speed */
  minSpeed?: number;
  maxSpeed?: number;
  minFlow?: number;
  motor?: MotorInput;
  preferredRegion?: readonly [number, number];
  allowableRegion?: readonly [number, number];
  maxShaftPower?: number;
  /** gauge, Pa; over temperature, K, where the maker gives it so */
  casingPressure?: number | readonly { temperature: number; pressure: number }[];
  maxTemperature?: number;
  outsideDiameter?: number;
}

/** How the pump is run. */
export interface PumpSetting {
  speed: number;
  diameter?: number;
  stages: number;
  /** equal units in parallel, ≥ 1 */
  running: number;
  /** fraction of head lost at the same flow and the same shaft power, 0…1 */
  wear: number;
  /** m²/s, or undefined for no viscosity correction */
  kinematicViscosity?: number;
  /** NPSHR is corrected for viscosity too */
  viscousNpshr?: boolean;
}

interface Share {
  curve: MeasuredCurve;
  weight: number;
  /** flow factor and head factor from the measured curve to the wanted speed and diameter */
  toFlow: number;
  toHead: number;
  toNpsh: number;
}

/** One flow looked up on the measured curves that take part, with the factors that move them. */
export interface PumpTraceStep {
  unitFlow: number;
  cq: number;
  ch: number;
  stageFactor: number;
  wear: number;
  shares: {
    curve: MeasuredCurve;
    weight: number;
    toFlow: number;
    toHead: number;
    toNpsh: number;
    /** flows on the measured curve at which head and efficiency, and NPSHR, are read */
    at: number;
    atNpsh: number;
    head: number;
    efficiency: number | undefined;
    npshr: number | undefined;
  }[];
  /** best efficiency on water, to which the viscosity correction refers: flow of a unit, head of one stage */
  waterBest: { flow: number; stageHead: number };
}

/**
 * The curve of a pump group as it runs: affinity in speed (Q ∝ n, H ∝ n², NPSHR ∝ n²) and diameter (Q ∝ D, H ∝ D²), stages,
 * viscosity, wear, equal units in parallel. Between two made diameters both measured curves are moved and averaged by
 * nearness; outside them the nearest is moved.
 * Sources: ISO 17769-1 (terms); Gülich, Centrifugal Pumps, 3rd ed., §4.5 (affinity, trim); ISO/TR 17766 (viscosity).
 *
 * Flows are those of the whole group, m³/s; heads m.
 */
export class PumpPerformance {
  /** the wanted diameter lies outside the made ones */
  readonly diameterOutside: boolean;
  /** last flow of the published curve of one unit as it runs, m³/s */
  readonly lastFlow: number;
  private readonly shares: Share[] = [];
  private readonly stageFactor: number;
  /** the liquid counts as clean cold water: nothing of the curve moves */
  private readonly isThin: boolean;
  private fallsAllTheWay: boolean | undefined;
  private foundWaterBest: number | undefined;
  private foundViscosity: ViscosityCorrection | undefined;

  constructor(
    readonly pump: PumpInput,
    readonly setting: PumpSetting,
  ) {
    const { kinematicViscosity } = setting;
    this.stageFactor = setting.stages / pump.stages;
    this.isThin = kinematicViscosity === undefined || isCleanColdWater(kinematicViscosity);
    this.diameterOutside = this.choose();
    let last = Infinity;
    for (const s of this.shares) last = Math.min(last, s.curve.lastFlow * s.toFlow);
    this.lastFlow = last * this.cq;
  }

  private sum(of: (s: Share) => number): number {
    let total = 0;
    for (const s of this.shares) total += s.weight * of(s);
    return total;
  }

  /** best-efficiency flow of one unit on water, m³/s */
  private get waterBest(): number {
    const { bestFlow } = this.pump;
    return (this.foundWaterBest ??= bestFlow ? bestFlow * this.fromEntry() : this.sum((s) => s.curve.bestFlow * s.toFlow));
  }

  /** head of one stage there, m */
  private get stageHead(): number {
    return this.sum((s) => s.curve.head.value(this.waterBest / s.toFlow) * s.toHead) / this.pump.stages;
  }

  get viscosity(): ViscosityCorrection {
    const { kinematicViscosity, speed } = this.setting;
    return (this.foundViscosity ??=
      kinematicViscosity !== undefined
        ? viscosityCorrection(kinematicViscosity, this.waterBest, this.stageHead, speed)
        : { b: 0, cq: 1, ceta: 1, bestFlow: this.waterBest });
  }

  private get cq(): number {
    return this.isThin ? 1 : this.viscosity.cq;
  }

  /** the maker's best-efficiency flow is known, or follows from the efficiency of the curve */
  get hasBestFlow(): boolean {
    return this.pump.bestFlow !== undefined || this.shares.every((s) => s.curve.hasEfficiency);
  }

  /** best-efficiency flow of one unit as it runs, m³/s; the end of the curve stands for one that is not known */
  get bestFlow(): number {
    return this.waterBest * this.cq;
  }

  /** flow factor from the speed and diameter of the entry, for what the maker says beside the curves: Q ∝ n·D */
  fromEntry(): number {
    const { pump, setting } = this;
    const speed = setting.speed / entrySpeed(pump);
    const reference = entryDiameter(pump);
    return setting.diameter !== undefined && reference !== undefined ? (speed * setting.diameter) / reference : speed;
  }

  private choose(): boolean {
    const { pump, setting } = this;
    const { low, high, share, isOutside } = around(measuredCurves(pump), setting.diameter);
    if (low && share < 1) this.shares.push(shareOf(low, 1 - share, setting));
    this.shares.push(shareOf(high, share, setting));
    return isOutside;
  }

  /** head at a flow of the group, m; below zero flow the shut-off head */
  head(flow: number): number {
    return this.unwornHead(flow / this.setting.running) * (1 - this.setting.wear);
  }

  /** no head of a thin liquid lies above it, m, as far as the curve goes and past its end; Infinity where it rises there */
  get mostHead(): number {
    return this.sum((s) => s.curve.mostHead * s.toHead) * this.stageFactor * (1 - this.setting.wear);
  }

  /** slope of the head over the flow of the group, m/(m³/s) */
  headSlope(flow: number): number {
    if (flow <= 0) return 0;
    const { cq } = this;
    const qw = flow / this.setting.running / cq;
    let h = 0;
    let dh = 0;
    for (const s of this.shares) {
      h += s.weight * s.curve.head.value(qw / s.toFlow) * s.toHead;
      dh += (s.weight * s.curve.head.derivative(qw / s.toFlow) * s.toHead) / s.toFlow;
    }
    const slope = this.isThin ? dh : dh * headFactor(this.viscosity, qw) + h * headFactorSlope(this.viscosity, qw);
    return ((slope * this.stageFactor) / cq / this.setting.running) * (1 - this.setting.wear);
  }

  private unwornHead(unitFlow: number): number {
    const qw = Math.max(0, unitFlow) / this.cq;
    let h = 0;
    for (const s of this.shares) h += s.weight * s.curve.head.value(qw / s.toFlow) * s.toHead;
    return h * this.stageFactor * (this.isThin ? 1 : headFactor(this.viscosity, qw));
  }

  /** CH at a flow of the group; 1 for a thin liquid */
  headFactor(flow: number): number {
    return headFactor(this.viscosity, Math.max(0, flow) / this.setting.running / this.viscosity.cq);
  }

  private get eyeFlow(): number {
    return this.bestFlow / (this.pump.eyes ?? 1);
  }

  /** n·√Q/H^0.75 of one stage at best efficiency, by the flow of one eye: rpm, m³/s, m. Source: ISO 17769-1 */
  get specificSpeed(): number {
    const stage = this.unwornHead(this.bestFlow) / this.setting.stages;
    return (this.setting.speed * Math.sqrt(this.eyeFlow)) / stage ** 0.75;
  }

  /** n·√Q/NPSHR^0.75 at best efficiency, by the flow of one eye: rpm, m³/s, m; undefined without an NPSHR. Source: ISO 17769-1 */
  get suctionSpecificSpeed(): number | undefined {
    const required = this.npshr(this.bestFlow * this.setting.running);
    return required ? (this.setting.speed * Math.sqrt(this.eyeFlow)) / required ** 0.75 : undefined;
  }

  /** shut-off head of the unworn pump as it runs, m */
  get shutOffHead(): number {
    return this.unwornHead(0);
  }

  /** what the head and the NPSH required at a flow of the group are made of, for a checker to follow */
  trace(flow: number): PumpTraceStep {
    const unitFlow = Math.max(0, flow) / this.setting.running;
    const qw = unitFlow / this.viscosity.cq;
    return {
      unitFlow,
      cq: this.viscosity.cq,
      ch: headFactor(this.viscosity, qw),
      stageFactor: this.stageFactor,
      wear: this.setting.wear,
      waterBest: { flow: this.waterBest, stageHead: this.stageHead },
      shares: this.shares.map((s) => ({
        curve: s.curve,
        weight: s.weight,
        toFlow: s.toFlow,
        toHead: s.toHead,
        toNpsh: s.toNpsh,
        at: qw / s.toFlow,
        atNpsh: (this.isNpshrViscous ? qw : unitFlow) / Math.sqrt(s.toNpsh),
        head: s.curve.head.value(qw / s.toFlow),
        efficiency: s.curve.efficiency(qw / s.toFlow),
        npshr: s.curve.npshr?.value((this.isNpshrViscous ? qw : unitFlow) / Math.sqrt(s.toNpsh)),
      })),
    };
  }

  /** efficiency of one unit at its share, 0…1, or undefined when the curve has none */
  efficiency(flow: number): number | undefined {
    const qw = Math.max(0, flow) / this.setting.running / this.viscosity.cq;
    let eta = 0;
    for (const s of this.shares) {
      const e = s.curve.efficiency(qw / s.toFlow);
      if (e === undefined) return undefined;
      eta += s.weight * e;
    }
    return Math.max(0, eta) * this.viscosity.ceta * (1 - this.setting.wear);
  }

  /** shaft power of all running units, W; undefined when the curve tells neither efficiency nor power */
  shaftPower(flow: number, density: number, gravity: number): number | undefined {
    const { running, wear } = this.setting;
    const unit = Math.max(0, flow) / running;
    const eta = this.efficiency(flow);
    if (eta !== undefined && eta > 1e-6 && unit > 1e-6 * this.lastFlow) {
      return (running * density * gravity * unit * this.unwornHead(unit) * (1 - wear)) / eta;
    }
    const qw = unit / this.viscosity.cq;
    let product = 0;
    for (const s of this.shares) {
      const p = s.curve.headFlowPower(qw / s.toFlow);
      if (p === undefined) return undefined;
      product += s.weight * p * s.toFlow * s.toHead;
    }
    const viscous = (this.viscosity.cq * headFactor(this.viscosity, qw)) / this.viscosity.ceta;
    return running * density * gravity * product * this.stageFactor * viscous;
  }

  /** greatest shaft power of all running units along the published curve, W; undefined where no power is known */
  greatestPower(density: number, gravity: number): number | undefined {
    const end = this.lastFlow * this.setting.running;
    let most: number | undefined;
    for (let i = 0; i <= POWER_STEPS; i++) {
      const power = this.shaftPower((end * i) / POWER_STEPS, density, gravity);
      if (power === undefined) return undefined;
      most = Math.max(most ?? 0, power);
    }
    return most;
  }

  /** NPSH required (3 % head loss) of one unit at its share, m */
  npshr(flow: number): number | undefined {
    const unit = Math.max(0, flow) / this.setting.running;
    return this.isNpshrViscous ? this.waterNpshr(unit / this.viscosity.cq, this.npshrFactor) : this.waterNpshr(unit, 1);
  }

  private waterNpshr(unit: number, factor: number): number | undefined {
    let sum = 0;
    for (const s of this.shares) {
      if (!s.curve.npshr) return undefined;
      // moves with speed only: Q ∝ n, NPSHR ∝ n²
      sum += s.weight * s.curve.npshr.value(unit / Math.sqrt(s.toNpsh)) * s.toNpsh;
    }
    return sum * factor;
  }

  private get isNpshrViscous(): boolean {
    return this.setting.viscousNpshr === true && this.viscosity.cq !== 1;
  }

  /** factor on NPSHR for a viscous liquid; 1 where it is left as on water */
  get npshrFactor(): number {
    const best = this.isNpshrViscous ? this.waterNpshr(this.waterBest, 1) : undefined;
    if (best === undefined) return 1;
    return npshrFactor(this.viscosity, best, this.setting.speed, this.pump.eyes === 2);
  }

  /** flow of one unit past the last row of the published curve */
  offCurve(flow: number): boolean {
    return flow / this.setting.running > this.lastFlow * (1 + 1e-9);
  }

  /** head falls all the way from shut-off to the last row */
  get falling(): boolean {
    return (this.fallsAllTheWay ??= this.checkFalling());
  }

  private checkFalling(): boolean {
    // moved, averaged and thickened, curves that fall still fall
    if (this.shares.every((s) => s.curve.falls)) return true;
    const end = this.lastFlow * this.setting.running;
    let before = this.head(0);
    for (let i = 1; i <= 40; i++) {
      const h = this.head((end * i) / 40);
      if (h > before * (1 + 1e-12)) return false;
      before = h;
    }
    return true;
  }
}

/** flows between shut-off and the last row at which the power is looked at */
const POWER_STEPS = 24;

/** interpolants belong to the catalogue entry and serve every scenario that runs it */
const made = new WeakMap<PumpInput, MeasuredCurve[]>();

function measuredCurves(pump: PumpInput): MeasuredCurve[] {
  let curves = made.get(pump);
  if (!curves) made.set(pump, (curves = pump.curves.map((c) => new MeasuredCurve(c))));
  return curves;
}

interface Around {
  low: MeasuredCurve | undefined;
  high: MeasuredCurve;
  /** of the upper one */
  share: number;
  /** the diameter lies outside those that were measured */
  isOutside: boolean;
}

/** the measured curves between which a diameter lies; the nearest alone outside them, and where nobody says which */
function around(measured: readonly MeasuredCurve[], wanted: number | undefined): Around {
  const above = measured.findIndex((c) => wanted === undefined || c.diameter === undefined || c.diameter >= wanted - 1e-9);
  if (above <= 0) {
    const high = measured[above === -1 ? measured.length - 1 : 0]!;
    const isOutside = measured.length > 1 && high.diameter !== undefined && Math.abs(high.diameter - wanted!) > 1e-9;
    return { low: undefined, high, share: 1, isOutside };
  }
  const [low, high] = [measured[above - 1]!, measured[above]!];
  return { low, high, share: (wanted! - low.diameter!) / (high.diameter! - low.diameter!), isOutside: false };
}

function shareOf(curve: MeasuredCurve, weight: number, { speed, diameter }: Pick<PumpSetting, 'speed' | 'diameter'>): Share {
  const n = speed / curve.speed;
  const d = diameter !== undefined && curve.diameter !== undefined ? diameter / curve.diameter : 1;
  return { curve, weight, toFlow: n * d, toHead: n * n * d * d, toNpsh: n * n };
}

/** Head of a group at a flow, m: that of its performance, which is not built for a thin liquid. Catalogues are trimmed by the hundred thousand. */
export function headOf(pump: PumpInput, setting: PumpSetting, flow: number): number {
  const { kinematicViscosity: nu, running, wear, stages } = setting;
  if (nu !== undefined && !isCleanColdWater(nu)) return new PumpPerformance(pump, setting).head(flow);
  const q = Math.max(0, flow / running);
  const { low, high, share } = around(measuredCurves(pump), setting.diameter);
  const of = (curve: MeasuredCurve, weight: number): number => {
    const { toFlow, toHead } = shareOf(curve, weight, setting);
    return weight * curve.head.value(q / toFlow) * toHead;
  };
  const h = (low && share < 1 ? of(low, 1 - share) : 0) + of(high, share);
  return h * (stages / pump.stages) * (1 - wear);
}
