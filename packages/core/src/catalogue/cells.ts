/* The cells of a maker's table, as whoever reads its bytes hands them over. */

export interface SheetCell {
  /** as a person reads it; a cell of a percent format has its sign: `77 %` */
  text: string;
  /** a number of a spreadsheet, written with a decimal point whatever the rest of the table has */
  isNumber?: boolean;
  /** why there is no value: a formula that was never worked out, an error, a date */
  fault?: 'formula' | 'error' | 'date';
}

export interface SheetRow {
  /** of the file, from 1 */
  line: number;
  isHidden?: boolean;
  cells: readonly SheetCell[];
}

export interface Sheet {
  name: string;
  isHidden?: boolean;
  /** by place, from 0 */
  hiddenColumns?: readonly number[];
  rows: readonly SheetRow[];
}

/** Rows of texts as one sheet; lines are counted where they are not given. */
export const sheetOf = (rows: readonly (readonly string[])[], lines?: readonly number[], name = ''): Sheet => ({
  name,
  rows: rows.map((r, i) => ({ line: lines?.[i] ?? i + 1, cells: r.map((text) => ({ text })) })),
});

/** What is seen of a sheet, and how much is not. */
export interface Seen {
  rows: { line: number; cells: readonly SheetCell[] }[];
  hiddenRows: number;
  hiddenColumns: number;
}

export function seenOf(sheet: Sheet, all: boolean): Seen {
  const out = new Set(all ? [] : sheet.hiddenColumns);
  const isFilled = (c: SheetCell): boolean => c.text.trim() !== '' || c.fault !== undefined;
  const isShown = (r: SheetRow): boolean => all || !r.isHidden;
  const rows = sheet.rows
    .filter(isShown)
    .map((r) => ({ line: r.line, cells: out.size === 0 ? r.cells : r.cells.filter((_, k) => !out.has(k)) }));
  return {
    rows,
    hiddenRows: sheet.rows.filter((r) => !isShown(r) && r.cells.some(isFilled)).length,
    hiddenColumns: [...out].filter((k) => sheet.rows.some((r) => r.cells[k] && isFilled(r.cells[k]))).length,
  };
}

/*
 * A row of several sheets is one number: what is said of it, and done about it, is kept by that. Rows of the first sheet are their lines.
 */
const A_SHEET = 10_000_000;

export const rowIn = (sheet: number, line: number): number => sheet * A_SHEET + line;

export const placeOfRow = (row: number): { sheet: number; line: number } => ({
  sheet: Math.floor(row / A_SHEET),
  line: row % A_SHEET,
});
