import { createStore, del, get, set, type UseStore } from 'idb-keyval';
import type { KeptEdit } from '../state/autosave.js';

/*
 * What is not stored yet is kept in this browser (IndexedDB), so that it outlives a reload, a closed tab or a crash while the application or
 * its database is away. It goes when it was stored.
 */

interface Owned extends KeptEdit {
  /** the page that kept it: another one does not take it away */
  owner: string;
}

let store: UseStore | undefined;
const edits = (): UseStore => (store ??= createStore('cedar-knot', 'edits'));

/** The edit of a study that was not stored; undefined where there is none, or where the browser keeps nothing. */
export async function keptEdit(study: string): Promise<KeptEdit | undefined> {
  try {
    return await get<Owned>(study, edits());
  } catch {
    return undefined;
  }
}

/** How one page keeps its edits of a study. */
export function editsOf(study: string): { keep: (edit: KeptEdit) => Promise<void>; forget: () => Promise<void> } {
  const owner = crypto.randomUUID();
  return {
    keep: (edit) => quietly(() => set(study, { ...edit, owner } satisfies Owned, edits())),
    forget: () =>
      quietly(async () => {
        const kept = await get<Owned>(study, edits());
        if (kept?.owner === owner) await del(study, edits());
      }),
  };
}

/** a browser that keeps nothing (a private window, a full disk) saves all the same */
async function quietly(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch {
    // the page itself still has it
  }
}
