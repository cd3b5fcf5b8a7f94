import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

/** Velocity in the nominal bore of a valve. */
export const valveVelocity: Check = {
  label: word('check.valve-velocity'),
  dimension: 'velocity',
  limit: 10,
  near: { share: 0.2 },
  sense: 'most',
  worst: 'near',
  source: word('check.valve-velocity.source'),
  reasons: ['no-flow', 'not-given'],
  entry: word('check.valve-velocity.entry'),
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    const bore = e.valve?.bore;
    if (bore === undefined) return 'not-given';
    return {
      value: c.r.flow / ((Math.PI / 4) * bore * bore),
      how: () => ({
        formula: 'Q/(π/4·d²)',
        inputs: [
          worth('Q', word('quantity.flow'), c.r.flow, 'flow', { from: `${e.id}.flow` }),
          worth('d', word('quantity.nominal-bore-of-the-valve'), bore, 'diameter', { from: 'valve.size' }),
        ],
      }),
    };
  },
};
