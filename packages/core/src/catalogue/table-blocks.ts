import { matchColumn, matchHead, type ColumnName, type MatchedColumn } from './columns.js';
import type { SheetCell } from './cells.js';
import { moreColumn, type TableKind } from './more-columns.js';
import { polynomialColumns } from './table-polynomial.js';
import type { Cells } from './table-curves.js';
import { withoutInput, withUnitsOf } from './table-units.js';
import { isNumeric } from './table-numbers.js';
import { aboutOfTitles, bareName, labelAt, sheetName, titleName } from './table-titles.js';

/*
 * A sheet to blocks: each is a table with one row of heads, whose rows are points. Titles may stand above the heads, heads may be in two
 * rows, blocks may follow each other or stand side by side, and the whole may run across.
 */

export interface GridRow {
  line: number;
  cells: readonly SheetCell[];
}

/** How a block stands on its sheet. */
export type Layout = 'down' | 'across' | 'blocks' | 'side-by-side' | 'by-header' | 'polynomial';

export interface Block {
  layout: Layout;
  kind: TableKind;
  /** by place; those of other blocks beside this one say nothing */
  columns: readonly MatchedColumn[];
  /** all of the heads' row */
  heads: readonly MatchedColumn[];
  headLine: number;
  rows: GridRow[];
  /** what titles and labels say of all rows */
  about: Cells;
  /** where the name of the pump comes from, when no column has it */
  nameFrom?: 'sheet' | 'file' | 'title' | 'label';
  /** rows of text between the points */
  remarks: { line: number; text: string }[];
  /** heads of one kind beside each other which nothing tells apart */
  isUnclear?: boolean;
  /** tells the curve from those beside it, behind its name */
  suffix?: string;
}

/** What a person says of the columns of a sheet: by place, or by head; null leaves one out. */
export type Said = (header: string, place: number) => MatchedColumn | undefined;

/** What a pump is called that its table does not name. */
export interface SheetName {
  name: string;
  of: 'sheet' | 'file';
}

export function blocksOf(name: SheetName, grid: readonly GridRow[], said: Said): Block[] {
  const rows = grid.filter((r) => r.cells.some(isFilled));
  const down = blocksDown(name, rows, said, 'down');
  if (down.length > 0) return down;
  // a table that runs across has a row a column: one of thousands is none
  if (rows.length > MOST_ACROSS) return [];
  return blocksDown(name, turnedGrid(rows), said, 'across').filter((b) => b.kind === 'pumps');
}

/** A table that runs across, turned: its first column has the heads, and each further one is a point. It has no line of its own. */
function turnedGrid(rows: readonly GridRow[]): GridRow[] {
  const width = Math.max(0, ...rows.map((r) => r.cells.length));
  const line = rows[0]?.line ?? 1;
  return Array.from({ length: width }, (_, k) => ({ line, cells: rows.map((r) => r.cells[k] ?? EMPTY) }));
}

const MOST_ACROSS = 2000;
const EMPTY: SheetCell = { text: '' };
const isFilled = (c: SheetCell): boolean => c.text.trim() !== '' || c.fault !== undefined;
const textOf = (row: GridRow | undefined, k: number): string => row?.cells[k]?.text.trim() ?? '';
const HEAD_FIRST = /^\s*[^\d\s.,+–-]/;
const NUMBER_FIRST = /^[<>≤≥~≈+-]?\s*\d/;

/** Heads at a row: what the columns are, and how many rows the heads take. */
interface Heads {
  at: number;
  height: number;
  kind: TableKind;
  columns: MatchedColumn[];
}

function blocksDown(name: SheetName, rows: readonly GridRow[], said: Said, layout: 'down' | 'across'): Block[] {
  const heads: Heads[] = [];
  for (let i = 0; i < rows.length;) {
    const found = headsAt(rows, i, said);
    if (found) heads.push(found);
    i += found?.height ?? 1;
  }
  const blocks: Block[] = [];
  let end = 0;
  let sheetAbout: Cells = {};
  heads.forEach((h, n) => {
    const next = heads[n + 1]?.at ?? rows.length;
    const begin = h.at + h.height;
    let stop = next;
    if (heads[n + 1]) while (stop > begin && !isPoint(rows[stop - 1]!, h.columns)) stop--;
    const titles = rows.slice(end, h.at).map((r) => r.cells);
    const body = rows.slice(begin, stop);
    end = stop;
    const about = { ...sheetAbout, ...aboutOfTitles(titles) };
    const { model: _m, diameter: _d, ...ofSheet } = about;
    sheetAbout = ofSheet;
    const last = blocks.at(-1);
    // heads that a page repeats
    if (last && titles.length === 0 && sameHeads(last.heads, h.columns)) {
      for (const r of body) last.rows.push(r);
      return;
    }
    const parts = partsOf(h.columns, rows, begin, stop);
    parts.forEach((part) => {
      const label = labelAt(titles, part.from, part.to);
      const { name: labelled, ...ofLabel } = label;
      const block: Block = {
        layout: part.layout ?? (heads.length > 1 ? 'blocks' : layout),
        kind: h.kind,
        columns: part.columns,
        heads: h.columns,
        headLine: rows[h.at]!.line,
        rows: body,
        about: { ...about, ...(parts.length > 1 || heads.length > 1 ? ofLabel : {}), ...part.about },
        remarks: [],
        ...(part.isUnclear ? { isUnclear: true } : {}),
      };
      const isLabel = labelled !== undefined && (parts.length > 1 || heads.length > 1 || Object.keys(ofLabel).length > 0);
      blocks.push(...named(withoutRemarks(block), isLabel ? labelled : undefined, name, titleName(titles)));
    });
  });
  return blocks;
}

function headsAt(rows: readonly GridRow[], at: number, said: Said): Heads | undefined {
  const row = rows[at]!;
  // most rows are points, which are not looked at closer
  const isWorded = row.cells.filter((c) => HEAD_FIRST.test(c.text)).length >= 2;
  if (!isWorded && !row.cells.some((c, k) => said(c.text, k) !== undefined)) return undefined;
  const single = matched(row.cells.map((c) => c.text), said); // prettier-ignore
  // what a person says of a place holds for heads, not for the points below them
  const isData = single.some((c, k) => (c.column === 'flow' || c.column === 'head') && NUMBER_FIRST.test(textOf(row, k)));
  const kind = isData ? undefined : kindOf(single);
  if (kind) return withUnitRow(single, kind, rows, at, 1);
  const below = rows[at + 1];
  if (isData || !below || below.cells.some((c) => NUMBER_FIRST.test(c.text.trim()))) return undefined;
  const both = matched(inTwoRows(row, below), said);
  const kindOfBoth = kindOf(both);
  const alone = matched(below.cells.map((c) => c.text), said); // prettier-ignore
  // what stands above whole heads are labels
  if (!kindOfBoth || (kindOf(alone) && count(alone) >= count(both))) return undefined;
  return withUnitRow(both, kindOfBoth, rows, at, 2);
}

const count = (columns: readonly MatchedColumn[]): number =>
  columns.filter((c) => c.column !== undefined || c.more !== undefined).length;

function matched(texts: readonly string[], said: Said): MatchedColumn[] {
  const all = texts.map((text, i) => said(text, i) ?? matchHead(text));
  return withoutInput(polynomialColumns(all));
}

function withUnitRow(columns: MatchedColumn[], kind: TableKind, rows: readonly GridRow[], at: number, height: number): Heads {
  const known = columns.map((c) => (c.more === undefined || moreColumn(kind, c.more) ? c : { header: c.header }));
  const below = rows[at + height];
  const withUnits = below && withUnitsOf(known, below.cells.map((c) => c.text), kind); // prettier-ignore
  return { at, kind, columns: withUnits ?? known, height: withUnits ? height + 1 : height };
}

/** Heads in two rows: what stands below is a unit of what stands above, a head of its own, or the rest of it. */
function inTwoRows(above: GridRow, below: GridRow): string[] {
  const width = Math.max(above.cells.length, below.cells.length);
  let over = '';
  return Array.from({ length: width }, (_, k) => {
    const [a, b] = [textOf(above, k), textOf(below, k)];
    if (a !== '') over = a;
    if (b === '') return a;
    const unit = b.replace(/^[[(]\s*|\s*[\])]$/g, '');
    const withUnit = a === '' ? undefined : matchColumn(`${a} [${unit}]`);
    if (withUnit?.unit !== undefined && withUnit.wrongUnit === undefined && !withUnit.isAssumed) return withUnit.header;
    if (matchHead(b).column !== undefined) return b;
    return `${a || over} ${b}`.trim();
  });
}

/** what a table is of, by the columns that it has */
export function kindOf(columns: readonly MatchedColumn[]): TableKind | undefined {
  const has = (c: ColumnName): boolean => columns.some((x) => x.column === c);
  const hasMore = (c: string): boolean => columns.some((x) => x.more === c);
  if ((has('flow') && has('head')) || columns.some((c) => c.polynomial !== undefined && c.polynomial.of === 'head'))
    return 'pumps';
  if (has('rated_kv') || has('rated_cv') || (has('travel') && has('kv'))) return 'valves';
  return hasMore('rated_power') && hasMore('poles') ? 'motors' : undefined;
}

function isPoint(row: GridRow, columns: readonly MatchedColumn[]): boolean {
  return columns.some(({ column, polynomial }, k) => {
    const isCounted = polynomial !== undefined || (column !== undefined && isNumeric(column));
    return isCounted && (NUMBER_FIRST.test(textOf(row, k)) || row.cells[k]?.fault !== undefined);
  });
}

const sameHeads = (a: readonly MatchedColumn[], b: readonly MatchedColumn[]): boolean =>
  a.length === b.length && a.every((c, i) => c.header.trim() === b[i]!.header.trim());

interface Part {
  columns: MatchedColumn[];
  from: number;
  to: number;
  about: Cells;
  layout?: Layout;
  isUnclear?: boolean;
}

/** heads of the curve's points */
const OF_POINTS: ReadonlySet<ColumnName | undefined> = new Set(['flow', 'head', 'efficiency', 'power', 'npshr', 'input_power']);

/** Curves that stand side by side: each with a flow of its own, or all over the same flow. */
function partsOf(columns: readonly MatchedColumn[], rows: readonly GridRow[], begin: number, stop: number): Part[] {
  const at = (column: ColumnName): number[] => columns.flatMap((c, k) => (c.column === column ? [k] : []));
  const [flows, heads] = [at('flow'), at('head')];
  const only = (keep: (k: number) => boolean): MatchedColumn[] => columns.map((c, k) => (keep(k) ? c : { header: c.header }));
  const isEmpty = (k: number): boolean => rows.slice(begin, stop).every((r) => textOf(r, k) === '');
  if (columns.some((c) => c.polynomial))
    return [{ columns: [...columns], from: 0, to: Infinity, about: {}, layout: 'polynomial' }];
  if (flows.length > 1 && heads.length === flows.length) {
    // a name or a diameter before each flow is that of the curve behind it
    const starts = flows.map((f, i) => {
      let k = f;
      const floor = i === 0 ? 0 : flows[i - 1]! + 1;
      while (k > floor && !OF_POINTS.has(columns[k - 1]!.column) && (columns[k - 1]!.column !== undefined || isEmpty(k - 1))) k--;
      return k;
    });
    const isRepeated = (k: number): boolean =>
      columns[k]!.column === undefined || columns.filter((c) => c.column === columns[k]!.column).length > 1;
    const shared = Array.from({ length: flows[0]! }, (_, k) => k).filter((k) => !isRepeated(k));
    return starts.map((start, i): Part => {
      const [from, to] = [i === 0 ? 0 : start, starts[i + 1] ?? columns.length];
      const inside = (k: number): boolean => k >= from && k < to;
      const names = Array.from({ length: flows[i]! - from }, (_, k) => columns[from + k]!).filter((c) => c.column === undefined && c.header.trim() !== ''); // prettier-ignore
      const about = aboutOfHead(columns.filter((c, k) => inside(k) && c.about));
      const [name] = names.filter((c) => isEmpty(columns.indexOf(c)));
      return {
        columns: only((k) => inside(k) || shared.includes(k)),
        from,
        to,
        about: { ...about, ...(name ? { model: bareName(name.header.trim()) } : {}) },
        layout: 'side-by-side',
      };
    });
  }
  if (flows.length === 1 && heads.length > 1) {
    const keyOf = (c: MatchedColumn): string => JSON.stringify(c.about ?? {});
    const keys = [...new Set(heads.map((k) => keyOf(columns[k]!)))];
    if (keys.length === heads.length)
      return keys.map((key): Part => {
        const mine = (k: number): boolean => !OF_POINTS.has(columns[k]!.column) || columns[k]!.about === undefined || keyOf(columns[k]!) === key; // prettier-ignore
        return {
          columns: only(mine),
          from: 0,
          to: Infinity,
          about: aboutOfHead(columns.filter((c) => keyOf(c) === key && c.about)),
          layout: 'by-header',
        };
      });
    // the flow is that of all, and each head begins a curve
    return heads.map((head, i): Part => {
      const [from, to] = [head, heads[i + 1] ?? columns.length];
      return {
        columns: only((k) => k < heads[0]! || (k >= from && k < to)),
        from,
        to,
        about: {},
        layout: 'side-by-side',
        isUnclear: true,
      };
    });
  }
  return [{ columns: [...columns], from: 0, to: Infinity, about: aboutOfHead(columns.filter((c) => c.about)) }];
}

const aboutOfHead = (columns: readonly MatchedColumn[]): Cells => Object.assign({}, ...columns.map((c) => c.about)) as Cells;

/** the place of the only cell of a row that says something */
function onlyCell(row: GridRow): number | undefined {
  let found: number | undefined;
  for (let k = 0; k < row.cells.length; k++) {
    if (row.cells[k]!.text === '' || row.cells[k]!.text.trim() === '') continue;
    if (found !== undefined) return undefined;
    found = k;
  }
  return found;
}

/** Text between the points, which is no point: a remark, or the name of what follows. */
function withoutRemarks(block: Block): Block {
  const rows: GridRow[] = [];
  const remarks: Block['remarks'] = [];
  block.rows.forEach((row, i) => {
    const at = onlyCell(row);
    const text = at === undefined ? '' : textOf(row, at);
    const isText = /^[\p{L}*†‡¹(]/u.test(text) && !row.cells.some((c) => c.fault);
    if (at === undefined || !isText) return void rows.push(row);
    const column = block.columns[at]?.column;
    // a name with no points below it, or a footnote, stands in the column of names
    const next = block.rows[i + 1];
    const isNote = /^[*†‡¹]/u.test(text) || !next || (textOf(next, at) !== '' && column === 'model');
    if (column === undefined || isNumeric(column) || isNote) remarks.push({ line: row.line, text });
    else rows.push(row);
  });
  // some makers say the speed below the points
  const below = aboutOfTitles(remarks.map((r) => [{ text: r.text }]));
  const isUsed = (text: string): boolean => Object.keys(aboutOfTitles([[{ text }]])).some((k) => !(k in block.about) && k !== 'model'); // prettier-ignore
  const { model: _, ...rest } = below;
  return { ...block, about: { ...rest, ...block.about }, rows, remarks: remarks.filter((r) => !isUsed(r.text)) };
}

/** The block with the name of its pump: from a label, the sheet or the title; texts that each stand above points are names too. */
function named(block: Block, label: string | undefined, sheet: SheetName, title: string | undefined): Block[] {
  const k = block.columns.findIndex((c) => c.column === 'model');
  const hasColumn = k >= 0 && block.rows.some((r) => textOf(r, k) !== '');
  if (hasColumn || block.about.model !== undefined) return [block];
  if (block.kind !== 'pumps') return [block];
  const { remarks, rows } = block;
  const begins = remarks.map((r) => rows.findIndex((x) => x.line > r.line));
  const first = rows[0]?.line ?? Infinity;
  if (
    label === undefined &&
    remarks.length > 0 &&
    remarks[0]!.line < first &&
    begins.every((b, i) => b >= 0 && b !== begins[i - 1])
  )
    return remarks.map((r, i) => {
      const { rest, ...about } = matchLabel(r.text);
      return {
        ...block,
        layout: 'blocks',
        remarks: [],
        rows: rows.slice(begins[i], begins[i + 1] ?? rows.length),
        about: { ...block.about, ...about, model: rest },
        nameFrom: 'label',
      };
    });
  const byName = sheetName(sheet.name);
  const bySheet = sheet.of === 'sheet' ? byName : undefined;
  if (label !== undefined) return [{ ...block, about: { ...block.about, model: label }, nameFrom: 'label' }];
  if (bySheet !== undefined) return [{ ...block, about: { ...block.about, model: bySheet }, nameFrom: 'sheet' }];
  if (title !== undefined) return [{ ...block, about: { ...block.about, model: title }, nameFrom: 'title' }];
  if (byName !== undefined) return [{ ...block, about: { ...block.about, model: byName }, nameFrom: 'file' }];
  return [block];
}

function matchLabel(text: string): Cells & { rest: string } {
  const name = labelAt([[{ text }]], 0, 1);
  const { name: rest, ...about } = name;
  return { ...about, rest: rest ?? text };
}
