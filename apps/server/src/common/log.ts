import { chmodSync, mkdirSync, readdirSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import pino from 'pino';
import { createStream, type RotatingFileStream } from 'rotating-file-stream';

const OWNER_ONLY = 0o600;

/** after which a log that could not be written is begun again, ms */
const AGAIN_MS = 5000;

/** Where the log goes: a file of its owner alone that is turned at 10 MB, five old ones kept; else standard output. */
export function logStream(file: string | undefined): pino.DestinationStream {
  return file === undefined || file === '/dev/null' ? pino.destination(file ?? 1) : new LogFile(file);
}

/** A log that a full disk does not end, nor the application with it: what cannot be written is let go. */
class LogFile implements pino.DestinationStream {
  private stream: RotatingFileStream | undefined;

  constructor(private readonly file: string) {
    this.open();
  }

  write(line: string): void {
    this.stream?.write(line);
  }

  private open(): void {
    closeToOthers(this.file);
    const options = { path: dirname(this.file), size: '10M', maxFiles: 5, mode: OWNER_ONLY, compress: 'gzip' } as const;
    this.stream = createStream(basename(this.file), options).on('error', () => {
      if (this.stream) setTimeout(() => this.open(), AGAIN_MS).unref();
      this.stream = undefined;
    });
  }
}

/** a log that was there before, and those that were turned, keep the rights that they were made with */
function closeToOthers(file: string): void {
  const folder = dirname(file);
  mkdirSync(folder, { recursive: true });
  for (const name of readdirSync(folder)) if (name.includes(basename(file))) chmodSync(join(folder, name), OWNER_ONLY);
}
