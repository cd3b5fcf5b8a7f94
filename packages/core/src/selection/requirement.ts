import type { Running, Requirement } from '../catalogue/configure.js';
import { CHECKS } from '../checks/index.js';
import { requiredFlowOf } from '../scenarios/required.js';
import type { ScenarioModel } from '../scenarios/model.js';
import { systemCurve } from '../scenarios/system-curve.js';
import type { ScenarioResult } from '../results/results.js';
import { kvAtOpening } from '../valves/valve.js';

/** What one scenario asks of a pump position. */
export interface ScenarioRequirement extends Requirement {
  scenario: string;
  /** m; null where nothing determines it */
  npsha: number | null;
}

/**
 * Flow that a pump's position is asked to pass: what is required of it; else imposed there, or held by a valve or fixed in its line; else
 * that of the present solution where it is reached; else of the rated point.
 */
function flowAsked(model: ScenarioModel, result: ScenarioResult, pump: string): number | undefined {
  const own = model.elements.find((e) => e.id === pump)!;
  const required = requiredFlowOf(own, model, result);
  if (required !== undefined) return required;
  // what is entered elsewhere, or as a mass, is another volume at the pump
  const followed = model.network.along && result.status === 'solved' ? result.elements[pump]!.flow : 0;
  if (followed > 0) return followed;
  if (own.read.mode === 'flow' && typeof own.read.flow === 'number') return own.read.flow;
  const line = model.network.lines[own.line]!;
  for (const e of model.elements) {
    const isHolding = e.line === own.line && e.kind === 'control-valve' && e.read.mode === 'flow';
    if (isHolding && typeof e.read.flow === 'number') return e.read.flow;
  }
  if (line.flow !== undefined) return line.flow;
  // one that flows back through the pump is reached by nobody
  const present = result.status === 'solved' ? result.elements[pump]!.flow : 0;
  if (present > 0) return present;
  return (own.read.rated as { flow?: number } | undefined)?.flow;
}

/** Valves of the pump's line that control stand at the upper edge of their opening band; one without an entry is left out. */
function valvesAtTheirEdge(model: ScenarioModel, result: ScenarioResult, line: number): Map<string, number | null> {
  const stands = new Map<string, number | null>();
  const [, usual] = CHECKS['valve-opening'].limit as readonly [number, number];
  for (const e of model.elements) {
    if (e.line !== line || e.model.kind !== 'control-valve') continue;
    const upper = result.margins.find((m) => m.check === 'valve-opening' && m.where === e.id)?.upper ?? usual;
    stands.set(e.id, e.valve ? kvAtOpening(e.valve, upper) : null);
  }
  return stands;
}

/** How a pump that takes the position runs: units, wear, viscosity. */
export function runningOf(model: ScenarioModel, pump: string): Running {
  const { read } = model.elements.find((e) => e.id === pump)!;
  const { viscosity, density } = model.fluid;
  return {
    running: (read.running as number | undefined) ?? 1,
    wear: (read.wear as number | undefined) ?? 0,
    ...(read.viscosityCorrection === false ? {} : { kinematicViscosity: viscosity / density }),
    viscousNpshr: read.viscosityCorrection === true,
  };
}

/** What a scenario asks of a pump; undefined where nothing says a flow, or the system has no answer at it. */
export function requirementOf(model: ScenarioModel, result: ScenarioResult, pump: string): ScenarioRequirement | undefined {
  const flow = flowAsked(model, result, pump);
  if (flow === undefined || !(flow > 0)) return undefined;
  const { line } = model.elements.find((e) => e.id === pump)!;
  const [point] = systemCurve(model, result, pump, [flow], valvesAtTheirEdge(model, result, line));
  if (!point || point.head === null) return undefined;
  return { scenario: model.id, flow, head: point.head, npsha: point.npsha, running: runningOf(model, pump) };
}
