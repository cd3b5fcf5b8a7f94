import { VISCOSITY_B_LIMIT } from '../pumps/viscosity.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

/** B of the viscosity correction against the range of the tests that it rests on. */
export const methodRange: Check = {
  label: word('check.method-range'),
  limit: VISCOSITY_B_LIMIT,
  near: null,
  sense: 'most',
  worst: 'near',
  source: word('check.method-range.source'),
  reasons: ['off', 'no-curve', 'not-viscous'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { b, cq } = c.p.viscosity;
    if (cq === 1) return 'not-viscous';
    const input = worth('B', word('quantity.viscosity-parameter'), b, 'ratio', { from: `${e.id}.b` });
    return { value: b, how: () => ({ formula: 'B', inputs: [input] }) };
  },
};
