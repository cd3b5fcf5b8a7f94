import type { SheetCell } from './cells.js';
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
  three?: { row: number; header: string; text: string };
}

interface NumberRow {
  line: number;
  cells: readonly SheetCell[];
  columns: readonly MatchedColumn[];
}

type Signs = Record<Decimal, Sign>;
const noSigns = (): Signs => ({ '.': { decimals: 0, thousands: 0 }, ',': { decimals: 0, thousands: 0 } });

/** What parts decimals in a table. */
export interface Signed {
  decimal: Decimal;
  /** where the only signs stand before exactly three digits */
  doubt?: Doubt;
  /** heads of the columns in which the same sign parts thousands: read with it the flow would not rise */
  columns: ReadonlySet<string>;
  thousands: { row: number; detail: { header: string; found: string; read: string } }[];
}

/** The sign of decimals. `1,200` tells nothing by itself; `0,5`, `1,25`, `12,500.5` and `1.234.567` do, for the whole table. */
export function decimalOf(rows: readonly NumberRow[]): Signed {
  const seen = noSigns();
  const byHead = new Map<string, Signs>();
  for (const { line, cells, columns } of rows)
    columns.forEach(({ column, header, polynomial }, k) => {
      const cell = cells[k];
      if (!cell || cell.isNumber || !((column !== undefined && isNumeric(column)) || polynomial)) return;
      const own = byHead.get(header) ?? noSigns();
      byHead.set(header, own);
      look(seen, cell.text.trim(), line, header);
      look(own, cell.text.trim(), line, header);
    });
  const none = { columns: new Set<string>(), thousands: [] };
  const { '.': point, ',': comma } = seen;
  const byThousands = comma.thousands - point.thousands;
  if (byThousands !== 0) return { ...none, decimal: byThousands > 0 ? '.' : ',' };
  if (comma.decimals + point.decimals > 0) {
    const decimal = comma.decimals > point.decimals ? ',' : '.';
    return { decimal, ...thousandsUnder(decimal, byHead, rows) };
  }
  const three = comma.three ?? point.three;
  if (!three) return { ...none, decimal: '.' };
  const { row, header, text } = three;
  return { ...none, decimal: '.', doubt: { row, header, found: text, point: pointed(text, '.'), comma: pointed(text, ',') } };
}

/** Columns in which the table's sign of decimals parts thousands: flows `800`, `1,000`, `1,200` and a speed `1,480` among `58,0`. */
function thousandsUnder(
  decimal: Decimal,
  byHead: ReadonlyMap<string, Signs>,
  rows: readonly NumberRow[],
): Pick<Signed, 'columns' | 'thousands'> {
  const columns = new Set<string>();
  const thousands: Signed['thousands'] = [];
  const other = decimal === ',' ? '.' : ',';
  for (const [header, signs] of byHead) {
    const { three, decimals } = signs[decimal];
    if (!three || decimals > 0 || signs[other].decimals + signs[other].thousands > 0) continue;
    const texts = rows.flatMap(({ cells, columns: all }) => all.flatMap((c, k) => (c.header === header ? [{ column: c.column, text: cells[k]?.text.trim() ?? '', k }] : []))); // prettier-ignore
    // no speed is written to a thousandth of a turn
    const isSpeed = texts.some((t) => t.column === 'speed');
    const isFlow = texts.some((t) => t.column === 'flow');
    if (!isSpeed && !(isFlow && turnsBack(texts, other) < turnsBack(texts, decimal))) continue;
    columns.add(header);
    thousands.push({ row: three.row, detail: { header, found: three.text, read: pointed(three.text, other) } });
  }
  return { columns, thousands };
}

/** how often a flow falls to one that is not the first of a curve */
function turnsBack(texts: readonly { text: string; k: number }[], sign: Decimal): number {
  let count = 0;
  for (const k of new Set(texts.map((t) => t.k))) {
    const x = texts.flatMap((t) => (t.k === k && /^\d/.test(t.text) ? [Number(pointed(t.text, sign))] : []));
    const least = Math.min(...x);
    count += x.filter((q, i) => i > 0 && q < x[i - 1]! && q > least).length;
  }
  return count;
}

function look(seen: Signs, text: string, row: number, header: string): void {
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
  if (fraction.length === 3 && /^[1-9]\d{0,2}$/.test(whole)) seen[first].three ??= { row, header, text: number };
  else if (fraction !== '') seen[first].decimals++;
}

/** A number of the table with a decimal point, and without signs of thousands: blanks too. */
export function pointed(text: string, decimal: Decimal): string {
  const close = text.replace(/(?<=\d)[\s\u00a0\u2009\u202f'’](?=\d{3}(?:\D|$))/g, '');
  return decimal === '.'
    ? close.replace(/(?<=\d),(?=\d{3}(?:\D|$))/g, '')
    : close.replace(/(?<=\d)\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
}

/** signs for "nothing is stated" */
const BLANK = /^(?:[-–—./]+|n\/?a\.?|k\.\s?a\.|s\.\s?o\.)$/i;

export const blankOr = (text: string, isNumber: boolean): string => (isNumber && BLANK.test(text) ? '' : text);

/** before a number: about, at most, at least; behind it: a footnote */
const MARKED = /^(?:([<>≤≥~≈]|ca\.|approx\.?)\s*)?([+-]?\d.*?)\s*([*†‡]+|\s\d\)|[¹²³](?![\p{L}/]))?$/u;

/** `209*`, `<1.6` and `~35` without their marks */
export function unmarked(text: string): { bare: string; mark?: string } {
  const [, before, number, behind] = MARKED.exec(text) ?? [];
  const mark = before ?? behind;
  return mark === undefined || number === undefined ? { bare: text } : { bare: number.trim(), mark };
}

/** the most that a share can be, where it is written as one: efficiencies and travels are not above 1 */
const MOST_SHARE = 1;
/** above it a bare number is a percentage */
const LEAST_PERCENT = 1.5;

/**
 * Heads of the columns of shares whose bare numbers are percentages, each as a whole: 0.77 among others up to 1 is a fraction though the
 * head says %, and 1 among others up to 80 is one per cent.
 */
export function percentColumns(
  tables: readonly { columns: readonly MatchedColumn[]; rows: readonly { cells: readonly SheetCell[] }[] }[],
  decimal: Decimal,
): ReadonlySet<string> {
  const most = new Map<string, { most: number; isPercent: boolean }>();
  for (const { columns, rows } of tables)
    columns.forEach(({ column, header, unit }, k) => {
      if (column === undefined || !COLUMNS[column].isShare) return;
      const texts = rows.flatMap(({ cells }) => (cells[k]?.text ?? '').split(/[;|]/).map((t) => (cells[k]?.isNumber ? t.trim() : pointed(t.trim(), decimal)))); // prettier-ignore
      const numbers = texts.flatMap((t) => (/^\d+(?:\.\d+)?$/.test(t) ? [Number(t)] : []));
      const before = most.get(header)?.most ?? 0;
      most.set(header, { most: Math.max(before, ...numbers), isPercent: unit === '%' });
    });
  return new Set(
    [...most].flatMap(([header, { most: x, isPercent }]) =>
      (isPercent ? x === 0 || x > MOST_SHARE : x > LEAST_PERCENT) ? [header] : [],
    ),
  );
}
