import type { Sheet } from '@cedar-knot/core';
import Papa from 'papaparse';
import { delimiterOf, type Delimiter } from './delimiter.js';
import { textOf, type Encoding } from './encoding.js';
import { BookError } from './fault.js';
import { sheetsOfSpreadsheet } from './spreadsheet.js';

/* The bytes of a maker's file to cells. What they mean is the core's. */

/** A file of tables as it was read. */
export interface Book {
  of: 'text' | 'spreadsheet';
  sheets: Sheet[];
  /** of a text: how its letters are kept, and what parts its cells; each was guessed where nobody said it */
  encoding?: Encoding;
  delimiter?: Delimiter;
}

export interface BookOptions {
  encoding?: Encoding | undefined;
  delimiter?: Delimiter | undefined;
}

/**
 * Reads a table: a text with commas, semicolons, tabs or bars, or a spreadsheet (.xlsx).
 *
 * @throws BookError where it is neither, or larger than any table of a maker
 */
export async function readBook(bytes: Uint8Array, options: BookOptions = {}): Promise<Book> {
  const begins = (...signs: number[]): boolean => signs.every((s, i) => bytes[i] === s);
  if (bytes.length === 0) throw new BookError('empty');
  if (begins(0xd0, 0xcf, 0x11, 0xe0)) throw new BookError('xls');
  if (begins(0x25, 0x50, 0x44, 0x46)) throw new BookError('pdf');
  if (begins(0x50, 0x4b)) {
    const first = new TextDecoder('windows-1252').decode(bytes.subarray(0, 200));
    if (first.includes('opendocument')) throw new BookError('ods');
    return { of: 'spreadsheet', sheets: await sheetsOfSpreadsheet(bytes) };
  }
  return bookOfText(bytes, options);
}

function bookOfText(bytes: Uint8Array, options: BookOptions): Book {
  const { text, encoding } = textOf(bytes, options.encoding);
  if (text.includes('\0')) throw new BookError('binary');
  if (text.trim() === '') throw new BookError('empty');
  const delimiter = options.delimiter ?? delimiterOf(text);
  const { data } = Papa.parse<string[]>(text, { delimiter });
  let line = 1;
  const rows = data.map((cells) => {
    const row = { line, cells: cells.map((c) => ({ text: withoutEscape(c) })) };
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
    return row;
  });
  return { of: 'text', sheets: [{ name: '', rows }], encoding, delimiter };
}

/** A text that was written so that no spreadsheet takes it for a formula, as it was. */
const withoutEscape = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text);
