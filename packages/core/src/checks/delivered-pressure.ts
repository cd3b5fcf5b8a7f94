import { worth } from '../results/working.js';
import type { Check } from './check.js';

/** near within this share of what is required, gauge */
const NEAR = 0.02;

/** Static pressure at a point over the required one. */
export const deliveredPressure: Check = {
  label: 'Delivered pressure',
  short: 'Delivered p',
  dimension: 'pressureDifference',
  limit: 0,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: 'the required pressure that is entered',
  reasons: ['not-required', 'no-pressure'],
  entry: 'Required pressure',
  at: 'point',
  kinds: ['vessel', 'pressure', 'flow', 'well', 'junction'],
  judge: (p, s) => {
    const required = p.read.requiredPressure as number | undefined;
    if (required === undefined) return 'not-required';
    const found = s.result.points[p.id]?.staticPressure ?? null;
    if (found === null) return 'no-pressure';
    return {
      value: found - (required + s.atmosphere),
      inner: [NEAR * Math.abs(required), Infinity],
      how: () => ({
        formula: 'p − pr',
        inputs: [
          worth('p', 'static pressure there', found, 'absolutePressure', { from: `${p.id}.staticPressure` }),
          worth('pr', 'required pressure', required + s.atmosphere, 'absolutePressure', { from: `${p.id}.requiredPressure` }),
        ],
      }),
    };
  },
};
