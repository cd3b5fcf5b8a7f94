import {
  COLUMNS,
  knownHeads,
  matchHead,
  saidColumn,
  unitFor,
  plainWords,
  type ColumnName,
  type MatchedColumn,
} from './columns.js';
import { seenOf, sheetOf, rowIn, type Sheet, type SheetCell } from './cells.js';
import type { TableKind } from './more-columns.js';
import { blocksOf, type Block, type Layout, type Said, type SheetName } from './table-blocks.js';
import type { Cells } from './table-curves.js';
import { isNeeded, TableReader, type Mend, type ReadTable, type Row, type TableProblem } from './table-entries.js';
import { blankOr, decimalOf, isNumeric, percentColumns, pointed, unmarked, type Decimal } from './table-numbers.js';
import { polynomialPoints } from './table-polynomial.js';

export { meantNumber, type Mend, type ReadTable, type TableProblem } from './table-entries.js';

/** What a person may say of a table before it is read. */
export interface TableOptions {
  /** by place, in place of what the header says; null leaves a column out */
  columns?: Readonly<Record<number, { column: string; unit?: string } | null>>;
  /** the same by header */
  heads?: Readonly<Record<string, { column: string; unit?: string } | null>>;
  /** by column: the unit of heads that name none, or another */
  units?: Readonly<Record<string, string>>;
  decimal?: Decimal;
  /** what is kept for the maker: it answers what the table leaves open, and overrules nothing that it says */
  usual?: { decimal?: Decimal; units?: Readonly<Record<string, string>> };
  /** by row */
  mends?: Readonly<Record<number, Mend>>;
  /** line of the file of each row; counted from 1 where it is not given */
  lines?: readonly number[];
  /** heads of one kind beside each other that nothing tells apart: each a curve of a pump of its own, or only the first */
  layout?: 'each' | 'first';
  /** names of the sheets to read; all that are shown, where it is not given */
  sheets?: readonly string[];
  /** its name, for a pump that nothing in it names */
  file?: string;
  /** hidden rows and columns too */
  hidden?: boolean;
}

/** Makes a catalogue of a table as a spreadsheet or a CSV has it: the first row, or the first column, names what stands in it. */
export const readTable = (rows: readonly (readonly string[])[], options: TableOptions = {}): ReadTable =>
  readSheets([sheetOf(rows, options.lines)], options);

/** A block on its sheet, whose rows are numbered among those of all sheets. */
interface Placed extends Block {
  sheet: number;
}

/** Makes a catalogue of the sheets of a maker's file. */
export function readSheets(all: readonly Sheet[], options: TableOptions = {}): ReadTable {
  const problems: TableProblem[] = [];
  const read = all.filter((s) => options.sheets?.includes(s.name) ?? !s.isHidden);
  const sheets: string[] = [];
  const blocks: Placed[] = [];
  const bare: ({ row: number; name: string } & LikelyHeads)[] = [];
  for (const sheet of read) {
    const seen = seenOf(sheet, options.hidden === true);
    const at = sheets.length;
    const grid = seen.rows.map((r) => ({ line: rowIn(at, r.line), cells: r.cells }));
    const found = blocksOf(nameFor(sheet.name, options.file), grid, (header, place) => saidOf(header, place, options)).map(
      (b) => ({
        ...b,
        columns: b.columns.map((c) => withUnit(c, options)),
        heads: b.heads.map((c) => withUnit(c, options)),
      }),
    );
    const blocksHere = told(found, options.layout);
    sheets.push(sheet.name);
    blocks.push(...blocksHere.map((b) => ({ ...b, sheet: at })));
    const row = grid[0]?.line ?? 1;
    if (seen.hiddenRows > 0) problems.push({ row, severity: 'warning', code: 'hidden-rows', detail: { count: seen.hiddenRows } });
    if (seen.hiddenColumns > 0)
      problems.push({ row, severity: 'warning', code: 'hidden-columns', detail: { count: seen.hiddenColumns } });
    if (found.length === 0) {
      bare.push({ row, name: sheet.name, ...likelyHeads(grid, (header, place) => saidOf(header, place, options)) });
    }
  }
  // a sheet of notes beside tables is only said
  for (const { row, name, heads } of bare)
    problems.push(
      blocks.length > 0
        ? { row, severity: 'warning', code: 'no-table', detail: { sheet: name } }
        : { row, severity: 'error', code: 'no-columns', detail: { found: heads.map((h) => h.header) } },
    );
  const found = decimalOf(blocks);
  const said = options.decimal ?? (found.doubt ? options.usual?.decimal : undefined);
  const decimal = said ?? found.decimal;
  const first = blocks[0];
  const result: ReadTable = {
    catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps: {}, valves: {}, motors: {} },
    columns: [...(first?.heads ?? bare[0]?.heads ?? [])],
    decimal,
    rows: first
      ? [first.heads.map((h) => h.header), ...[...new Set(blocks.flatMap((b) => b.rows))].map((r) => r.cells.map((c) => c.text))]
      : (bare[0]?.rows ?? []),
    problems,
    rowOf: new Map(),
    sheets,
    layouts: [...new Set(blocks.map((b) => b.layout))],
    makers: makersIn(first ? blocks : bare.map((b) => ({ columns: b.heads, rows: b.rows.slice(1).map((r) => ({ cells: r.map((text) => ({ text })) })) }))), // prettier-ignore
  };
  headProblems(blocks, problems);
  if (found.doubt && said === undefined) {
    const { row, ...detail } = found.doubt;
    problems.push({ row, severity: 'error', code: 'ambiguous-number', detail });
  }
  // with another sign of decimals than the one that was found they are no thousands
  const thousands = decimal === found.decimal ? found : { columns: new Set<string>(), thousands: [] };
  for (const { row, detail } of thousands.thousands)
    problems.push({ row, severity: 'warning', code: 'thousands-in-column', detail });
  const percents = percentColumns(blocks.map((b) => ({ columns: b.columns, rows: b.rows })), decimal); // prettier-ignore
  for (const kind of ['pumps', 'valves', 'motors'] as const) {
    const rows = blocks
      .filter((b) => b.kind === kind)
      .flatMap((b) => rowsOf(b, { decimal, percents, mends: options.mends ?? {}, problems, thousands: thousands.columns }));
    if (rows.length > 0) new TableReader(result, kind, options.mends ?? {}).read(rows);
  }
  return result;
}

/** curves that nothing tells apart, as a person says: each a pump with a number, or the first alone */
function told(blocks: readonly Block[], layout: TableOptions['layout']): Block[] {
  if (layout === undefined) return [...blocks];
  return blocks.flatMap((b) => {
    if (!b.isUnclear) return [b];
    const beside = blocks.filter((x) => x.headLine === b.headLine);
    const n = beside.indexOf(b);
    const { isUnclear: _, ...clear } = b;
    if (layout === 'first') return n === 0 ? [clear] : [];
    return [{ ...clear, suffix: ` ${n + 1}` }];
  });
}

/** by what a pump is called that its table does not name: the sheet, or the file where a text has none */
const nameFor = (sheet: string, file: string | undefined): SheetName =>
  sheet !== '' || file === undefined
    ? { name: sheet, of: 'sheet' }
    : { name: file.replace(/^.*[\\/]/, '').replace(/\.[^.]*$/, ''), of: 'file' };

interface LikelyHeads {
  heads: MatchedColumn[];
  rows: string[][];
}

/** the rows of a sheet without a table from the one that is most like heads, so that a person can say what they are */
function likelyHeads(grid: readonly { cells: readonly SheetCell[] }[], said: Said): LikelyHeads {
  const texts = grid.map((r) => r.cells.map((c) => c.text.trim())).filter((r) => r.some((t) => t !== ''));
  const likeness = (row: readonly string[]): number => knownHeads(row) + row.filter((t) => /^\p{L}/u.test(t)).length / 100;
  const looked = texts.slice(0, 40);
  const best = looked.reduce((a, b) => (likeness(b) > likeness(a) ? b : a), looked[0] ?? []);
  return { heads: best.map((h, i) => said(h, i) ?? matchHead(h)), rows: texts.slice(texts.indexOf(best)) };
}

function makersIn(
  tables: readonly { columns: readonly MatchedColumn[]; rows: readonly { cells: readonly { text: string }[] }[] }[],
): string[] {
  const found = new Set<string>();
  for (const { columns, rows } of tables) {
    const k = columns.findIndex((c) => c.column === 'maker');
    if (k >= 0) for (const { cells } of rows) found.add(cells[k]?.text.trim() ?? '');
  }
  found.delete('');
  return [...found];
}

function saidOf(header: string, place: number, options: TableOptions): MatchedColumn | undefined {
  const byHead = Object.entries(options.heads ?? {}).find(([h]) => plainWords(h) === plainWords(header))?.[1];
  const said = options.columns?.[place] !== undefined ? options.columns[place] : byHead;
  if (said === undefined) return undefined;
  return said === null ? { header } : saidColumn(header, said.column, said.unit);
}

/** a column with the unit that a person says of all heads of its kind, or that is usual where the table leaves it open */
function withUnit(c: MatchedColumn, { units = {}, usual = {} }: TableOptions): MatchedColumn {
  if (c.column === undefined) return c;
  const isOpen = c.isAssumed === true || c.otherUnit !== undefined;
  const unit = units[c.column] ?? (isOpen ? usual.units?.[c.column] : undefined);
  if (unit === undefined) return c;
  const { unit: _u, isAssumed: _a, wrongUnit: _w, otherUnit: _o, ...rest } = c;
  return { ...rest, ...unitFor(c.column, unit) };
}

/** what is said of heads, once for each row of them */
function headProblems(blocks: readonly Placed[], problems: TableProblem[]): void {
  const done = new Set<number>();
  for (const block of blocks) {
    for (const { line, text } of block.remarks)
      problems.push({ row: line, severity: 'warning', code: 'remark', detail: { text } });
    if (block.nameFrom !== undefined && block.nameFrom !== 'label')
      problems.push({ row: block.headLine, severity: 'warning', code: NAMED_BY[block.nameFrom].code, detail: { model: block.about.model! } }); // prettier-ignore
    if (done.has(block.headLine)) continue;
    done.add(block.headLine);
    const beside = blocks.filter((b) => b.headLine === block.headLine);
    if (block.isUnclear && beside.some((b) => b.about.diameter === undefined && b.about.speed === undefined)) {
      const heads = block.heads.filter((c) => c.column === 'head').map((c) => c.header);
      problems.push({ row: block.headLine, severity: 'error', code: 'ambiguous-layout', detail: { heads, count: heads.length } });
    }
    if (block.layout === 'polynomial')
      problems.push({ row: block.headLine, severity: 'warning', code: 'polynomial', detail: {} });
    ofHeads(block.heads, problems, block.headLine, beside.length > 1);
  }
}

function ofHeads(columns: readonly MatchedColumn[], problems: TableProblem[], row: number, isBeside: boolean): void {
  const seen = new Map<string, string>();
  for (const { header, column: common, more, unit, isAssumed, wrongUnit, otherUnit, polynomial } of columns) {
    if (header.trim() === '') continue;
    const column = common ?? more;
    const warn = (code: string, detail: TableProblem['detail']): void => {
      problems.push({ row, severity: 'warning', code, detail: { header, ...detail } });
    };
    if (column === undefined && !isBeside && !polynomial) warn('unknown-column', {});
    else if (column !== undefined && seen.has(column) && !isBeside) warn('column-twice', { column, other: seen.get(column)! });
    else if (column !== undefined && !seen.has(column)) {
      seen.set(column, header);
      if (isAssumed) warn('unit-assumed', { unit: unit! });
      if (column === 'input_power') warn('input-power', {});
    }
    if (otherUnit !== undefined)
      problems.push({ row, severity: 'error', code: 'ambiguous-unit', detail: { header, column: column ?? '', unit: unit!, other: otherUnit } }); // prettier-ignore
    if (wrongUnit !== undefined)
      problems.push({ row, severity: 'error', code: 'unknown-unit', detail: { header, found: wrongUnit } });
  }
}

const FAULTS = { formula: { code: 'cell-formula' }, error: { code: 'cell-error' }, date: { code: 'cell-date' } } as const;
const NAMED_BY = {
  sheet: { code: 'name-from-sheet' },
  title: { code: 'name-from-title' },
  file: { code: 'name-from-file' },
} as const;

interface How {
  decimal: Decimal;
  percents: ReadonlySet<string>;
  mends: Readonly<Record<number, Mend>>;
  problems: TableProblem[];
  /** columns, by header, in which the sign of decimals parts thousands */
  thousands: ReadonlySet<string>;
}

/** Rows of a block with a unit at each number. */
function rowsOf(block: Placed, how: How): Row[] {
  const wanted = wantedOf(block.columns);
  const rows =
    block.layout === 'polynomial' ? polynomialRows(block, how) : block.rows.flatMap((r) => plainRow(wanted, r, how) ?? []);
  const [first] = rows;
  if (!first) return rows;
  const cells = { ...block.about, ...first.cells };
  rows[0] = { ...first, cells, begins: true };
  if (block.suffix !== undefined) for (const row of rows) if (row.cells.model !== undefined) row.cells.model += block.suffix;
  return rows;
}

interface WantedColumn {
  at: number;
  name: ColumnName | `more:${string}`;
  column: MatchedColumn;
}

function wantedOf(columns: readonly MatchedColumn[]): WantedColumn[] {
  return columns.flatMap((column, at) => {
    const name = column.column ?? (column.more === undefined ? undefined : (`more:${column.more}` as const));
    return name === undefined ? [] : [{ at, name, column }];
  });
}

function plainRow(wanted: readonly WantedColumn[], { line, cells }: Block['rows'][number], how: How): Row | undefined {
  const read: Cells = {};
  let isEmpty = true;
  for (const { at, name, column } of wanted) {
    const text = cellText(cells[at], column, line, how);
    // of two that are the same the first is taken
    if (text === '' || read[name] !== undefined) continue;
    read[name] = withUnitOf(text, column, how.percents);
    isEmpty = false;
  }
  const mend = how.mends[line];
  if (mend?.do === 'read') {
    const column = wanted.find((w) => w.name === mend.column)?.column;
    read[mend.column] = column ? withUnitOf(mend.as, column, how.percents) : mend.as;
    isEmpty = false;
  }
  return isEmpty ? undefined : { cells: read, line };
}

function cellText(cell: SheetCell | undefined, c: MatchedColumn, line: number, how: How): string {
  if (cell?.fault !== undefined) {
    const { header, column = '' } = c;
    if (how.mends[line]?.do !== 'without' || isNeeded(column))
      how.problems.push({
        row: line,
        severity: 'error',
        code: FAULTS[cell.fault].code,
        detail: { header, column, found: cell.text },
      });
    return '';
  }
  const text = (cell?.text ?? '').trim();
  if (c.column === undefined || !isNumeric(c.column)) return blankOr(text, c.more !== undefined);
  if (cell?.isNumber) return text;
  const { bare, mark } = unmarked(blankOr(text, true));
  if (mark !== undefined)
    how.problems.push({ row: line, severity: 'warning', code: 'mark', detail: { header: c.header, found: text, read: bare } });
  const decimal = how.thousands.has(c.header) ? (how.decimal === ',' ? '.' : ',') : how.decimal;
  return pointed(bare, decimal);
}

/** a bare number with the unit of its column */
function withUnitOf(text: string, { column, header, unit }: MatchedColumn, percents: ReadonlySet<string>): string {
  if (column === undefined) return unit && /^[\d.,\s–-]+$/.test(text) ? `${text} ${unit}` : text;
  const { dimension, isShare } = COLUMNS[column];
  if (isShare)
    return text.split(/[;|]/).map((t) => (percents.has(header) && /^\s*[\d.]+\s*$/.test(t) ? `${t.trim()} %` : t)).join(';'); // prettier-ignore
  return dimension && unit !== undefined && /^[+-]?[\d.]+(?:e[+-]?\d+)?$/i.test(text) ? `${text} ${unit}` : text;
}

function polynomialRows(block: Placed, how: How): Row[] {
  const wanted = wantedOf(block.columns);
  const unitOf = (of: string): string => {
    const c = block.columns.find(({ polynomial: p }) =>
      p?.of === 'range' ? of === 'flow' && p.end === 'to' : p?.of === of && p.power === 0,
    );
    return c?.unit ?? '';
  };
  return block.rows.flatMap((row) => {
    const own = plainRow(wanted, row, how)?.cells ?? {};
    const numbers = block.columns.map((c, i) => {
      const cell = row.cells[i];
      const text = c.polynomial && cell ? pointed(cell.text.trim(), cell.isNumber ? '.' : how.decimal) : '';
      return text !== '' && Number.isFinite(Number(text)) ? Number(text) : undefined;
    });
    const points = polynomialPoints(block.columns, numbers);
    if (!points) {
      how.problems.push({ row: row.line, severity: 'error', code: 'polynomial-range', detail: {} });
      return [];
    }
    const isPercent = points.some((p) => (p.efficiency ?? 0) > 1.5);
    return points.map((p, i): Row => {
      const cells: Cells = i === 0 ? { ...own } : {};
      for (const [of, x] of Object.entries(p))
        cells[of as ColumnName] = of === 'efficiency' ? `${Math.max(0, x)}${isPercent ? ' %' : ''}` : `${x} ${unitOf(of)}`.trim();
      return { cells, line: row.line };
    });
  });
}

export type { Layout };
export type { TableKind };
