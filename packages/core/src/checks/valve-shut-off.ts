import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { valveResult } from './valve-case.js';
import { word } from '../words/word.js';

/** Drop over a valve that shuts against the pumps before it, over the drop against which it is made to shut. */
export const valveShutOff: Check = {
  label: word('check.valve-shut-off'),
  dimension: 'pressureDifference',
  limit: 0,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: word('check.valve-shut-off.source'),
  reasons: ['not-given', 'no-pressure'],
  entry: word('check.valve-shut-off.entry'),
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s, isOwn) => {
    const most = e.valve?.shutOffDrop;
    if (most === undefined && !isOwn) return 'not-given';
    const dead = s.deadHeads.get(e.id);
    const r = valveResult(e, s);
    if (r.inletPressure === null || r.outletPressure === null) return 'no-pressure';
    const elevation = s.elevationOf(e);
    const rest = dead === undefined ? undefined : s.atmosphere + s.fluid.density * s.gravity * (dead - elevation);
    const before = Math.max(r.inletPressure, rest ?? -Infinity);
    return {
      value: before - r.outletPressure,
      ...(most === undefined ? {} : { limit: most }),
      how: () => ({
        formula: 'pd − p2',
        inputs: [
          worth('pd', word('quantity.highest-inlet-pressure-running-or-at-no'), before, 'absolutePressure'),
          worth('p2', word('quantity.static-outlet-pressure'), r.outletPressure!, 'absolutePressure', {
            from: `${e.id}.outletPressure`,
          }),
        ],
      }),
    };
  },
};
