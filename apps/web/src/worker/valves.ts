import * as Comlink from 'comlink';
import type { Study } from '@cedar-knot/core';
import type { KnownValve, ValveFigures, ValvesAsked } from './valveFigures.js';
import type { ValveWorkerApi } from './valves.worker.js';

/** Where valves are held against a position: in a worker on the page, plainly in a test. */
export interface ValveWork {
  load(): Promise<KnownValve[]>;
  /** @param onFirst told what needs no catalogue, before the rest */
  figures(study: Study, asked: ValvesAsked, onFirst?: (first: ValveFigures) => void): Promise<ValveFigures>;
}

let made: ValveWork | undefined;

/** The worker for valves, apart from that of the recalculation, which it would hold up; made when the first view wants it. */
export function valveWorker(): ValveWork {
  if (made) return made;
  const remote = Comlink.wrap<ValveWorkerApi>(new Worker(new URL('./valves.worker.ts', import.meta.url), { type: 'module' }));
  made = {
    load: () => remote.load(),
    figures: (study, asked, onFirst) => remote.figures(study, asked, onFirst && Comlink.proxy(onFirst)),
  };
  return made;
}
