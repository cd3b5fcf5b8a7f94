import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { valveResult } from './valve-case.js';
import { word } from '../words/word.js';

/** What a controlling valve reaches over what it is set to: 1 where it controls. */
export const setPoint: Check = {
  label: word('check.set-point'),
  limit: 1,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.set-point.source'),
  reasons: ['not-controlling'],
  at: 'element',
  kinds: ['control-valve'],
  judge: (e, s) => {
    const mode = e.read.mode as string;
    if (mode !== 'flow' && !mode.endsWith('-pressure')) return 'not-controlling';
    const missed = s.result.findings.find((f) => f.code === 'set-point-missed' && f.where === e.id);
    const found = missed ? (missed.values.found as number) : 1;
    const set = missed ? (missed.values.set as number) : 1;
    const ratio = found / set;
    const value = Number.isFinite(ratio) ? ratio : valveResult(e, s).flow;
    const dimension = missed && mode === 'flow' ? 'flow' : missed ? 'absolutePressure' : 'ratio';
    return {
      value,
      // too much is as far off as too little
      verdict: (limit) => (Math.min(value, 1 / value) < limit ? 'fails' : 'holds'),
      how: () => ({
        formula: 'y/ys',
        inputs: [
          worth('y', word('quantity.value-reached'), found, dimension),
          worth('ys', word('quantity.set-point'), set, dimension),
        ],
      }),
    };
  },
};
