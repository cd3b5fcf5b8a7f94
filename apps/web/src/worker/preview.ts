import type { Study } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import type { BeginningEntries, BegunPreview } from './begin.js';
import type { OwnEntries, OwnPreview } from './begin-own.js';
import type { Outcome } from './outcome.js';
import type { RecalculationApi } from './recalculation.worker.js';

let remote: Comlink.Remote<RecalculationApi> | undefined;

/** One worker for what is shown of studies that are not open, made when the first is wanted. */
const worker = (): Comlink.Remote<RecalculationApi> =>
  (remote ??= Comlink.wrap<RecalculationApi>(
    new Worker(new URL('./recalculation.worker.ts', import.meta.url), { type: 'module' }),
  ));

export async function previewOf(study: Study): Promise<Outcome> {
  return worker().recalculate(study, null);
}

/** A study of a form, solved before it exists. */
export const begunOf = (form: BeginningEntries): Promise<BegunPreview> => worker().begin(form);

/** One that begins with a study of the plant's own. */
export const begunOwnOf = (form: OwnEntries): Promise<OwnPreview> => worker().begunOwn(form);
