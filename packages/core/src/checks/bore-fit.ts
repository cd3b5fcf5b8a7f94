import { worth } from '../results/working.js';
import type { Check } from './check.js';

/** Outside diameter of a pump over the bore of the casing that it goes into. */
export const boreFit: Check = {
  label: 'Fit in the bore',
  limit: 1,
  near: { share: 0.02 },
  sense: 'most',
  worst: 'fails',
  source: 'the maker and the well',
  reasons: ['not-given'],
  entry: 'Bore that it goes into, or the outside diameter of the pump',
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
          worth('Do', 'outside diameter of the pump', outside, 'diameter', { from: 'pump.outsideDiameter' }),
          worth('Db', 'bore that it goes into', bore, 'diameter', { from: `${e.id}.bore` }),
        ],
      }),
    };
  },
};
