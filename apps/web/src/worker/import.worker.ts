import {
  countsOf,
  delimiterOf,
  judgeCatalogue,
  judgeTable,
  meantNumber,
  parseStudyText,
  quantityOf,
  readTable,
  severityOf,
  type Catalogue,
  type ImportResult,
  type ColumnName,
  type MatchedColumn,
  type Mend,
  type RawEntry,
  type ReadTable,
  type RowProblem,
  type TableKind,
  type TableOptions,
} from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import * as Comlink from 'comlink';
import Papa from 'papaparse';
import { api, ApiError } from '../api/client.js';
import { msg } from '../words.js';

/* What a maker gives, read and judged away from the page: 5,000 pumps are 50,000 rows. */

/** What may be done about something; the first is done unless a person says otherwise. */
export interface Choice {
  mend: Mend | null;
  text: string;
}

/** Something at a row (or, in a catalogue file, at a path) with what may be done about it. */
export interface PreviewProblem {
  key: string;
  row: number | null;
  model: string;
  severity: 'error' | 'warning';
  /** in codes and values: the page words it in the person's units */
  said: Pick<RowProblem, 'of' | 'problem'>;
  choices: Choice[];
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
}

export interface PreviewOptions {
  columns: TableOptions['columns'];
  decimal?: '.' | ',';
  mends: Readonly<Record<number, Mend | null>>;
  /** keys of a catalogue file that are left out */
  left: readonly string[];
}

type Opened = { of: 'table'; rows: string[][]; lines: number[] } | { of: 'file'; raw: unknown };

let opened: Opened | undefined;
let taken: { catalogue: Catalogue; rows: Record<string, string> } | undefined;

/** Opens a text: a catalogue file, or a table with commas, semicolons or tabs. Answers with why it cannot be. */
function openText(text: string): string | null {
  const plain = text.replace(/^\uFEFF/, '');
  if (/^\s*\{/.test(plain)) {
    const parsed = parseStudyText(plain);
    if ('problem' in parsed) return problemText(parsed.problem);
    opened = { of: 'file', raw: parsed.raw };
    return null;
  }
  const { data } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain) });
  let line = 1;
  const lines = data.map((cells) => {
    const begin = line;
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
    return begin;
  });
  return openRows(data, lines);
}

function openRows(rows: string[][], lines = rows.map((_, i) => i + 1)): string | null {
  const first = rows.findIndex((r) => r.some((c) => c.trim() !== ''));
  if (first < 0) return msg('app.theFileIsEmpty');
  opened = { of: 'table', rows: rows.slice(first), lines: lines.slice(first) };
  return null;
}

const MOST_LISTED = 400;

/** Reads and judges what is open, with what a person said of its columns and rows. */
function preview(options: PreviewOptions): Preview {
  if (!opened) throw new Error(msg('app.nothingIsOpen'));
  return opened.of === 'table' ? previewTable(opened, options) : previewFile(opened.raw, options);
}

function previewTable({ rows, lines }: Opened & { of: 'table' }, options: PreviewOptions): Preview {
  const said = { lines, columns: options.columns ?? {}, ...(options.decimal ? { decimal: options.decimal } : {}) };
  const untouched = readTable(rows, said);
  const { problems } = judgeTable(untouched);
  const place = placesOf(untouched);
  const choices = new Map(problems.map((p) => [p, choicesFor(p)]));
  // the first choice is made until a person makes another
  const mends: Record<number, Mend> = {};
  for (const p of problems) {
    const usual = choices.get(p)![0]?.mend;
    if (usual && !(p.row in mends)) mends[p.row] = usual;
  }
  for (const [row, mend] of Object.entries(options.mends)) {
    if (mend === null) delete mends[Number(row)];
    else mends[Number(row)] = mend;
  }
  // where nothing is to be done about any row, what was read stands
  const isWhole = Object.keys(mends).length === 0;
  const table = isWhole ? untouched : readTable(rows, { ...said, mends });
  const after = isWhole ? problems : judgeTable(table).problems;
  taken = { catalogue: table.catalogue, rows: rowsOfModels(table) };
  const kind: TableKind | null = (['pumps', 'valves', 'motors'] as const).find((k) => Object.keys(untouched.catalogue[k]).length > 0) ?? null; // prettier-ignore
  return {
    kind,
    columns: untouched.columns,
    sample: untouched.rows.slice(1, 4).map((r) => [...r]),
    decimal: untouched.problems.some((p) => p.code === 'ambiguous-number') ? '' : untouched.decimal,
    counts: { ...countsOf(table.catalogue), curves: curvesIn(table.catalogue) },
    rows: rows.length - 1,
    problems: problems.slice(0, MOST_LISTED).map((p, i) => ({
      key: `${p.row}-${i}`,
      row: p.row,
      model: place(p.row),
      severity: p.severity,
      said: p,
      choices: choices.get(p)!,
    })),
    problemCount: problems.length,
    errors: after.filter((p) => p.severity === 'error').length,
    warnings: after.filter((p) => p.severity === 'warning' && p.row !== lines[0]).length,
  };
}

/** what is settled under Columns and units, not at a row */
const OF_COLUMNS: ReadonlySet<string> = new Set(['no-columns', 'unknown-unit', 'ambiguous-number', 'ambiguous-unit']);

function choicesFor(p: RowProblem): Choice[] {
  const take: Choice = { mend: null, text: msg('app.importedMarked') };
  const leave: Choice = { mend: { do: 'leave-out' }, text: msg('app.rowSkipped') };
  const leaveModel: Choice = { mend: { do: 'leave-model' }, text: msg('app.modelSkipped') };
  if (p.of === 'cell') {
    const { code, detail } = p.problem;
    if (p.severity === 'warning' || OF_COLUMNS.has(code)) return [];
    const meant = code === 'not-number' ? meantNumber(String(detail.found)) : undefined;
    const read: Choice[] =
      meant === undefined
        ? []
        : [{ mend: { do: 'read', column: detail.column as ColumnName, as: meant }, text: msg('app.readAs', { meant }) }];
    return [...read, leave, leaveModel];
  }
  if (p.of === 'entry') return p.severity === 'warning' ? [] : [leave, leaveModel];
  if (p.problem.code === 'flow-not-rising') return [leave, take, leaveModel];
  if (p.problem.code === 'efficiency-power') return [take, { mend: { do: 'take-power' }, text: msg('app.efficiencyFromPower') }, leave, leaveModel]; // prettier-ignore
  return [take, leave, leaveModel];
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

/** first and last row of each model: `412–487` */
function rowsOfModels(read: ReadTable): Record<string, string> {
  const spans = new Map<string, [number, number]>();
  for (const [path, row] of read.rowOf) {
    const [, kind, key] = /^(pumps|valves|motors)\.([^.[]+)/.exec(path)!;
    const span = spans.get(`${kind}/${key}`) ?? [row, row];
    spans.set(`${kind}/${key}`, [Math.min(span[0], row), Math.max(span[1], row)]);
  }
  return Object.fromEntries([...spans].map(([k, [a, b]]) => [k, a === b ? String(a) : `${a}–${b}`]));
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
      model: kindOf(p.path),
      severity: p.severity,
      said: p.said,
      choices: p.severity === 'error' ? [{ mend: { do: 'leave-model' }, text: msg('app.modelSkipped') }] : [{ mend: null, text: msg('app.importedMarked') }, { mend: { do: 'leave-model' }, text: msg('app.modelSkipped') }], // prettier-ignore
    })),
    problemCount: problems.length,
    // what concerns no single model cannot be left out
    errors: wrong.has('') ? 1 : 0,
    warnings: judged.warnings.length,
  };
}

/** The curve to which a row belongs, m³/h and m, with the row in it: to see what is meant. */
function curveAt(row: number): { points: { q: number; h: number }[]; at: number } | null {
  if (!opened || opened.of !== 'table') return null;
  const read = readTable(opened.rows, { lines: opened.lines });
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

const importing = { openText, openRows, preview, curveAt, take, stop };
export type ImportWorkerApi = typeof importing;
Comlink.expose(importing);
