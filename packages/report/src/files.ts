/* What needs a machine behind it, and not a page: PDF, workbook, zip. */
import type { ReportDocument, ReportFormat } from './document.js';
import type { LedgerRow } from './ledger.js';
import { chapterPdf, chaptersOf, reportPdf, type PdfOptions } from './pdf.js';
import { dataSheetBook } from './offer-book.js';
import { logoProblem } from './pictures.js';
import { ledgerCsv, reportZip } from './tables.js';
import { reportWorkbook } from './workbook.js';

export { chapterPdf, chaptersOf, dataSheetBook, ledgerCsv, logoProblem, reportPdf, reportWorkbook, reportZip };
export type { ChapterOptions, Paper, PdfOptions, PrintedChapter } from './pdf.js';

/** A report as the bytes of a file. */
export async function reportFile(
  report: ReportDocument,
  rows: readonly LedgerRow[],
  format: ReportFormat,
  options: PdfOptions,
): Promise<Uint8Array> {
  const text = (s: string): Uint8Array => new TextEncoder().encode(s);
  switch (format) {
    case 'pdf':
      return new Uint8Array(await reportPdf(report, options));
    case 'xlsx':
      return reportWorkbook(report, rows);
    case 'zip':
      return reportZip(report, rows);
    case 'csv':
      return text(ledgerCsv(rows));
    case 'json':
      return text(`${JSON.stringify(report, null, 2)}\n`);
  }
}
