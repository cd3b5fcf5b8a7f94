import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Free gas at the inlet of a pump, by volume. */
export const freeGas: Check = {
  label: 'free gas',
  limit: 0.03,
  near: { share: 0.5 },
  sense: 'most',
  worst: 'fails',
  source: 'Gülich, Centrifugal Pumps, 3rd ed., §13.2: heads of radial impellers begin to fall at a few per cent',
  reasons: ['off', 'not-given'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const share = e.read.freeGas as number | undefined;
    if (share === undefined) return 'not-given';
    const input = worth('xg', 'free gas at the inlet, by volume', share, 'ratio', { from: `${e.id}.freeGas` });
    return { value: share, how: () => ({ formula: 'xg', inputs: [input] }) };
  },
};
