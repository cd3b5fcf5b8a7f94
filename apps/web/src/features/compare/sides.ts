import type { RawEntry, Study } from '@cedar-knot/core';
import { api, ApiError } from '../../api/client.js';
import { takenEntry } from '../../state/takeModel.js';

/*
 * What may stand on a side of a comparison, as it is written in the address: `now`, `v14` (a version of this study), `s:…` (another study),
 * `data` (this study with the newest data of the catalogue).
 */

/** @param now the study as it stands on the page */
export async function studyOf(side: string, id: string, now: Study): Promise<Study> {
  if (side.startsWith('v')) return (await api.version(id, Number(side.slice(1)))).document;
  if (side.startsWith('s:')) return (await api.get(side.slice(2))).document;
  return side === 'data' ? withNewestData(now) : now;
}

/** the study with every pump and valve that was taken from the catalogue as the catalogue has it now */
async function withNewestData(study: Study): Promise<Study> {
  const next = structuredClone(study);
  for (const list of [next.pumps ?? {}, next.valves ?? {}])
    for (const [key, entry] of Object.entries(list)) {
      const from = entry.from as RawEntry | undefined;
      if (typeof from?.model !== 'string') continue;
      const model = await api.model(from.model).catch(unlessGone);
      if (model && model.revision !== from.revision) list[key] = takenEntry(model);
    }
  return next;
}

/** a model that the catalogue no longer has leaves the entry as it is; whatever else failed is said */
function unlessGone(e: unknown): null {
  if (e instanceof ApiError && e.status === 404) return null;
  throw e;
}
