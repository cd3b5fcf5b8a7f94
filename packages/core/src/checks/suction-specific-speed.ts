import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { atBestFlow } from './pump-case.js';
import { word } from '../words/word.js';

/** n·√Q/NPSHR^0.75 at best efficiency, per eye: rpm, m³/s, m. */
export const suctionSpecificSpeed: Check = {
  label: word('check.suction-specific-speed'),
  short: word('check.suction-specific-speed.short'),
  limit: 213,
  near: null,
  sense: 'most',
  worst: 'near',
  source: word('check.suction-specific-speed.source'),
  reasons: ['off', 'no-curve', 'no-best-flow', 'no-npshr'],
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = atBestFlow(e, s);
    if (typeof c === 'string') return c;
    const { r, p } = c;
    const required = p.npshr(p.bestFlow * r.running);
    if (!required || r.speed === null) return 'no-npshr';
    const eyes = p.pump.eyes ?? 1;
    return {
      value: (r.speed * Math.sqrt(p.bestFlow / eyes)) / required ** 0.75,
      how: () => ({
        formula: 'N·√(Qb/ne)/NPSHRb^0.75',
        inputs: [
          worth('N', word('quantity.speed'), r.speed!, 'speed', { from: `${e.id}.speed` }),
          worth('Qb', word('quantity.best-efficiency-flow-per-unit-as-operated'), p.bestFlow, 'flow', {
            from: `${e.id}.bestFlow`,
          }),
          worth('ne', word('quantity.suction-eyes'), eyes, 'ratio', { from: 'pump.eyes' }),
          worth('NPSHRb', word('quantity.npsh-required-at-best-efficiency'), required, 'head'),
        ],
      }),
    };
  },
};
