import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { atBestFlow } from './pump-case.js';

/** n·√Q/NPSHR^0.75 at best efficiency, per eye: rpm, m³/s, m. */
export const suctionSpecificSpeed: Check = {
  label: 'Suction specific speed',
  short: 'Suction Nss',
  limit: 213,
  near: null,
  sense: 'most',
  worst: 'near',
  source: 'ISO 17769-1; 213 (11 000 in US units) is a usual limit of users of process pumps',
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
          worth('N', 'speed', r.speed!, 'speed', { from: `${e.id}.speed` }),
          worth('Qb', 'best-efficiency flow of a unit as it runs', p.bestFlow, 'flow', { from: `${e.id}.bestFlow` }),
          worth('ne', 'suction eyes', eyes, 'ratio', { from: 'pump.eyes' }),
          worth('NPSHRb', 'NPSH required there', required, 'head'),
        ],
      }),
    };
  },
};
