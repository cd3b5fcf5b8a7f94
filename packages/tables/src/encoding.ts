import { knownHeads } from '@cedar-knot/core';
import { delimiterOf } from './delimiter.js';

/* How the letters of a text are kept in its bytes. What there is of it in the world is UTF-8, UTF-16 and the two Windows pages. */

export const ENCODINGS = ['utf-8', 'utf-16le', 'utf-16be', 'windows-1252', 'windows-1250'] as const;
export type Encoding = (typeof ENCODINGS)[number];

export const isEncoding = (name: string): name is Encoding => (ENCODINGS as readonly string[]).includes(name);

/** Latin-1 is read as Windows-1252, of which it is a part. */
const decode = (bytes: Uint8Array, encoding: Encoding): string => new TextDecoder(encoding).decode(bytes);

export function textOf(bytes: Uint8Array, said?: Encoding): { text: string; encoding: Encoding } {
  const encoding = said ?? guessed(bytes);
  return { text: decode(bytes, encoding).replace(/^\uFEFF/, ''), encoding };
}

function guessed(bytes: Uint8Array): Encoding {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const sixteen = utf16Of(bytes);
  if (sixteen) return sixteen;
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    const [west, middle] = (['windows-1252', 'windows-1250'] as const).map((e) => ({ e, text: decode(bytes, e) })) as [
      Page,
      Page,
    ];
    const [w, m] = [sense(west.text), sense(middle.text)];
    return m > w ? middle.e : west.e;
  }
}

interface Page {
  e: Encoding;
  text: string;
}

/** without a mark at its begin: every other byte of plain letters is nothing */
function utf16Of(bytes: Uint8Array): Encoding | undefined {
  const some = bytes.subarray(0, 2000);
  const nothing = [0, 0];
  some.forEach((x, i) => x === 0 && nothing[i % 2]!++);
  const half = some.length / 2;
  if (nothing[1]! > 0.4 * half && nothing[0]! < 0.1 * half) return 'utf-16le';
  return nothing[0]! > 0.4 * half && nothing[1]! < 0.1 * half ? 'utf-16be' : undefined;
}

/** How much of a text makes sense: heads that are known, less signs that stand within words. */
function sense(text: string): number {
  const lines = text.split(/\r?\n/).slice(0, 40);
  const delimiter = delimiterOf(text);
  const heads = lines.reduce((n, l) => n + knownHeads(l.split(delimiter)), 0);
  const odd = text.match(/\p{L}[^\p{L}\s\d.,;:'’"()[\]/\\_&+*-]\p{L}/gu)?.length ?? 0;
  return heads - odd;
}
