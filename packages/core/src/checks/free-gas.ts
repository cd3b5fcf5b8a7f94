import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** of an oil that gives off gas: stages handle so much before their head falls away */
const CRUDE_LIMIT = 0.1;

/** Free gas at the inlet of a pump, by volume. */
export const freeGas: Check = {
  label: word('check.free-gas'),
  limit: 0.03,
  near: { share: 0.5 },
  sense: 'most',
  worst: 'fails',
  source: word('check.free-gas.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.free-gas.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    // gas that comes out of the liquid on its way, else what was entered
    const share = r.freeGas ?? (e.read.freeGas as number | undefined);
    if (share === undefined) return 'not-given';
    const input = worth('xg', word('quantity.free-gas-at-the-inlet-by-volume'), share, 'ratio', { from: `${e.id}.freeGas` });
    return {
      value: share,
      ...(r.freeGas === undefined ? {} : { limit: CRUDE_LIMIT }),
      how: () => ({ formula: 'xg', inputs: [input] }),
    };
  },
};
