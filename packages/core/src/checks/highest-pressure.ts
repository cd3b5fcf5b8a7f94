import { allowablePressure } from '../pipes/barlow.js';
import { worth, type WorkingValue } from '../results/working.js';
import type { Check, CheckedElement, CheckedScenario } from './check.js';
import { pressuresAlong } from './pipe-case.js';
import { word } from '../words/word.js';

/**
 * Highest pressure at an element, Pa absolute, while running or at no flow with the pumps before it, with which of the two it is and how it is
 * worked out; undefined where neither is known.
 */
export function highestAt(
  e: CheckedElement,
  s: CheckedScenario,
): { value: number; governs: 'running' | 'dead-head'; formula: string; inputs: () => WorkingValue[] } | undefined {
  const pressures = pressuresAlong(e, s);
  const dead = s.deadHeads.get(e.id);
  if (pressures.length === 0 && dead === undefined) return undefined;
  const running = pressures.reduce((a, b) => Math.max(a, b), -Infinity);
  const still = dead === undefined ? -Infinity : s.atmosphere + s.fluid.density * s.gravity * (dead - s.lowestOf(e));
  if (still <= running)
    return {
      value: running,
      governs: 'running',
      formula: 'p',
      inputs: () => [worth('p', word('quantity.highest-pressure-at-ends-and-profile-points'), running, 'absolutePressure')],
    };
  return {
    value: still,
    governs: 'dead-head',
    formula: 'pa + ρ·g·(H0 − z)',
    inputs: () => [
      worth('pa', word('quantity.site-atmosphere'), s.atmosphere, 'absolutePressure', { from: 'site.atmosphericPressure' }),
      worth('ρ', word('quantity.density'), s.fluid.density, 'density', { from: 'fluid.density' }),
      worth('g', word('quantity.gravity'), s.gravity, 'acceleration', { from: 'site.gravity' }),
      worth('H0', word('quantity.supply-head-plus-shut-off-heads-upstream'), dead!, 'head'),
      worth('z', word('quantity.lowest-elevation'), s.lowestOf(e), 'length'),
    ],
  };
}

/** Highest pressure in a pipe, running or at no flow with the pumps before it, against its design pressure; all absolute. */
export const highestPressure: Check = {
  label: word('check.highest-pressure'),
  short: word('check.highest-pressure.short'),
  dimension: 'absolutePressure',
  limit: 0,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: word('check.highest-pressure.source'),
  reasons: ['not-given', 'no-pressure'],
  entry: word('check.highest-pressure.entry'),
  at: 'element',
  kinds: ['pipe'],
  judge: (e, s, isOwn) => {
    const design = allowablePressure(e.read);
    if (design === undefined && !isOwn) return 'not-given';
    const highest = highestAt(e, s);
    if (!highest) return 'no-pressure';
    const { value, governs, formula, inputs } = highest;
    return {
      value,
      governs,
      ...(design === undefined ? {} : { limit: design + s.atmosphere }),
      how: () => ({ formula, inputs: inputs() }),
    };
  },
};
