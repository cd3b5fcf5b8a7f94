import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

export const valveChoked: Check = {
  label: word('check.valve-choked'),
  limit: 1,
  near: { share: 0.1 },
  sense: 'most',
  worst: 'fails',
  source: word('check.valve-choked.source'),
  reasons: ['no-flow', 'no-pressure'],
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    const choked = c.r.chokedDrop;
    if (choked === null || !(choked > 0)) return 'no-pressure';
    return {
      value: c.drop / choked,
      how: () => ({
        formula: 'Δp/Δpc',
        inputs: [
          worth('Δp', word('quantity.pressure-drop'), c.drop, 'pressureDifference', { from: `${e.id}.drop` }),
          worth('Δpc', word('quantity.choked-drop'), choked, 'pressureDifference', { from: `${e.id}.chokedDrop` }),
        ],
      }),
    };
  },
};
