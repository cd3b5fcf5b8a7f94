import { COLUMNS, type ColumnName, type MatchedColumn } from './columns.js';

/* The signs of a table's numbers: which parts decimals, which thousands, and what is a percentage. */

export type Decimal = '.' | ',';

/** columns that hold a number, though it has no dimension and is no share */
export const PLAIN_NUMBERS: ReadonlySet<ColumnName> = new Set([
  'stages',
  'rated_kv',
  'rated_cv',
  'rangeability',
  'fl',
  'xfz',
  'kv',
  'fl_at',
]);

export const isNumeric = (column: ColumnName): boolean =>
  COLUMNS[column].dimension !== undefined || COLUMNS[column].isShare === true || PLAIN_NUMBERS.has(column);

/** A number that reads in two ways: `1,200` where nothing else in the table tells. */
export interface Doubt {
  row: number;
  header: string;
  found: string;
  /** with a decimal point, and with a decimal comma */
  point: string;
  comma: string;
}

interface Sign {
  /** cells in which it can only part decimals, or thousands */
  decimals: number;
  thousands: number;
  /** the first in which it stands before exactly three digits, once */
  three?: { row: number; column: number; text: string };
}

/**
 * The sign of decimals. `1,200` tells nothing by itself; `0,5`, `1,25`, `12,500.5` and `1.234.567` do, for the whole table.
 *
 * @returns `doubt` where the only signs stand before exactly three digits
 */
export function decimalOf(
  rows: readonly (readonly string[])[],
  columns: readonly MatchedColumn[],
  lineOf: (i: number) => number,
): { decimal: Decimal; doubt?: Doubt } {
  const seen: Record<Decimal, Sign> = { '.': { decimals: 0, thousands: 0 }, ',': { decimals: 0, thousands: 0 } };
  rows.forEach((cells, i) =>
    columns.forEach(({ column }, k) => {
      if (column !== undefined && isNumeric(column)) look(seen, (cells[k] ?? '').trim(), lineOf(i), k);
    }),
  );
  const { '.': point, ',': comma } = seen;
  const byThousands = comma.thousands - point.thousands;
  if (byThousands !== 0) return { decimal: byThousands > 0 ? '.' : ',' };
  if (comma.decimals + point.decimals > 0) return { decimal: comma.decimals > point.decimals ? ',' : '.' };
  const three = comma.three ?? point.three;
  if (!three) return { decimal: '.' };
  const { row, column, text } = three;
  const doubt = { row, header: columns[column]!.header, found: text, point: pointed(text, '.'), comma: pointed(text, ',') };
  return { decimal: '.', doubt };
}

function look(seen: Record<Decimal, Sign>, text: string, row: number, column: number): void {
  const number = /^[+-]?(\d[\d.,]*)/.exec(text)?.[1] ?? '';
  const signs = [...number.matchAll(/[.,]/g)].map((m) => m[0] as Decimal);
  const [first, last] = [signs[0], signs.at(-1)];
  if (first === undefined || last === undefined) return;
  if (first !== last) {
    seen[last].decimals++;
    seen[first].thousands++;
    return;
  }
  if (signs.length > 1) {
    seen[first].thousands++;
    return;
  }
  const [whole, fraction] = number.split(first) as [string, string];
  if (fraction.length === 3 && /^[1-9]\d{0,2}$/.test(whole)) seen[first].three ??= { row, column, text: number };
  else if (fraction !== '') seen[first].decimals++;
}

/** A number of the table with a decimal point, and without signs of thousands: blanks too. */
export function pointed(text: string, decimal: Decimal): string {
  const close = text.replace(/(?<=\d)[\s\u00a0\u202f'’](?=\d{3}(?:\D|$))/g, '');
  return decimal === '.'
    ? close.replace(/(?<=\d),(?=\d{3}(?:\D|$))/g, '')
    : close.replace(/(?<=\d)\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
}

/** the most that a share can be, where it is written as one: efficiencies and travels are not above 1 */
const MOST_SHARE = 1;
/** above it a bare number is a percentage */
const LEAST_PERCENT = 1.5;

/**
 * The columns of shares whose bare numbers are percentages, each as a whole: 0.77 among others up to 1 is a fraction though the head says
 * %, and 1 among others up to 80 is one per cent.
 */
export function percentColumns(
  columns: readonly MatchedColumn[],
  body: readonly Readonly<Partial<Record<string, string>>>[],
): ReadonlySet<ColumnName> {
  return new Set(
    columns.flatMap(({ column, unit }) => {
      if (column === undefined || !COLUMNS[column].isShare) return [];
      const numbers = body.flatMap((cells) => (cells[column] ?? '').split(/[;|]/)).flatMap((t) => (/^\s*\d+(?:\.\d+)?\s*$/.test(t) ? [Number(t)] : [])); // prettier-ignore
      const most = Math.max(0, ...numbers);
      return (unit === '%' ? most === 0 || most > MOST_SHARE : most > LEAST_PERCENT) ? [column] : [];
    }),
  );
}
