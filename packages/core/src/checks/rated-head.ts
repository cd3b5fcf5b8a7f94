import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { ratedPoint } from './rated-case.js';
import { word } from '../words/word.js';

/** Head that a grade of acceptance tests lets lack, of the guaranteed one. Source: ISO 9906:2012, table 8. */
const GRADES: Readonly<Record<string, number>> = { '1B': 0.03, '1E': 0.03, '1U': 0, '2B': 0.05, '2U': 0, '3B': 0.07 };

/** Head of the pump at its rated flow over the rated head. */
export const ratedHead: Check = {
  label: word('check.rated-head'),
  limit: 0.97,
  near: { gap: 0.03 },
  sense: 'least',
  worst: 'fails',
  source: word('check.rated-head.source'),
  reasons: ['off', 'no-curve', 'no-rated-point'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = ratedPoint(e, s);
    if (typeof c === 'string') return c;
    const { rated, p } = c;
    const head = p.head(rated.flow);
    const tolerance = rated.grade === undefined ? undefined : GRADES[rated.grade];
    return {
      value: head / rated.head,
      ...(tolerance === undefined ? {} : { limit: 1 - tolerance }),
      verdict: (limit) => (head / rated.head < limit ? 'fails' : head < rated.head ? 'near' : 'holds'),
      how: () => ({
        formula: 'H/Hr',
        inputs: [
          worth('H', word('quantity.head-of-the-pump-at-the-rated'), head, 'head'),
          worth('Hr', word('quantity.rated-head'), rated.head, 'head', { from: `${e.id}.rated` }),
        ],
      }),
    };
  },
};
