import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Free passage of a pump over the largest solid in its liquid. */
export const solidsPassage: Check = {
  label: 'Solids passage',
  short: 'Solids',
  limit: 1,
  near: { share: 0.2 },
  sense: 'least',
  worst: 'fails',
  source: 'the maker, and the liquid',
  reasons: ['off', 'not-given'],
  entry: 'Largest solid of the fluid, or the free passage of the pump',
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const passage = e.pump?.solidsPassage;
    if (passage === undefined || s.solidSize === undefined) return 'not-given';
    const size = s.solidSize;
    return {
      value: passage / size,
      how: () => ({
        formula: 'Dp/ds',
        inputs: [
          worth('Dp', 'free passage of the pump', passage, 'diameter', { from: 'pump.solidsPassage' }),
          worth('ds', 'largest solid', size, 'diameter', { from: 'fluid.solidSize' }),
        ],
      }),
    };
  },
};
