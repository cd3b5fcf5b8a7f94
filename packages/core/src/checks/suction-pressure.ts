import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Static pressure at the inlet of a station against the least that it may have; absolute. */
export const suctionPressure: Check = {
  label: 'suction pressure',
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.03 },
  sense: 'least',
  worst: 'fails',
  source: 'the station',
  reasons: ['off', 'not-given', 'no-pressure'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const limit = e.read.leastSuctionPressure as number | undefined;
    if (limit === undefined && !isOwn) return 'not-given';
    const p = r.inletPressure;
    if (p === null) return 'no-pressure';
    const input = worth('p', 'static pressure at the inlet', p, 'absolutePressure', { from: `${e.id}.inletPressure` });
    return {
      value: p,
      ...(limit === undefined ? {} : { limit: limit + s.atmosphere }),
      how: () => ({ formula: 'p', inputs: [input] }),
    };
  },
};
