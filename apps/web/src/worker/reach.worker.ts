import * as Comlink from 'comlink';
import { Seeker } from './bringing.js';

const seeker = new Seeker();
const api = {
  seek: seeker.seek.bind(seeker),
  suction: seeker.suction.bind(seeker),
  sweep: seeker.sweep.bind(seeker),
  largest: seeker.largest.bind(seeker),
  stop: seeker.stop.bind(seeker),
};
export type ReachWorkerApi = typeof api;

Comlink.expose(api);
