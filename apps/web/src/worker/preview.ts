import type { Study } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import type { Outcome } from './outcome.js';
import type { RecalculationApi } from './recalculation.worker.js';

let remote: Comlink.Remote<RecalculationApi> | undefined;

/** One worker for pictures of studies that are not open, made when the first is wanted. */
export async function previewOf(study: Study): Promise<Outcome> {
  remote ??= Comlink.wrap<RecalculationApi>(
    new Worker(new URL('./recalculation.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote.recalculate(study, null);
}
