import type { CheckCode } from '../document/fields.js';
import type { ElementDetail, PointDetail, ScenarioModel } from '../scenarios/model.js';
import type { PipeResult, PumpResult, ScenarioResult, ValveResult } from '../scenarios/results.js';
import {
  ALLOWABLE_REGION,
  CHECK_RULES,
  motorFactor,
  PREFERRED_REGION,
  SUCTION_VELOCITY,
  type Limit,
  type LimitOverride,
} from './defaults.js';
import type { Margin, Verdict } from './margin.js';

export type { LimitOverride } from './defaults.js';

/** Every check of one solved scenario against its limits, in the order of the system. */
export function judge(model: ScenarioModel, result: ScenarioResult, overrides: readonly LimitOverride[]): Margin[] {
  const judge = new Judge(model, result, overrides);
  for (const e of model.elements) {
    const r = result.elements[e.id]!;
    if (r.kind === 'pump') judge.pump(e, r);
    else if (r.kind === 'control-valve') judge.valve(e, r);
    else if (r.kind === 'pipe') judge.pipe(e, r);
  }
  for (const p of model.points) if (p.kind === 'well') judge.well(p);
  return judge.margins;
}

type Rule = keyof typeof CHECK_RULES;

class Judge {
  readonly margins: Margin[] = [];
  private lastPump: Map<number, number> | undefined;

  constructor(
    private readonly model: ScenarioModel,
    private readonly result: ScenarioResult,
    private readonly overrides: readonly LimitOverride[],
  ) {}

  private limit(check: CheckCode, where: string, fallback: Limit): Limit {
    const fits = this.overrides.filter(
      (o) => o.check === check && (o.where ?? where) === where && (o.scenario ?? this.model.id) === this.model.id,
    );
    // the most particular one wins, then the last
    const weight = (o: LimitOverride): number => (o.where ? 2 : 0) + (o.scenario ? 1 : 0);
    return [...fits].sort((a, b) => weight(a) - weight(b)).pop()?.limit ?? fallback;
  }

  private none(check: CheckCode, where: string, reason: string): void {
    this.margins.push({ check, where, value: null, limit: null, verdict: 'not-applicable', reason });
  }

  /** holds from the limit up */
  private atLeast(check: Rule, where: string, value: number, fallback?: number): void {
    const rule = CHECK_RULES[check];
    const limit = one(this.limit(check, where, fallback ?? rule.limit), 0);
    const verdict: Verdict = value < limit ? 'fails' : value < limit + rule.near * Math.abs(limit) ? 'near' : 'holds';
    this.margins.push({ check, where, value, limit, verdict });
  }

  /** holds up to the limit */
  private atMost(check: Rule, where: string, value: number, fallback?: number, worst: Verdict = 'fails'): void {
    const rule = CHECK_RULES[check];
    const limit = one(this.limit(check, where, fallback ?? rule.limit), 1);
    const verdict: Verdict = value > limit ? worst : value > limit - rule.near * Math.abs(limit) ? 'near' : 'holds';
    this.margins.push({ check, where, value, limit, verdict });
  }

  private band(
    check: Rule,
    where: string,
    value: number,
    fallback: Limit,
    inner: readonly [number, number],
    worst: Verdict = 'fails',
  ): void {
    const chosen = this.limit(check, where, fallback);
    const [limit, upper] = [one(chosen, 0), one(chosen, 1)];
    const outside = value < limit || value > upper;
    const verdict: Verdict = outside ? worst : value < inner[0] || value > inner[1] ? 'near' : 'holds';
    this.margins.push({ check, where, value, limit, upper, verdict });
  }

  pump(e: ElementDetail, r: PumpResult): void {
    if (r.running === 0) {
      for (const check of ['npsh-ratio', 'flow-region', 'motor-power'] as const) this.none(check, e.id, 'off');
      return;
    }
    this.npsh(e, r);
    const p = e.performance;
    if (!p || r.flowRatio === null) {
      this.none('flow-region', e.id, 'no-curve');
      this.none('motor-power', e.id, 'no-curve');
      return;
    }
    const unit = r.flow / r.running;
    const preferred = e.pump?.preferredRegion ?? PREFERRED_REGION;
    this.band('flow-region', e.id, r.flowRatio, e.pump?.allowableRegion ?? ALLOWABLE_REGION, preferred);
    if (e.pump?.minFlow) this.atLeast('minimum-flow', e.id, unit / e.pump.minFlow);
    else this.none('minimum-flow', e.id, 'not-given');
    this.atMost('curve-range', e.id, unit / p.lastFlow);
    if (this.model.role === 'rated') this.band('rated-flow', e.id, r.flowRatio, CHECK_RULES['rated-flow'].limit, [0.8, 1.1]);
    this.headRise(e, r);
    this.suctionSpecificSpeed(e, r);
    this.stageLimits(e, r);
    const rated = e.pump?.motor?.ratedPower;
    if (rated === undefined || !r.shaftPower) this.none('motor-power', e.id, 'not-given');
    else this.atLeast('motor-power', e.id, rated / (r.shaftPower / r.running), motorFactor(r.shaftPower / r.running));
  }

  private npsh(e: ElementDetail, r: PumpResult): void {
    if (r.npshr === null || r.npsha === null || !(r.flow > 0) || !(r.npshr > 0)) {
      const reason = r.flow > 0 ? 'no-npshr' : 'no-flow';
      this.none('npsh-ratio', e.id, reason);
      this.none('npsh-difference', e.id, reason);
      return;
    }
    this.atLeast('npsh-ratio', e.id, r.npsha / r.npshr);
    this.atLeast('npsh-difference', e.id, r.npsha - r.npshr);
  }

  /** head falls all the way from shut-off; units in parallel want a rise of a tenth from the duty to shut-off */
  private headRise(e: ElementDetail, r: PumpResult): void {
    const p = e.performance!;
    if (r.head === null || !(r.head > 0)) return this.none('head-rise', e.id, 'no-flow');
    const rise = p.head(0) / r.head;
    if (!p.falling) this.margins.push({ check: 'head-rise', where: e.id, value: rise, limit: 1, verdict: 'near' });
    else if (r.running > 1) {
      const limit = one(this.limit('head-rise', e.id, CHECK_RULES['head-rise'].limit), 0);
      this.margins.push({ check: 'head-rise', where: e.id, value: rise, limit, verdict: rise < limit ? 'near' : 'holds' });
    } else this.margins.push({ check: 'head-rise', where: e.id, value: rise, limit: 1, verdict: 'holds' });
  }

  /** n·√Q/NPSHR^0.75 at best efficiency, per eye: rpm, m³/s, m (ISO 17769-1) */
  private suctionSpecificSpeed(e: ElementDetail, r: PumpResult): void {
    const p = e.performance!;
    const required = p.npshr(p.bestFlow * r.running);
    if (!required || r.speed === null) return this.none('suction-specific-speed', e.id, 'no-npshr');
    const value = (r.speed * Math.sqrt(p.bestFlow)) / required ** 0.75;
    this.atMost('suction-specific-speed', e.id, value, undefined, 'near');
  }

  /** the nearest of the shaft's and the casing's limit: power and shut-off pressure over what the maker allows */
  private stageLimits(e: ElementDetail, r: PumpResult): void {
    const { maxShaftPower, casingPressure } = e.pump ?? {};
    const shares: number[] = [];
    if (maxShaftPower !== undefined && r.shaftPower !== null) shares.push(r.shaftPower / r.running / maxShaftPower);
    if (casingPressure !== undefined && r.inletPressure !== null) {
      const { atmosphere, gravity } = this.model.network;
      const shutOff = this.model.fluid.density * gravity * e.performance!.head(0);
      shares.push((shutOff + r.inletPressure - atmosphere) / casingPressure);
    }
    if (shares.length === 0) this.none('stage-limits', e.id, 'not-given');
    else this.atMost('stage-limits', e.id, Math.max(...shares));
  }

  /** pumping level above the intake */
  well(p: PointDetail): void {
    const level = this.result.points[p.id]?.totalHead ?? null;
    if (level !== null) this.atLeast('well-level', p.id, level - (p.read.elevation as number));
  }

  valve(e: ElementDetail, r: ValveResult): void {
    this.setPoint(e, r);
    if (!(r.flow > 0) || r.drop === null) {
      this.none('valve-opening', e.id, 'no-flow');
      this.none('valve-choked', e.id, 'no-flow');
      return;
    }
    if (r.opening === null) this.none('valve-opening', e.id, 'no-valve');
    else {
      const upper = this.model.role === 'normal' ? 0.8 : 0.85;
      const [lo, hi] = CHECK_RULES['valve-opening'].limit;
      const near = CHECK_RULES['valve-opening'].near;
      this.band('valve-opening', e.id, r.opening, [lo, Math.min(hi, upper)], [lo + near, Math.min(hi, upper) - near]);
    }
    if (r.chokedDrop === null || !(r.chokedDrop > 0)) return;
    this.atMost('valve-choked', e.id, r.drop / r.chokedDrop);
    const xfz = e.valve?.xfz;
    if (xfz === undefined || r.inletPressure === null) this.none('valve-cavitation', e.id, 'not-given');
    else {
      const { vapourPressure } = this.model.fluid;
      // xF refers to p1 − pv (IEC 60534-8-4); FF belongs to choking alone
      this.atMost('valve-cavitation', e.id, r.drop / (r.inletPressure - vapourPressure) / xfz, 1, 'near');
    }
  }

  private setPoint(e: ElementDetail, r: ValveResult): void {
    const missed = this.result.findings.find((f) => f.code === 'set-point-missed' && f.where === e.id);
    const mode = e.read.mode as string;
    if (mode !== 'flow' && !mode.endsWith('-pressure')) return this.none('set-point', e.id, 'not-controlling');
    const ratio = missed ? (missed.values.found as number) / (missed.values.set as number) : 1;
    this.margins.push({
      check: 'set-point',
      where: e.id,
      value: Number.isFinite(ratio) ? ratio : r.flow,
      limit: 1,
      verdict: missed ? 'fails' : 'holds',
    });
  }

  /** index of the last running pump of a line; pipes before it are suction */
  private suctionEnd(line: number): number {
    if (!this.lastPump) {
      this.lastPump = new Map();
      for (const e of this.model.elements) if (e.kind === 'pump' && e.read.mode !== 'off') this.lastPump.set(e.line, e.index);
    }
    return this.lastPump.get(line) ?? -1;
  }

  pipe(e: ElementDetail, r: PipeResult): void {
    const suction = this.suctionEnd(e.line) > e.index;
    const band = suction ? SUCTION_VELOCITY : CHECK_RULES.velocity.limit;
    // a dead leg carries what rounding leaves, not a flow to be judged
    if (Math.abs(r.velocity) < 1e-6) this.none('velocity', e.id, 'no-flow');
    else this.band('velocity', e.id, Math.abs(r.velocity), band, [0, Infinity], 'near');
    const { vapourPressure } = this.model.fluid;
    const ends = [r.inletPressure, r.outletPressure, ...(r.profile ?? []).map((p) => p.pressure)].filter((p) => p !== null);
    if (ends.length === 0) return;
    this.atLeast('lowest-pressure', e.id, Math.min(...ends) - vapourPressure);
    const design = e.read.designPressure as number | undefined;
    if (design !== undefined) this.atMost('highest-pressure', e.id, Math.max(...ends), design + this.model.network.atmosphere);
  }
}

function one(limit: Limit, end: 0 | 1): number {
  return typeof limit === 'number' ? limit : limit[end];
}
