import { driveRange } from '../pumps/standing.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Speed that a duty asks of a pump of variable speed over the greatest that it is made for. */
export const speedRange: Check = {
  label: 'Speed range',
  short: 'Speed',
  limit: [0.5, 1],
  near: null,
  sense: 'band',
  worst: 'fails',
  source: 'the maker',
  reasons: ['off', 'not-given', 'no-flow'],
  entry: 'Speed follows the duty',
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
      worth('n', 'speed that the duty asks', speed, 'speed', { from: `${e.id}.speed` }),
      worth('nmax', 'greatest speed', most, 'speed', { from: 'pump.maxSpeed' }),
    ];
    return { value: Math.min(speed / most, 9.99), limit: [least / most, 1], how: () => ({ formula: 'n/nmax', inputs }) };
  },
};
