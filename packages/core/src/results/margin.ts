export type Verdict = 'holds' | 'near' | 'fails' | 'not-applicable';

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
