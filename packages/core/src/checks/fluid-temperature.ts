import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { temperaturesAlong } from './pipe-case.js';
import { word } from '../words/word.js';

/** Temperature of the liquid against the highest that a pump or a line may see. */
export const fluidTemperature: Check = {
  label: word('check.fluid-temperature'),
  short: word('check.fluid-temperature.short'),
  dimension: 'temperature',
  limit: 0,
  near: { gap: 5 },
  sense: 'most',
  worst: 'fails',
  source: word('check.fluid-temperature.source'),
  reasons: ['not-given', 'no-temperature'],
  entry: word('check.fluid-temperature.entry'),
  at: 'element',
  kinds: ['pump', 'pipe'],
  judge: (e, s, isOwn) => {
    const most = e.kind === 'pump' ? e.pump?.maxTemperature : (e.read.maxTemperature as number | undefined);
    if (most === undefined && !isOwn) return 'not-given';
    const along = temperaturesAlong(e, s);
    const temperature = along.length > 0 ? Math.max(...along) : s.temperature;
    if (temperature === undefined) return 'no-temperature';
    const name = word(along.length > 0 ? 'quantity.highest-temperature-at-the-ends' : 'quantity.temperature-of-the-scenario');
    const input = worth('T', name, temperature, 'temperature');
    return {
      value: temperature,
      ...(most === undefined ? {} : { limit: most }),
      how: () => ({ formula: 'T', inputs: [input] }),
    };
  },
};
