import type { CheckCode } from '../document/fields.js';

export type Verdict = 'holds' | 'near' | 'fails' | 'not-applicable';

/** One check at one place in one scenario; value and limits in SI or as a ratio. */
export interface Margin {
  check: CheckCode;
  where: string;
  value: number | null;
  limit: number | null;
  /** the other limit of a band */
  upper?: number;
  verdict: Verdict;
  /** why it does not apply: data, worded at the edge */
  reason?: string;
}
