import type { ValveResult } from '../results/results.js';
import type { CheckedElement, CheckedScenario, Reason } from './check.js';

export const valveResult = (e: CheckedElement, s: CheckedScenario): ValveResult => s.result.elements[e.id] as ValveResult;

/** the result of a valve that passes something in its own direction, or why it is not judged */
export function flowing(e: CheckedElement, s: CheckedScenario): { r: ValveResult; drop: number } | Reason {
  const r = valveResult(e, s);
  return r.flow > 0 && r.drop !== null ? { r, drop: r.drop } : 'no-flow';
}
