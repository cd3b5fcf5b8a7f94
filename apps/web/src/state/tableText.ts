import { numberMarks } from '@cedar-knot/wording';
import Papa from 'papaparse';
import { useUnits } from './units.js';

const NUMBER = /^-?\d+(\.\d+)?(e[+-]?\d+)?$/i;

/**
 * A table as it leaves the page, by the choice of the person: with decimal points and commas between cells, or with their decimal sign,
 * and semicolons where that is a comma, as a spreadsheet in their language reads it.
 *
 * @param text comma-separated, numbers with points
 * @param separator between cells; that of the choice where nothing is said
 */
export function leavingTable(text: string, separator?: string): string {
  const isLocal = useUnits.getState().tables === 'local' && numberMarks().decimal === ',';
  if (!isLocal && (separator ?? ',') === ',') return text;
  const { data } = Papa.parse<string[]>(text);
  const cells = isLocal ? data.map((row) => row.map((c) => (NUMBER.test(c) ? c.replace('.', ',') : c))) : data;
  return Papa.unparse(cells, { delimiter: separator ?? ';' });
}
