import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Voltage that the cable to a motor takes, over the rated voltage. */
export const cableDrop: Check = {
  label: 'Cable voltage drop',
  short: 'Cable',
  limit: 0.05,
  near: { gap: 0.02 },
  sense: 'most',
  worst: 'fails',
  source: 'IEC 60364-5-52, annex G',
  reasons: ['off', 'not-given'],
  entry: 'Cable, with the motor’s rated power, efficiency, power factor and voltage',
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const drop = r.cableDrop;
    if (drop === undefined) return 'not-given';
    return {
      value: drop,
      how: () => ({
        formula: 'u',
        inputs: [worth('u', 'voltage drop over the rated voltage', drop, 'ratio', { from: `${e.id}.cableDrop` })],
      }),
    };
  },
};
