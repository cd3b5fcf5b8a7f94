import { worth } from '../results/working.js';
import type { Check } from './check.js';
import { running } from './pump-case.js';

/** Units that are installed and do not run, against those that are to stand in reserve. */
export const standby: Check = {
  label: 'Standby',
  limit: 0,
  near: null,
  sense: 'least',
  worst: 'fails',
  source: 'the study: units wanted in reserve',
  reasons: ['off', 'not-given'],
  entry: 'Units in standby',
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
          worth('ni', 'units installed', installed, 'ratio', { from: `${e.id}.installed` }),
          worth('n', 'units running', r.running, 'ratio', { from: `${e.id}.running` }),
        ],
      }),
    };
  },
};

/** units that are there: as entered, else as many as run together in any scenario */
export const installedUnits = (e: { read: Readonly<Record<string, unknown>>; mostRunning?: number }): number =>
  (e.read.installed as number | undefined) ?? e.mostRunning ?? 1;
