import { basename, dirname } from 'node:path';
import pino from 'pino';
import { createStream } from 'rotating-file-stream';

/** Where the log goes: a file of its owner alone that is turned at 10 MB, five old ones kept; else standard output. */
export function logStream(file: string | undefined): pino.DestinationStream {
  if (file === undefined || file === '/dev/null') return pino.destination(file ?? 1);
  return createStream(basename(file), { path: dirname(file), size: '10M', maxFiles: 5, mode: 0o600, compress: 'gzip' });
}
