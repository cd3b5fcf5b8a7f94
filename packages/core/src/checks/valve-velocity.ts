import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { flowing } from './valve-case.js';

/** Velocity in the nominal bore of a valve. */
export const valveVelocity: Check = {
  label: 'Valve velocity',
  dimension: 'velocity',
  limit: 10,
  near: { share: 0.2 },
  sense: 'most',
  worst: 'near',
  source: 'usual for liquids in the bodies of control valves',
  reasons: ['no-flow', 'not-given'],
  entry: 'Nominal size of the valve',
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
          worth('Q', 'flow', c.r.flow, 'flow', { from: `${e.id}.flow` }),
          worth('d', 'nominal bore of the valve', bore, 'diameter', { from: 'valve.size' }),
        ],
      }),
    };
  },
};
