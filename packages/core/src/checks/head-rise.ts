import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

/** Shut-off head over duty head: units in parallel want a tenth, a single one only what its study asks for. */
export const headRise: Check = {
  label: word('check.head-rise'),
  short: word('check.head-rise.short'),
  limit: 1.1,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.head-rise.source'),
  reasons: ['off', 'no-curve', 'no-flow'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { r, p } = c;
    if (r.head === null || !(r.head > 0)) return 'no-flow';
    const value = p.head(0) / r.head;
    const isHeld = isOwn || r.running > 1;
    return {
      value,
      ...(isHeld ? {} : { limit: 1 }),
      verdict: (limit) => (isHeld && value < limit ? 'fails' : p.falling ? 'holds' : 'near'),
      how: () => ({
        formula: 'H0/H',
        inputs: [
          worth('H0', word('quantity.shut-off-head-as-operated'), p.head(0), 'head'),
          worth('H', word('quantity.head'), r.head!, 'head', { from: `${e.id}.head` }),
        ],
      }),
    };
  },
};
