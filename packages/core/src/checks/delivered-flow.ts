import { massKeys } from '../fields/reader.js';
import { worth } from '../results/working.js';
import type { Check, CheckedElement, CheckedPoint, CheckedScenario, Judged, Reason } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** rounding of a flow that is held where it is required */
const ROUNDING = 1e-6;
/** of a pump: within these it delivers what is required; it holds within the inner ones */
const BAND = [0.97, 1.2] as const;
const INNER = [1 - ROUNDING, 1.1] as const;
/** of a point: above this it is not even near */
const ENOUGH = 1.02;

const isPump = (x: CheckedElement | CheckedPoint): x is CheckedElement => 'line' in x;

/** what passes a pump, or comes to a point, with the density that it has there */
function delivered(x: CheckedElement | CheckedPoint, s: CheckedScenario): { flow: number; density: number } | Reason {
  if (isPump(x)) {
    const r = running(x, s);
    return typeof r === 'string' ? r : { flow: r.flow, density: r.density ?? s.fluid.density };
  }
  const r = s.result.points[x.id];
  return r ? { flow: r.outflow === 0 ? 0 : -r.outflow, density: r.density ?? s.fluid.density } : 'no-flow';
}

/** Flow over the required one: of a pump, all its units together; of a point, what comes to it. */
export const deliveredFlow: Check = {
  label: word('check.delivered-flow'),
  limit: BAND,
  near: { inside: INNER },
  sense: 'band',
  worst: 'fails',
  source: word('check.delivered-flow.source'),
  reasons: ['off', 'not-required', 'no-flow'],
  entry: word('check.delivered-flow.entry'),
  at: 'both',
  kinds: ['pump', 'vessel', 'pressure', 'flow', 'well', 'junction'],
  judge: (x, s) => {
    const required = x.read.requiredFlow as number | undefined;
    if (required === undefined || required === 0) return 'not-required';
    const found = delivered(x, s);
    if (typeof found === 'string') return found;
    // one that was entered as a mass is that mass, whatever the density where it passes
    const asked = massKeys(x.read).includes('requiredFlow') ? (required * s.fluid.density) / found.density : required;
    const edges: Pick<Judged, 'limit' | 'inner' | 'isLeast'> = isPump(x)
      ? {}
      : { limit: [1 - ROUNDING, Infinity], inner: [ENOUGH, Infinity], isLeast: true };
    return {
      value: found.flow / asked,
      ...edges,
      how: () => ({
        formula: 'Q/Qr',
        inputs: [
          worth('Q', isPump(x) ? word('quantity.total-flow-of-all-units') : word('quantity.flow-delivered'), found.flow, 'flow', {
            from: `${x.id}.${isPump(x) ? 'flow' : 'outflow'}`,
          }),
          worth('Qr', word('quantity.required-flow'), asked, 'flow', { from: `${x.id}.requiredFlow` }),
        ],
      }),
    };
  },
};
