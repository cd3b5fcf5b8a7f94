import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { allowedAt, type RatingRow } from '../pipes/pressure-class.js';
import { densityOf, hottest } from './pipe-case.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

const allowedOver = (rows: readonly RatingRow[], temperature: number | undefined): number | undefined =>
  temperature === undefined ? undefined : allowedAt(rows, temperature);

/** Inlet pressure and the unworn shut-off head over what the casing may hold, gauge. */
export const casingPressure: Check = {
  label: word('check.casing-pressure'),
  limit: 1,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: word('check.casing-pressure.source'),
  reasons: ['off', 'no-curve', 'not-given', 'no-rating', 'no-pressure'],
  entry: word('check.casing-pressure.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const { r, p } = c;
    const given = e.pump?.casingPressure;
    if (given === undefined) return 'not-given';
    const most = typeof given === 'number' ? given : allowedOver(given, hottest(e, s));
    if (most === undefined) return 'no-rating';
    if (r.inletPressure === null) return 'no-pressure';
    const shutOff = p.shutOffHead;
    const density = densityOf(e, s);
    return {
      value: (density.value * s.gravity * shutOff + r.inletPressure - s.atmosphere) / most,
      how: () => ({
        formula: '(ρ·g·H0 + p1 − pa)/pmax',
        inputs: [
          worth('ρ', word('quantity.density'), density.value, 'density', { from: density.from }),
          worth('g', word('quantity.gravity'), s.gravity, 'acceleration', { from: 'site.gravity' }),
          worth('H0', word('quantity.shut-off-head-of-the-new-pump'), shutOff, 'head'),
          worth('p1', word('quantity.static-pressure-at-the-inlet'), r.inletPressure!, 'absolutePressure', {
            from: `${e.id}.inletPressure`,
          }),
          worth('pa', word('quantity.site-atmosphere'), s.atmosphere, 'absolutePressure', { from: 'site.atmosphericPressure' }),
          worth('pmax', word('quantity.casing-pressure-from-the-maker-gauge'), most, 'pressureDifference', {
            from: 'pump.casingPressure',
          }),
        ],
      }),
    };
  },
};
