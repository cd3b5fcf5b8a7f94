import Excel from 'exceljs';
import { named } from '@cedar-knot/wording';
import { askedOf, BOOK_MARK, COLUMNS, dataSheets, type AskedRow } from './asked.js';
import type { ReportContext } from './context.js';
import type { SheetEntries } from './data-sheets.js';
import { isNumber, type Cell } from './document.js';
import type { Paper } from './pdf.js';
import { capped, unitOf } from './shown.js';
import { formatOf, sheetNames } from './workbook.js';
import { msg } from './words.js';

export { reportWorkbook } from './workbook.js';

const FILL: Excel.Fill = { type: 'pattern', pattern: 'solid', fgColor: { argb: 'FFFBF3DC' } };
const RULE: Partial<Excel.Borders> = { bottom: { style: 'hair', color: { argb: 'FFDED7CB' } } };
/** named in full: a font without a name is another one */
const TYPE = { name: 'Calibri', size: 11 };
const QUIET = { ...TYPE, color: { argb: 'FF626C66' } };
/** signs of a column */
const WIDTHS: Readonly<Record<keyof typeof COLUMNS, number>> = { key: 4, item: 40, unit: 10, required: 15, catalogue: 20, answer: 15, remark: 34 }; // prettier-ignore
/** number of a paper in a workbook */
const PAPERS: Readonly<Record<Paper, Excel.PaperSize>> = { A4: 9, Letter: 1 as Excel.PaperSize };

/**
 * The data sheets of a study as a workbook that a maker fills in, a sheet and a page for each thing: only the cells of his answers and
 * remarks can be written. {@link readOffers} reads it back.
 */
export async function dataSheetBook(c: ReportContext, paper: Paper = 'A4'): Promise<Uint8Array> {
  const book = new Excel.Workbook();
  book.title = c.study.title ?? '';
  book.creator = c.study.preparedBy ?? '';
  const nameOf = sheetNames();
  for (const entries of dataSheets(c))
    await putSheet(book.addWorksheet(nameOf(`${entries.name} ${entries.entry.id}`)), entries, c, paper);
  if (book.worksheets.length === 0) book.addWorksheet(msg('report.general')).addRow([null, msg('report.nothingToBuy')]);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

async function putSheet(sheet: Excel.Worksheet, entries: SheetEntries, c: ReportContext, paper: Paper): Promise<void> {
  const { study } = c;
  const { part, entry, title, general, duties } = entries;
  Object.entries(COLUMNS).forEach(([name, k]) => (sheet.getColumn(k).width = WIDTHS[name as keyof typeof COLUMNS]));
  sheet.getColumn(COLUMNS.key).hidden = true;
  const put = (key: string, ...cells: Cell[]): Excel.Row => {
    const row = sheet.addRow([key, ...cells.map((x) => (isNumber(x) ? x.value : x))]);
    cells.forEach((x, k) => {
      if (isNumber(x)) row.getCell(k + COLUMNS.item).numFmt = formatOf(x.value, x.figures);
      if (k >= COLUMNS.required - COLUMNS.item) row.getCell(k + COLUMNS.item).alignment = { horizontal: 'right', shrinkToFit: true };
    });
    return row;
  }; // prettier-ignore
  put(BOOK_MARK.text, `${title}: ${named(entry.id, entry.name)}`).font = { ...TYPE, bold: true, size: 14 };
  const revision = study.report?.revision ? msg('report.revisionLetter', { letter: study.report.revision }) : '';
  const stands = [study.report?.company, study.tag, study.title, revision, study.report?.date ?? new Date().toISOString().slice(0, 10), study.preparedBy]; // prettier-ignore
  put(part, stands.filter(Boolean).join(' · ')).font = QUIET;
  put(String(entry.id), msg('report.howToAnswer')).font = { ...TYPE, italic: true };
  const heading = (text: string): void => {
    put('');
    put('', text).font = { ...TYPE, bold: true, size: 12 };
  };
  heading(msg('report.general'));
  for (const [label, cell, key] of general) {
    if (key !== undefined || cell === undefined || cell === null || cell === '') continue;
    const row = put('', capped(label), isNumber(cell) ? cell.unit : '', cell);
    row.border = RULE;
    // words of any length
    sheet.mergeCells(row.number, COLUMNS.required, row.number, COLUMNS.remark);
    row.getCell(COLUMNS.required).alignment = { horizontal: 'left', wrapText: true };
  }
  for (const t of duties.filter((d) => d.rows.length > 0)) {
    heading(t.caption ?? '');
    put('', ...t.columns.map((x) => capped(x.label))).font = QUIET;
    for (const r of t.rows) put('', typeof r.cells[0] === 'string' ? capped(r.cells[0]) : '', ...r.cells.slice(1)).border = RULE;
  }
  heading(msg('report.requiredAndOffered'));
  put('', msg('report.item'), capped(msg('report.unit')), msg('report.required'), msg('report.byCatalogue'), capped(msg('report.offered')), msg('report.remarksAndDeviations')).font = QUIET; // prettier-ignore
  for (const asked of askedOf(entries)) putAsked(put, asked, c);
  if (typeof entry.notes === 'string' && entry.notes !== '') {
    heading(msg('report.notes'));
    put('', entry.notes);
  }
  sheet.pageSetup = { paperSize: PAPERS[paper], orientation: 'portrait', fitToPage: true, fitToWidth: 1, fitToHeight: 1, printArea: `B1:G${sheet.rowCount}` }; // prettier-ignore
  // without a password: it keeps what is asked from being changed by mistake
  await sheet.protect('', { formatColumns: true, formatRows: true, selectLockedCells: true });
}

const SIGNS = { least: '≥', most: '≤' } as const;

function putAsked(put: (key: string, ...cells: Cell[]) => Excel.Row, a: AskedRow, c: ReportContext): void {
  const unit = a.shown === 'text' ? '' : unitOf(a.shown, c.system);
  const row = put(a.key, capped(a.label), unit, a.required, a.catalogue, null, null);
  if (isNumber(a.required) && a.sense)
    row.getCell(COLUMNS.required).numFmt = `"${SIGNS[a.sense]} "${formatOf(a.required.value, a.required.figures)}`;
  row.border = RULE;
  for (const k of [COLUMNS.answer, COLUMNS.remark]) {
    const cell = row.getCell(k);
    cell.fill = FILL;
    cell.protection = { locked: false };
    cell.alignment = {
      horizontal: k === COLUMNS.answer && a.shown !== 'text' ? 'right' : 'left',
      wrapText: true,
      vertical: 'top',
    };
  }
}
