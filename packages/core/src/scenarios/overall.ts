import { worstMargins, type Verdict } from '../results/margin.js';
import type { ScenarioResult } from '../results/results.js';

const LEAST_FLOW = 1e-9;

/**
 * The verdict of a whole scenario: its worst margin; holds when something was judged and holds. Where every pump is off and
 * nothing flows there is nothing to judge: what stands under pressure at rest is no service that holds.
 */
export function overallVerdict(result: ScenarioResult): Verdict {
  const worst = worstMargins(result.margins)[0]?.verdict;
  if (worst) return worst;
  const pumps = Object.values(result.elements).filter((e) => e.kind === 'pump');
  const isIdle =
    pumps.length > 0 &&
    pumps.every((p) => p.running === 0) &&
    Object.values(result.lines).every((l) => Math.abs(l.flow) < LEAST_FLOW);
  return !isIdle && result.margins.some((m) => m.verdict === 'holds') ? 'holds' : 'not-applicable';
}
