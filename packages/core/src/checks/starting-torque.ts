import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Torque of the motor over that of the pump against its shut valve, the least of both while they run up. */
export const startingTorque: Check = {
  label: 'Starting torque',
  limit: 1.1,
  near: { gap: 0.15 },
  sense: 'least',
  worst: 'fails',
  source: 'ISO 13709 (API 610), drivers: a tenth more than the pump asks',
  reasons: ['off', 'not-given'],
  entry: 'Starting torque and rated power of the motor',
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
        inputs: [worth('m', 'least torque of the motor over that of the pump', ratio, 'ratio', { from: `${e.id}.startTorque` })],
      }),
    };
  },
};
