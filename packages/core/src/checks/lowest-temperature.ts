import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { temperaturesAlong } from './pipe-case.js';

/** Lowest temperature in a pipe against the point at which the liquid no longer flows, or freezes. */
export const lowestTemperature: Check = {
  label: 'Lowest temperature',
  dimension: 'temperature',
  limit: 0,
  near: { gap: 3 },
  sense: 'least',
  worst: 'fails',
  source: 'pour point of the fluid, or where ice appears in it',
  reasons: ['not-given', 'no-temperature'],
  entry: 'Pour point of the fluid',
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s, isOwn) => {
    const { pourPoint } = s;
    if (pourPoint === undefined && !isOwn) return 'not-given';
    const along = temperaturesAlong(e, s);
    const temperature = along.length > 0 ? Math.min(...along) : s.temperature;
    if (temperature === undefined) return 'no-temperature';
    const name = along.length > 0 ? 'lowest temperature of its ends' : 'temperature of the scenario';
    return {
      value: temperature,
      ...(pourPoint === undefined ? {} : { limit: pourPoint }),
      how: () => ({ formula: 'T', inputs: [worth('T', name, temperature, 'temperature')] }),
    };
  },
};
