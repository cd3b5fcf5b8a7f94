import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { atBestFlow } from './pump-case.js';

export const ratedFlow: Check = {
  label: 'Rated flow',
  limit: [0.8, 1.1],
  near: null,
  sense: 'band',
  worst: 'fails',
  source: 'ISO 13709, 6.1.12',
  reasons: ['off', 'no-curve', 'no-best-flow', 'not-rated'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const c = atBestFlow(e, s);
    if (typeof c === 'string') return c;
    if (s.role !== 'rated' && !isOwn) return 'not-rated';
    const ratio = worth('q', 'flow of a unit over best efficiency', c.flowRatio, 'ratio', { from: `${e.id}.flowRatio` });
    return { value: c.flowRatio, how: () => ({ formula: 'q', inputs: [ratio] }) };
  },
};
