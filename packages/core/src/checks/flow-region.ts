import { ALLOWABLE, PREFERRED, regionsOf } from '../pumps/regions.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { atBestFlow, byItsCurve, columnOf } from './pump-case.js';
import { word } from '../words/word.js';

export const flowRegion: Check = {
  label: word('check.flow-region'),
  short: word('check.flow-region.short'),
  limit: ALLOWABLE,
  near: { inside: PREFERRED },
  sense: 'band',
  worst: 'fails',
  source: word('check.flow-region.source'),
  reasons: ['off', 'no-curve', 'no-best-flow'],
  entry: word('check.flow-region.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = atBestFlow(e, s);
    if (typeof c === 'string') return c;
    const { allowable } = regionsOf(e.pump);
    // without one of the maker's the usual one is that of the check
    const own = e.pump?.preferredRegion;
    const region = own === undefined ? {} : { inner: own };
    return {
      value: c.flowRatio,
      limit: allowable,
      ...region,
      how: () => ({
        formula: 'q',
        inputs: [
          worth('q', word('quantity.flow-per-unit-over-best-efficiency-flow'), c.flowRatio, 'ratio', {
            from: `${e.id}.flowRatio`,
          }),
        ],
      }),
    };
  },
  missing: (e, s) => {
    const p = byItsCurve(e, s);
    return p && !p.hasBestFlow ? [columnOf(e, 'efficiency')] : [];
  },
};
