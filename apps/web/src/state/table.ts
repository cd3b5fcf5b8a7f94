import Papa from 'papaparse';

/**
 * Cells of a table as it comes from a spreadsheet or a file: tabs, semicolons or commas between them, quoted where a cell
 * holds one of those or a line break. Rows without anything in them are left out.
 *
 * @param delimiter what parts the cells; found from the text where it is not said
 */
export function readTable(text: string, delimiter = text.includes('\t') ? '\t' : ''): string[][] {
  const { data } = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' });
  return data.map((row) => row.map((cell) => cell.trim()));
}
