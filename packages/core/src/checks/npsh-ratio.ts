import type { Check } from './check.js';
import { byItsCurve, columnOf, npsh, npshValues, result } from './pump-case.js';
import { word } from '../words/word.js';

export const npshRatio: Check = {
  label: word('check.npsh-ratio'),
  limit: 1.3,
  near: { share: 0.1 },
  sense: 'least',
  worst: 'fails',
  source: word('check.npsh-ratio.source'),
  reasons: ['off', 'no-flow', 'no-npshr'],
  entry: word('check.npsh-ratio.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const n = npsh(e, s);
    if (typeof n === 'string') return n;
    return { value: n.available / n.required, how: () => ({ formula: 'NPSHA/NPSHR', inputs: npshValues(e.id, n) }) };
  },
  missing: (e, s) => (byItsCurve(e, s) && npsh(e, s) === 'no-npshr' && !result(e, s).npshr ? [columnOf(e, 'npshr')] : []),
};
