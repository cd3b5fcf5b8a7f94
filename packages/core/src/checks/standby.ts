import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';
import { word } from '../words/word.js';

/** Units that are installed and do not run, against those that are to stand in reserve. */
export const standby: Check = {
  label: word('check.standby'),
  limit: 0,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: word('check.standby.source'),
  reasons: ['off', 'not-given'],
  entry: word('check.standby.entry'),
  at: 'element',
  kinds: ['pump'],
  judge: (e, s) => {
    const wanted = e.read.standby as number | undefined;
    if (wanted === undefined) return 'not-given';
    const r = running(e, s);
    if (typeof r === 'string') return r;
    const installed = installedUnits(e);
    return {
      value: installed - r.running,
      limit: wanted,
      how: () => ({
        formula: 'ni − n',
        inputs: [
          worth('ni', word('quantity.units-installed'), installed, 'ratio', { from: `${e.id}.installed` }),
          worth('n', word('quantity.units-running'), r.running, 'ratio', { from: `${e.id}.running` }),
        ],
      }),
    };
  },
};

/** units that are there: as entered, else as many as run together in any scenario */
export const installedUnits = (e: { read: Readonly<Record<string, unknown>>; mostRunning?: number }): number =>
  (e.read.installed as number | undefined) ?? e.mostRunning ?? 1;
