import type { Sheet, SheetCell, SheetRow } from '@cedar-knot/core';
import type { Cell, CellValue, Worksheet } from 'exceljs';
import { BookError } from './fault.js';

/** more is no table of a maker, and what is read of it would be larger than the file by far */
const MOST_ROWS = 400_000;
const MOST_COLUMNS = 1000;
const MOST_CELLS = 2_000_000;
const MOST_LETTERS = 32_000_000;

/** The sheets of a workbook: what its cells show, and what is hidden in it. */
export async function sheetsOfSpreadsheet(bytes: Uint8Array): Promise<Sheet[]> {
  // fetched where a spreadsheet is read: most texts never need it
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  try {
    await book.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
  } catch {
    throw new BookError('broken');
  }
  const count = { rows: 0, cells: 0, letters: 0 };
  return book.worksheets.map((sheet) => sheetOf(sheet, count));
}

function sheetOf(sheet: Worksheet, count: { rows: number; cells: number; letters: number }): Sheet {
  count.rows += sheet.rowCount;
  if (count.rows > MOST_ROWS) throw new BookError('too-many-rows', { most: MOST_ROWS });
  if (sheet.columnCount > MOST_COLUMNS) throw new BookError('too-many-columns', { most: MOST_COLUMNS, sheet: sheet.name });
  const rows: SheetRow[] = [];
  sheet.eachRow((row, line) => {
    const cells: SheetCell[] = [];
    row.eachCell((cell, column) => {
      cells[column - 1] = cellOf(cell);
    });
    const whole = Array.from(cells, (c) => c ?? { text: '' });
    count.cells += whole.length;
    for (const { text } of whole) count.letters += text.length;
    if (count.cells > MOST_CELLS) throw new BookError('too-many-cells', { most: MOST_CELLS });
    if (count.letters > MOST_LETTERS) throw new BookError('too-much-text', { most: MOST_LETTERS });
    rows.push({ line, cells: whole, ...(row.hidden ? { isHidden: true } : {}) });
  });
  const hiddenColumns = Array.from({ length: sheet.columnCount }, (_, k) => k).filter((k) => sheet.getColumn(k + 1).hidden);
  return {
    name: sheet.name,
    rows,
    ...(hiddenColumns.length > 0 ? { hiddenColumns } : {}),
    ...(sheet.state === 'visible' ? {} : { isHidden: true }),
  };
}

function cellOf(cell: Cell): SheetCell {
  // of merged cells the first has the value
  if (cell.isMerged && cell.master.address !== cell.address) return { text: '' };
  return valueOf(cell.value, isPercent(cell.numFmt));
}

/** a format whose sign of per cent is none of its quoted words */
const isPercent = (format: string | undefined): boolean => /%/.test((format ?? '').replace(/"[^"]*"|\\./g, ''));

function valueOf(value: CellValue, percent: boolean): SheetCell {
  if (value === null || value === undefined) return { text: '' };
  if (typeof value === 'number') return numberOf(value, percent);
  if (value instanceof Date) return { text: value.toISOString().slice(0, 10), fault: 'date' };
  if (typeof value !== 'object') return { text: String(value) };
  if ('error' in value) return { text: value.error, fault: 'error' };
  if ('richText' in value) return { text: value.richText.map((r) => r.text).join('') };
  if ('hyperlink' in value) return valueOf(value.text, percent);
  const { formula, sharedFormula, result } = value as { formula?: string; sharedFormula?: string; result?: CellValue };
  if (result === undefined || result === null) return { text: `=${formula ?? sharedFormula ?? ''}`, fault: 'formula' };
  return valueOf(result, percent);
}

/** what a sum left in the sixteenth digit is no part of the number */
function numberOf(x: number, percent: boolean): SheetCell {
  const text = String(Number((percent ? x * 100 : x).toPrecision(15)));
  return { text: percent ? `${text} %` : text, isNumber: true };
}
