import { chmodSync, mkdirSync, readdirSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import pino from 'pino';
import { createStream } from 'rotating-file-stream';

const OWNER_ONLY = 0o600;

/** Where the log goes: a file of its owner alone that is turned at 10 MB, five old ones kept; else standard output. */
export function logStream(file: string | undefined): pino.DestinationStream {
  if (file === undefined || file === '/dev/null') return pino.destination(file ?? 1);
  closeToOthers(file);
  return createStream(basename(file), { path: dirname(file), size: '10M', maxFiles: 5, mode: OWNER_ONLY, compress: 'gzip' });
}

/** a log that was there before, and those that were turned, keep the rights that they were made with */
function closeToOthers(file: string): void {
  const folder = dirname(file);
  mkdirSync(folder, { recursive: true });
  for (const name of readdirSync(folder)) if (name.includes(basename(file))) chmodSync(join(folder, name), OWNER_ONLY);
}
