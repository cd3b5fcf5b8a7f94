import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { word } from '../words/word.js';

/** Outside diameter of a pump over the bore of the casing that it goes into. */
export const boreFit: Check = {
  label: word('check.bore-fit'),
  limit: 1,
  near: { share: 0.02 },
  sense: 'most',
  worst: 'fails',
  source: word('check.bore-fit.source'),
  reasons: ['not-given'],
  entry: word('check.bore-fit.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e) => {
    const outside = e.pump?.outsideDiameter;
    const bore = e.read.bore as number | undefined;
    if (outside === undefined || bore === undefined) return 'not-given';
    return {
      value: outside / bore,
      how: () => ({
        formula: 'Do/Db',
        inputs: [
          worth('Do', word('quantity.outside-diameter-of-the-pump'), outside, 'diameter', { from: 'pump.outsideDiameter' }),
          worth('Db', word('quantity.bore-of-the-well-or-casing'), bore, 'diameter', { from: `${e.id}.bore` }),
        ],
      }),
    };
  },
};
