import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Voltage that the cable to a motor takes, over the rated voltage. */
export const cableDrop: Check = {
  label: word('check.cable-drop'),
  short: word('check.cable-drop.short'),
  limit: 0.05,
  near: { gap: 0.02 },
  sense: 'most',
  worst: 'fails',
  source: word('check.cable-drop.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.cable-drop.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const drop = r.cableDrop;
    if (drop === undefined) return 'not-given';
    return {
      value: drop,
      how: () => ({
        formula: 'u',
        inputs: [worth('u', word('quantity.voltage-drop-over-the-rated-voltage'), drop, 'ratio', { from: `${e.id}.cableDrop` })],
      }),
    };
  },
};
