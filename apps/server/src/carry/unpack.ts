import { validated } from '../common/joi.pipe.js';
import { ApiProblem, bodyOf, tooLarge } from '../common/problem.js';
import { LARGEST_ATTACHMENT, mediaTypeOf } from '../catalogue/media.js';
import { worded, type Worded } from '../words.js';
import { ARCHIVE_LIMITS, ArchiveError, readArchive, sha256, writeArchive, type ArchiveFault, type Part } from './archive.js';
import { MANIFEST, MANIFEST_PATH, STUDY_PATH, type Manifest } from './manifest.js';

/* What is done with a whole file, in a worker thread: it may be large, and every byte of it is looked at. */

/** What a file holds, once all of it is as its list says. */
export interface Unpacked {
  manifest: Manifest;
  parts: Map<string, Uint8Array>;
}

/** Writes a file with its list. @throws ApiProblem where it would be larger than a file may be */
export async function packed(manifest: Omit<Manifest, 'files'>, parts: readonly Part[]): Promise<Uint8Array> {
  const files = parts.map(({ path, data }) => ({ path, size: data.byteLength, sha256: sha256(data) }));
  const list = Buffer.from(`${JSON.stringify({ ...manifest, files }, null, 1)}\n`);
  try {
    return await writeArchive([{ path: MANIFEST_PATH, data: list }, ...parts], new Date(manifest.madeAt));
  } catch (error) {
    throw error instanceof ArchiveError ? refused(error.fault) : error;
  }
}

/** Reads a file and holds it against its list. @throws ApiProblem that names what is wrong */
export async function unpacked(body: Uint8Array): Promise<Unpacked> {
  const parts = await readArchive(body).catch((error: unknown) => {
    throw error instanceof ArchiveError ? refused(error.fault) : error;
  });
  const list = parts.get(MANIFEST_PATH);
  if (!list) throw wrong(worded('server.packageLacks', { path: MANIFEST_PATH }));
  const manifest = listed(parsed(list, MANIFEST_PATH));
  parts.delete(MANIFEST_PATH);
  for (const { path, size, sha256: hash } of manifest.files) {
    const data = parts.get(path);
    if (!data) throw wrong(worded('server.packageLacks', { path }));
    if (data.byteLength !== size || sha256(data) !== hash) throw wrong(worded('server.packageOtherBytes', { path }));
  }
  const named = new Set(manifest.files.map((f) => f.path));
  const more = [...parts.keys()].find((path) => !named.has(path));
  if (more !== undefined) throw wrong(worded('server.packageMore', { path: more }));
  judge(manifest, parts);
  return { manifest, parts };
}

/** whether every part is what the list says that it is; the document of the study and the entries are judged where they are kept */
function judge({ models, revisions }: Manifest, parts: ReadonlyMap<string, Buffer>): void {
  const at = (path: string): Buffer => {
    const data = parts.get(path);
    if (!data) throw wrong(worded('server.packageLacks', { path }));
    return data;
  };
  const isRecord = (path: string): void => {
    const value = parsed(at(path), path);
    if (typeof value !== 'object' || value === null) throw wrong(worded('server.packageNoJson', { path }));
  };
  isRecord(STUDY_PATH);
  const ids = models.flatMap((m) => [m.id, ...m.attachments.map((a) => a.id)]);
  const twice = ids.find((id, k) => ids.indexOf(id) < k);
  if (twice !== undefined) throw wrong(worded('server.packageTwice', { path: twice }));
  for (const m of models) {
    if (!m.revisions.every((r, k) => k === 0 || r.revision > m.revisions[k - 1]!.revision))
      throw wrong(worded('server.packageRevisionsOfModel', { key: m.key }));
    for (const { file } of m.revisions) isRecord(file);
    for (const { file } of m.attachments) {
      if (!mediaTypeOf(at(file))) throw wrong(worded('server.packageAttachment', { path: file }));
      if (at(file).byteLength > LARGEST_ATTACHMENT)
        throw wrong(worded('server.packageAttachmentTooLarge', { path: file, most: LARGEST_ATTACHMENT / 1024 / 1024 }));
    }
  }
  if (new Set(revisions.map((r) => r.letter)).size < revisions.length) throw wrong(worded('server.packageLetterTwice'));
  for (const r of revisions) {
    for (const path of [r.document, r.results]) isRecord(path);
    if (sha256(at(r.document)) !== r.sha256) throw wrong(worded('server.packageHash', { letter: r.letter }));
    if (!begins(at(r.pdf), '%PDF-')) throw wrong(worded('server.packagePaper', { path: r.pdf }));
    if (!begins(at(r.xlsx), 'PK\x03\x04')) throw wrong(worded('server.packagePaper', { path: r.xlsx }));
  }
}

const begins = (data: Buffer, sign: string): boolean => data.subarray(0, sign.length).toString('latin1') === sign;

/** what is wrong in the list is wrong in the file, and not in how it was asked for */
function listed(list: unknown): Manifest {
  try {
    return validated(MANIFEST, list);
  } catch (error) {
    throw error instanceof ApiProblem ? new ApiProblem(422, { ...error.body, error: 'bad-package' }) : error;
  }
}

function parsed(data: Buffer, path: string): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(data));
  } catch {
    throw wrong(worded('server.packageNoJson', { path }));
  }
}

/** A refusal of the whole file, with its reason. */
export const wrong = (reason: Worded): ApiProblem =>
  new ApiProblem(422, bodyOf('bad-package', worded('server.packageNotOpened', { reason })));

function refused(fault: ArchiveFault): ApiProblem {
  const { bytes: most, entries, ratio } = ARCHIVE_LIMITS;
  switch (fault.reason) {
    case 'too-large':
      return tooLarge(worded('server.packageTooLarge', { most: most / 1e6 }));
    case 'too-many':
      return wrong(worded('server.packageTooMany', { entries }));
    case 'no-zip':
      return wrong(worded('server.packageNoZip'));
    case 'path-outside':
      return wrong(worded('server.packagePathOutside', { path: fault.path }));
    case 'grows':
      return wrong(worded('server.packageGrows', { path: fault.path, ratio }));
    case 'twice':
      return wrong(worded('server.packageTwice', { path: fault.path }));
    case 'broken':
      return wrong(worded('server.packageBroken', { path: fault.path }));
  }
}
