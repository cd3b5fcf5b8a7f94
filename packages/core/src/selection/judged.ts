import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { insideShare, nearestLimit } from '../checks/inside.js';
import { orderOf } from '../checks/judge.js';
import type { Margin } from '../results/margin.js';
import type { SolvedScenario } from '../scenarios/run.js';

/** A margin with the scenario it belongs to; beside each other, because copies of a hundred thousand margins take longer than judging. */
export interface Judged {
  margin: Margin<CheckCode> & { value: number };
  scenario: string;
  verdict: Worst['verdict'];
}

export interface Worst {
  check: CheckCode;
  scenario: string;
  value: number;
  limit: number;
  verdict: 'holds' | 'near' | 'fails';
}

const distance = ({ margin }: Judged): number => insideShare(margin)!;

/** the upper edge of an opening band counts as holds where a trim stops there */
function isAtTrimEdge(m: Judged['margin']): boolean {
  return m.check === 'valve-opening' && m.upper !== undefined && m.value > (m.limit! + m.upper) / 2 && m.value <= m.upper + 1e-6;
}

/** Margins of all judged scenarios that some places have, those that do not apply left out. */
export function marginsAt(
  scenarios: readonly SolvedScenario[],
  isMeant: (m: Margin<CheckCode>) => boolean,
  isLenient = false,
): Judged[] {
  const found: Judged[] = [];
  for (const { id, model, result } of scenarios) {
    if (model?.judged === false || !result) continue;
    for (const m of result.margins as Margin<CheckCode>[]) {
      if (m.value === null || m.verdict === 'not-applicable' || !isMeant(m)) continue;
      const margin = m as Judged['margin'];
      found.push({ margin, scenario: id, verdict: isLenient && isAtTrimEdge(margin) ? 'holds' : m.verdict });
    }
  }
  return found;
}

const worstOf = ({ margin: m, scenario, verdict }: Judged): Worst => ({
  check: m.check,
  scenario,
  value: m.value,
  limit: nearestLimit(m)!,
  verdict,
});

/** Order of the first code that fails among the margins asked for of one scenario; Infinity where none does. Makes nothing: it is asked by the hundred thousand. */
export function firstFailing(margins: readonly Margin<CheckCode>[]): number {
  let first = Infinity;
  for (const m of margins)
    if (m.verdict === 'fails' && m.value !== null && !isAtTrimEdge(m as Judged['margin']))
      first = Math.min(first, orderOf(m.check));
  return first;
}

/** The check that fails first in the order of the codes, in its worst scenario; undefined where none fails. */
export function firstFailure(margins: readonly Judged[]): Worst | undefined {
  const failing = margins.filter((m) => m.verdict === 'fails');
  const first = CHECK_CODES.find((code) => failing.some((m) => m.margin.check === code));
  const [worst] = failing.filter((m) => m.margin.check === first).sort((a, b) => distance(a) - distance(b));
  return worst && worstOf(worst);
}

/**
 * The margin that is nearest to its limit: of those that are near before the others. A set point that is reached and a required flow that is
 * delivered stand at their limit by their nature, and count after all others.
 */
export function worstMargin(margins: readonly Judged[]): Worst | undefined {
  const rank = { fails: 0, near: 1, holds: 2 } as const;
  const isReached = ({ margin, verdict }: Judged): boolean =>
    (margin.check === 'set-point' || margin.check === 'delivered-flow') && verdict === 'holds';
  const others = margins.filter((m) => !isReached(m));
  const [worst] = [...(others.length > 0 ? others : margins)].sort(
    (a, b) => rank[a.verdict] - rank[b.verdict] || distance(a) - distance(b),
  );
  return worst && worstOf(worst);
}
