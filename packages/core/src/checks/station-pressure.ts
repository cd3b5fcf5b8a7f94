import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Static pressure at one side of a pump station against what the station may have there; absolute. */
const stationPressure = (
  side: 'inlet' | 'outlet',
  entry: string,
  sense: 'least' | 'most',
  words: Pick<Check, 'label' | 'entry'>,
): Check => ({
  ...words,
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.03 },
  sense,
  worst: 'fails',
  source: word('check.station-pressure.source'),
  reasons: ['off', 'not-given', 'no-pressure'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const limit = e.read[entry] as number | undefined;
    if (limit === undefined && !isOwn) return 'not-given';
    const p = r[`${side}Pressure`];
    if (p === null) return 'no-pressure';
    const input = worth(
      'p',
      word(side === 'inlet' ? 'quantity.static-pressure-at-the-inlet' : 'quantity.static-pressure-at-the-outlet'),
      p,
      'absolutePressure',
      { from: `${e.id}.${side}Pressure` },
    );
    return {
      value: p,
      ...(limit === undefined ? {} : { limit: limit + s.atmosphere }),
      how: () => ({ formula: 'p', inputs: [input] }),
    };
  },
});

/** At the inlet, the least. */
export const suctionPressure = stationPressure('inlet', 'leastSuctionPressure', 'least', {
  label: word('check.suction-pressure'),
  entry: word('check.suction-pressure.entry'),
});
/** At the outlet, the most. */
export const dischargePressure = stationPressure('outlet', 'mostDischargePressure', 'most', {
  label: word('check.discharge-pressure'),
  entry: word('check.discharge-pressure.entry'),
});
