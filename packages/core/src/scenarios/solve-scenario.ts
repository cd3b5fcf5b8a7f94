import type { LimitOverride } from '../checks/check.js';
import { incompleteOf, verdictOf } from '../checks/complete.js';
import { judge } from '../checks/judge.js';
import { elementKind } from '../elements/index.js';
import type { PipeModel } from '../elements/model.js';
import { LEAST_REDUCED_TEMPERATURE } from '../fluids/gas.js';
import { NEARLY_LEVEL } from '../pipes/beggs-brill.js';
import { finite as known } from '../elements/kind.js';
import { finding, type Finding } from '../issues/issues.js';
import type { CompiledLine } from '../network/line.js';
import { solveNetwork } from '../network/solve.js';
import { Tees } from '../network/tees.js';
import type { NetworkSolution } from '../network/types.js';
import type { WellHead } from '../network/well.js';
import type { ElementResult, PlaceResult, PointResult, ScenarioResult } from '../results/results.js';
import { heatBalance } from './heat-balance.js';
import { headBreakdown } from './breakdown.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { checkedScenario } from './checked.js';
import { pumpFindings } from './pump-findings.js';
import { reportElement } from './report-element.js';

/** Solves one scenario and works out everything that is reported of it. Never throws for a system without a solution. */
export function solveScenario(model: ScenarioModel, limits: readonly LimitOverride[] = []): ScenarioResult {
  const solved = solveNetwork(model.network);
  const result = emptyResult(model);
  if (!solved.ok) {
    const { reason, where } = solved.failure;
    const residual = 'residual' in solved.failure ? solved.failure.residual : 0;
    const temperature = 'temperature' in solved.failure ? solved.failure.temperature : 0;
    const change = 'change' in solved.failure ? solved.failure.change : 0;
    result.findings.push(finding(reason, where[0] ?? '', { where, residual, temperature, change }));
    return result;
  }
  const writer = new ResultWriter(model, solved.solution, solved.compiled, result);
  writer.write();
  result.convergence = solved.solution.convergence;
  const balance = heatBalance(model.network, solved.solution, solved.compiled);
  if (balance) result.heatBalance = balance;
  const checked = checkedScenario(model, result);
  result.margins = judge(checked, limits);
  result.incomplete = incompleteOf(checked);
  for (const m of result.margins)
    if (m.check === 'velocity' && m.value !== null && m.limit !== null && m.value < m.limit)
      result.findings.push(finding('velocity-low', m.where, { velocity: m.value, least: m.limit }));
  result.verdict = verdictOf(result);
  return result;
}

/** sine of the slope of a pipe that is nearly level and not quite so; undefined where it has none such */
function leastSlope(e: PipeModel, from: number, to: number): number | undefined {
  const rows = [{ share: 0, elevation: from }, ...(e.heat?.profile ?? []), { share: 1, elevation: to }];
  const slopes = rows.slice(1).map((r, i) => (r.elevation - rows[i]!.elevation) / ((r.share - rows[i]!.share) * e.length));
  return slopes.find((s) => s !== 0 && Math.abs(s) < NEARLY_LEVEL);
}

/** a result before anything is solved */
export function emptyResult(model: ScenarioModel): ScenarioResult {
  return {
    id: model.id,
    status: 'failed',
    findings: [...model.findings],
    points: {},
    lines: {},
    elements: {},
    places: {},
    solved: {},
    breakdowns: {},
    ways: {},
    margins: [],
    incomplete: [],
    verdict: 'fails',
  };
}

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
    this.tees();
    network.lines.forEach((l, i) => {
      result.lines[l.id] = this.lineFlow(i);
      result.places[l.id] = this.places(i);
    });
    for (const e of model.elements) result.elements[e.id] = this.element(e);
    for (const e of model.elements) {
      const broken = e.kind === 'pump' ? headBreakdown(model, solution, result, e.id, this.compiled) : undefined;
      if (!broken) continue;
      result.breakdowns[e.id] = broken.parts;
      result.ways[e.id] = broken.way;
    }
    for (const u of model.unknowns) {
      const value = this.unknown(u.id, u.key);
      if (value !== null) result.solved[`${u.id}.${u.key}`] = value;
    }
    this.otherDuties();
    this.pressures();
    this.gasRanges();
    for (const f of pumpFindings(model, result)) this.say(f);
  }

  /** of the liquid where the line begins; beside it, of one that changes with the pressure, what it is at the surface */
  private lineFlow(i: number): ScenarioResult['lines'][string] {
    const { flow } = this.solution.lines[i]!;
    const { elements } = this.compiled[i]!.model;
    const first = elements[0]?.local;
    if (!first) return { flow };
    const cells = elements.reduce((n, e) => n + (e.local?.cells?.length ?? 0), 0);
    return { cells, flow: flow * first.ends[0], ...(this.model.network.along?.isCompressible ? { surfaceFlow: flow } : {}) };
  }

  /** density of the scenario's liquid over that at a point */
  private ratioAt(i: number): number {
    const { along, fluid } = this.model.network;
    const t = this.solution.temperatures?.[i];
    if (!along || t === undefined) return 1;
    const head = this.solution.heads[i]! - this.model.network.points[i]!.elevation;
    const pressure = this.model.network.atmosphere + this.rhoG * head;
    const { range } = along;
    const inside = range ? Math.min(range.highest, Math.max(range.lowest, t)) : t;
    return (
      fluid.density /
      along.stateAt(inside, Number.isFinite(pressure) ? Math.max(1, pressure) : this.model.network.atmosphere).density
    );
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
    // what is left of a balance after rounding is nothing
    const ratio = this.ratioAt(i);
    const outflow = Math.abs(this.solution.outflows[i]!) < 1e-12 ? 0 : this.solution.outflows[i]! * ratio;
    const t = this.solution.temperatures?.[i];
    this.result.points[id] = {
      totalHead: known(p.elevation + (head - p.elevation) * ratio),
      staticPressure: known(still),
      totalPressure: known(total),
      outflow,
      ...(p.head.kind === 'well' ? drawn(p.head, p.elevation + (head - p.elevation) * ratio, outflow) : {}),
      ...(t === undefined ? {} : { density: this.model.fluid.density / ratio }),
      ...(t === undefined || !network.along?.isThermal ? {} : { temperature: known(t) }),
    };
  }

  private tees(): void {
    const { network } = this.model;
    const flows = this.solution.lines.map((l) => l.flow);
    for (const { point, legs, taken, loss } of new Tees(network, this.compiled).at(flows)) {
      const common = loss.common === undefined ? null : network.lines[legs[loss.common]!.index]!.id;
      this.result.points[network.points[point]!.id]!.tee = {
        common,
        divides: loss.divides,
        bore: loss.common === undefined ? null : taken.bores[loss.common]!,
        legs: legs.flatMap(({ index }, i) =>
          i === loss.common
            ? []
            : [
                {
                  line: network.lines[index]!.id,
                  isBranch: i === 2,
                  bore: taken.bores[i]!,
                  k: loss.k[i]!,
                  headLoss: loss.losses[i]!,
                },
              ],
        ),
      };
    }
  }

  private places(l: number): PlaceResult[] {
    const s = this.solution.lines[l]!;
    const c = this.compiled[l]!;
    const n = c.model.elements.length;
    return Array.from(s.heads, (head, i) => {
      const bore = i < n ? c.inletBore[i]! : n > 0 ? c.outletBore[n - 1]! : 0;
      const elevation = c.model.elevations[i]!;
      const grade = head - c.velocityFactor(bore) * s.flow * s.flow;
      const beside = c.model.elements[Math.min(i, n - 1)]?.local;
      if (!beside) return { elevation, totalHead: known(head), grade: known(grade) };
      // in metres of the liquid that stands there
      const ratio = beside.ends[i < n ? 0 : 1];
      const own = (h: number): number | null => known(elevation + (h - elevation) * ratio);
      const temperature = i < n ? beside.inlet : beside.outlet;
      const isThermal = this.model.network.along?.isThermal;
      const density = this.model.fluid.density / ratio;
      return {
        elevation,
        totalHead: own(head),
        grade: own(grade),
        density,
        ...(isThermal ? { temperature: known(temperature) } : {}),
      };
    });
  }

  private element(e: ElementDetail): ElementResult {
    return reportElement(this.model, e, this.solution.lines[e.line]!, this.compiled[e.line]!, {
      say: (f) => this.say(f),
      limit: () => (this.result.status = 'limited'),
    });
  }

  /** the value found for an entry written as "solve", SI (pressures gauge where the entry is gauge would hide the site: absolute) */
  private unknown(id: string, key: string): number | null {
    const { network } = this.model;
    const i = network.points.findIndex((p) => p.id === id);
    if (i >= 0) return this.pointUnknown(i, key);
    const e = this.model.elements.find((x) => x.id === id)!;
    return elementKind(e.kind).found(key, e.read, this.result.elements[id]!);
  }

  private pointUnknown(i: number, key: string): number | null {
    const p = this.model.points[i]!;
    const r = this.result.points[p.id]!;
    if (key === 'flow') return r.outflow;
    if (r.totalHead === null) return null;
    const above = r.totalHead - (p.read.elevation as number);
    // heads are in metres of the liquid there
    const rhoG = (r.density ?? this.model.fluid.density) * this.model.network.gravity;
    if (key === 'level') return above - ((p.read.pressure as number | undefined) ?? 0) / rhoG;
    const atmosphere = this.model.network.atmosphere;
    if (p.kind === 'vessel') return atmosphere + (above - ((p.read.level as number | undefined) ?? 0)) * rhoG;
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
      this.say(finding('other-duties', pump?.id ?? line.id, { flows, stable, circulates: pump ? 0 : 1 }));
    }
  }

  /** gas that comes out of the liquid where its pressure is least */
  private bubbles(id: string, r: ElementResult, pressure: number): void {
    const { along } = this.model.network;
    if (!along?.isCompressible) return;
    const { bubblePoint } = along.stateAt(r.outletTemperature ?? along.temperature, Math.max(1, pressure));
    if (bubblePoint !== undefined && pressure < bubblePoint)
      this.say(finding('below-bubble-point', id, { pressure, bubblePoint }));
  }

  /** where the methods for a liquid with free gas have no ground under them */
  private gasRanges(): void {
    const { network } = this.model;
    if (!network.along?.isCompressible) return;
    network.lines.forEach((line, l) =>
      line.elements.forEach((e, i) => {
        const gassy = this.compiled[l]!.model.elements[i]!.local?.cells?.filter((c) => c.fluid.gas) ?? [];
        if (e.kind !== 'pipe' || gassy.length === 0) return;
        const reduced = Math.min(...gassy.map((c) => c.fluid.gas!.reducedTemperature));
        if (reduced < LEAST_REDUCED_TEMPERATURE) this.say(finding('method-range', e.id, { method: 'gas', reduced }));
        const slope = network.along!.mixture ? leastSlope(e, line.elevations[i]!, line.elevations[i + 1]!) : undefined;
        if (slope !== undefined) this.say(finding('method-range', e.id, { method: 'nearly-level', slope }));
      }),
    );
  }

  /** places where the liquid boils or stands below atmosphere */
  private pressures(): void {
    const { vapourPressure } = this.model.fluid;
    const { atmosphere } = this.model.network;
    for (const e of this.model.elements) {
      const r = this.result.elements[e.id]!;
      let p = r.outletPressure ?? Infinity;
      if (r.kind === 'pipe' && r.profile)
        for (const { pressure } of r.profile) if (pressure !== null && pressure < p) p = pressure;
      if (!Number.isFinite(p)) continue;
      this.bubbles(e.id, r, p);
      const boils = r.vapourPressure ?? vapourPressure;
      if (p < boils) this.say(finding('below-vapour', e.id, { pressure: p, vapourPressure: boils }));
      else if (p < atmosphere * (1 - 1e-9)) this.say(finding('below-atmosphere', e.id, { pressure: p, atmosphere }));
    }
  }
}

/** what a well falls by at its flow out of it, m³/s */
function drawn(w: WellHead, head: number, outflow: number): Pick<PointResult, 'drawdown' | 'aquiferLoss' | 'wellLoss'> {
  return {
    drawdown: known(w.rest - head),
    aquiferLoss: outflow / w.capacity,
    // a loss of nothing has no sign
    wellLoss: w.loss === 0 ? 0 : w.loss * outflow * Math.abs(outflow),
  };
}
