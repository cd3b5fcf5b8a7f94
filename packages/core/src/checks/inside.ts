import type { Margin } from '../results/margin.js';
import { CHECKS, isCheckCode } from './index.js';

/* How far a margin is inside its limits: asked by rankings, by what brings it there, and by what puts the worst first. */

/** upper limit of a band; undefined where there is none, or it is open */
const upperOf = (m: Margin): number | undefined => (m.upper !== undefined && Number.isFinite(m.upper) ? m.upper : undefined);

/** The smaller of the distances to the limits by a measure of each; negative outside, null where nothing is judged. */
function inside(m: Margin, measure: (gap: number, limit: number) => number): number | null {
  if (m.value == null || m.limit === null || m.verdict === 'not-applicable' || !isCheckCode(m.check)) return null;
  // too much is as far off as too little
  if (m.check === 'set-point') return measure(Math.min(m.value, 1 / m.value) - m.limit, m.limit);
  const over = measure(m.value - m.limit, m.limit);
  const upper = upperOf(m);
  switch (CHECKS[m.check].sense) {
    case 'least':
      return over;
    case 'most':
      return -over;
    case 'band':
      return upper === undefined ? over : Math.min(over, measure(upper - m.value, upper));
  }
}

/** Distance of a margin inside its limits, in its own unit: SI or a ratio. */
export const insideBy = (m: Margin | undefined): number | null => (m ? inside(m, (gap) => gap) : null);

/** The same as a share of the limit, so that margins of different checks compare. */
export const insideShare = (m: Margin): number | null => inside(m, (gap, limit) => gap / (Math.abs(limit) || 1));

/** The limit that a judged value is nearest to. */
export function nearestLimit(m: Margin): number | null {
  const upper = upperOf(m);
  if (m.value === null || m.limit === null || upper === undefined) return m.limit;
  return Math.abs(m.value - upper) < Math.abs(m.value - m.limit) ? upper : m.limit;
}
