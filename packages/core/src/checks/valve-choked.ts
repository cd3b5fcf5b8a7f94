import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';

export const valveChoked: Check = {
  label: 'Choked flow',
  limit: 1,
  near: { share: 0.1 },
  sense: 'most',
  worst: 'fails',
  source: 'IEC 60534-2-1',
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
          worth('Δp', 'pressure drop', c.drop, 'pressureDifference', { from: `${e.id}.drop` }),
          worth('Δpc', 'choked drop', choked, 'pressureDifference', { from: `${e.id}.chokedDrop` }),
        ],
      }),
    };
  },
};
