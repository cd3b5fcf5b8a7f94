import { worth } from '../results/working.js';
import type { Check, CheckedElement, CheckedScenario } from './check.js';
import { flowing } from './valve-case.js';
import { word } from '../words/word.js';

/** head loss of the whole way of the pump that passes the valve, its own included; of its own line where no pump's does */
export function wayLoss(e: CheckedElement, s: CheckedScenario): number {
  const line = Object.keys(s.result.lines)[e.line]!;
  const pump = Object.keys(s.result.ways).find(
    (id) => s.result.ways[id]!.some((step) => step.line === line) && s.result.breakdowns[id],
  );
  if (pump !== undefined) {
    const { valves, pipes, fittings, devices } = s.result.breakdowns[pump]!;
    return valves + pipes + fittings + devices;
  }
  return s.elements
    .filter((x) => x.line === e.line && x.kind !== 'pump')
    .reduce((sum, x) => {
      const r = s.result.elements[x.id]!;
      return sum + ((r as { headLoss: number | null }).headLoss ?? NaN);
    }, 0);
}

/** Head loss of the valve over that of valve, pipes, fittings and devices along the way. */
export const valveAuthority: Check = {
  label: word('check.valve-authority'),
  limit: 0.25,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.valve-authority.source'),
  reasons: ['no-flow', 'not-controlling', 'not-maximum', 'no-loss'],
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s, isOwn) => {
    const c = flowing(e, s);
    if (typeof c === 'string') return c;
    const mode = e.read.mode as string;
    if (mode !== 'flow' && !mode.endsWith('-pressure') && !isOwn) return 'not-controlling';
    if (s.role !== 'maximum' && !isOwn) return 'not-maximum';
    const all = wayLoss(e, s);
    if (!(all > 0)) return 'no-loss';
    const own = c.r.headLoss!;
    return {
      value: own / all,
      how: () => ({
        formula: 'h/hw',
        inputs: [
          worth('h', word('quantity.head-loss-of-the-valve'), own, 'head', { from: `${e.id}.headLoss` }),
          worth('hw', word('quantity.head-loss-of-valve-pipes-fittings-and'), all, 'head'),
        ],
      }),
    };
  },
};
