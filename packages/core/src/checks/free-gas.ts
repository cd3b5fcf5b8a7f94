import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** of an oil that gives off gas: stages handle so much before their head falls away */
const CRUDE_LIMIT = 0.1;

/** Free gas at the inlet of a pump, by volume. */
export const freeGas: Check = {
  label: 'Free gas',
  limit: 0.03,
  near: { share: 0.5 },
  sense: 'most',
  worst: 'fails',
  source: 'Gülich, Centrifugal Pumps, 3rd ed., §13.2: heads of radial impellers begin to fall at a few per cent',
  reasons: ['off', 'not-given'],
  entry: 'Free gas at the inlet',
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    // gas that comes out of the liquid on its way, else what was entered
    const share = r.freeGas ?? (e.read.freeGas as number | undefined);
    if (share === undefined) return 'not-given';
    const input = worth('xg', 'free gas at the inlet, by volume', share, 'ratio', { from: `${e.id}.freeGas` });
    return {
      value: share,
      ...(r.freeGas === undefined ? {} : { limit: CRUDE_LIMIT }),
      how: () => ({ formula: 'xg', inputs: [input] }),
    };
  },
};
