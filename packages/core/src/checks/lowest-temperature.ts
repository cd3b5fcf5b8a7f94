import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { temperaturesAlong } from './pipe-case.js';
import { word } from '../words/word.js';

/** Lowest temperature in a pipe against the point at which the liquid no longer flows, or freezes. */
export const lowestTemperature: Check = {
  label: word('check.lowest-temperature'),
  dimension: 'temperature',
  limit: 0,
  near: { gap: 3 },
  sense: 'least',
  worst: 'fails',
  source: word('check.lowest-temperature.source'),
  reasons: ['not-given', 'no-temperature'],
  entry: word('check.lowest-temperature.entry'),
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s, isOwn) => {
    const { pourPoint } = s;
    if (pourPoint === undefined && !isOwn) return 'not-given';
    const along = temperaturesAlong(e, s);
    const temperature = along.length > 0 ? Math.min(...along) : s.temperature;
    if (temperature === undefined) return 'no-temperature';
    const name = word(along.length > 0 ? 'quantity.lowest-temperature-at-the-ends' : 'quantity.temperature-of-the-scenario');
    return {
      value: temperature,
      ...(pourPoint === undefined ? {} : { limit: pourPoint }),
      how: () => ({ formula: 'T', inputs: [worth('T', name, temperature, 'temperature')] }),
    };
  },
};
