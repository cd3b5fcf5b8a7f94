import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** What the losses of a pump heat the liquid that passes it: g·H·(1/η − 1)/cp. */
export const temperatureRise: Check = {
  label: word('check.temperature-rise'),
  short: word('check.temperature-rise.short'),
  dimension: 'temperatureDifference',
  limit: 8,
  near: null,
  sense: 'most',
  worst: 'near',
  source: word('check.temperature-rise.source'),
  reasons: ['off', 'no-flow', 'no-efficiency', 'no-specific-heat'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    if (!(r.flow > 0) || r.head === null) return 'no-flow';
    if (!r.efficiency) return 'no-efficiency';
    if (s.specificHeat === undefined) return 'no-specific-heat';
    const { head, efficiency } = r;
    return {
      value: (s.gravity * head * (1 / efficiency - 1)) / s.specificHeat,
      how: () => ({
        formula: 'g·H·(1/η − 1)/cp',
        inputs: [
          worth('g', word('quantity.gravity'), s.gravity, 'acceleration', { from: 'site.gravity' }),
          worth('H', word('quantity.head'), head, 'head', { from: `${e.id}.head` }),
          worth('η', word('quantity.pump-efficiency-at-this-flow'), efficiency, 'ratio', { from: `${e.id}.efficiency` }),
          worth('cp', word('quantity.specific-heat'), s.specificHeat!, 'specificHeat', {
            unit: 'J/kg/K',
            from: 'fluid.specificHeat',
          }),
        ],
      }),
    };
  },
};
