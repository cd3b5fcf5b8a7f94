import type { Check } from './check.js';
import { npsh, npshValues } from './pump-case.js';

export const npshDifference: Check = {
  label: 'NPSH margin',
  dimension: 'head',
  limit: 0.6,
  near: { share: 0.5 },
  sense: 'least',
  worst: 'fails',
  source: 'ANSI/HI 9.6.1, margins by service',
  reasons: ['off', 'no-flow', 'no-npshr'],
  entry: 'NPSHR',
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const n = npsh(e, s);
    if (typeof n === 'string') return n;
    return { value: n.available - n.required, how: () => ({ formula: 'NPSHA − NPSHR', inputs: npshValues(e.id, n) }) };
  },
};
