import type { PictureState } from '../../state/picture.js';
import { msg } from './words.js';

/** What is under way, kept on this machine so that a reload loses nothing. */
interface Draft {
  file: Blob;
  name: string;
  page: number;
  state: PictureState;
}

const NAME = 'cedar-knot-pictures';
const STORE = 'drafts';

function database(): Promise<IDBDatabase> {
  return new Promise((resolve, reject) => {
    const request = indexedDB.open(NAME, 1);
    request.onupgradeneeded = () => request.result.createObjectStore(STORE);
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error ?? new Error(msg('view.picture.draftsCannotBeSaved')));
  });
}

async function within<T>(mode: IDBTransactionMode, work: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const db = await database();
  try {
    return await new Promise((resolve, reject) => {
      const request = work(db.transaction(STORE, mode).objectStore(STORE));
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error ?? new Error(msg('view.picture.theDraftWasNotSaved')));
    });
  } finally {
    db.close();
  }
}

export const keepDraft = (key: string, draft: Draft): Promise<unknown> => within('readwrite', (s) => s.put(draft, key));
export const readDraft = (key: string): Promise<Draft | undefined> =>
  within<Draft | undefined>('readonly', (s) => s.get(key) as IDBRequest<Draft | undefined>);
export const dropDraft = (key: string): Promise<unknown> => within('readwrite', (s) => s.delete(key));
