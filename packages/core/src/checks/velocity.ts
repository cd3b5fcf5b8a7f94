import type { PipeResult } from '../results/results.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { word } from '../words/word.js';

const DISCHARGE = [1, 4] as const;
/** suction lines are held to lower velocities */
const SUCTION = [0.5, 2] as const;
/** a dead leg carries what rounding leaves, not a flow to be judged, m/s */
const AT_REST = 1e-6;

export const velocity: Check = {
  label: word('check.velocity'),
  dimension: 'velocity',
  limit: DISCHARGE,
  near: null,
  sense: 'band',
  worst: 'near',
  source: word('check.velocity.source'),
  reasons: ['no-flow'],
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s) => {
    const r = s.result.elements[e.id] as PipeResult;
    const v = Math.abs(r.velocity);
    if (v < AT_REST) return 'no-flow';
    const input = worth('v', word('quantity.velocity'), r.velocity, 'velocity', { from: `${e.id}.velocity` });
    return {
      value: v,
      limit: s.suction.has(e.id) ? SUCTION : DISCHARGE,
      // slow is no fault of a line without solids: it is said
      verdict: (low, high) => (v > high || (v < low && s.hasSolids) ? 'near' : 'holds'),
      how: () => ({ formula: 'abs(v)', inputs: [input] }),
    };
  },
};
