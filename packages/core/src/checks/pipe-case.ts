import type { PipeResult } from '../results/results.js';
import type { CheckedElement, CheckedScenario } from './check.js';

/** pressures known along a pipe, Pa absolute: at its ends and at its profile points */
export function pressuresAlong(e: CheckedElement, s: CheckedScenario): number[] {
  const r = s.result.elements[e.id] as PipeResult;
  return [r.inletPressure, r.outletPressure, ...(r.profile ?? []).map((p) => p.pressure)].filter((p) => p !== null);
}
