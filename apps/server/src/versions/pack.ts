import { promisify } from 'node:util';
import zlib from 'node:zlib';

const deflate = promisify(zlib.deflateRaw) as (data: Uint8Array, options: zlib.ZlibOptions) => Promise<Buffer>;
const inflate = promisify(zlib.inflateRaw) as (data: Uint8Array, options: zlib.ZlibOptions) => Promise<Buffer>;

/*
 * How an old version is kept: deflated piece by piece, each with the stretch of an earlier whole version beside it as its dictionary,
 * so that what did not change costs a few bytes. One pass, whatever the document; the text comes back letter for letter.
 */

/** of the text, bytes */
const PIECE = 16_384;
/** bytes of the earlier version before and behind a piece: deflate looks back 32 768 */
const BEFORE = 8192;
const DICTIONARY = 32_768;
/** above this share of what the whole would take, it is kept whole */
const WORTH = 0.4;

export interface Packed {
  data: Buffer;
  /** kept with the help of the earlier version */
  isPart: boolean;
}

/** @param base text of an earlier version that is kept whole */
export async function pack(text: string, base: string | undefined): Promise<Packed> {
  const bytes = Buffer.from(text);
  const whole = await pieces(bytes, undefined);
  if (base === undefined) return { data: whole, isPart: false };
  const part = await pieces(bytes, Buffer.from(base));
  return part.length < WORTH * whole.length ? { data: part, isPart: true } : { data: whole, isPart: false };
}

/** The text again. @param base the same earlier version that it was packed with */
export async function unpack(data: Buffer, base: string | undefined): Promise<string> {
  const size = data.readUInt32LE(0);
  const beside = base === undefined ? undefined : Buffer.from(base);
  const out: Buffer[] = [];
  let at = 4;
  for (let begin = 0; at < data.length; begin += PIECE) {
    const length = data.readUInt32LE(at);
    out.push(await inflate(data.subarray(at + 4, at + 4 + length), dictionaryAt(begin, size, beside)));
    at += 4 + length;
  }
  return Buffer.concat(out).toString();
}

async function pieces(bytes: Buffer, base: Buffer | undefined): Promise<Buffer> {
  const size = Buffer.alloc(4);
  size.writeUInt32LE(bytes.length);
  const out: Buffer[] = [size];
  for (let begin = 0; begin < bytes.length; begin += PIECE) {
    const options = { level: 9, ...dictionaryAt(begin, bytes.length, base) };
    const piece = await deflate(bytes.subarray(begin, begin + PIECE), options);
    const length = Buffer.alloc(4);
    length.writeUInt32LE(piece.length);
    out.push(length, piece);
  }
  return Buffer.concat(out);
}

/** the stretch of the earlier version that lies where the piece lies, shares of the whole taken as places */
function dictionaryAt(begin: number, size: number, base: Buffer | undefined): zlib.ZlibOptions {
  if (base === undefined) return {};
  const beside = Math.round((begin * base.length) / Math.max(1, size));
  const from = Math.max(0, beside - BEFORE);
  const dictionary = base.subarray(from, from + DICTIONARY);
  return dictionary.length === 0 ? {} : { dictionary };
}
