import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { word } from '../words/word.js';

/** near within this share of what is required, gauge */
const NEAR = 0.02;

/** Static pressure at a point over the required one. */
export const deliveredPressure: Check = {
  label: word('check.delivered-pressure'),
  short: word('check.delivered-pressure.short'),
  dimension: 'pressureDifference',
  limit: 0,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.delivered-pressure.source'),
  reasons: ['not-required', 'no-pressure'],
  entry: word('check.delivered-pressure.entry'),
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
          worth('p', word('quantity.static-pressure-at-this-place'), found, 'absolutePressure', {
            from: `${p.id}.staticPressure`,
          }),
          worth('pr', word('quantity.required-pressure'), required + s.atmosphere, 'absolutePressure', {
            from: `${p.id}.requiredPressure`,
          }),
        ],
      }),
    };
  },
};
