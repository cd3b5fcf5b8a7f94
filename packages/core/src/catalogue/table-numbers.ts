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

/** rows with the columns in which they stand */
interface NumberTable {
  columns: readonly MatchedColumn[];
  rows: readonly { line: number; cells: readonly SheetCell[] }[];
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

const SIGN = /[.,]/;

/** The sign of decimals. `1,200` tells nothing by itself; `0,5`, `1,25`, `12,500.5` and `1.234.567` do, for the whole table. */
export function decimalOf(tables: readonly NumberTable[]): Signed {
  const seen = noSigns();
  const byHead = new Map<string, Signs>();
  for (const { columns, rows } of tables)
    columns.forEach(({ column, header, polynomial }, k) => {
      if (!((column !== undefined && isNumeric(column)) || polynomial)) return;
      const own = byHead.get(header) ?? noSigns();
      byHead.set(header, own);
      for (const { line, cells } of rows) {
        const cell = cells[k];
        const found = cell && !cell.isNumber && SIGN.test(cell.text) ? look(cell.text.trim()) : undefined;
        if (!found) continue;
        note(seen, found, line, header);
        note(own, found, line, header);
      }
    });
  const none = { columns: new Set<string>(), thousands: [] };
  const { '.': point, ',': comma } = seen;
  const byThousands = comma.thousands - point.thousands;
  if (byThousands !== 0) return { ...none, decimal: byThousands > 0 ? '.' : ',' };
  if (comma.decimals + point.decimals > 0) {
    const decimal = comma.decimals > point.decimals ? ',' : '.';
    return { decimal, ...thousandsUnder(decimal, byHead, tables) };
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
  tables: readonly NumberTable[],
): Pick<Signed, 'columns' | 'thousands'> {
  const columns = new Set<string>();
  const thousands: Signed['thousands'] = [];
  const other = decimal === ',' ? '.' : ',';
  for (const [header, signs] of byHead) {
    const { three, decimals } = signs[decimal];
    if (!three || decimals > 0 || signs[other].decimals + signs[other].thousands > 0) continue;
    const texts = tables.flatMap(({ columns: all, rows }) => all.flatMap((c, k) => (c.header === header ? rows.map((r) => ({ column: c.column, text: r.cells[k]?.text.trim() ?? '', k })) : []))); // prettier-ignore
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
    const least = x.reduce((a, b) => Math.min(a, b), Infinity);
    count += x.filter((q, i) => i > 0 && q < x[i - 1]! && q > least).length;
  }
  return count;
}

/** What the sign in a number can be: the last of two parts decimals, one that stands twice thousands, one alone either. */
function look(text: string): { sign: Decimal; is: 'decimals' | 'thousands' | 'both' | 'three'; number: string } | undefined {
  const number = NUMBER.exec(text)?.[1];
  const at = number?.search(SIGN) ?? -1;
  if (number === undefined || at < 0) return undefined;
  const sign = number[at] as Decimal;
  const last = Math.max(number.lastIndexOf('.'), number.lastIndexOf(','));
  if (number[last] !== sign) return { sign: number[last] as Decimal, is: 'both', number };
  if (last !== at) return { sign, is: 'thousands', number };
  const fraction = number.length - at - 1;
  if (fraction === 0) return undefined;
  return { sign, is: fraction === 3 && at <= 3 && number[0] !== '0' ? 'three' : 'decimals', number };
}

const NUMBER = /^[+-]?(\d[\d.,]*)/;

function note(seen: Signs, { sign, is, number }: NonNullable<ReturnType<typeof look>>, row: number, header: string): void {
  if (is === 'three') seen[sign].three ??= { row, header, text: number };
  else if (is === 'both') {
    seen[sign].decimals++;
    seen[sign === '.' ? ',' : '.'].thousands++;
  } else seen[sign][is]++;
}

/** with nothing in it that could be a sign of either */
const PLAIN = /^\d*$/;

/** A number of the table with a decimal point, and without signs of thousands: blanks too. */
export function pointed(text: string, decimal: Decimal): string {
  if (PLAIN.test(text)) return text;
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

const UNMARKED = /^[\d.,]*$/;

/** `209*`, `<1.6` and `~35` without their marks */
export function unmarked(text: string): { bare: string; mark?: string } {
  if (UNMARKED.test(text)) return { bare: text };
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
      most.set(header, { most: numbers.reduce((a, b) => Math.max(a, b), before), isPercent: unit === '%' });
    });
  return new Set(
    [...most].flatMap(([header, { most: x, isPercent }]) =>
      (isPercent ? x === 0 || x > MOST_SHARE : x > LEAST_PERCENT) ? [header] : [],
    ),
  );
}
