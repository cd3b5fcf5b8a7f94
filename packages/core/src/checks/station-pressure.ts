import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Static pressure at one side of a pump station against what the station may have there; absolute. */
const stationPressure = (side: 'inlet' | 'outlet', entry: string, sense: 'least' | 'most', label: string): Check => ({
  label,
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.03 },
  sense,
  worst: 'fails',
  source: 'the station',
  reasons: ['off', 'not-given', 'no-pressure'],
  entry: label === 'suction pressure' ? 'Least suction pressure' : 'Highest discharge pressure',
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const limit = e.read[entry] as number | undefined;
    if (limit === undefined && !isOwn) return 'not-given';
    const p = r[`${side}Pressure`];
    if (p === null) return 'no-pressure';
    const input = worth('p', `static pressure at the ${side}`, p, 'absolutePressure', { from: `${e.id}.${side}Pressure` });
    return {
      value: p,
      ...(limit === undefined ? {} : { limit: limit + s.atmosphere }),
      how: () => ({ formula: 'p', inputs: [input] }),
    };
  },
});

/** At the inlet, the least. */
export const suctionPressure = stationPressure('inlet', 'leastSuctionPressure', 'least', 'Suction pressure');
/** At the outlet, the most. */
export const dischargePressure = stationPressure('outlet', 'mostDischargePressure', 'most', 'Discharge pressure');
