import type { PipeResult } from '../results/results.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { pressuresAlong, vapourOf } from './pipe-case.js';
import { word } from '../words/word.js';

/** Distance of the lowest pressure in a pipe from boiling. */
export const lowestPressure: Check = {
  label: word('check.lowest-pressure'),
  short: word('check.lowest-pressure.short'),
  dimension: 'pressureDifference',
  limit: 20_000,
  near: { share: 1 },
  sense: 'least',
  worst: 'fails',
  source: word('check.lowest-pressure.source'),
  reasons: ['no-pressure'],
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s) => {
    const pressures = pressuresAlong(e, s);
    if (pressures.length === 0) return 'no-pressure';
    let lowest = pressures.reduce((a, b) => Math.min(a, b));
    let { value: vapourPressure, from } = vapourOf(e, s);
    // where the liquid is followed, boiling is nearest where it is hot, not only where it is low
    for (const row of (s.result.elements[e.id] as PipeResult).profile ?? []) {
      if (row.pressure === null || row.vapourPressure === undefined) continue;
      if (row.pressure - row.vapourPressure >= lowest - vapourPressure) continue;
      [lowest, vapourPressure, from] = [row.pressure, row.vapourPressure, `${e.id}.profile`];
    }
    return {
      value: lowest - vapourPressure,
      how: () => ({
        formula: 'p − pv',
        inputs: [
          worth('p', word('quantity.lowest-pressure-at-ends-and-profile-points'), lowest, 'absolutePressure'),
          worth('pv', word('quantity.vapour-pressure'), vapourPressure, 'absolutePressure', { from }),
        ],
      }),
    };
  },
};
