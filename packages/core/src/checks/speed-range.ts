import { driveRange } from '../pumps/standing.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Speed that a duty asks of a pump of variable speed over the greatest that it is made for. */
export const speedRange: Check = {
  label: word('check.speed-range'),
  short: word('check.speed-range.short'),
  limit: [0.5, 1],
  near: null,
  sense: 'band',
  worst: 'fails',
  source: word('check.speed-range.source'),
  reasons: ['off', 'not-given', 'no-flow'],
  entry: word('check.speed-range.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    if (e.read.variableSpeed !== true || !e.pump) return 'not-given';
    if (!(r.flow > 0)) return 'no-flow';
    const { least, most } = driveRange(e.pump);
    // no speed gives it: beyond whatever the pump is made for
    const speed = e.performance === undefined ? Infinity : r.speed!;
    const inputs = [
      worth('n', word('quantity.speed-required-for-the-duty'), speed, 'speed', { from: `${e.id}.speed` }),
      worth('nmax', word('quantity.maximum-speed'), most, 'speed', { from: 'pump.maxSpeed' }),
    ];
    return { value: Math.min(speed / most, 9.99), limit: [least / most, 1], how: () => ({ formula: 'n/nmax', inputs }) };
  },
};
