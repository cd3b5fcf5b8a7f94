import { matchColumn, saidColumn, type ColumnName, type MatchedColumn } from './columns.js';
import { moreColumn, type TableKind } from './more-columns.js';
import type { Cells } from './table-curves.js';
import { TableReader, type Mend, type ReadTable, type Row, type TableProblem } from './table-entries.js';
import { turned, withoutInput, withUnitsOf } from './table-layout.js';
import { decimalOf, isNumeric, percentColumns, pointed, type Decimal } from './table-numbers.js';

export { meantNumber, type Mend, type ReadTable, type TableProblem } from './table-entries.js';

/** What a person may say of a table before it is read. */
export interface TableOptions {
  /** by place, in place of what the header says; null leaves a column out */
  columns?: Readonly<Record<number, { column: string; unit?: string } | null>>;
  decimal?: Decimal;
  /** by line of the file */
  mends?: Readonly<Record<number, Mend>>;
  /** line of the file of each row; counted from 1 where it is not given */
  lines?: readonly number[];
}

/** Makes a catalogue of a table as a spreadsheet or a CSV has it: the first row, or the first column, names what stands in it. */
export function readTable(sheet: readonly (readonly string[])[], options: TableOptions = {}): ReadTable {
  const problems: TableProblem[] = [];
  const isAcross = runsAcross(sheet);
  const all = isAcross ? turned(sheet) : sheet;
  // of a table that runs across a point has no line of its own
  const lineIn = (i: number): number => options.lines?.[isAcross ? 0 : i] ?? (isAcross ? 1 : i + 1);
  const named = withoutInput((all[0] ?? []).map((header, i) => columnAt(header, options.columns?.[i])));
  const kind = kindOf(named);
  const known = named.map((c) =>
    kind === undefined || c.more === undefined || moreColumn(kind, c.more) ? c : { header: c.header },
  );
  const below = kind && withUnitsOf(known, all[1] ?? [], kind);
  const columns = below ?? known;
  const skipped = below ? 2 : 1;
  const rows = below ? [all[0]!, ...all.slice(2)] : all;
  const lineOf = (i: number): number => lineIn(i === 0 ? 0 : i + skipped - 1);
  const found = decimalOf(rows.slice(1), columns, (i) => lineOf(i + 1));
  const decimal = options.decimal ?? found.decimal;
  const result: ReadTable = {
    catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps: {}, valves: {}, motors: {} },
    columns,
    decimal,
    rows,
    problems,
    rowOf: new Map(),
  };
  headerProblems(columns, problems, lineOf(0));
  if (!kind) {
    problems.push({ row: lineOf(0), severity: 'error', code: 'no-columns', detail: { found: columns.map((c) => c.header) } });
    return result;
  }
  if (found.doubt && options.decimal === undefined) {
    const { row, ...detail } = found.doubt;
    problems.push({ row, severity: 'error', code: 'ambiguous-number', detail });
  }
  const mends = options.mends ?? {};
  const body = rows.slice(1).flatMap((cells, i): Row[] => {
    const line = lineOf(i + 1);
    const read = cellsOf(cells, columns, decimal);
    const mend = mends[line];
    if (mend?.do === 'read') read[mend.column] = mend.as;
    return Object.keys(read).length === 0 ? [] : [{ cells: read, line }];
  });
  const percents = percentColumns(columns, body.map((r) => r.cells)); // prettier-ignore
  new TableReader(result, columns, kind, mends, percents)[kind](body);
  return result;
}

/** heads that say nothing in the first row, and a table of pumps in the first column */
function runsAcross(rows: readonly (readonly string[])[]): boolean {
  const kindBy = (heads: readonly string[]): TableKind | undefined => kindOf(heads.map((h) => matchColumn(h)));
  return kindBy(rows[0] ?? []) === undefined && kindBy(rows.map((r) => r[0] ?? '')) === 'pumps';
}

/** what a table is of, by the columns that it has */
function kindOf(columns: readonly MatchedColumn[]): TableKind | undefined {
  const has = (c: ColumnName): boolean => columns.some((x) => x.column === c);
  const hasMore = (c: string): boolean => columns.some((x) => x.more === c);
  if (has('flow') && has('head')) return 'pumps';
  if (has('rated_kv') || has('rated_cv') || (has('travel') && has('kv'))) return 'valves';
  return hasMore('rated_power') && hasMore('poles') ? 'motors' : undefined;
}

function columnAt(header: string, said: { column: string; unit?: string } | null | undefined): MatchedColumn {
  if (said === undefined) return matchColumn(header);
  return said === null ? { header } : saidColumn(header, said.column, said.unit);
}

function headerProblems(columns: readonly MatchedColumn[], problems: TableProblem[], row: number): void {
  const seen = new Map<string, string>();
  for (const { header, column: common, more, unit, isAssumed, wrongUnit, otherUnit } of columns) {
    if (header.trim() === '') continue;
    const column = common ?? more;
    const warn = (code: string, detail: TableProblem['detail']): void => {
      problems.push({ row, severity: 'warning', code, detail: { header, ...detail } });
    };
    if (column === undefined) warn('unknown-column', {});
    else if (seen.has(column)) warn('column-twice', { column, other: seen.get(column)! });
    else seen.set(column, header);
    if (isAssumed) warn('unit-assumed', { unit: unit! });
    if (column === 'input_power') warn('input-power', {});
    if (otherUnit !== undefined)
      problems.push({ row, severity: 'error', code: 'ambiguous-unit', detail: { header, unit: unit!, other: otherUnit } });
    if (wrongUnit !== undefined)
      problems.push({ row, severity: 'error', code: 'unknown-unit', detail: { header, found: wrongUnit } });
  }
}

function cellsOf(cells: readonly string[], columns: readonly MatchedColumn[], decimal: Decimal): Cells {
  const read: Cells = {};
  columns.forEach(({ column, more }, i) => {
    const text = (cells[i] ?? '').trim();
    if (text === '') return;
    if (more !== undefined) read[`more:${more}`] ??= text;
    if (column === undefined || read[column] !== undefined) return;
    read[column] = isNumeric(column) ? pointed(text, decimal) : text;
  });
  return read;
}
