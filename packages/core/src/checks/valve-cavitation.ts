import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { typicalOf, typicalXfz } from '../valves/typical.js';
import { vapourOf } from './pipe-case.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

/** xF over xFz: xF refers to p1 − pv; FF belongs to choking alone. */
export const valveCavitation: Check = {
  label: word('check.valve-cavitation'),
  short: word('check.valve-cavitation.short'),
  limit: 1,
  near: { share: 0.1 },
  sense: 'most',
  worst: 'near',
  source: word('check.valve-cavitation.source'),
  reasons: ['no-flow', 'not-given', 'no-pressure'],
  entry: word('check.valve-cavitation.entry'),
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    const valve = e.valve;
    const typical =
      valve?.xfz === undefined && typicalOf(valve?.body ?? valve?.type) && c.r.kv ? typicalXfz(valve!, c.r.kv) : undefined;
    const xfz = valve?.xfz ?? typical;
    if (xfz === undefined) return 'not-given';
    const p1 = c.r.inletPressure;
    const { value: vapourPressure, from } = vapourOf(e, s);
    if (p1 === null || !(p1 > vapourPressure)) return 'no-pressure';
    return {
      value: c.drop / (p1 - vapourPressure) / xfz,
      how: () => ({
        formula: 'Δp/(p1 − pv)/xFz',
        inputs: [
          worth('Δp', word('quantity.pressure-drop'), c.drop, 'pressureDifference', { from: `${e.id}.drop` }),
          worth('p1', word('quantity.static-pressure-at-the-inlet'), p1, 'absolutePressure', { from: `${e.id}.inletPressure` }),
          worth('pv', word('quantity.vapour-pressure'), vapourPressure, 'absolutePressure', { from }),
          worth(
            'xFz',
            word(typical === undefined ? 'quantity.onset-of-cavitation' : 'quantity.onset-of-cavitation-typical'),
            xfz,
            'ratio',
            {
              from: 'valve.xfz',
            },
          ),
        ],
      }),
    };
  },
};
