import { isRated, ratingAt, type RatedPart } from '../pipes/pressure-class.js';
import { worth } from '../results/working.js';
import type { Check, CheckedElement } from './check.js';
import { highestAt } from './highest-pressure.js';
import { hottest } from './pipe-case.js';
import { word } from '../words/word.js';

/** what says how much it may hold: the entry of a control valve, the element itself else */
const partOf = (e: CheckedElement): RatedPart => (e.kind === 'control-valve' ? (e.valve ?? {}) : e.read);

/** where a rating is from, the first that is entered */
const KEYS = ['ratedPressure', 'ratingTable', 'pressureClass'] as const;

/** Highest gauge pressure of a part, running or at no flow, over what its class or its own rating allows at its highest temperature. */
export const pressureClass: Check = {
  label: word('check.pressure-class'),
  limit: 1,
  near: { gap: 0.1 },
  sense: 'most',
  worst: 'fails',
  source: word('check.pressure-class.source'),
  reasons: ['not-given', 'no-rating', 'no-pressure'],
  entry: word('check.pressure-class.entry'),
  at: 'element',
  kinds: ['pipe', 'control-valve', 'device', 'hand-valve', 'non-return'],
  judge: (e, s) => {
    const part = partOf(e);
    if (!isRated(part)) return 'not-given';
    const rating = ratingAt(part, hottest(e, s));
    if (rating === undefined) return 'no-rating';
    const highest = highestAt(e, s);
    if (!highest) return 'no-pressure';
    const key = KEYS.find((k) => part[k] !== undefined)!;
    const name =
      key === 'pressureClass'
        ? word('quantity.pressure-allowed-by-the-class', { pressureClass: part.pressureClass! })
        : word('quantity.pressure-allowed-by-the-rating');
    const from = `${e.kind === 'control-valve' ? 'valve' : e.id}.${key}`;
    return {
      value: (highest.value - s.atmosphere) / rating,
      governs: highest.governs,
      how: () => ({
        formula: highest.governs === 'running' ? '(p − pa)/pr' : 'ρ·g·(H0 − z)/pr',
        inputs: [
          ...highest.inputs().filter((x) => x.symbol !== 'pa'),
          ...(highest.governs === 'running'
            ? [
                worth('pa', word('quantity.site-atmosphere'), s.atmosphere, 'absolutePressure', {
                  from: 'site.atmosphericPressure',
                }),
              ]
            : []),
          worth('pr', name, rating, 'pressureDifference', { from }),
        ],
      }),
    };
  },
  // a class that says nothing here asks for what the part may hold
  missing: (e, s) => {
    const part = partOf(e);
    if (!isRated(part) || ratingAt(part, hottest(e, s)) !== undefined) return [];
    return [e.kind === 'control-valve' ? `valves.${String(e.read.valve)}.ratedPressure` : `${e.id}.ratedPressure`];
  },
};
