import * as Comlink from 'comlink';
import type { CatalogueWorkerApi } from './catalogue.worker.js';

let remote: Comlink.Remote<CatalogueWorkerApi> | undefined;

/** The worker in which the catalogue's list lives, made when the first view wants it. */
export function catalogueWorker(): Comlink.Remote<CatalogueWorkerApi> {
  remote ??= Comlink.wrap<CatalogueWorkerApi>(new Worker(new URL('./catalogue.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
