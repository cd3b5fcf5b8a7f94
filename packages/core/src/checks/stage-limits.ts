import { boreFit } from './bore-fit.js';
import { casingPressure } from './casing-pressure.js';
import type { Check, Judged } from './check.js';
import { onCurve } from './pump-case.js';
import { shaftPower } from './shaft-power.js';
import { word } from '../words/word.js';

/** The nearest of the limits that a stage count meets: shaft power, casing pressure, fit in the bore. */
export const stageLimits: Check = {
  label: word('check.stage-limits'),
  limit: 1,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: word('check.stage-limits.source'),
  reasons: ['off', 'no-curve', 'not-given'],
  entry: word('check.stage-limits.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s, isOwn) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const shares = [shaftPower, casingPressure, boreFit].flatMap((check): Judged[] => {
      const found = check.at === 'element' ? check.judge(e, s, isOwn) : 'not-given';
      return typeof found === 'string' ? [] : [found];
    });
    const worst = shares.reduce<Judged | undefined>((a, b) => (a && a.value >= b.value ? a : b), undefined);
    return worst ? { value: worst.value, how: worst.how } : 'not-given';
  },
};
