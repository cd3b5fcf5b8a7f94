import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { valveResult } from './valve-case.js';

/** Drop over a valve that shuts against the pumps before it, over the drop against which it is made to shut. */
export const valveShutOff: Check = {
  label: 'Valve shut-off',
  dimension: 'pressureDifference',
  limit: 0,
  near: { share: 0.05 },
  sense: 'most',
  worst: 'fails',
  source: 'the maker; pressures at no flow',
  reasons: ['not-given', 'no-pressure'],
  entry: 'Drop against which it shuts',
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
          worth('pd', 'highest pressure before it, running or at no flow', before, 'absolutePressure'),
          worth('p2', 'static pressure behind it', r.outletPressure!, 'absolutePressure', { from: `${e.id}.outletPressure` }),
        ],
      }),
    };
  },
};
