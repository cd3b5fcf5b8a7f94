import { CHECK_CODES, CHECKS, type CheckCode } from '../checks/index.js';
import type { Margin } from '../results/margin.js';
import type { SolvedScenario } from '../scenarios/run.js';

type Judged = Margin<CheckCode> & { scenario: string };

export interface Worst {
  check: CheckCode;
  scenario: string;
  value: number;
  limit: number;
  verdict: 'holds' | 'near' | 'fails';
}

/** How far a margin is from its limit, as a share of that; negative where it fails. */
function distance(m: Judged): number {
  const value = m.value!;
  const share = (gap: number, limit: number): number => gap / (Math.abs(limit) || 1);
  const over = share(value - m.limit!, m.limit!);
  switch (CHECKS[m.check].sense) {
    case 'least':
      return over;
    case 'most':
      return -over;
    case 'band':
      return m.upper === undefined ? over : Math.min(over, share(m.upper - value, m.upper));
  }
}

/** the upper edge of an opening band counts as holds where a trim stops there */
function lenient(m: Judged): Judged {
  const isAtEdge = m.check === 'valve-opening' && m.upper !== undefined && m.value !== null && m.value > (m.limit! + m.upper) / 2;
  return isAtEdge && m.value! <= m.upper! + 1e-6 ? { ...m, verdict: 'holds' } : m;
}

/** Margins of all judged scenarios that some places have, those that do not apply left out. */
export function marginsAt(
  scenarios: readonly SolvedScenario[],
  isMeant: (m: Margin<CheckCode>) => boolean,
  isLenient = false,
): Judged[] {
  return scenarios.flatMap(({ id, model, result }) =>
    model?.judged === false || !result
      ? []
      : (result.margins as Margin<CheckCode>[])
          .filter((m) => m.value !== null && m.verdict !== 'not-applicable' && isMeant(m))
          .map((m) => (isLenient ? lenient({ ...m, scenario: id }) : { ...m, scenario: id })),
  );
}

const worstOf = (m: Judged): Worst => ({
  check: m.check,
  scenario: m.scenario,
  value: m.value!,
  limit: m.upper !== undefined && m.value! > (m.limit! + m.upper) / 2 ? m.upper : m.limit!,
  verdict: m.verdict as Worst['verdict'],
});

/** The check that fails first in the order of the codes, in its worst scenario; undefined where none fails. */
export function firstFailure(margins: readonly Judged[]): Worst | undefined {
  const failing = margins.filter((m) => m.verdict === 'fails');
  for (const code of CHECK_CODES) {
    const [worst] = failing.filter((m) => m.check === code).sort((a, b) => distance(a) - distance(b));
    if (worst) return worstOf(worst);
  }
  return undefined;
}

/** The margin that is nearest to its limit: of those that are near before the others. */
export function worstMargin(margins: readonly Judged[]): Worst | undefined {
  const rank = { fails: 0, near: 1, holds: 2, 'not-applicable': 3 } as const;
  const [worst] = [...margins].sort((a, b) => rank[a.verdict] - rank[b.verdict] || distance(a) - distance(b));
  return worst && worstOf(worst);
}
