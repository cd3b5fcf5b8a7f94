import { entrySpeed } from '../pumps/standing.js';
import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { onCurve } from './pump-case.js';

/** Flow of one unit over the maker's minimum continuous flow, which moves with speed and diameter. */
export const minimumFlow: Check = {
  label: 'Minimum flow',
  limit: 1,
  near: { share: 0.1 },
  sense: 'least',
  worst: 'fails',
  source: 'the maker; ISO 13709, 6.1.13; affinity Q ∝ n·D',
  reasons: ['off', 'no-curve', 'not-given'],
  entry: 'Minimum continuous flow',
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
          worth('Q', 'flow', c.r.flow, 'flow', { from: `${e.id}.flow` }),
          worth('n', 'units running', c.r.running, 'ratio', { from: `${e.id}.running` }),
          worth('Qmin', 'minimum continuous flow of the maker', given, 'flow', { from: 'pump.minFlow' }),
          worth('rn', 'speed over that of the curve', speed, 'ratio', { from: `${e.id}.speed` }),
          worth('rD', 'diameter over that of the curve', cut, 'ratio', { from: `${e.id}.diameter` }),
        ],
      }),
    };
  },
};
