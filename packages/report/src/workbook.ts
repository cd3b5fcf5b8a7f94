import Excel from 'exceljs';
import { isNumber, type Cell, type ReportDocument } from './document.js';
import type { LedgerRow } from './ledger.js';
import { msg } from './words.js';

/** letters that a name of a sheet may not hold, and how many it may */
const NOT_IN_NAME = /[[\]*?:/\\]/g;
const LONGEST_NAME = 31;

/** How a number is shown: with the figures of its print, unrounded below. */
export function formatOf(value: number, figures: number): string {
  const size = Math.abs(value);
  if (size === 0) return '0';
  if (size >= 1e7 || size < 1e-4) return `0.${'0'.repeat(figures - 1)}E+00`;
  const decimals = Math.max(0, figures - 1 - Math.floor(Math.log10(size)));
  return decimals === 0 ? '0' : `0.${'0'.repeat(Math.min(8, decimals))}`;
}

/** Names of sheets as a workbook allows them, no two alike. */
export function sheetNames(): (name: string) => string {
  const names = new Set<string>();
  return (name) => {
    const stem = name.replace(NOT_IN_NAME, ' ').slice(0, LONGEST_NAME);
    let own = stem;
    for (let n = 2; names.has(own.toLowerCase()); n++) own = `${stem.slice(0, LONGEST_NAME - 3)} ${n}`;
    names.add(own.toLowerCase());
    return own;
  };
}

/** A report as a workbook: a sheet a part, numbers as numbers in the units of their heads, the ledger of all figures at its end. */
export async function reportWorkbook(report: ReportDocument, rows: readonly LedgerRow[]): Promise<Uint8Array> {
  const book = new Excel.Workbook();
  book.title = report.title;
  book.creator = report.preparedBy;
  const nameOf = sheetNames();
  const sheetNamed = (name: string, frozen: number): Excel.Worksheet =>
    book.addWorksheet(nameOf(name), { views: [{ state: 'frozen', ySplit: frozen }] });
  for (const section of report.sections) {
    const sheet = sheetNamed(section.name, 1);
    sheet.addRow([section.title]).font = { bold: true, size: 13 };
    if (section.part === 'cover') putLetterhead(book, sheet, report);
    if (section.part === 'cover')
      for (const text of report.failing) sheet.addRow([text]).font = { color: { argb: 'FFA93A22' }, bold: true };
    const tables = section.blocks.filter((b) => b.kind === 'table').length;
    for (const block of section.blocks) {
      if (block.kind === 'figure') {
        sheet.addRow([block.caption]);
        continue;
      }
      if (block.kind === 'text') {
        sheet.addRow([block.text]);
        continue;
      }
      if (block.caption !== undefined) sheet.addRow([block.caption]).font = { bold: true };
      if (block.columns.some((c) => c.label !== '')) {
        sheet.addRow(block.columns.map((c) => (c.unit ? `${c.label} [${c.unit}]` : c.label))).font = { bold: true };
        // heads stay in view over the one table that a sheet has; over several the title alone can
        if (tables === 1) sheet.views = [{ state: 'frozen', ySplit: sheet.rowCount }];
      }
      const first = sheet.rowCount + 1;
      for (const r of block.rows) putRow(sheet, r.cells, r.isHeading === true, r.isSum === true ? first : undefined);
      sheet.addRow([]);
    }
    sheet.columns.forEach((c, k) => (c.width = k === 0 ? 34 : 16));
  }
  if (rows.length === 0) return new Uint8Array(await book.xlsx.writeBuffer());
  const all = sheetNamed(msg('report.ledgerSheet'), 1);
  all.addRow(LEDGER_HEADS).font = { bold: true };
  for (const r of rows) putRow(all, ledgerCells(r), false);
  all.columns.forEach((c, k) => (c.width = k < 5 ? 18 : 14));
  all.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: LEDGER_HEADS.length } };
  return new Uint8Array(await book.xlsx.writeBuffer());
}

/** px in the workbook's head */
const LOGO = { width: 160, height: 48 };

/** whose paper it is on: a name, and a picture beside the columns */
function putLetterhead(book: Excel.Workbook, sheet: Excel.Worksheet, { company, logo }: ReportDocument): void {
  if (company !== '') sheet.addRow([company]);
  if (logo === null) return;
  const id = book.addImage({ base64: logo, extension: logo.startsWith('data:image/png') ? 'png' : 'jpeg' });
  sheet.addImage(id, { tl: { col: 7, row: 0 }, ext: LOGO });
}

export const LEDGER_HEADS = [
  msg('report.scenario'),
  msg('report.line'),
  msg('report.id'),
  msg('report.kind'),
  msg('report.figure'),
  msg('report.value'),
  msg('report.unit'),
  msg('report.siValue'),
];

export function ledgerCells(r: LedgerRow): Cell[] {
  const { cell } = r;
  const si: Cell = isNumber(cell) ? { ...cell, value: cell.si, unit: 'SI' } : null;
  return [r.scenario, r.line, r.id, r.kind, r.figure, cell, isNumber(cell) ? cell.unit : '', si];
}

/** @param sumFrom row from which on the numbers of this one are sums */
function putRow(sheet: Excel.Worksheet, cells: readonly Cell[], isHeading: boolean, sumFrom?: number): void {
  const row = sheet.addRow(cells.map((c) => (isNumber(c) ? c.value : c)));
  if (isHeading) row.font = { bold: true };
  cells.forEach((c, k) => {
    if (!isNumber(c)) return;
    const cell = row.getCell(k + 1);
    if (sumFrom !== undefined && row.number > sumFrom) {
      const letter = sheet.getColumn(k + 1).letter;
      cell.value = { formula: `SUM(${letter}${sumFrom}:${letter}${row.number - 1})`, result: c.value };
    }
    cell.numFmt = formatOf(c.value, c.figures);
    if (c.verdict === 'fails') cell.font = { bold: true, color: { argb: 'FFA93A22' } };
    if (c.verdict === 'near') cell.font = { color: { argb: 'FF855A10' } };
  });
}
