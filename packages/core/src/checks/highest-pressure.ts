import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { pressuresAlong } from './pipe-case.js';

/** Highest pressure in a pipe while running against its design pressure, both absolute. */
export const highestPressure: Check = {
  label: 'highest pressure',
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: 'design pressure of the line',
  reasons: ['not-given', 'no-pressure'],
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s, isOwn) => {
    const design = e.read.designPressure as number | undefined;
    if (design === undefined && !isOwn) return 'not-given';
    const pressures = pressuresAlong(e, s);
    if (pressures.length === 0) return 'no-pressure';
    const highest = Math.max(...pressures);
    const input = worth('p', 'highest pressure at its ends and profile points', highest, 'absolutePressure');
    return {
      value: highest,
      ...(design === undefined ? {} : { limit: design + s.atmosphere }),
      how: () => ({ formula: 'p', inputs: [input] }),
    };
  },
};
