import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Torque of the motor over that of the pump against its shut valve, the least of both while they run up. */
export const startingTorque: Check = {
  label: word('check.starting-torque'),
  limit: 1.1,
  near: { gap: 0.15 },
  sense: 'least',
  worst: 'fails',
  source: word('check.starting-torque.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.starting-torque.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const ratio = r.startTorque;
    if (ratio === undefined) return 'not-given';
    return {
      value: ratio,
      how: () => ({
        formula: 'm',
        inputs: [
          worth('m', word('quantity.lowest-ratio-of-motor-torque-to-pump'), ratio, 'ratio', { from: `${e.id}.startTorque` }),
        ],
      }),
    };
  },
};
