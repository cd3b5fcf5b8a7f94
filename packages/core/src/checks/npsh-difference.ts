import type { Check } from './check.js';
import { npsh, npshValues } from './pump-case.js';
import { word } from '../words/word.js';

export const npshDifference: Check = {
  label: word('check.npsh-difference'),
  dimension: 'head',
  limit: 0.6,
  near: { share: 0.5 },
  sense: 'least',
  worst: 'fails',
  source: word('check.npsh-difference.source'),
  reasons: ['off', 'no-flow', 'no-npshr'],
  entry: word('check.npsh-difference.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const n = npsh(e, s);
    if (typeof n === 'string') return n;
    return { value: n.available - n.required, how: () => ({ formula: 'NPSHA − NPSHR', inputs: npshValues(e.id, n) }) };
  },
};
