import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { atBestFlow } from './pump-case.js';
import { word } from '../words/word.js';

export const ratedFlow: Check = {
  label: word('check.rated-flow'),
  limit: [0.8, 1.1],
  near: null,
  sense: 'band',
  worst: 'fails',
  source: word('check.rated-flow.source'),
  reasons: ['off', 'no-curve', 'no-best-flow', 'not-rated'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const c = atBestFlow(e, s);
    if (typeof c === 'string') return c;
    if (s.role !== 'rated' && !isOwn) return 'not-rated';
    const ratio = worth('q', word('quantity.flow-per-unit-over-best-efficiency-flow'), c.flowRatio, 'ratio', {
      from: `${e.id}.flowRatio`,
    });
    return { value: c.flowRatio, how: () => ({ formula: 'q', inputs: [ratio] }) };
  },
};
