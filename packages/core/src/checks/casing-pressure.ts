import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { allowedAt, type RatingRow } from '../pipes/pressure-class.js';
import { densityOf, hottest } from './pipe-case.js';
import { onCurve } from './pump-case.js';

const allowedOver = (rows: readonly RatingRow[], temperature: number | undefined): number | undefined =>
  temperature === undefined ? undefined : allowedAt(rows, temperature);

/** Inlet pressure and the unworn shut-off head over what the casing may hold, gauge. */
export const casingPressure: Check = {
  label: 'Casing pressure',
  limit: 1,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: 'the maker',
  reasons: ['off', 'no-curve', 'not-given', 'no-rating', 'no-pressure'],
  entry: 'Casing pressure',
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
          worth('ρ', 'density', density.value, 'density', { from: density.from }),
          worth('g', 'gravity', s.gravity, 'acceleration', { from: 'site.gravity' }),
          worth('H0', 'shut-off head of the new pump', shutOff, 'head'),
          worth('p1', 'static pressure at the inlet', r.inletPressure!, 'absolutePressure', { from: `${e.id}.inletPressure` }),
          worth('pa', 'site atmosphere', s.atmosphere, 'absolutePressure', { from: 'site.atmosphericPressure' }),
          worth('pmax', 'casing pressure of the maker, gauge', most, 'pressureDifference', { from: 'pump.casingPressure' }),
        ],
      }),
    };
  },
};
