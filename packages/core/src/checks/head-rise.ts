import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';

/** Shut-off head over duty head: units in parallel want a tenth, a single one only what its study asks for. */
export const headRise: Check = {
  label: 'Head rise to shut-off',
  short: 'Head rise',
  limit: 1.1,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: 'ISO 13709, 6.1.11: at least 10 % to shut-off in parallel operation, a curve that falls all the way',
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
          worth('H0', 'shut-off head as it runs', p.head(0), 'head'),
          worth('H', 'head', r.head!, 'head', { from: `${e.id}.head` }),
        ],
      }),
    };
  },
};
