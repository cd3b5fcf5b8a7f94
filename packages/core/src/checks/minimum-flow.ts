import { entrySpeed } from '../pumps/standing.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';
import { word } from '../words/word.js';

/** Flow of one unit over the maker's minimum continuous flow, which moves with speed and diameter. */
export const minimumFlow: Check = {
  label: word('check.minimum-flow'),
  limit: 1,
  near: { share: 0.1 },
  sense: 'least',
  worst: 'fails',
  source: word('check.minimum-flow.source'),
  reasons: ['off', 'no-curve', 'not-given'],
  entry: word('check.minimum-flow.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const c = onCurve(e, s);
    if (typeof c === 'string') return c;
    const given = e.pump?.minFlow;
    if (!given) return 'not-given';
    const { setting, pump } = c.p;
    const speed = setting.speed / entrySpeed(pump);
    const cut = c.p.fromEntry() / speed;
    const least = given * speed * cut;
    const unit = c.r.flow / c.r.running;
    return {
      value: unit / least,
      how: () => ({
        formula: 'Q/n/(Qmin·rn·rD)',
        inputs: [
          worth('Q', word('quantity.flow'), c.r.flow, 'flow', { from: `${e.id}.flow` }),
          worth('n', word('quantity.units-running'), c.r.running, 'ratio', { from: `${e.id}.running` }),
          worth('Qmin', word('quantity.minimum-continuous-flow-from-the-maker'), given, 'flow', { from: 'pump.minFlow' }),
          worth('rn', word('quantity.speed-over-speed-of-the-curve'), speed, 'ratio', { from: `${e.id}.speed` }),
          worth('rD', word('quantity.diameter-over-diameter-of-the-curve'), cut, 'ratio', { from: `${e.id}.diameter` }),
        ],
      }),
    };
  },
};
