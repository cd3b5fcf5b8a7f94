import {
  countsOf,
  judgeCatalogue,
  judgeTable,
  optionsOfTemplate,
  parseStudyText,
  placeOfRow,
  quantityOf,
  questionsOf,
  readSheets,
  severityOf,
  type Catalogue,
  type ImportResult,
  type ImportTemplate,
  type Layout,
  type MatchedColumn,
  type Mend,
  type Question,
  type RawEntry,
  type ReadTable,
  type RowProblem,
  type TableKind,
  type TableOptions,
} from '@cedar-knot/core';
import { BookError, readBook, type Book, type Delimiter, type Encoding } from '@cedar-knot/tables';
import { problemText, tableFileText } from '@cedar-knot/wording';
import * as Comlink from 'comlink';
import { api, ApiError } from '../api/client.js';
import { msg } from '../words.js';
import { choicesFor, type Choice } from './import-choices.js';

export type { Choice } from './import-choices.js';

/* What a maker gives, read and judged away from the page: 5,000 pumps are 50,000 rows. */

/** Something at a row (or, in a catalogue file, at a path) with what may be done about it. */
export interface PreviewProblem {
  key: string;
  row: number | null;
  /** line of the row, and its sheet where there are several */
  where: string;
  model: string;
  severity: 'error' | 'warning';
  /** in codes and values: the page words it in the person's units */
  said: Pick<RowProblem, 'of' | 'problem'>;
  choices: Choice[];
}

/** How a file was read: what was guessed of it, and what it has. */
export interface FileRead {
  of: 'text' | 'spreadsheet';
  encoding: Encoding | null;
  delimiter: Delimiter | null;
  sheets: { name: string; isHidden: boolean }[];
  layouts: readonly Layout[];
}

export interface Preview {
  kind: TableKind | null;
  columns: MatchedColumn[];
  /** what stands in the first rows, to tell columns by */
  sample: string[][];
  /** empty while it reads in two ways and nobody has said */
  decimal: '.' | ',' | '';
  counts: { pumps: number; valves: number; motors: number; curves: number };
  rows: number;
  problems: PreviewProblem[];
  /** more than are handed over */
  problemCount: number;
  /** that stand after what is done about rows */
  errors: number;
  warnings: number;
  /** of a table */
  file: FileRead | null;
  questions: Question[];
  makers: string[];
}

export interface PreviewOptions {
  columns: TableOptions['columns'];
  decimal?: '.' | ',';
  encoding?: Encoding;
  layout?: 'each' | 'first';
  units?: Readonly<Record<string, string>>;
  sheets?: readonly string[];
  hidden?: boolean;
  /** what is kept for the maker, under what is said here */
  template?: ImportTemplate;
  mends: Readonly<Record<number, Mend | null>>;
  /** keys of a catalogue file that are left out */
  left: readonly string[];
}

type Opened = { of: 'table'; bytes: Uint8Array; book: Book; name: string } | { of: 'file'; raw: unknown };

let opened: Opened | undefined;
/** as it was read for the last preview */
let shown: ReadTable | undefined;
let taken: { catalogue: Catalogue; rows: Record<string, string> } | undefined;

/** Opens a file: a catalogue file, a text with commas, semicolons or tabs, or a spreadsheet. Answers with why it cannot be. */
async function openBytes(bytes: Uint8Array, name: string): Promise<string | null> {
  const plain = /^\s*\{/.test(new TextDecoder().decode(bytes.subarray(0, 400)));
  if (plain) {
    const parsed = parseStudyText(new TextDecoder().decode(bytes));
    if ('problem' in parsed) return problemText(parsed.problem);
    opened = { of: 'file', raw: parsed.raw };
    return null;
  }
  try {
    opened = { of: 'table', bytes, book: await readBook(bytes), name };
    return null;
  } catch (error) {
    if (error instanceof BookError) return tableFileText(error.fault, error.detail);
    throw error;
  }
}

const openText = (text: string): Promise<string | null> => openBytes(new TextEncoder().encode(text), '');

const MOST_LISTED = 400;
/** as often as what is done about rows is looked at anew: what is left out may leave something else that is wrong */
const MOST_ROUNDS = 4;

/** Reads and judges what is open, with what a person said of its columns and rows. */
async function preview(options: PreviewOptions): Promise<Preview> {
  if (!opened) throw new Error(msg('app.nothingIsOpen'));
  if (opened.of === 'file') return previewFile(opened.raw, options);
  const wanted = options.encoding ?? (options.template?.encoding as Encoding | undefined);
  if (wanted !== undefined && opened.book.of === 'text' && opened.book.encoding !== wanted)
    opened = { ...opened, book: await readBook(opened.bytes, { encoding: wanted }) };
  return previewTable(opened.book, opened.name, options);
}

function optionsOf(options: PreviewOptions): TableOptions {
  const kept = options.template ? optionsOfTemplate(options.template) : {};
  const { columns, decimal, layout, units, sheets, hidden } = options;
  return {
    ...kept,
    columns: columns ?? {},
    ...(decimal ? { decimal } : {}),
    ...(layout ? { layout } : {}),
    ...(units ? { units } : {}),
    ...(sheets ? { sheets } : {}),
    ...(hidden ? { hidden } : {}),
  };
}

function previewTable(book: Book, file: string, options: PreviewOptions): Preview {
  const said = { ...optionsOf(options), file };
  const untouched = readSheets(book.sheets, said);
  let table = untouched;
  let after = judgeTable(table).problems;
  const problems = [...after];
  const choices = new Map(problems.map((p) => [p, choicesFor(p)]));
  // the first choice is made until a person makes another; what comes to light then is looked at too
  const mends: Record<number, Mend> = {};
  for (const [row, mend] of Object.entries(options.mends)) if (mend !== null) mends[Number(row)] = mend;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const before = JSON.stringify(mends);
    for (const p of after) {
      if (!choices.has(p)) {
        if (problems.some((x) => x.row === p.row && x.problem.code === p.problem.code)) continue;
        problems.push(p);
        choices.set(p, choicesFor(p));
      }
      const usual = choices.get(p)![0]?.mend;
      if (usual && !(p.row in mends) && options.mends[p.row] !== null) mends[p.row] = usual;
    }
    // where nothing more is to be done about any row, what was read stands
    if (JSON.stringify(mends) === before && (round > 0 || Object.keys(mends).length === 0)) break;
    table = readSheets(book.sheets, { ...said, mends });
    after = judgeTable(table).problems;
  }
  shown = untouched;
  taken = { catalogue: table.catalogue, rows: rowsOfModels(table) };
  const place = placesOf(untouched);
  const kind: TableKind | null = (['pumps', 'valves', 'motors'] as const).find((k) => Object.keys(untouched.catalogue[k]).length > 0) ?? null; // prettier-ignore
  const entries = (['pumps', 'valves', 'motors'] as const).flatMap((k) => Object.values(untouched.catalogue[k]));
  return {
    kind,
    columns: untouched.columns,
    sample: untouched.rows.slice(1, 13).map((r) => [...r]),
    decimal: untouched.problems.some((p) => p.code === 'ambiguous-number') ? '' : untouched.decimal,
    counts: { ...countsOf(table.catalogue), curves: curvesIn(table.catalogue) },
    rows: Math.max(0, untouched.rows.length - 1),
    problems: problems.slice(0, MOST_LISTED).map((p, i) => ({
      key: `${p.row}-${i}`,
      row: p.row,
      where: whereOf(p.row, untouched),
      model: place(p.row),
      severity: p.severity,
      said: p,
      choices: choices.get(p)!,
    })),
    problemCount: problems.length,
    errors: after.filter((p) => p.severity === 'error').length,
    warnings: after.filter((p) => p.severity === 'warning').length,
    file: {
      of: book.of,
      encoding: book.encoding ?? null,
      delimiter: book.delimiter ?? null,
      sheets: book.sheets.map((s) => ({ name: s.name, isHidden: s.isHidden === true })),
      layouts: untouched.layouts,
    },
    questions: questionsOf(book.sheets, untouched, said),
    makers: [...new Set([...untouched.makers, ...entries.flatMap((e) => (typeof e.maker === 'string' ? [e.maker] : []))])].slice(
      0,
      20,
    ),
  };
}

/** the line of a row, with its sheet where there are several */
function whereOf(row: number, { sheets }: ReadTable): string {
  const { sheet, line } = placeOfRow(row);
  return sheets.length > 1 ? `${sheets[sheet] ?? ''} ${line}` : String(line);
}

/** what a row belongs to: `PN 100/40, Ø 392 mm` */
function placesOf(read: ReadTable): (row: number) => string {
  const begins: { row: number; text: string }[] = [];
  for (const [path, row] of read.rowOf) {
    const found = /^(pumps|valves|motors)\.([^.[]+)(?:\.curves\[(\d+)\])?$/.exec(path);
    if (!found) continue;
    const entry = read.catalogue[found[1] as TableKind][found[2]!]!;
    const curve = found[3] === undefined ? undefined : (entry.curves as RawEntry[] | undefined)?.[Number(found[3])];
    const diameter = curve?.diameter ?? entry.diameter;
    begins.push({ row, text: `${String(entry.name)}${diameter === undefined ? '' : `, Ø ${String(diameter)}`}` });
  }
  begins.sort((a, b) => a.row - b.row || a.text.length - b.text.length);
  return (row) => {
    let low = 0;
    let high = begins.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (begins[middle]!.row <= row) low = middle + 1;
      else high = middle;
    }
    return begins[low - 1]?.text ?? '';
  };
}

/** first and last row of each model: `412–487`, `Sheet 2 4–9` */
function rowsOfModels(read: ReadTable): Record<string, string> {
  const spans = new Map<string, [number, number]>();
  for (const [path, row] of read.rowOf) {
    const [, kind, key] = /^(pumps|valves|motors)\.([^.[]+)/.exec(path)!;
    const span = spans.get(`${kind}/${key}`) ?? [row, row];
    spans.set(`${kind}/${key}`, [Math.min(span[0], row), Math.max(span[1], row)]);
  }
  const spanText = (a: number, b: number): string => (a === b ? whereOf(a, read) : `${whereOf(a, read)}–${placeOfRow(b).line}`);
  return Object.fromEntries([...spans].map(([k, [a, b]]) => [k, spanText(a, b)]));
}

function curvesIn({ pumps }: Catalogue): number {
  return Object.values(pumps).reduce((n, p) => n + (Array.isArray(p.curves) ? p.curves.length : p.curve ? 1 : 0), 0);
}

function previewFile(raw: unknown, options: PreviewOptions): Preview {
  const judged = judgeCatalogue(raw);
  const kindOf = (path: string): string => /^(pumps|valves|motors)\.([^.[]+)/.exec(path)?.slice(1, 3).join('/') ?? '';
  const problems = [
    ...judged.problems.map((p) => ({ path: p.path, severity: severityOf(p), said: { of: 'entry' as const, problem: p } })),
    ...judged.warnings.map((w) => ({ path: w.path, severity: 'warning' as const, said: { of: 'curve' as const, problem: w } })),
  ];
  const wrong = new Set(problems.filter((p) => p.severity === 'error').map((p) => kindOf(p.path)));
  const isOut = (key: string): boolean => options.left.includes(key) || (wrong.has(key) && !options.left.includes(`!${key}`));
  const catalogue = judged.catalogue ?? ({ pumps: {}, valves: {}, motors: {} } as unknown as Catalogue);
  const kept = { ...catalogue } as Catalogue;
  for (const k of ['pumps', 'valves', 'motors'] as const)
    kept[k] = Object.fromEntries(Object.entries(catalogue[k]).filter(([key]) => !isOut(`${k}/${key}`)));
  taken = { catalogue: kept, rows: {} };
  return {
    kind: null,
    columns: [],
    sample: [],
    decimal: '.',
    counts: { ...countsOf(kept), curves: curvesIn(kept) },
    rows: 0,
    problems: problems.slice(0, MOST_LISTED).map((p, i) => ({
      key: `${p.path}-${i}`,
      row: null,
      where: '–',
      model: kindOf(p.path),
      severity: p.severity,
      said: p.said,
      choices: p.severity === 'error' ? [{ mend: { do: 'leave-model' }, text: msg('app.modelSkipped') }] : [{ mend: null, text: msg('app.importedMarked') }, { mend: { do: 'leave-model' }, text: msg('app.modelSkipped') }], // prettier-ignore
    })),
    problemCount: problems.length,
    // what concerns no single model cannot be left out
    errors: wrong.has('') ? 1 : 0,
    warnings: judged.warnings.length,
    file: null,
    questions: [],
    makers: [],
  };
}

/** The curve to which a row belongs, m³/h and m, with the row in it: to see what is meant. */
function curveAt(row: number): { points: { q: number; h: number }[]; at: number } | null {
  const read = shown;
  if (!read) return null;
  for (const [path, line] of read.rowOf) {
    const found = /^pumps\.([^.[]+)(?:\.curves\[(\d+)\])?\.?curve\[(\d+)\]$/.exec(path);
    if (!found || line !== row) continue;
    const entry = read.catalogue.pumps[found[1]!]!;
    const list = (found[2] === undefined ? entry.curve : (entry.curves as RawEntry[])[Number(found[2])]!.curve) as RawEntry[];
    const points = list.map((r) => ({ q: (quantityOf(r.flow, 'flow') ?? NaN) * 3600, h: quantityOf(r.head, 'head') ?? NaN }));
    return { points, at: Number(found[3]) };
  }
  return null;
}

let sending: AbortController | undefined;

/**
 * Sends what stands after the last preview to the catalogue: whole or not at all. From here, since the page would stand still while so
 * much is written down.
 *
 * @returns what it did; null where it was stopped; the refusal's words
 */
async function take(
  file: string,
  from: string,
  progress: (done: number, of: number) => void,
): Promise<{ result: ImportResult } | { problem: string[] } | null> {
  if (!taken) throw new Error(msg('app.nothingReadYet'));
  sending = new AbortController();
  try {
    const result = await api.importCatalogue({ file, rows: taken.rows, from }, taken.catalogue, progress, sending.signal);
    return { result };
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    const errors = error instanceof ApiError ? error.errors.slice(1, 6).map((e) => `${e.path}: ${e.message}`) : [];
    return { problem: [error instanceof Error ? error.message : String(error), ...errors] };
  }
}

const stop = (): void => sending?.abort();

const importing = { openBytes, openText, preview, curveAt, take, stop };
export type ImportWorkerApi = typeof importing;
Comlink.expose(importing);
