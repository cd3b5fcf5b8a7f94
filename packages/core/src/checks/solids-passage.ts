import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Free passage of a pump over the largest solid in its liquid. */
export const solidsPassage: Check = {
  label: word('check.solids-passage'),
  short: word('check.solids-passage.short'),
  limit: 1,
  near: { share: 0.2 },
  sense: 'least',
  worst: 'fails',
  source: word('check.solids-passage.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.solids-passage.entry'),
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
          worth('Dp', word('quantity.free-passage-of-the-pump'), passage, 'diameter', { from: 'pump.solidsPassage' }),
          worth('ds', word('quantity.largest-solid'), size, 'diameter', { from: 'fluid.solidSize' }),
        ],
      }),
    };
  },
};
