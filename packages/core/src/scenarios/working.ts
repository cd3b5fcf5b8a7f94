import { atItsSpeed, checkedScenario } from './checked.js';
import { marginWorking } from '../checks/judge.js';
import { isCheckCode } from '../checks/index.js';
import { ELEMENT_KINDS, elementKind, isElementKind } from '../elements/index.js';
import { isPointKind, POINT_KINDS } from '../document/points.js';
import type { ScenarioResult } from '../results/results.js';
import { mediumValues, type KeyedStep, type WorkingStep } from '../results/working.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { heatBalanceSteps } from './heat-balance.js';
import { breakdownSteps } from './working-breakdown.js';
import { fluidSteps } from './working-fluid.js';
import {
  conductanceSteps,
  inItsLiquid,
  isFollowed,
  liquidSteps,
  mediumAt,
  pointTemperatureStep,
  summed,
  temperatureSteps,
} from './working-followed.js';
import { endSteps, inletHeadStep, placeAt, pointSteps, sideBore } from './working-places.js';

/**
 * The steps behind a result, in order: the last one gives the number itself. The values are those of the solved scenario, not
 * worked out a second time. Inputs say where they come from: an entry, or another figure that has steps of its own.
 *
 * @param address a figure (`L-420.headLoss`, `P-410.shaftPower`), a property (`fluid.density`), a part of a head
 * (`breakdown.P-410.pipes`) or a margin (`npsh-ratio:P-410`); undefined for what has no working: it is an entry or solved
 */
export function working(model: ScenarioModel, result: ScenarioResult, address: string): WorkingStep[] | undefined {
  const colon = address.indexOf(':');
  if (colon > 0 && isCheckCode(address.slice(0, colon))) return marginSteps(model, result, address);
  const dot = address.lastIndexOf('.');
  const key = address.slice(dot + 1);
  const steps = stepsOf(model, result, address.slice(0, dot));
  const end = steps.findIndex((s) => s.key === key);
  return end < 0 ? undefined : needed(steps.slice(0, end + 1));
}

function marginSteps(model: ScenarioModel, result: ScenarioResult, address: string): WorkingStep[] | undefined {
  const colon = address.indexOf(':');
  const margin = result.margins.find((m) => m.check === address.slice(0, colon) && m.where === address.slice(colon + 1));
  if (!margin) return undefined;
  const found = marginWorking(checkedScenario(model, result), margin);
  return found && [found];
}

function stepsOf(model: ScenarioModel, result: ScenarioResult, id: string): KeyedStep[] {
  if (id === 'fluid') return fluidSteps(model);
  if (id === 'heatBalance') return heatBalanceSteps(result.heatBalance);
  if (id.startsWith('breakdown.')) return breakdownSteps(model, result, id.slice('breakdown.'.length));
  const scenario = mediumValues(model.fluid, model.network.gravity, model.network.atmosphere);
  const found = model.elements.find((x) => x.id === id);
  const r = result.elements[id];
  if (!found || !r) return [...pointSteps(scenario, model, result, id), ...pointTemperatureStep(model, result, id)];
  const follows = isFollowed(r);
  const own = atItsSpeed(found, model, result);
  const e = follows ? inItsLiquid(own, r) : own;
  const medium = follows ? mediumAt(model, id, r) : scenario;
  const inlet = placeAt(result, e, 0)?.totalHead ?? null;
  const steps = elementKind(e.kind).working(
    {
      ...e,
      medium,
      inletHead: inlet,
      inletBore: sideBore(model, e, 0) ?? 0,
      outletBore: sideBore(model, e, 1) ?? 0,
      breakdown: result.breakdowns[id],
    },
    r,
  );
  const ends = endSteps(medium, model, result, e);
  if (!follows) return [...inletHeadStep(model, result, e, inlet), ...steps, ...ends];
  return [
    ...liquidSteps(model, e, r),
    ...inletHeadStep(model, result, e, inlet),
    ...conductanceSteps(e),
    ...temperatureSteps(model, result, e, r),
    ...summed(steps, e),
    ...ends,
  ];
}

/** Figures of a thing that have a working, by its kind; of `heatBalance`, those of a scenario's heat. */
export function workedFigures(kind: string): readonly string[] {
  if (kind === 'heatBalance') return ['in', 'out'];
  if (isElementKind(kind)) return ELEMENT_KINDS[kind].worked;
  return isPointKind(kind) ? POINT_KINDS[kind].worked : [];
}

/** only the steps that the last one rests on */
function needed(steps: readonly KeyedStep[]): WorkingStep[] {
  const wanted = new Set<string>();
  const kept: WorkingStep[] = [];
  for (let i = steps.length - 1; i >= 0; i--) {
    const { key: _key, ...step } = steps[i]!;
    if (i < steps.length - 1 && !wanted.has(step.result.symbol)) continue;
    wanted.delete(step.result.symbol);
    for (const input of step.inputs) if (input.symbol !== step.result.symbol) wanted.add(input.symbol);
    kept.unshift(step);
  }
  return kept;
}

/** What is used where an entry of an element is empty, SI: of its field, or of the pump's own data. */
export function usedEntries(e: ElementDetail): Readonly<Record<string, unknown>> {
  const used = elementKind(e.kind).used?.(e) ?? {};
  // as many are installed as run together at the most, where it is not said
  return e.mostRunning === undefined ? used : { ...used, installed: e.mostRunning };
}

/**
 * A working with everything that it rests on: the figure first, then those that its inputs come from, each once, down to what
 * was entered.
 */
export function workingChain(
  model: ScenarioModel,
  result: ScenarioResult,
  address: string,
): { address: string; steps: WorkingStep[] }[] {
  const chain = new Map<string, WorkingStep[]>();
  const follow = (at: string): void => {
    const steps = chain.has(at) ? undefined : working(model, result, at);
    if (!steps) return;
    chain.set(at, steps);
    // what a step of this very working gives needs no second account
    const made = new Set(steps.map((s) => s.result.symbol));
    for (const s of steps)
      for (const i of s.inputs) if (i.from !== undefined && !i.entered && !made.has(i.symbol)) follow(i.from);
  };
  follow(address);
  return [...chain].map(([at, steps]) => ({ address: at, steps }));
}
