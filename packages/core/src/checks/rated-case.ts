import type { PumpPerformance } from '../pumps/pump.js';
import type { CheckedElement, CheckedScenario, Reason } from './check.js';
import { onCurve } from './pump-case.js';

interface RatedPoint {
  flow: number;
  head: number;
  grade?: string;
}

/** the rated point of a pump that runs on a curve, or why nothing is judged by it */
export function ratedPoint(e: CheckedElement, s: CheckedScenario): { rated: RatedPoint; p: PumpPerformance } | Reason {
  const c = onCurve(e, s);
  if (typeof c === 'string') return c;
  const rated = e.read.rated as RatedPoint | undefined;
  return rated ? { rated, p: c.p } : 'no-rated-point';
}
