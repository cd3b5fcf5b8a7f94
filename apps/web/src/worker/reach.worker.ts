import * as Comlink from 'comlink';
import { Around } from './around.js';
import { Seeker } from './bringing.js';
import { longSights } from './longLine.js';

const seeker = new Seeker();
const around = new Around();
const api = {
  seek: seeker.seek.bind(seeker),
  suction: seeker.suction.bind(seeker),
  sweep: seeker.sweep.bind(seeker),
  largest: seeker.largest.bind(seeker),
  stop: seeker.stop.bind(seeker),
  nearest: around.nearest.bind(around),
  takes: around.takes.bind(around),
  sample: around.sample.bind(around),
  stopSampling: around.stopSampling.bind(around),
  fit: around.fit.bind(around),
  field: around.field.bind(around),
  longLines: longSights,
};
export type ReachWorkerApi = typeof api;

Comlink.expose(api);
