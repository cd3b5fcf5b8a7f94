import { BookError, readBook, type Book } from '@cedar-knot/tables';
import { tableFileText } from '@cedar-knot/wording';
import * as Comlink from 'comlink';
import { msg } from '../words.js';
import { tableIs, type TableIs } from './dropped.js';
import { listed, type ListEntries, type ListPreview } from './line-list.js';

/* A line list with which a study begins: its bytes, its rows and its study, away from the page. */

let opened: Book | undefined;

/** Opens a spreadsheet or a text with commas, semicolons or tabs. Answers with why it cannot be. */
async function openBytes(bytes: Uint8Array): Promise<string | null> {
  try {
    opened = await readBook(bytes);
    return null;
  } catch (error) {
    if (error instanceof BookError) return tableFileText(error.fault, error.detail);
    throw error;
  }
}

const api = {
  openBytes,
  openText: (text: string): Promise<string | null> => openBytes(new TextEncoder().encode(text)),
  tableIs(): TableIs {
    if (!opened) throw new Error(msg('app.nothingIsOpen'));
    return tableIs(opened.sheets);
  },
  preview(entries: ListEntries): ListPreview {
    if (!opened) throw new Error(msg('app.nothingIsOpen'));
    return listed(opened.sheets, entries);
  },
};

export type LineListApi = typeof api;

Comlink.expose(api);
