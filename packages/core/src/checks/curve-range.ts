import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

export const curveRange: Check = {
  label: word('check.curve-range'),
  limit: 1,
  near: { share: 0.03 },
  sense: 'most',
  worst: 'fails',
  source: word('check.curve-range.source'),
  reasons: ['off', 'no-curve'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    return {
      value: c.r.flow / c.r.running / c.p.lastFlow,
      how: () => ({
        formula: 'Q/n/Qend',
        inputs: [
          worth('Q', word('quantity.flow'), c.r.flow, 'flow', { from: `${e.id}.flow` }),
          worth('n', word('quantity.units-running'), c.r.running, 'ratio', { from: `${e.id}.running` }),
          worth('Qend', word('quantity.last-flow-of-the-published-curve-as'), c.p.lastFlow, 'flow'),
        ],
      }),
    };
  },
};
