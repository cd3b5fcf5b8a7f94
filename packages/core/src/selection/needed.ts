import type { CheckCode } from '../checks/index.js';
import { motorFactor } from '../checks/motor-power.js';
import { nextRating } from '../pumps/motor-ratings.js';
import type { Fallen } from './ranking.js';

/** What a pump that fell out would need, SI; of the scenario in which it falls. */
export type Needed =
  /** more head of the pump, m */
  | { kind: 'head'; more: number }
  /** more NPSH available, m: a higher level, less loss, a colder liquid */
  | { kind: 'npsha'; more: number }
  /** a motor of this rating, W */
  | { kind: 'motor'; rating: number }
  /** more flow through the group (less where negative), m³/s */
  | { kind: 'flow'; more: number }
  /** a higher limit of the maker, as a factor on it */
  | { kind: 'rating'; factor: number };

/** checks whose value is a share of what the maker allows */
const OF_MAKER: ReadonlySet<string> = new Set<CheckCode>(['shaft-power', 'casing-pressure', 'bore-fit', 'stage-limits']);

/** What would bring a near miss to its limit, as far as one figure says it; another check may fail then. */
export function neededFor(f: Fallen): Needed | undefined {
  const { value, limit, duty } = f;
  if (value === null || limit === null) return undefined;
  if (f.reason === 'head-short') return { kind: 'head', more: limit - value };
  if (OF_MAKER.has(f.reason)) return { kind: 'rating', factor: value / limit };
  if (!duty) return undefined;
  switch (f.reason) {
    case 'npsh-ratio':
      return duty.npshr === null ? undefined : { kind: 'npsha', more: (limit - value) * duty.npshr };
    case 'npsh-difference':
      return { kind: 'npsha', more: limit - value };
    case 'motor-power': {
      // the value is the rating over the power of one unit: the shaft power of all, by how many there are
      const rating = duty.shaftPower === null ? undefined : nextRating(duty.shaftPower / duty.running, motorFactor);
      return rating === undefined ? undefined : { kind: 'motor', rating };
    }
    default:
      // shares of a flow: with the flow they come to the limit in the same proportion
      return OF_FLOW.has(f.reason) && value !== 0 ? { kind: 'flow', more: duty.flow * (limit / value - 1) } : undefined;
  }
}

const OF_FLOW: ReadonlySet<string> = new Set<CheckCode>(['flow-region', 'minimum-flow', 'curve-range']);
