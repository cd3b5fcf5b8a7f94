import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Velocity of the liquid past a motor in its bore, which cools it, against the least that its maker asks. */
export const motorCooling: Check = {
  label: 'Motor cooling flow',
  short: 'Motor cooling',
  dimension: 'velocity',
  limit: 0,
  near: { share: 0.1 },
  sense: 'least',
  worst: 'fails',
  source: 'the maker of the motor',
  reasons: ['off', 'not-given'],
  entry: 'Bore, with the motor’s outside diameter and least velocity',
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
        inputs: [worth('v', 'velocity past the motor', v, 'velocity', { from: `${e.id}.motorVelocity` })],
      }),
    };
  },
};
