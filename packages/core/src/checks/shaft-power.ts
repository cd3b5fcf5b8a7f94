import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

/** Shaft power of one unit over the largest that its shaft may carry. */
export const shaftPower: Check = {
  label: word('check.shaft-power'),
  limit: 1,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: word('check.shaft-power.source'),
  reasons: ['off', 'no-curve', 'not-given'],
  entry: word('check.shaft-power.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { r } = c;
    const most = e.pump?.maxShaftPower;
    if (most === undefined || r.shaftPower === null) return 'not-given';
    return {
      value: r.shaftPower / r.running / most,
      how: () => ({
        formula: 'P/n/Pmax',
        inputs: [
          worth('P', word('quantity.shaft-power-of-all-running-units'), r.shaftPower!, 'power', { from: `${e.id}.shaftPower` }),
          worth('n', word('quantity.units-running'), r.running, 'ratio', { from: `${e.id}.running` }),
          worth('Pmax', word('quantity.maximum-shaft-power-from-the-maker'), most, 'power', { from: 'pump.maxShaftPower' }),
        ],
      }),
    };
  },
};
