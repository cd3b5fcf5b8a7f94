import { createHash } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { deflateRawSync } from 'node:zlib';
import { fromBufferPromise, type Entry } from 'yauzl';
import { ZipFile } from 'yazl';

/*
 * A ZIP file (PKWARE APPNOTE 6.3) of a few kinds of parts, written and read within limits: nothing is unpacked before its size, its path and
 * how much it grows are known, and nothing that grows beyond what it says.
 */

/** What a file may hold. */
export const ARCHIVE_LIMITS = {
  /** bytes of the file, and of all that is in it */
  bytes: 200_000_000,
  entries: 10_000,
  /** of what is unpacked to what was packed */
  ratio: 100,
} as const;
type Limits = Readonly<Record<keyof typeof ARCHIVE_LIMITS, number>>;

/** Why a file is not taken. */
export type ArchiveFault =
  | { reason: 'no-zip'; path?: never }
  | { reason: 'too-large'; path?: never }
  | { reason: 'too-many'; path?: never }
  | { reason: 'path-outside'; path: string }
  | { reason: 'grows'; path: string }
  | { reason: 'twice'; path: string }
  | { reason: 'broken'; path: string };

export class ArchiveError extends Error {
  constructor(readonly fault: ArchiveFault) {
    super(fault.reason);
  }
}

/** One part of a file. */
export interface Part {
  path: string;
  data: Uint8Array;
}

/** less is not packed: papers and pictures are so already */
const WORTH_PACKING = 0.9;

/** @throws ArchiveError where the parts are more than a file may hold */
export async function writeArchive(parts: readonly Part[], made: Date, limits: Limits = ARCHIVE_LIMITS): Promise<Buffer> {
  if (parts.length > limits.entries) throw new ArchiveError({ reason: 'too-many' });
  if (parts.reduce((sum, p) => sum + p.data.byteLength, 0) > limits.bytes) throw new ArchiveError({ reason: 'too-large' });
  const zip = new ZipFile();
  for (const { path, data } of parts) {
    const packed = deflateRawSync(data).byteLength / Math.max(1, data.byteLength);
    // what would grow too much when it is read is kept as it is
    const compress = packed < WORTH_PACKING && packed * limits.ratio > 1.1;
    zip.addBuffer(Buffer.from(data.buffer, data.byteOffset, data.byteLength), path, { mtime: made, compress });
  }
  zip.end();
  return buffer(zip.outputStream);
}

/**
 * The parts of a file by their paths.
 *
 * @throws ArchiveError
 */
export async function readArchive(bytes: Uint8Array, limits: Limits = ARCHIVE_LIMITS): Promise<Map<string, Buffer>> {
  if (bytes.byteLength > limits.bytes) throw new ArchiveError({ reason: 'too-large' });
  const file = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const zip = await fromBufferPromise(file, { lazyEntries: true, strictFileNames: true }).catch(() => {
    throw new ArchiveError({ reason: 'no-zip' });
  });
  if (zip.entryCount > limits.entries) throw new ArchiveError({ reason: 'too-many' });
  const parts = new Map<string, Buffer>();
  let whole = 0;
  let path = '';
  try {
    for await (const entry of zip.eachEntry()) {
      path = entry.fileName;
      // a folder has nothing of its own
      if (path.endsWith('/')) continue;
      whole += entry.uncompressedSize;
      const fault = faultOf(entry, whole, limits) ?? (parts.has(path) ? { reason: 'twice' as const, path } : undefined);
      if (fault) throw new ArchiveError(fault);
      // the stream ends with an error where there is more than the entry says
      parts.set(path, await buffer(await zip.openReadStreamPromise(entry)));
    }
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    // said by the reader of the list of entries, before there is an entry
    const outside = /^(?:absolute path|invalid relative path|invalid characters in fileName): (.*)$/s.exec((error as Error).message)?.[1]; // prettier-ignore
    throw new ArchiveError(outside === undefined ? { reason: 'broken', path } : { reason: 'path-outside', path: outside });
  }
  return parts;
}

function faultOf(entry: Entry, whole: number, limits: Limits): ArchiveFault | undefined {
  const { fileName: path, uncompressedSize, compressedSize } = entry;
  if (whole > limits.bytes) return { reason: 'too-large' };
  if (uncompressedSize > limits.ratio * Math.max(1, compressedSize)) return { reason: 'grows', path };
  return undefined;
}

export const sha256 = (data: Uint8Array | string): string => createHash('sha256').update(data).digest('hex');
