import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Starts an hour against those that a motor allows. */
export const motorStarts: Check = {
  label: word('check.motor-starts'),
  short: word('check.motor-starts.short'),
  limit: 0,
  near: { share: 0.1 },
  sense: 'most',
  worst: 'fails',
  source: word('check.motor-starts.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.motor-starts.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const starts = e.read.starts as number | undefined;
    const most = e.pump?.motor?.startsPerHour;
    if (starts === undefined || (most === undefined && !isOwn)) return 'not-given';
    const input = worth('i', word('quantity.starts-per-hour'), starts, 'ratio', { from: `${e.id}.starts` });
    return { value: starts, ...(most === undefined ? {} : { limit: most }), how: () => ({ formula: 'i', inputs: [input] }) };
  },
};
