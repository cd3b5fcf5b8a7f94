import { allowablePressure } from '../pipes/barlow.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { pressuresAlong } from './pipe-case.js';

/** Highest pressure in a pipe, running or at no flow with the pumps before it, against its design pressure; all absolute. */
export const highestPressure: Check = {
  label: 'highest pressure',
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: 'design pressure of the line, or ASME B31.4 by grade and wall',
  reasons: ['not-given', 'no-pressure'],
  entry: 'Design pressure',
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s, isOwn) => {
    const design = allowablePressure(e.read);
    if (design === undefined && !isOwn) return 'not-given';
    const pressures = pressuresAlong(e, s);
    const dead = s.deadHeads.get(e.id);
    if (pressures.length === 0 && dead === undefined) return 'no-pressure';
    const running = pressures.reduce((a, b) => Math.max(a, b), -Infinity);
    const still = dead === undefined ? -Infinity : s.atmosphere + s.fluid.density * s.gravity * (dead - s.lowestOf(e));
    const governs = still > running ? 'dead-head' : 'running';
    return {
      value: Math.max(running, still),
      governs,
      ...(design === undefined ? {} : { limit: design + s.atmosphere }),
      how: () =>
        governs === 'running'
          ? { formula: 'p', inputs: [worth('p', 'highest pressure at its ends and profile points', running, 'absolutePressure')] }
          : {
              formula: 'pa + ρ·g·(H0 − z)',
              inputs: [
                worth('pa', 'site atmosphere', s.atmosphere, 'absolutePressure', { from: 'site.atmosphericPressure' }),
                worth('ρ', 'density', s.fluid.density, 'density', { from: 'fluid.density' }),
                worth('g', 'gravity', s.gravity, 'acceleration', { from: 'site.gravity' }),
                worth('H0', 'head of the supply and the shut-off heads on the way', dead!, 'head'),
                worth('z', 'lowest elevation of the pipe', s.lowestOf(e), 'length'),
              ],
            },
    };
  },
};
