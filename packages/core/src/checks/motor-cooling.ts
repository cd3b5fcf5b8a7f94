import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Velocity of the liquid past a motor in its bore, which cools it, against the least that its maker asks. */
export const motorCooling: Check = {
  label: word('check.motor-cooling'),
  short: word('check.motor-cooling.short'),
  dimension: 'velocity',
  limit: 0,
  near: { share: 0.1 },
  sense: 'least',
  worst: 'fails',
  source: word('check.motor-cooling.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.motor-cooling.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const least = e.pump?.motor?.leastVelocity;
    const v = r.motorVelocity;
    if (v === undefined || (least === undefined && !isOwn)) return 'not-given';
    return {
      value: v,
      ...(least === undefined ? {} : { limit: least }),
      how: () => ({
        formula: 'v',
        inputs: [worth('v', word('quantity.velocity-past-the-motor'), v, 'velocity', { from: `${e.id}.motorVelocity` })],
      }),
    };
  },
};
