/** One sheet of a workbook: the first row are its heads, numbers stay numbers. */
export interface XlsxSheet {
  name: string;
  rows: readonly (readonly (string | number | null)[])[];
}

const TYPE = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
/** a name of a sheet may hold neither of these, and so many signs */
const NOT_IN_NAME = /[[\]*?:/\\]/g;
const LONGEST_NAME = 31;

/** A workbook with frozen heads; its package is fetched when the first one is asked for. */
export async function workbook(sheets: readonly XlsxSheet[]): Promise<Blob> {
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  for (const { name, rows } of sheets) {
    const sheet = book.addWorksheet(name.replace(NOT_IN_NAME, ' ').slice(0, LONGEST_NAME), {
      views: [{ state: 'frozen', ySplit: 1 }],
    });
    rows.forEach((r) => sheet.addRow([...r]));
    sheet.getRow(1).font = { bold: true };
    sheet.columns.forEach((c, k) => (c.width = k === 0 ? 30 : 16));
  }
  return new Blob([await book.xlsx.writeBuffer()], { type: TYPE });
}
