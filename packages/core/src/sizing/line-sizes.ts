import { ECONOMICS } from '../document/economics.js';
import { allElements, elementPath } from '../document/unit-piping.js';
import type { RawEconomics, Study } from '../document/study.js';
import { applyOperations, type Operation } from '../document/operations.js';
import { PipeLaw } from '../elements/pipe-law.js';
import { sizeSeries, type SizeCandidate } from '../pipes/size.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { isFatal, prepareStudy } from '../scenarios/prepare.js';
import type { PumpResult, ScenarioResult } from '../results/results.js';
import { runStudy, type SolvedScenario } from '../scenarios/run.js';
import { solveScenario } from '../scenarios/solve-scenario.js';
import { systemCurve } from '../scenarios/system-curve.js';

export interface LineSizesRequest {
  /** pipes that get one size together */
  pipes: readonly string[];
  /** pump of which the head is asked; none in a study that flows by itself */
  pump: string | null;
  /** scenario of the system curves */
  scenario: string;
  /** sizes to compare; those of the first pipe's series near its own when not given */
  candidates?: readonly SizeCandidate[];
}

/** One size in one scenario, at the flow that the scenario has now; SI. */
export interface SizedScenario {
  id: string;
  /** through the governing pipe, m³/s */
  flow: number;
  velocity: number;
  reynolds: number;
  frictionFactor: number | null;
  /** friction over 100 m of pipe, m */
  lossPer100: number;
  /** friction and fittings of all pipes of the group, m */
  loss: number;
  /** required of the pump at the flow it has now, m */
  head: number | null;
  /** W from the mains for that head */
  power: number | null;
  /** through the first pipe with every pump off, m³/s; null where nothing settles */
  gravityFlow: number | null;
}

export interface SizedLine extends SizeCandidate {
  scenarios: SizedScenario[];
  /** system head curve of the asked scenario, m at `flows` */
  curve: (number | null)[];
  /** kWh a year over all scenarios with hours; null when none has any */
  energy: number | null;
  energyCost: number | null;
  pipeCost: number;
  /** pipe and energy over the life */
  presentValue: number | null;
}

export interface LineSizes {
  sizes: SizedLine[];
  /** m³/s, the axis of the curves */
  flows: number[];
  /** index of the size that the pipes have now, if it is among them */
  now: number;
  /** index of the least present value */
  cheapest: number;
  /** metres of pipe in the group */
  length: number;
}

const CURVE_POINTS = 31;
const NEIGHBOURS = 3;

/**
 * Compares nominal sizes for one pipe or a group: at the present flows velocity, Reynolds number, friction factor and loss, the
 * head then required of the pump, what flows with no pump, and what pipe and energy cost over a life.
 *
 * Present value = pipe + yearly energy·(1 − (1 + i)^−n)/i. Source: Peters, Timmerhaus & West, Plant Design and Economics for
 * Chemical Engineers, 5th ed., ch. 7 and 12. Undefined when the study cannot be solved or holds none of the pipes.
 */
export function compareLineSizes(study: Study, request: LineSizesRequest): LineSizes | undefined {
  const first = pipesOf(study, request.pipes)[0];
  const base = runStudy(study).scenarios.filter(isSolved);
  if (!first || base.length === 0) return undefined;
  const candidates =
    request.candidates ??
    neighbours(first.size as string | undefined, first.schedule as string | undefined, boreOf(base[0]!.model, first.id));
  const length = groupLength(base[0]!.model, request.pipes);
  const flows = axis(base, request);
  const sizes = candidates.map((c) => sized(study, request, c, base, flows, length));
  const costs = sizes.map((s) => s.presentValue ?? Infinity);
  const least = Math.min(...costs);
  return {
    sizes,
    flows,
    now: sizes.findIndex((s) => s.size === first.size && s.schedule === first.schedule),
    cheapest: Number.isFinite(least) ? costs.indexOf(least) : -1,
    length,
  };
}

/** Operations that give pipes a nominal size: bore and departures of the size go. */
export function sizeOperations(study: Study, pipes: readonly string[], to: { size: string; schedule: string }): Operation[] {
  const operations: Operation[] = [];
  for (const e of allElements(study)) {
    if (!pipes.includes(e.id)) continue;
    const { inside: _inside, ...rest } = e;
    operations.push({ op: 'set', path: elementPath(study, e.id)!, value: { ...rest, size: to.size, schedule: to.schedule } });
  }
  study.scenarios.forEach((s, i) => {
    const gone = Object.keys(s.set ?? {}).filter((a) =>
      pipes.some((p) => ['size', 'schedule', 'inside'].some((k) => a === `${p}.${k}`)),
    );
    for (const a of gone) operations.push({ op: 'set', path: ['scenarios', i, 'set', a] });
  });
  return operations;
}

/**
 * Cost of a metre of pipe: the study's own table, else a guide that grows with the bore to the power 1.5 from 12 a metre at one
 * inch (form and exponent: Peters, Timmerhaus & West, ch. 12; the level is to be replaced by a quotation).
 */
export function costPerMetre(economics: RawEconomics | undefined, c: SizeCandidate): { cost: number; isGuide: boolean } {
  const own = economics?.pipeCosts?.find((p) => p.size === c.size && (p.schedule === undefined || p.schedule === c.schedule));
  return own ? { cost: own.perMetre, isGuide: false } : { cost: 12 * (c.inside / 0.0254) ** 1.5, isGuide: true };
}

/** A percentage or a plain share, as the study writes it. */
export function share(typed: number | string | undefined, otherwise: number): number {
  if (typeof typed === 'number') return typed;
  const percent = /^\s*([\d.]+)\s*%\s*$/.exec(typed ?? '');
  return percent ? Number(percent[1]) / 100 : otherwise;
}

type Solved = SolvedScenario & { model: ScenarioModel; result: ScenarioResult };

function isSolved(s: SolvedScenario): s is Solved {
  return s.model !== undefined && s.result !== undefined && s.result.status !== 'failed';
}

function pipesOf(study: Study, ids: readonly string[]) {
  const all = allElements(study).filter((e) => e.kind === 'pipe');
  return ids.map((id) => all.find((e) => e.id === id)).filter((e) => e !== undefined);
}

function neighbours(size: string | undefined, schedule: string | undefined, bore: number): SizeCandidate[] {
  const series = sizeSeries(size ?? 'DN100', schedule ?? '40');
  const nearest = series.reduce(
    (best, c, i) => (Math.abs(c.inside - bore) < Math.abs(series[best]!.inside - bore) ? i : best),
    0,
  );
  const at =
    size === undefined
      ? nearest
      : Math.max(
          0,
          series.findIndex((c) => c.size === size),
        );
  return series.slice(Math.max(0, at - NEIGHBOURS), at + NEIGHBOURS + 1);
}

function boreOf(model: ScenarioModel, id: string): number {
  return model.elements.find((e) => e.id === id)?.model.bore ?? 0.1;
}

function groupLength(model: ScenarioModel, pipes: readonly string[]): number {
  return model.elements
    .filter((e) => pipes.includes(e.id))
    .reduce((sum, e) => sum + ((e.read.length as number | undefined) ?? 0), 0);
}

/** flows of the curves: to a third beyond the greatest that any scenario has */
function axis(base: readonly Solved[], request: LineSizesRequest): number[] {
  const through = (s: Solved): number => Math.abs(s.result.elements[request.pump ?? request.pipes[0]!]?.flow ?? 0);
  const most = Math.max(...base.map(through), 1e-6) * 1.33;
  return Array.from({ length: CURVE_POINTS }, (_, i) => (most * i) / (CURVE_POINTS - 1));
}

function sized(
  study: Study,
  request: LineSizesRequest,
  candidate: SizeCandidate,
  base: readonly Solved[],
  flows: readonly number[],
  length: number,
): SizedLine {
  const changed = applyOperations(study, sizeOperations(study, request.pipes, candidate));
  if (!changed.ok) throw new Error(changed.reason);
  const models = new Map(prepareStudy(changed.study).scenarios.map((s) => [s.id, s.model]));
  const still = withoutPumps(changed.study);
  const scenarios = base.map((s) => sizedScenario(study, request, s, models.get(s.id), still.get(s.id)));
  const asked = base.find((s) => s.id === request.scenario) ?? base[0]!;
  const model = models.get(asked.id);
  const curve = request.pump === null || !model ? [] : systemCurve(model, asked.result, request.pump, flows).map((p) => p.head);
  return { ...candidate, scenarios, curve, ...money(study, candidate, scenarios, length) };
}

function money(study: Study, candidate: SizeCandidate, scenarios: readonly SizedScenario[], length: number) {
  const e = study.economics;
  const hours = new Map(study.scenarios.map((s) => [s.id, s.hoursPerYear]));
  const known = scenarios.filter((s) => s.power !== null && hours.get(s.id) !== undefined);
  const energy = known.length === 0 ? null : known.reduce((sum, s) => sum + (s.power! / 1000) * hours.get(s.id)!, 0);
  const energyCost = energy === null ? null : energy * (e?.energyPrice ?? ECONOMICS.energyPrice);
  const pipeCost = length * costPerMetre(e, candidate).cost;
  const factor = annuity(share(e?.interest, ECONOMICS.interest), e?.life ?? ECONOMICS.life);
  return { energy, energyCost, pipeCost, presentValue: energyCost === null ? null : pipeCost + energyCost * factor };
}

/** Present value of one a year over n years at interest i. Example: annuity(0.05, 20) → 12.462. */
export function annuity(interest: number, years: number): number {
  return interest === 0 ? years : (1 - (1 + interest) ** -years) / interest;
}

function sizedScenario(
  study: Study,
  request: LineSizesRequest,
  base: Solved,
  model: ScenarioModel | undefined,
  still: ScenarioResult | undefined,
): SizedScenario {
  const out = { loss: 0, slope: 0 };
  let loss = 0;
  let governing: Pick<SizedScenario, 'flow' | 'velocity' | 'reynolds' | 'frictionFactor' | 'lossPer100'> | undefined;
  for (const id of request.pipes) {
    const pipe = model?.elements.find((e) => e.id === id)?.model;
    const flow = base.result.elements[id]?.flow ?? 0;
    if (!model || pipe?.kind !== 'pipe') continue;
    const { fluid, network } = model;
    const law = new PipeLaw(pipe, {
      density: fluid.density,
      kinematic: fluid.viscosity / fluid.density,
      gravity: network.gravity,
    });
    law.evaluate(flow, out);
    loss += Math.abs(out.loss);
    const velocity = Math.abs(flow / law.area);
    if (governing && governing.velocity >= velocity) continue;
    const lossPer100 = pipe.length > 0 ? (Math.abs(law.frictionLoss(flow)) / pipe.length) * 100 : 0;
    governing = {
      flow: Math.abs(flow),
      velocity,
      reynolds: Math.abs(law.reynolds(flow)),
      frictionFactor: law.factor(flow) ?? null,
      lossPer100,
    };
  }
  const pump = request.pump === null ? undefined : (base.result.elements[request.pump] as PumpResult | undefined);
  const head = pump && model ? systemCurve(model, base.result, request.pump!, [pump.flow])[0]!.head : null;
  const power = pump && model && head !== null ? mainsPower(study, model, pump, head) : null;
  const gravityFlow = still && still.status !== 'failed' ? (still.elements[request.pipes[0]!]?.flow ?? null) : null;
  return {
    id: base.id,
    ...(governing ?? { flow: 0, velocity: 0, reynolds: 0, frictionFactor: null, lossPer100: 0 }),
    loss,
    head,
    power,
    gravityFlow,
  };
}

/** power from the mains: with the efficiencies of the pump and motor as they run, else with the one that the study assumes */
function mainsPower(study: Study, model: ScenarioModel, pump: PumpResult, head: number): number {
  if (!(pump.flow > 0) || !(head > 0)) return 0;
  const both = pump.efficiency && pump.motorEfficiency ? pump.efficiency * pump.motorEfficiency : undefined;
  const efficiency = both ?? share(study.economics?.efficiency, ECONOMICS.efficiency);
  return (model.fluid.density * model.network.gravity * pump.flow * head) / efficiency;
}

/** results of every scenario with all pumps off */
function withoutPumps(study: Study): Map<string, ScenarioResult> {
  const pumps = study.lines.flatMap((l) => l.elements).filter((e) => e.kind === 'pump');
  const off = Object.fromEntries(pumps.map((p) => [`${p.id}.mode`, 'off']));
  const prepared = prepareStudy({ ...study, scenarios: study.scenarios.map((s) => ({ ...s, set: { ...s.set, ...off } })) });
  return new Map(
    prepared.scenarios.flatMap((s) => (s.model && !s.problems.some(isFatal) ? [[s.id, solveScenario(s.model)] as const] : [])),
  );
}
