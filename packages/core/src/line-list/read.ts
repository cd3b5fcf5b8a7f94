import { plainWords } from '../catalogue/columns.js';
import { rowIn, seenOf, type Sheet, type SheetCell } from '../catalogue/cells.js';
import { blankOr, decimalOf, pointed, unmarked, type Decimal } from '../catalogue/table-numbers.js';
import { readShortForm } from '../document/short-form.js';
import type { RawEntry } from '../document/study.js';
import { isQuantity, readQuantity, splitNumber } from '../units/quantity.js';
import { insideOf, nominalInches, usualSchedule } from '../pipes/size.js';
import { word, type Word } from '../words/word.js';
import { LINE_COLUMNS, listColumn, parted, type LineColumn, type ListColumn } from './columns.js';

/* Rows of a line list, as a spreadsheet or a text has them, to pipes. */

/** One row: a pipe from one place to the next. */
export interface ListedPipe {
  /** of the file, counted over its sheets */
  row: number;
  id: string;
  name?: string;
  /** tags of what it joins */
  from: string;
  to: string;
  /** entries of a pipe as a person would type them */
  entries: RawEntry;
  /** m; what the list says of it */
  rise: number;
  fromElevation?: number;
  toElevation?: number;
  /** m³/s */
  flow?: number;
  liquid?: string;
  /** K */
  temperature?: number;
}

/** Something at a row (or at the heads): an error keeps the row out, a warning does not. */
export interface ListProblem {
  row: number;
  column?: LineColumn;
  severity: 'error' | 'warning';
  text: Word;
  /** what stands there, to be corrected */
  found?: string;
}

export interface ListOptions {
  units: 'metric' | 'us';
  /** by place, in place of what the head says; null leaves a column out */
  columns?: Readonly<Record<number, { column: string; unit?: string } | null>>;
  /** what bare numbers of sizes are, where the head does not say it */
  sizes?: 'DN' | 'NPS';
  decimal?: Decimal;
  /** by row and column: what is read in the place of a cell */
  mends?: Readonly<Record<number, Readonly<Partial<Record<LineColumn, string>>>>>;
  /** rows that are not wanted */
  left?: readonly number[];
  /** the only sheet that is read */
  sheet?: string;
}

export interface ReadList {
  columns: ListColumn[];
  pipes: ListedPipe[];
  problems: ListProblem[];
  decimal: Decimal;
  /** of bare sizes; null where there are none, or where both would do and nobody has said */
  sizes: 'DN' | 'NPS' | null;
  /** as it stands in the list */
  rows: { row: number; cells: string[] }[];
  sheets: string[];
}

/** heads are looked for in so many rows */
const LOOKED = 40;
const NEEDED = ['from', 'to', 'length'] as const;
/** sheets of more rows are no line lists */
export const MOST_PIPES = 2000;

/**
 * Reads a line list: heads are found, columns matched by their names, numbers by the sign that all of them share.
 *
 * @param sheets of one file; the first with heads is read unless one is named
 */
export function readLineList(sheets: readonly Sheet[], options: ListOptions): ReadList {
  const open = sheets.filter((s) => (options.sheet === undefined ? !s.isHidden : s.name === options.sheet));
  const found = open.map((sheet) => ({ sheet, ...headsOf(sheet, options) }));
  const best = found.reduce((a, b) => (b.known > a.known ? b : a), found[0] ?? { known: 0, heads: [], rows: [], at: 0, sheet: undefined });
  const problems: ListProblem[] = [];
  const headRow = best.rows[best.at]?.line ?? 1;
  const columns = withUnitRow(best.heads, best.rows[best.at + 1]?.cells ?? [], options);
  const body = best.rows.slice(best.at + (columns.hasUnits ? 2 : 1));
  const missing = NEEDED.filter((c) => !columns.heads.some((h) => h.column === c));
  for (const c of missing) problems.push({ row: headRow, column: c, severity: 'error', text: word('listed.no-column', { column: LINE_COLUMNS[c].label }) });
  const seen = new Set<LineColumn>();
  for (const { column, header, isAssumed, unit, wrongUnit, fitting } of columns.heads) {
    if (wrongUnit !== undefined) problems.push({ row: headRow, severity: 'error', text: word('listed.wrong-unit', { header, found: wrongUnit }) });
    else if (isAssumed) problems.push({ row: headRow, severity: 'warning', text: word('listed.unit-assumed', { header, unit: unit! }) });
    if (column === undefined && fitting === undefined && header.trim() !== '') problems.push({ row: headRow, severity: 'warning', text: word('listed.column-left-out', { header }) });
    if (column !== undefined && seen.has(column)) problems.push({ row: headRow, column, severity: 'warning', text: word('listed.column-twice', { header }) });
    if (column !== undefined) seen.add(column);
  }
  const sign = signOf(columns.heads, body);
  const decimal = options.decimal ?? sign.decimal;
  if (sign.doubt && options.decimal === undefined) problems.push({ row: sign.doubt.row, severity: 'error', text: word('listed.number-open', { found: sign.doubt.found, point: sign.doubt.point, comma: sign.doubt.comma }) });
  const place = (c: LineColumn): number => columns.heads.findIndex((h) => h.column === c);
  const sizes = options.sizes ?? sizesOf(columns.heads[place('size')]?.header ?? '', body.map((r) => r.cells[place('size')]?.text.trim() ?? ''));
  const reader = new RowReader(columns.heads, decimal, sizes, options, problems);
  const pipes: ListedPipe[] = [];
  for (const { line, cells } of missing.length > 0 ? [] : body.slice(0, MOST_PIPES)) {
    if (options.left?.includes(line) || cells.every((c) => c.text.trim() === '')) continue;
    const pipe = reader.read(line, cells);
    if (pipe) pipes.push(pipe);
  }
  if (reader.hasBareSizes && sizes === null) problems.push({ row: headRow, column: 'size', severity: 'error', text: word('listed.sizes-open') });
  if (body.length > MOST_PIPES) problems.push({ row: body[MOST_PIPES]!.line, severity: 'error', text: word('listed.too-many', { most: MOST_PIPES }) });
  if (missing.length === 0 && body.every((r) => r.cells.every((c) => c.text.trim() === ''))) problems.push({ row: headRow, severity: 'error', text: word('listed.empty') });
  return {
    columns: columns.heads,
    pipes,
    problems,
    decimal,
    sizes: reader.hasBareSizes ? sizes : null,
    rows: body.filter((r) => r.cells.some((c) => c.text.trim() !== '')).map((r) => ({ row: r.line, cells: r.cells.map((c) => c.text) })),
    sheets: sheets.map((s) => s.name),
  };
} // prettier-ignore

interface Row {
  line: number;
  cells: readonly SheetCell[];
}

/** the row of a sheet that has the most names of columns, with how many */
function headsOf(sheet: Sheet, options: ListOptions): { known: number; heads: ListColumn[]; rows: Row[]; at: number } {
  const rows = seenOf(sheet, false).rows.map((r) => ({ line: rowIn(0, r.line), cells: r.cells }));
  let best = { known: 0, at: 0, heads: [] as ListColumn[] };
  for (const [at, { cells }] of rows.slice(0, LOOKED).entries()) {
    const heads = cells.map((c) => withFitting(listColumn(c.text, options.units)));
    const known = new Set(heads.map((h) => h.column).filter((c) => c !== undefined)).size;
    if (known > best.known) best = { known, at, heads };
  }
  const heads = best.heads.map((h, k) => {
    const said = options.columns?.[k];
    return said === undefined ? h : listColumn(h.header, options.units, said);
  });
  return { known: best.known, at: best.at, heads, rows };
}

/** a head that is no column, and names a fitting that its cells count */
function withFitting(head: ListColumn): ListColumn {
  if (head.column !== undefined || head.header.trim() === '') return head;
  const name = head.header.trim().replace(/^(?:no\.?|number|qty|count)\s+(?:of\s+)?/i, '').replace(/[[(].*$/, ''); // prettier-ignore
  const read = readShortForm('pipe', `1 m DN100 sch 40, ${name}`);
  return read.ok && ((read.entries.fittings ?? []) as unknown[]).length === 1 ? { ...head, fitting: name.trim() } : head;
}

/** the heads with what a row of units under them says; whether there is one */
function withUnitRow(heads: readonly ListColumn[], cells: readonly SheetCell[], options: ListOptions): { heads: ListColumn[]; hasUnits: boolean } {
  const texts = heads.map((_, k) => (cells[k]?.text ?? '').trim().replace(/^[[(]\s*|\s*[\])]$/g, ''));
  const isUnit = (h: ListColumn, text: string): boolean => {
    const dimension = h.column && LINE_COLUMNS[h.column].dimension;
    return dimension !== undefined && text !== '' && isQuantity(readQuantity(`1 ${text}`, dimension));
  };
  const units = heads.filter((h, k) => isUnit(h, texts[k]!)).length;
  const hasUnits = units > 0 && heads.every((h, k) => texts[k] === '' || /^[-–]$/.test(texts[k]!) || isUnit(h, texts[k]!) || !LINE_COLUMNS[h.column ?? 'name'].dimension) && !texts.some((t) => /\d{2}/.test(t));
  if (!hasUnits) return { heads: [...heads], hasUnits };
  return {
    heads: heads.map((h, k) => (isUnit(h, texts[k]!) && options.columns?.[k] === undefined ? { header: h.header, column: h.column!, unit: texts[k]! } : h)),
    hasUnits,
  };
} // prettier-ignore

/** the sign that parts decimals in all columns of numbers; a point where nothing tells */
const signOf = (heads: readonly ListColumn[], rows: readonly Row[]): Pick<ReturnType<typeof decimalOf>, 'decimal' | 'doubt'> =>
  decimalOf([
    {
      // for the signs it is of no matter what is measured
      columns: heads.map((h) => (h.column && LINE_COLUMNS[h.column].dimension ? { header: h.header, column: 'head' } : { header: h.header })),
      rows,
    },
  ]); // prettier-ignore

/** from it on a bare size is none in inches: NPS 48 is the largest of the table */
const LEAST_DN = 50;

/** what bare numbers in the column of sizes are, by its head, else by what they can be */
function sizesOf(header: string, texts: readonly string[]): 'DN' | 'NPS' | null {
  const [name, unit] = parted(header);
  if (/^dn/i.test(plainWords(name)) || unit === 'mm') return 'DN';
  if (/^nps/i.test(plainWords(name)) || /^(?:in|inch|inches|"|″)$/i.test(unit ?? '')) return 'NPS';
  const bare = texts.filter((t) => BARE_SIZE.test(t));
  const fits = (as: 'DN' | 'NPS'): boolean => bare.length > 0 && bare.every((t) => nominalInches(sizeText(t, as)) !== undefined);
  const [dn, nps] = [fits('DN'), fits('NPS')];
  if (dn && nps) return bare.some((t) => Number(t) >= LEAST_DN) ? 'DN' : null;
  return dn ? 'DN' : nps ? 'NPS' : null;
}

const BARE_SIZE = /^\d+(?:[.,]\d+|[ -]\d\/\d+|\/\d+)?$/;
const sizeText = (bare: string, as: 'DN' | 'NPS'): string => (as === 'DN' ? `DN${bare}` : `NPS ${bare.replace(',', '.')}`);

class RowReader {
  hasBareSizes = false;
  /** ids that are taken, and the row before: a piece of the same line goes on where that one ended */
  private readonly ids = new Set<string>();
  private before: ListedPipe | undefined;
  private pieces = 0;

  constructor(
    private readonly heads: readonly ListColumn[],
    private readonly decimal: Decimal,
    private readonly sizes: 'DN' | 'NPS' | null,
    private readonly options: ListOptions,
    private readonly problems: ListProblem[],
  ) {}

  read(row: number, cells: readonly SheetCell[]): ListedPipe | undefined {
    let isRead = true;
    const fail = (column: LineColumn, text: Word, found?: string): undefined => {
      // a cell is asked for more than once; what is wrong with it is said once
      if (!this.problems.some((p) => p.row === row && p.column === column)) this.problems.push({ row, column, severity: 'error', text, ...(found === undefined ? {} : { found }) });
      isRead = false;
    };
    const text = (c: LineColumn): string => {
      const mended = this.options.mends?.[row]?.[c];
      if (mended !== undefined) return mended.trim();
      const cell = cells[this.heads.findIndex((h) => h.column === c)];
      if (cell?.fault !== undefined) fail(c, word('listed.fault'), cell.text);
      return cell?.text.trim() ?? '';
    };
    const value = (c: LineColumn): { si: number; typed: string } | undefined => {
      const typed = text(c);
      const number = blankOr(typed, true);
      if (number === '') return undefined;
      const isOwn = this.options.mends?.[row]?.[c] === undefined && cells[this.heads.findIndex((h) => h.column === c)]?.isNumber;
      const plain = isOwn ? number : pointed(unmarked(number).bare, this.decimal);
      const split = splitNumber(plain);
      const head = this.heads.find((h) => h.column === c)!;
      const { dimension } = LINE_COLUMNS[c];
      const unit = split?.rest.trim() || head?.unit || LINE_COLUMNS[c].usual![this.options.units];
      const q = split ? readQuantity(`${split.typed} ${unit}`, dimension!) : undefined;
      if (!q || !isQuantity(q)) return fail(c, word('listed.not-a-number', { found: typed.slice(0, 40), unit }), typed);
      return { si: q.si, typed: `${split!.typed} ${unit}` };
    };
    const length = value('length');
    if (length === undefined && isRead) fail('length', word('listed.no-length'), '');
    if (length !== undefined && !(length.si > 0)) fail('length', word('listed.length-positive', { found: length.typed }), length.typed);
    const entries: RawEntry = { ...(length ? { length: length.typed } : {}), ...this.bore(row, text, value, fail), ...this.material(text('material'), row) };
    const fittings = this.fittings(text('fittings'), cells, entries, fail);
    if (fittings.length > 0) entries.fittings = fittings;
    const flow = value('flow');
    if (flow && flow.si < 0) fail('flow', word('listed.flow-positive', { found: flow.typed }), flow.typed);
    const [rise, fromElevation, toElevation, temperature] = [value('rise'), value('from_elevation'), value('to_elevation'), value('temperature')];
    const line = text('line');
    const ends = this.ends(row, line, text('from'), text('to'), fail);
    if (!isRead || !ends) return undefined;
    const name = text('name');
    const liquid = text('liquid');
    const read: ListedPipe = {
      row,
      id: this.idFor(line || `L-${this.ids.size + 1}`),
      ...(name === '' ? {} : { name }),
      ...ends,
      entries,
      rise: rise?.si ?? (fromElevation && toElevation ? toElevation.si - fromElevation.si : 0),
      ...(fromElevation ? { fromElevation: fromElevation.si } : {}),
      ...(toElevation ? { toElevation: toElevation.si } : {}),
      ...(flow ? { flow: flow.si } : {}),
      ...(liquid === '' ? {} : { liquid }),
      ...(temperature ? { temperature: temperature.si } : {}),
    };
    this.before = { ...read, id: line };
    return read;
  } // prettier-ignore

  /** where it begins and ends; a row that names neither end goes on with the line before */
  private ends(row: number, line: string, from: string, to: string, fail: Fail): { from: string; to: string } | undefined {
    const goesOn = this.before !== undefined && line !== '' && this.before.id === line;
    const start = from === '' && goesOn ? this.before!.to : from;
    if (start === '') return fail('from', word('listed.no-end'), '');
    // an end inside a line needs no name
    const end = to === '' && line !== '' ? `${line}${INNER}${++this.pieces}` : to;
    if (end === '') return fail('to', word('listed.no-end'), '');
    if (start === end) return fail('to', word('listed.same-ends', { found: start }), to);
    return { from: start, to: end };
  }

  private bore(row: number, text: (c: LineColumn) => string, value: (c: LineColumn) => { typed: string } | undefined, fail: Fail): RawEntry {
    const inside = value('inside');
    let size = text('size');
    if (size === '') return inside ? { inside: inside.typed } : (fail('size', word('listed.no-size'), ''), {});
    if (BARE_SIZE.test(size)) {
      this.hasBareSizes = true;
      size = sizeText(size, this.sizes ?? 'DN');
    }
    const read = readShortForm('pipe', `1 m ${size}`);
    const found = read.ok ? (read.entries as { size?: string; inside?: string; schedule?: string }) : undefined;
    if (!found?.size) return found?.inside ? { inside: found.inside } : (fail('size', word('listed.no-such-size', { found: size.slice(0, 40) }), text('size')), {});
    const typed = text('schedule').replace(/^sch(?:edule|ed)?\.?\s*/i, '');
    const own = readShortForm('pipe', `1 m ${found.size} ${/^\d+[.,]\d+$/.test(typed) ? `${typed.replace(',', '.')} mm` : typed}`);
    if (insideIsUnknown(found.size)) return (fail('size', word('listed.no-such-size', { found: found.size }), text('size')), {});
    const schedule = typed === '' ? (found.schedule ?? usualSchedule(found.size)) : own.ok ? (own.entries.schedule as string | undefined) : undefined;
    if (schedule === undefined) return (fail('schedule', word('listed.no-such-schedule', { found: typed, size: found.size }), typed), {});
    const bored = insideOf(found.size, schedule);
    if (typeof bored !== 'number')
      return (fail(bored.reason === 'unknown-size' ? 'size' : 'schedule', bored.reason === 'unknown-size' ? word('listed.no-such-size', { found: found.size }) : word('listed.schedule-known', { found: typed, size: found.size, known: bored.known.slice(0, 8).join(', ') }), typed), {});
    return { size: found.size, schedule };
  } // prettier-ignore

  private material(text: string, row: number): RawEntry {
    if (text === '') return { material: 'steel' };
    const read = readShortForm('pipe', `1 m DN100 sch 40, ${text}`);
    if (read.ok && typeof read.entries.material === 'string') return { material: read.entries.material };
    this.problems.push({ row, column: 'material', severity: 'warning', text: word('listed.material-unknown', { found: text.slice(0, 40) }), found: text }); // prettier-ignore
    return { material: 'steel' };
  }

  /** those of the cell of fittings, and those that have columns of their own */
  private fittings(text: string, cells: readonly SheetCell[], bore: RawEntry, fail: Fail): RawEntry[] {
    const sized = typeof bore.size === 'string' ? `${bore.size} sch ${String(bore.schedule)}` : 'DN100 sch 40';
    const list: RawEntry[] = [];
    const take = (typed: string): void => {
      const read = readShortForm('pipe', `1 m ${sized}, ${typed}`);
      if (read.ok) list.push(...((read.entries.fittings ?? []) as RawEntry[]));
      else fail('fittings', word('listed.fitting-unknown', { found: read.problem.piece.slice(0, 60), meant: read.problem.meant.join(', ') || read.problem.expected }), text); // prettier-ignore
    };
    if (blankOr(text, true) !== '') take(text.replaceAll('\n', ', '));
    this.heads.forEach(({ fitting }, k) => {
      const count = Number(cells[k]?.text.trim() || 0);
      if (fitting === undefined || count === 0) return;
      if (!Number.isInteger(count) || count < 0)
        fail('fittings', word('listed.count-expected', { header: fitting, found: cells[k]!.text.trim().slice(0, 40) })); // prettier-ignore
      else take(`${count} ${fitting}`);
    });
    return list;
  }

  private idFor(wanted: string): string {
    const id = idOf(wanted, this.ids);
    this.ids.add(id);
    return id;
  }
}

type Fail = (column: LineColumn, text: Word, found?: string) => undefined;

const insideIsUnknown = (size: string): boolean => {
  const found = insideOf(size, '40');
  return typeof found !== 'number' && found.reason === 'unknown-size';
};

/** between a line and the number of an end inside it, which the list does not name */
export const INNER = ' · ';

/** longest id of a study */
const LONGEST = 40;

/** A tag as an id of a study that is not yet taken: blanks and other marks become hyphens. */
export function idOf(tag: string, taken: ReadonlySet<string>): string {
  const plain = tag.normalize('NFC').replace(/[^\p{L}\p{N}_\-/]+/gu, '-').replace(/-{2,}/g, '-').replace(/^[-/]+|-+$/g, '').slice(0, LONGEST - 4) || 'x'; // prettier-ignore
  if (!taken.has(plain)) return plain;
  for (let n = 2; ; n++) if (!taken.has(`${plain}-${n}`)) return `${plain}-${n}`;
}
