import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { word } from '../words/word.js';

/** Pumping level above the intake of a well. */
export const wellLevel: Check = {
  label: word('check.well-level'),
  dimension: 'length',
  limit: 3,
  near: { share: 0.5 },
  sense: 'least',
  worst: 'fails',
  source: word('check.well-level.source'),
  reasons: ['no-level'],
  at: 'point',
  kinds: ['well'],
  judge: (p, s) => {
    const level = s.result.points[p.id]?.totalHead ?? null;
    if (level === null) return 'no-level';
    const intake = p.read.elevation as number;
    return {
      value: level - intake,
      how: () => ({
        formula: 'H − z',
        inputs: [
          worth('H', word('quantity.pumping-level'), level, 'length', { from: `${p.id}.totalHead` }),
          worth('z', word('quantity.intake'), intake, 'length', { from: `${p.id}.elevation` }),
        ],
      }),
    };
  },
};
