import { PumpPerformance } from '../pumps/pump.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { ratedPoint } from './rated-case.js';
import { word } from '../words/word.js';

/** Head of the largest impeller at the rated flow over that of the chosen one. */
export const headReserve: Check = {
  label: word('check.head-reserve'),
  limit: 1.05,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.head-reserve.source'),
  reasons: ['off', 'no-curve', 'no-rated-point', 'one-diameter'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = ratedPoint(e, s);
    if (typeof c === 'string') return c;
    const { rated, p } = c;
    const { pump, setting } = p;
    const largest = pump.maxDiameter ?? pump.curves[pump.curves.length - 1]?.diameter;
    if (largest === undefined || setting.diameter === undefined) return 'one-diameter';
    const most = new PumpPerformance(pump, { ...setting, diameter: largest }).head(rated.flow);
    const head = p.head(rated.flow);
    return {
      value: most / head,
      how: () => ({
        formula: 'Hmax/H',
        inputs: [
          worth('Hmax', word('quantity.head-of-the-largest-impeller-at-the'), most, 'head'),
          worth('H', word('quantity.head-of-the-selected-impeller-at-the'), head, 'head'),
        ],
      }),
    };
  },
};
