import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Static pressure behind a station against the highest that it may give; absolute. */
export const dischargePressure: Check = {
  label: 'discharge pressure',
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.03 },
  sense: 'most',
  worst: 'fails',
  source: 'the station',
  reasons: ['off', 'not-given', 'no-pressure'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const limit = e.read.mostDischargePressure as number | undefined;
    if (limit === undefined && !isOwn) return 'not-given';
    const p = r.outletPressure;
    if (p === null) return 'no-pressure';
    const input = worth('p', 'static pressure at the outlet', p, 'absolutePressure', { from: `${e.id}.outletPressure` });
    return {
      value: p,
      ...(limit === undefined ? {} : { limit: limit + s.atmosphere }),
      how: () => ({ formula: 'p', inputs: [input] }),
    };
  },
};
