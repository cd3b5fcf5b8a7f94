import { statfsSync } from 'node:fs';

/** with less than this nothing can be kept, B */
const LEAST_FREE = 4_000_000;

/** Whether the disk under a folder is full; false where there is no folder to be looked at. */
export function isFull(folder: string | undefined): boolean {
  if (folder === undefined) return false;
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize < LEAST_FREE;
  } catch {
    return false;
  }
}
