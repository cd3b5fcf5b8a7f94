import type { ReachWork } from '../worker/reach.js';

/** A worker that finds nothing around a study. */
export const IDLE: Pick<ReachWork, 'nearest' | 'takes' | 'sample' | 'stopSampling' | 'fit' | 'field' | 'longLines'> = {
  nearest: () => Promise.resolve(true),
  takes: () => Promise.resolve(null),
  sample: () => Promise.resolve(null),
  stopSampling: () => undefined,
  fit: () => Promise.resolve({ ok: false, reason: 'no-readings' }),
  field: () => Promise.resolve(null),
  longLines: () => Promise.resolve({}),
};
