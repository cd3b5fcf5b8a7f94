import {
  canonicalEntry,
  ENTRY_FIELDS,
  judgeCatalogue,
  hasMassFlow,
  summariseModel,
  wordsOf,
  writeTable,
  type Cell,
  type ModelKind,
  type RawEntry,
  type Sheet,
} from '@cedar-knot/core';
import Papa from 'papaparse';
import { IMPORT, RANK } from '../catalogue/schemas.js';
import { ApiProblem, tooLarge, bodyOf, fieldProblem, firstOf } from '../common/problem.js';
import { envelope } from './bodies.js';
import { textOfRead } from './kept-entry.js';
import { LISTED_COLUMNS } from './listed.js';
import { requiredFor } from './shelf-tasks.js';
import type { ExportedModel, Handlers, Listed, PreparedModel } from './task.js';
import { said, worded } from '../words.js';

const MOST_ERRORS = 50;
/** of one piece of a ranking: all of it */
const MOST_RANKED = 100_000;
const KINDS: readonly ModelKind[] = ['pumps', 'valves', 'motors'];
type Entries = Record<string, RawEntry>;

const catalogueOf = (entries: Partial<Record<ModelKind, Entries>>) => ({
  format: 'cedar-knot-catalogue' as const,
  version: 1 as const,
  pumps: {},
  valves: {},
  motors: {},
  ...entries,
});

/** What is done with catalogues in worker threads. */
export const CATALOGUE_HANDLERS: Pick<Handlers, 'models' | 'split' | 'sheets' | 'export' | 'asked' | 'required'> = {
  models: ({ of, text, at }) => ({ models: prepare(of, JSON.parse(text) as Entries, at) }),

  split: ({ body, batch }) => {
    const { source, catalogue } = envelope(body, IMPORT);
    const maker = typeof catalogue.maker === 'string' ? catalogue.maker : undefined;
    const batches = KINDS.flatMap((of) => {
      const list = Object.entries(catalogue[of] ?? {});
      return Array.from({ length: Math.ceil(list.length / batch) }, (_, i) => {
        const part = list.slice(i * batch, (i + 1) * batch);
        // what a catalogue says of all its entries is said of each
        const entries = Object.fromEntries(
          part.map(([key, e]) => [key, maker === undefined || !isRecord(e) || e.maker ? e : { ...e, maker }]),
        );
        return { of, count: part.length, text: JSON.stringify(entries) };
      });
    });
    const { file = null, page = null, rows = {}, from = null } = source ?? {};
    return { file, page, rows, from, batches };
  },

  sheets: async ({ body }) => ({ sheets: await readSheets(body) }),
  export: async ({ format, title, models }) => ({ data: await written(format, title, models) }),

  asked: ({ body }) => {
    const { document, pump, ...options } = envelope(body, RANK);
    const position = (document.lines ?? []).flatMap((l) => l.elements).find((e) => e.id === pump);
    if (position?.kind !== 'pump') {
      const words = worded('server.noSuchPump', { pump: String(pump) });
      throw new ApiProblem(422, bodyOf('bad-request', words, { errors: [{ path: 'pump', message: said(words) }] }));
    }
    return { study: JSON.stringify(document), pump, options: { ...options, top: MOST_RANKED } };
  },
  required: ({ asked }) => requiredFor(asked),
};

const isRecord = (x: unknown): x is Record<string, unknown> => typeof x === 'object' && x !== null && !Array.isArray(x);

/** entries that may be kept, or a refusal that says of each what is wrong; what only warns is kept with its warning */
function prepare(of: ModelKind, written: Entries, at: string): PreparedModel[] {
  const entries = Object.fromEntries(
    Object.entries(written).map(([key, e]) => [key, isRecord(e) ? canonicalEntry(e, ENTRY_FIELDS[of]) : e]),
  );
  const judged = judgeCatalogue(catalogueOf({ [of]: entries }));
  const wrong = judged.problems.filter((p) => p.code !== 'unknown-key');
  if (wrong.length > 0) {
    const errors = wrong
      .slice(0, MOST_ERRORS)
      .map((p) => fieldProblem(p, at === '' ? p.path : p.path.replace(`${of}.${Object.keys(written)[0]}`, at)));
    throw new ApiProblem(
      422,
      bodyOf('bad-catalogue', worded('server.catalogueNotAccepted', { problem: firstOf(errors) }), { errors }),
    );
  }
  return Object.entries(entries).map(([key, entry]) => {
    const read = judged[of].get(key)!;
    const warnings = judged.warnings.filter((w) => w.model === key).map((w) => w.code);
    return {
      ...named(key, entry),
      entry: JSON.stringify({ name: key, ...entry }),
      inSi: of === 'pumps' ? textOfRead({ byMass: hasMassFlow(entry), read }) : null,
      listed: listedOf(of, entry, read, warnings),
    };
  });
}

function named(key: string, entry: RawEntry): Omit<PreparedModel, 'entry' | 'inSi' | 'listed'> {
  const word = (x: unknown): string | null => (typeof x === 'string' && x !== '' ? x.slice(0, 200) : null);
  return {
    key,
    name: word(entry.name) ?? key,
    maker: word(entry.maker),
    family: word(entry.family),
    type: word(entry.type),
    size: word(entry.size),
  };
}

function listedOf(of: ModelKind, entry: RawEntry, read: Record<string, unknown>, warnings: string[]): Listed {
  return {
    warnings: [...new Set(warnings)],
    isTypical: entry.typical === true,
    from: null,
    summary: summariseModel(of, read),
    words: wordsOf(of, read),
    columns: LISTED_COLUMNS,
  };
}

/** loaded where it is asked for: most threads never see a spreadsheet */
const newBook = async () => new (await import('exceljs')).default.Workbook();

/** the cells of a file, sheet by sheet, as the page and the command line read them */
async function readSheets(body: Uint8Array): Promise<Sheet[]> {
  const { BookError, readBook } = await import('@cedar-knot/tables');
  try {
    return (await readBook(body)).sheets;
  } catch (error) {
    if (!(error instanceof BookError)) throw error;
    const { most = 0, sheet = '' } = error.detail;
    switch (error.fault) {
      case 'too-many-rows':
        throw tooLarge(worded('server.spreadsheetRows', { most }));
      case 'too-many-columns':
        throw tooLarge(worded('server.sheetColumns', { most, sheet }));
      case 'too-many-cells':
        throw tooLarge(worded('server.spreadsheetCells', { most }));
      case 'too-much-text':
        throw tooLarge(worded('server.spreadsheetLetters', { most }));
      default:
        throw new ApiProblem(422, bodyOf('bad-spreadsheet', worded('server.badSpreadsheet')));
    }
  }
}

async function written(format: string, title: string, models: readonly ExportedModel[]): Promise<Uint8Array> {
  const of = (kind: ModelKind): Entries =>
    Object.fromEntries(models.filter((m) => m.of === kind).map((m) => [m.key, JSON.parse(m.entry) as RawEntry]));
  if (format === 'json') {
    const { pumps, valves, motors, ...head } = catalogueOf({ pumps: of('pumps'), valves: of('valves'), motors: of('motors') });
    return Buffer.from(`${JSON.stringify({ ...head, title, pumps, valves, motors }, null, 1)}\n`);
  }
  const tables = KINDS.map((kind) => ({ kind, entries: of(kind) })).filter((t) => Object.keys(t.entries).length > 0);
  if (format === 'csv') {
    const { kind, entries } = tables[0]!;
    const { header, rows } = writeTable(kind, entries);
    return Buffer.from(`\uFEFF${Papa.unparse([header, ...rows.map((r) => r.map(csvCell))], { escapeFormulae: true })}\n`);
  }
  const book = await newBook();
  for (const { kind, entries } of tables) {
    const { header, rows } = writeTable(kind, entries);
    const sheet = book.addWorksheet(kind, { views: [{ state: 'frozen', xSplit: 2, ySplit: 1 }] });
    sheet.addRow(header).font = { bold: true };
    sheet.addRows(rows);
    sheet.columns.forEach((c, i) => (c.width = Math.min(28, Math.max(10, header[i]!.length + 2))));
  }
  return new Uint8Array(await book.xlsx.writeBuffer());
}

const csvCell = (c: Cell): string | number => c ?? '';
