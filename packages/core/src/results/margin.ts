export type Verdict = 'holds' | 'near' | 'fails' | 'not-applicable';

/** What a scenario, a study or a candidate comes to: something may be left that could not be judged. */
export type Overall = Verdict | 'incomplete';

/** A check that always belongs to an element and is not judged for want of entries. */
export interface Incomplete<Code extends string = string> {
  check: Code;
  where: string;
  /** addresses of the entries: `pumps.p.curve[].npshr` */
  missing: readonly string[];
}

/** A limit: one number, or the two ends of a band. SI, or a ratio. */
export type Limit = number | readonly [number, number];

/** One check at one place in one scenario; value and limits in SI or as a ratio. It carries every edge that a gauge draws. */
export interface Margin<Code extends string = string> {
  check: Code;
  where: string;
  value: number | null;
  limit: number | null;
  /** the other limit of a band */
  upper?: number;
  /** a value below this one, or above that one, is near where it holds */
  nearBelow?: number;
  nearAbove?: number;
  /** which of two conditions gave the value: `running` or `dead-head` */
  governs?: string;
  verdict: Verdict;
  /** why it does not apply: a code, worded at the edge */
  reason?: string;
  /** the limit is the study's own */
  isOwn?: boolean;
}

const WEIGHT: Readonly<Record<Verdict, number>> = { fails: 0, near: 1, holds: 2, 'not-applicable': 3 };

/** Margins that fail or are near, the worst first, in the order of the checks among equals. */
export function worstMargins<Code extends string>(margins: readonly Margin<Code>[]): Margin<Code>[] {
  return margins
    .filter((m) => m.verdict === 'fails' || m.verdict === 'near')
    .sort((a, b) => WEIGHT[a.verdict] - WEIGHT[b.verdict]);
}

const OVERALL = ['fails', 'incomplete', 'near', 'holds', 'not-applicable'] as const satisfies readonly Overall[];

/** The worst of several: what fails before what is incomplete, near and holds; `not-applicable` where there is none. */
export function worstOverall(verdicts: Iterable<Overall>): Overall {
  const found = new Set(verdicts);
  return OVERALL.find((v) => found.has(v)) ?? 'not-applicable';
}
