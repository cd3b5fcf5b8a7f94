import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { pressuresAlong } from './pipe-case.js';

/** Distance of the lowest pressure in a pipe from boiling. */
export const lowestPressure: Check = {
  label: 'lowest pressure',
  dimension: 'pressureDifference',
  limit: 20_000,
  near: { share: 1 },
  sense: 'least',
  worst: 'fails',
  source: 'vapour pressure with a reserve',
  reasons: ['no-pressure'],
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s) => {
    const pressures = pressuresAlong(e, s);
    if (pressures.length === 0) return 'no-pressure';
    const lowest = Math.min(...pressures);
    const { vapourPressure } = s.fluid;
    return {
      value: lowest - vapourPressure,
      how: () => ({
        formula: 'p − pv',
        inputs: [
          worth('p', 'lowest pressure at its ends and profile points', lowest, 'absolutePressure'),
          worth('pv', 'vapour pressure', vapourPressure, 'absolutePressure', { from: 'fluid.vapourPressure' }),
        ],
      }),
    };
  },
};
