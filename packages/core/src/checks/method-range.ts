import { VISCOSITY_B_LIMIT } from '../pumps/viscosity.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';

/** B of the viscosity correction against the range of the tests that it rests on. */
export const methodRange: Check = {
  label: 'Method range',
  limit: VISCOSITY_B_LIMIT,
  near: null,
  sense: 'most',
  worst: 'near',
  source: 'ISO/TR 17766',
  reasons: ['off', 'no-curve', 'not-viscous'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { b, cq } = c.p.viscosity;
    if (cq === 1) return 'not-viscous';
    const input = worth('B', 'viscosity parameter', b, 'ratio', { from: `${e.id}.b` });
    return { value: b, how: () => ({ formula: 'B', inputs: [input] }) };
  },
};
