import * as Comlink from 'comlink';
import type { Study } from '@cedar-knot/core';
import type { KnownValve, ValveFigures, ValvesAsked } from './valveFigures.js';
import type { ValveWorkerApi } from './valves.worker.js';

/** Where valves are held against a position: in a worker on the page, plainly in a test. */
export interface ValveWork {
  load(): Promise<KnownValve[]>;
  figures(study: Study, asked: ValvesAsked): Promise<ValveFigures>;
}

let remote: Comlink.Remote<ValveWorkerApi> | undefined;

/** The worker for valves, apart from that of the recalculation, which it would hold up; made when the first view wants it. */
export function valveWorker(): ValveWork {
  remote ??= Comlink.wrap<ValveWorkerApi>(new Worker(new URL('./valves.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
