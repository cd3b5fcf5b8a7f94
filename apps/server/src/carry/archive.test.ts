import { randomBytes } from 'node:crypto';
import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';
import { ArchiveError, readArchive, writeArchive, type ArchiveFault } from './archive.js';

const LIMITS = { bytes: 20_000, entries: 5, ratio: 100 };
const MADE = new Date('2026-12-02T10:00:00Z');

const zipOf = async (parts: [string, Buffer, boolean?][]): Promise<Buffer> => {
  const zip = new ZipFile();
  for (const [path, data, compress = true] of parts) zip.addBuffer(data, path, { compress });
  zip.end();
  return buffer(zip.outputStream);
};
/** a path that no writer of archives would take, put over one of the same length, in its head and in the list of all */
const renamed = async (from: string, to: string): Promise<Buffer> =>
  Buffer.from((await zipOf([[from, Buffer.from('x'), false]])).toString('latin1').replaceAll(from, to), 'latin1');
const faultOf = async (bytes: Uint8Array): Promise<ArchiveFault | null> =>
  readArchive(bytes, LIMITS).then(
    () => null,
    (e: unknown) => (e as ArchiveError).fault,
  );

test('what is written is read back byte for byte, packed or not', async () => {
  const parts = [
    { path: 'a.json', data: Buffer.from('{"a":1}'.repeat(100)) },
    { path: 'folder/b.pdf', data: randomBytes(3000) },
    // a thousand times itself when packed: kept as it is, for a reader would refuse it
    { path: 'folder/c.txt', data: Buffer.alloc(12_000, 32) },
    { path: 'leer.txt', data: Buffer.alloc(0) },
  ];
  const written = await writeArchive(parts, MADE, LIMITS);
  const read = await readArchive(written, LIMITS);
  expect([...read.keys()]).toEqual(parts.map((p) => p.path));
  for (const { path, data } of parts) expect(read.get(path)!.equals(data)).toBe(true);
  // the first is packed: 700 letters take less than 60
  expect(written.byteLength).toBeLessThan(3000 + 12_000 + 60 + 4 * 170);
});

test.each<[string, () => Promise<Buffer>, ArchiveFault]>([
  ['no archive', () => Promise.resolve(Buffer.from('{"format":"cedar-knot-study"}')), { reason: 'no-zip' }],
  ['more entries', () => zipOf(Array.from({ length: 6 }, (_, i) => [`${i}`, Buffer.from('x')])), { reason: 'too-many' }],
  ['more bytes than the file may have', () => zipOf([['a', randomBytes(20_001), false]]), { reason: 'too-large' }],
  ['more bytes when unpacked', () => zipOf([['a', Buffer.concat(Array.from({ length: 40 }, () => randomBytes(8)).map((b) => Buffer.concat(Array.from({ length: 70 }, () => b))))]]), { reason: 'too-large' }], // prettier-ignore
  ['what grows beyond the ratio', () => zipOf([['a', Buffer.alloc(19_000)]]), { reason: 'grows', path: 'a' }],
  ['a path outside', () => renamed('aa/study.json', '../study.json'), { reason: 'path-outside', path: '../study.json' }],
  ['a path outside, further in', () => renamed('a/aa/bb', 'a/../b'.padEnd(7, 'b')), { reason: 'path-outside', path: 'a/../bb' }],
  ['an absolute path', () => renamed('aetc/pw', '/etc/pw'), { reason: 'path-outside', path: '/etc/pw' }],
  ['a drive', () => renamed('CC/pw', 'C:/pw'), { reason: 'path-outside', path: 'C:/pw' }],
  ['a path of another system', () => renamed('aa/bb', 'aa\\bb'), { reason: 'path-outside', path: 'aa\\bb' }],
  ['one path twice', () => zipOf([['a', Buffer.from('x')], ['a', Buffer.from('y')]]), { reason: 'twice', path: 'a' }], // prettier-ignore
])('%s is refused', async (_what, made, fault) => {
  expect(await faultOf(await made())).toEqual(fault);
});

test('at the limit a file is taken: entries, bytes', async () => {
  expect(await faultOf(await zipOf(Array.from({ length: 5 }, (_, i) => [`${i}`, Buffer.from('x')])))).toBeNull();
  expect(await faultOf(await zipOf([['a', randomBytes(19_800), false]]))).toBeNull();
  await expect(writeArchive([{ path: 'a', data: Buffer.alloc(20_001) }], MADE, LIMITS)).rejects.toBeInstanceOf(ArchiveError);
  await expect(writeArchive(Array.from({ length: 6 }, (_, i) => ({ path: `${i}`, data: Buffer.alloc(1) })), MADE, LIMITS)).rejects.toBeInstanceOf(ArchiveError); // prettier-ignore
});

test('an entry that holds more than it says, or whose bytes are others, is broken', async () => {
  const zip = await zipOf([['a', randomBytes(2000), true]]);
  // the size that the list of entries tells, 4 bytes at 24 of its record (APPNOTE 4.3.12)
  const lies = Buffer.from(zip);
  lies.writeUInt32LE(100, lies.indexOf(Buffer.from('PK\x01\x02', 'latin1')) + 24);
  expect(await faultOf(lies)).toEqual({ reason: 'broken', path: 'a' });
  expect(await faultOf(zip.subarray(0, zip.length - 40))).toEqual({ reason: 'no-zip' });
});
