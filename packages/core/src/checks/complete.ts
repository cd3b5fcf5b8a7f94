import { worstMargins, worstOverall, type Incomplete, type Overall } from '../results/margin.js';
import type { ScenarioResult } from '../results/results.js';
import type { Check, CheckedElement, CheckedPoint, CheckedScenario } from './check.js';
import { CHECK_CODES, CHECKS, type CheckCode } from './index.js';

/* Whether all that belongs to a scenario could be judged, and what it comes to as a whole. */

const ALWAYS: readonly (readonly [CheckCode, Check])[] = CHECK_CODES.flatMap((code) => {
  const check: Check = CHECKS[code];
  return check.missing ? [[code, check] as const] : [];
});

/** What always belongs to an element or a point and is not judged for want of an entry. */
export function incompleteOf(s: CheckedScenario): Incomplete<CheckCode>[] {
  return [...s.elements, ...s.points].flatMap((subject) =>
    ALWAYS.flatMap(([check, { kinds, missing }]) => {
      if (!kinds.includes(subject.kind)) return [];
      const found = (missing as (subject: CheckedElement | CheckedPoint, s: CheckedScenario) => readonly string[])(subject, s);
      return found.length > 0 ? [{ check, where: subject.id, missing: found }] : [];
    }),
  );
}

const LEAST_FLOW = 1e-9;

/**
 * The verdict of a whole scenario: one that is not solved fails; else the worst of its margins and of what is incomplete. Where every pump is
 * off and nothing flows there is nothing to judge: what stands under pressure at rest is no service that holds.
 */
export function verdictOf(result: Pick<ScenarioResult, 'status' | 'elements' | 'lines' | 'margins' | 'incomplete'>): Overall {
  if (result.status === 'failed') return 'fails';
  const worst = worstMargins(result.margins)[0]?.verdict;
  if (worst || result.incomplete.length > 0)
    return worstOverall([worst ?? 'holds', ...(result.incomplete.length > 0 ? ['incomplete' as const] : [])]);
  const pumps = Object.values(result.elements).filter((e) => e.kind === 'pump');
  const isIdle =
    pumps.length > 0 &&
    pumps.every((p) => p.running === 0) &&
    Object.values(result.lines).every((l) => Math.abs(l.flow) < LEAST_FLOW);
  return !isIdle && result.margins.some((m) => m.verdict === 'holds') ? 'holds' : 'not-applicable';
}
