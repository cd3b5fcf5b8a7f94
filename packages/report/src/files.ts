/* What needs a machine behind it, and not a page: PDF, workbook, zip. */
export { reportPdf, type Paper, type PdfOptions } from './pdf.js';
export { reportWorkbook } from './workbook.js';
export { ledgerCsv, reportZip } from './tables.js';
