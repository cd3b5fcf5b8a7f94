import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

const BAND = [0.15, 0.85] as const;
/** at most, in the normal scenario: something has to be left there */
const NORMAL_UPPER = 0.8;

export const valveOpening: Check = {
  label: word('check.valve-opening'),
  short: word('check.valve-opening.short'),
  limit: BAND,
  near: { gap: 0.05 },
  sense: 'band',
  worst: 'fails',
  source: word('check.valve-opening.source'),
  reasons: ['no-flow', 'no-valve'],
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    if (c.r.opening === null) return 'no-valve';
    const { opening } = c.r;
    return {
      value: opening,
      ...(s.role === 'normal' ? { limit: [BAND[0], NORMAL_UPPER] as const } : {}),
      how: () => ({ formula: 'x', inputs: [worth('x', word('quantity.travel'), opening, 'ratio', { from: `${e.id}.opening` })] }),
    };
  },
};
