import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** m: what rounding leaves of no head */
const ROUNDING = 1e-6;

/** Head of a running pump: where it is negative the system drives the flow, and a pump is the wrong machine. */
export const pumpHead: Check = {
  label: word('check.pump-head'),
  dimension: 'head',
  limit: 0,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.pump-head.source'),
  reasons: ['off', 'no-flow'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const { head } = r;
    if (head === null) return 'no-flow';
    return {
      value: head,
      verdict: (limit) => (head < limit - ROUNDING ? 'fails' : 'holds'),
      how: () => ({
        formula: 'H',
        inputs: [worth('H', word('quantity.head-of-the-pump'), head, 'head', { from: `${e.id}.head` })],
      }),
    };
  },
};
