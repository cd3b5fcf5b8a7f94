import { judge } from '../checks/judge.js';
import type { LimitOverride } from '../checks/judge.js';
import { finding, type Finding } from '../issues/issues.js';
import { PipeLaw, POWER_HEAD_BOUND, recoveryFactor } from '../network/loss.js';
import type { CompiledLine } from '../network/line.js';
import { chokedDropOf } from '../network/states.js';
import { solveNetwork } from '../network/solve.js';
import { State, type ControlValveModel, type NetworkSolution } from '../network/types.js';
import { motorDuty } from '../pumps/motor.js';
import { VISCOSITY_B_LIMIT } from '../pumps/viscosity.js';
import { KV_PER_CV, kvForFlow, openingAtKv, pipingFactors } from '../valves/valve.js';
import { headBreakdown } from './breakdown.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import type { ElementResult, PipeResult, PlaceResult, ProfilePoint, PumpResult, ScenarioResult, ValveResult } from './results.js';

/** Solves one scenario and works out everything that is reported of it. Never throws for a system without a solution. */
export function solveScenario(model: ScenarioModel, limits: readonly LimitOverride[] = []): ScenarioResult {
  const solved = solveNetwork(model.network);
  const result: ScenarioResult = {
    id: model.id,
    status: 'failed',
    findings: [...model.findings],
    points: {},
    lines: {},
    elements: {},
    places: {},
    solved: {},
    breakdowns: {},
    margins: [],
  };
  if (!solved.ok) {
    const { reason, where } = solved.failure;
    const residual = 'residual' in solved.failure ? solved.failure.residual : 0;
    result.findings.push(finding(reason, where[0] ?? '', { where, residual }));
    return result;
  }
  const writer = new ResultWriter(model, solved.solution, solved.compiled, result);
  writer.write();
  result.convergence = solved.solution.convergence;
  result.margins = judge(model, result, limits);
  return result;
}

const known = (x: number): number | null => (Number.isFinite(x) ? x : null);

class ResultWriter {
  private readonly rhoG: number;

  constructor(
    private readonly model: ScenarioModel,
    private readonly solution: NetworkSolution,
    private readonly compiled: readonly CompiledLine[],
    private readonly result: ScenarioResult,
  ) {
    this.rhoG = model.fluid.density * model.network.gravity;
  }

  write(): void {
    const { model, solution, result } = this;
    const { network } = model;
    result.status = 'solved';
    network.points.forEach((p, i) => this.point(i, p.id));
    network.lines.forEach((l, i) => {
      result.lines[l.id] = { flow: solution.lines[i]!.flow };
      result.places[l.id] = this.places(i);
    });
    for (const e of model.elements) result.elements[e.id] = this.element(e);
    for (const e of model.elements) {
      const parts = e.kind === 'pump' ? headBreakdown(model, solution, result, e.id) : undefined;
      if (parts) result.breakdowns[e.id] = parts;
    }
    for (const u of model.unknowns) {
      const value = this.unknown(u.id, u.key);
      if (value !== null) result.solved[`${u.id}.${u.key}`] = value;
    }
    this.otherDuties();
    this.pressures();
  }

  private say(f: Finding): void {
    this.result.findings.push(f);
  }

  private point(i: number, id: string): void {
    const { network } = this.model;
    const p = network.points[i]!;
    const head = this.solution.heads[i]!;
    const total = network.atmosphere + this.rhoG * (head - p.elevation);
    let still = total;
    if (p.static) {
      const l = network.lines.findIndex((line) => line.from === i || line.to === i);
      if (l >= 0) {
        const bore = this.compiled[l]!.endBores[network.lines[l]!.from === i ? 0 : 1];
        still -= this.rhoG * this.compiled[l]!.velocityFactor(bore) * this.solution.lines[l]!.flow ** 2;
      }
    }
    const outflow = this.solution.outflows[i]!;
    this.result.points[id] = {
      totalHead: known(head),
      staticPressure: known(still),
      totalPressure: known(total),
      outflow: outflow === 0 ? 0 : outflow,
    };
  }

  /** static pressure, Pa absolute, at the inlet (0) or outlet (1) of an element */
  private pressure(line: number, index: number, side: 0 | 1): number | null {
    const s = this.solution.lines[line]!;
    const c = this.compiled[line]!;
    const bore = side === 0 ? c.inletBore[index]! : c.outletBore[index]!;
    const grade = s.heads[index + side]! - c.velocityFactor(bore) * s.flow * s.flow;
    return known(this.model.network.atmosphere + this.rhoG * (grade - c.model.elevations[index + side]!));
  }

  private places(l: number): PlaceResult[] {
    const s = this.solution.lines[l]!;
    const c = this.compiled[l]!;
    const n = c.model.elements.length;
    return Array.from(s.heads, (head, i) => {
      const bore = i < n ? c.inletBore[i]! : n > 0 ? c.outletBore[n - 1]! : 0;
      return {
        elevation: c.model.elevations[i]!,
        totalHead: known(head),
        grade: known(head - c.velocityFactor(bore) * s.flow * s.flow),
      };
    });
  }

  private element(e: ElementDetail): ElementResult {
    const s = this.solution.lines[e.line]!;
    const common = {
      flow: s.flow === 0 ? 0 : s.flow,
      headLoss: known(s.losses[e.index]!),
      inletPressure: this.pressure(e.line, e.index, 0),
      outletPressure: this.pressure(e.line, e.index, 1),
    };
    if (e.kind === 'pipe') return this.pipe(e, common);
    if (e.kind === 'pump') return this.pump(e, common);
    if (e.kind === 'control-valve') return this.valve(e, common);
    const drop = common.headLoss === null ? null : common.headLoss * this.rhoG;
    return { kind: e.kind as 'device', ...common, drop };
  }

  private pipe(
    e: ElementDetail,
    common: Omit<PipeResult, 'kind' | 'velocity' | 'reynolds' | 'frictionFactor' | 'frictionLoss' | 'fittingLoss'>,
  ): PipeResult {
    const { fluid, network } = this.model;
    const pipe = network.lines[e.line]!.elements[e.index]!;
    if (pipe.kind !== 'pipe') throw new Error(`${e.id} is no pipe`);
    const law = new PipeLaw(pipe, {
      density: fluid.density,
      kinematic: fluid.viscosity / fluid.density,
      gravity: network.gravity,
    });
    const flow = common.flow;
    const reynolds = law.reynolds(flow);
    const frictionLoss = law.frictionLoss(flow);
    if (reynolds > 2000 && reynolds < 4000 && pipe.hazenWilliams === undefined)
      this.say(finding('transition-flow', e.id, { reynolds }));
    if (pipe.hazenWilliams !== undefined) this.hazenWilliamsRange(e.id, flow / law.area, pipe.bore);
    return {
      kind: 'pipe',
      ...common,
      velocity: flow / law.area,
      reynolds,
      frictionFactor: law.factor(flow) ?? null,
      frictionLoss,
      fittingLoss: (common.headLoss ?? 0) - frictionLoss,
      ...(Array.isArray(e.read.profile) ? { profile: this.profile(e, pipe.length, flow / law.area) } : {}),
    };
  }

  /** pressure at the points given inside a long pipe; friction and fittings are spread evenly along it */
  private profile(e: ElementDetail, length: number, velocity: number): ProfilePoint[] {
    const { network } = this.model;
    const heads = this.solution.lines[e.line]!.heads;
    const [a, b] = [heads[e.index]!, heads[e.index + 1]!];
    return (e.read.profile as { distance: number; elevation: number }[]).map(({ distance, elevation }) => {
      const share = length > 0 ? Math.min(1, distance / length) : 0;
      const grade = a + (b - a) * share - (velocity * velocity) / (2 * network.gravity);
      return { distance, elevation, pressure: known(network.atmosphere + this.rhoG * (grade - elevation)) };
    });
  }

  /** Hazen–Williams: water near room temperature in bores above 50 mm at ordinary velocities (AWWA M11) */
  private hazenWilliamsRange(id: string, velocity: number, bore: number): void {
    const kinematic = this.model.fluid.viscosity / this.model.fluid.density;
    const outside = kinematic < 0.6e-6 || kinematic > 1.6e-6 || bore < 0.05 || Math.abs(velocity) > 3;
    if (outside) this.say(finding('method-range', id, { method: 'hazen-williams', velocity, kinematic }));
  }

  private pump(
    e: ElementDetail,
    common: { flow: number; headLoss: number | null; inletPressure: number | null; outletPressure: number | null },
  ): PumpResult {
    const { fluid, network, findings } = { ...this.model, findings: this.result.findings };
    const { headLoss, ...rest } = common;
    const q = common.flow;
    const head = headLoss === null ? null : headLoss === 0 ? 0 : -headLoss;
    const p = e.performance;
    const s = this.solution.lines[e.line]!;
    const inletHead = s.heads[e.index]!;
    const npsha = known(inletHead - e.datum! + (network.atmosphere - fluid.vapourPressure) / this.rhoG);
    const hydraulic = head === null ? null : this.rhoG * q * head;
    const off = e.read.mode === 'off' || e.read.running === 0;
    const base: PumpResult = {
      kind: 'pump',
      ...rest,
      head,
      npsha,
      npshr: null,
      efficiency: null,
      shaftPower: null,
      hydraulicPower: hydraulic,
      speed: (e.read.speed as number | undefined) ?? e.pump?.speed ?? null,
      diameter: (e.read.diameter as number | undefined) ?? e.pump?.diameter ?? null,
      stages: (e.read.stages as number | undefined) ?? e.pump?.stages ?? null,
      running: off ? 0 : ((e.read.running as number | undefined) ?? 1),
      bestFlow: null,
      flowRatio: null,
    };
    if (e.read.mode === 'power' && !off) {
      base.shaftPower = e.read.shaftPower as number;
      base.efficiency = e.read.efficiency as number;
      if (head !== null && head >= POWER_HEAD_BOUND * (1 - 1e-9)) findings.push(finding('power-bounded', e.id, { head }));
    }
    if (!p) return base;
    const unit = q / p.setting.running;
    base.npshr = p.npshr(q) ?? null;
    base.efficiency = p.efficiency(q) ?? null;
    base.shaftPower = p.shaftPower(q, fluid.density, network.gravity) ?? null;
    base.bestFlow = p.bestFlow;
    base.flowRatio = unit / p.bestFlow;
    const motor =
      e.pump?.motor && base.shaftPower !== null ? motorDuty(e.pump.motor, base.shaftPower / p.setting.running) : undefined;
    if (motor) {
      base.inputPower = motor.inputPower * p.setting.running;
      base.motorEfficiency = motor.efficiency;
      if (motor.current !== undefined) base.current = motor.current;
    }
    this.pumpFindings(e, base, unit);
    return base;
  }

  private pumpFindings(e: ElementDetail, r: PumpResult, unit: number): void {
    const p = e.performance!;
    if (p.offCurve(r.flow)) this.say(finding('off-curve', e.id, { flow: unit, last: p.lastFlow }));
    if (p.viscosity.b > VISCOSITY_B_LIMIT) this.say(finding('method-range', e.id, { method: 'viscosity', b: p.viscosity.b }));
    if (r.flow < -1e-9) this.say(finding('pump-reversed', e.id, { flow: r.flow }));
    if (r.flow <= 1e-9 && r.flow >= -1e-9) {
      const s = this.solution.lines[e.line]!;
      const gap = s.losses.reduce((sum, loss, i) => (s.states[i] === State.Shut && loss < 0 ? sum - loss : sum), 0);
      this.say(finding(gap > 0 ? 'pump-short' : 'no-flow', e.id, { short: gap, shutOff: p.head(0) }));
    }
    if (r.npsha !== null && r.npshr !== null && r.flow > 0 && r.npsha < r.npshr) {
      this.say(finding('npsh-low', e.id, { npsha: r.npsha, npshr: r.npshr }));
    }
  }

  private valve(
    e: ElementDetail,
    common: { flow: number; headLoss: number | null; inletPressure: number | null; outletPressure: number | null },
  ): ValveResult {
    const { network, fluid } = this.model;
    const s = this.solution.lines[e.line]!;
    const v = network.lines[e.line]!.elements[e.index]! as ControlValveModel;
    const state = s.states[e.index]!;
    const q = common.flow;
    const drop = common.headLoss === null ? null : common.headLoss * this.rhoG;
    const result: ValveResult = {
      kind: 'control-valve',
      ...common,
      drop,
      kv: null,
      cv: null,
      opening: null,
      chokedDrop: null,
      choked: false,
    };
    const guess = v.law.kind === 'kv' ? v.law.kv : (v.valve?.ratedKv ?? 0);
    let limit = chokedDropOf(network, this.compiled[e.line]!, e.index, s, recoveryFactor(v, guess));
    if (v.law.kind === 'kv') result.kv = v.law.kv;
    else if (state === State.Open || state === State.OpenChoked) result.kv = v.valve?.ratedKv ?? null;
    else if (state === State.Shut || q === 0) result.kv = 0;
    else if (drop !== null) {
      const signed = q > 0 ? drop : -drop;
      result.kv = neededKv(
        v,
        Math.abs(q),
        signed,
        (fl) => chokedDropOf(network, this.compiled[e.line]!, e.index, s, fl),
        fluid.density,
      );
      if (result.kv !== null) limit = chokedDropOf(network, this.compiled[e.line]!, e.index, s, recoveryFactor(v, result.kv));
    }
    result.cv = result.kv === null ? null : result.kv / KV_PER_CV;
    if (result.inletPressure !== null) {
      result.chokedDrop = known(limit);
      result.choked = q !== 0 && drop !== null && Math.abs(drop) >= limit * (1 - 1e-9);
    }
    this.opening(e, v, state, result);
    this.valveFindings(e, v, state, result);
    return result;
  }

  private opening(e: ElementDetail, v: ControlValveModel, state: State, r: ValveResult): void {
    if (e.read.mode === 'opening' && typeof e.read.opening === 'number') r.opening = e.read.opening;
    else if (!v.valve || r.kv === null) return;
    else if (state === State.Open || state === State.OpenChoked) r.opening = 1;
    else {
      const found = openingAtKv(v.valve, r.kv);
      r.opening = found.opening;
      if (found.belowRange) r.belowRange = true;
    }
  }

  private valveFindings(e: ElementDetail, v: ControlValveModel, state: State, r: ValveResult): void {
    if (r.belowRange) this.say(finding('valve-below-range', e.id, { kv: r.kv! }));
    if (r.choked) this.say(finding('valve-choked', e.id, { drop: r.drop!, chokedDrop: r.chokedDrop! }));
    const controls = v.law.kind === 'flow' || v.law.kind === 'outlet-pressure' || v.law.kind === 'inlet-pressure';
    if (!controls || state === State.Normal) return;
    this.result.status = 'limited';
    if (v.law.kind === 'flow') {
      this.say(
        finding('set-point-missed', e.id, {
          mode: 'flow',
          set: v.law.flow,
          found: r.flow,
          state: state === State.Shut ? 'shut' : 'open',
        }),
      );
    } else {
      const { pressure } = v.law as { pressure: number };
      const found = (v.law.kind === 'outlet-pressure' ? r.outletPressure : r.inletPressure) ?? NaN;
      const values = {
        mode: v.law.kind,
        set: pressure + this.model.network.atmosphere,
        found,
        state: state === State.Shut ? 'shut' : 'open',
      };
      this.say(finding('set-point-missed', e.id, values));
    }
  }

  /** the value found for an entry written as "solve", SI (pressures gauge where the entry is gauge would hide the site: absolute) */
  private unknown(id: string, key: string): number | null {
    const { network } = this.model;
    const i = network.points.findIndex((p) => p.id === id);
    if (i >= 0) return this.pointUnknown(i, key);
    const r = this.result.elements[id]!;
    if (r.kind === 'pump') return r.head;
    if (r.kind === 'control-valve') return key === 'opening' ? r.opening : key === 'kv' ? r.kv : key === 'cv' ? r.cv : r.drop;
    const e = this.model.elements.find((x) => x.id === id)!;
    const at = e.read.at as number | undefined;
    const drop = 'drop' in r ? r.drop : null;
    if (drop === null) return null;
    const scaled =
      at === undefined || r.flow === 0 ? drop : drop * (at / Math.abs(r.flow)) ** ((e.read.exponent as number | undefined) ?? 2);
    return scaled / ((e.read.fouling as number | undefined) ?? 1);
  }

  private pointUnknown(i: number, key: string): number | null {
    const p = this.model.points[i]!;
    const r = this.result.points[p.id]!;
    if (key === 'flow') return r.outflow;
    if (r.totalHead === null) return null;
    const above = r.totalHead - (p.read.elevation as number);
    if (key === 'level') return above - ((p.read.pressure as number | undefined) ?? 0) / this.rhoG;
    const atmosphere = this.model.network.atmosphere;
    if (p.kind === 'vessel') return atmosphere + (above - ((p.read.level as number | undefined) ?? 0)) * this.rhoG;
    return p.read.basis === 'total' ? r.totalPressure : r.staticPressure;
  }

  private otherDuties(): void {
    const byLine = new Map<number, { flows: number[]; stable: number[] }>();
    for (const o of this.solution.others) {
      if (!byLine.has(o.line)) byLine.set(o.line, { flows: [], stable: [] });
      const list = byLine.get(o.line)!;
      list.flows.push(o.flow);
      list.stable.push(o.stable ? 1 : 0);
    }
    for (const [l, { flows, stable }] of byLine) {
      const line = this.model.network.lines[l]!;
      const pump = line.elements.find((e) => e.kind === 'pump' && e.law.kind === 'curve');
      this.say(finding('other-duties', pump?.id ?? line.id, { flows, stable }));
    }
  }

  /** places where the liquid boils or stands below atmosphere */
  private pressures(): void {
    const { vapourPressure } = this.model.fluid;
    const { atmosphere } = this.model.network;
    for (const e of this.model.elements) {
      const r = this.result.elements[e.id]!;
      const inside = r.kind === 'pipe' ? (r.profile ?? []).flatMap((x) => x.pressure ?? []) : [];
      const p = Math.min(r.outletPressure ?? Infinity, ...inside);
      if (!Number.isFinite(p)) continue;
      if (p < vapourPressure) this.say(finding('below-vapour', e.id, { pressure: p, vapourPressure }));
      else if (p < atmosphere * (1 - 1e-9)) this.say(finding('below-atmosphere', e.id, { pressure: p, atmosphere }));
    }
  }
}

/** Kv (of the valve alone) that passes a flow at a drop; with pipes of another bore the geometry factor depends on it, so it is iterated. */
function neededKv(
  v: ControlValveModel,
  q: number,
  drop: number,
  chokedAt: (fl: number) => number,
  density: number,
): number | null {
  let kv = v.valve?.ratedKv ?? 0;
  for (let i = 0; i < 60; i++) {
    const effective = Math.min(drop, chokedAt(recoveryFactor(v, kv)));
    if (!(effective > 0)) return null;
    const next = kvForFlow(q, effective, density) / (v.valve ? pipingFactors(v.valve, kv).fp : 1);
    if (Math.abs(next - kv) <= 1e-12 * next) return next;
    kv = next;
  }
  return kv;
}
