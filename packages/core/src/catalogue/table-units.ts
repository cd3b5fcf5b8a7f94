import { isQuantity, readQuantity } from '../units/quantity.js';
import { findUnit } from '../units/units.js';
import { COLUMNS, plainWords, type MatchedColumn } from './columns.js';
import { moreColumn, type TableKind } from './more-columns.js';

/* The row of units under the heads of a table. */

/** a cell of a row of units that says nothing */
const BLANK = /^[-–—]?$/;

/**
 * The columns with the units of a row under the heads; undefined where the row is none: a number stands in it, a word that is no unit of its
 * column, or fewer than two units.
 */
export function withUnitsOf(
  columns: readonly MatchedColumn[],
  cells: readonly string[],
  kind: TableKind,
): MatchedColumn[] | undefined {
  let units = 0;
  const read = columns.map((c, i): MatchedColumn | undefined => {
    const text = (cells[i] ?? '').trim().replace(/^[[(]\s*|\s*[\])]$/g, '');
    if (BLANK.test(text)) return c;
    if (/^[\d.,]+$/.test(text)) return undefined;
    if (c.column === undefined && c.more === undefined) return c;
    const unit = unitIn(c, text, kind);
    if (unit === undefined) return undefined;
    units++;
    const { isAssumed, ...own } = c;
    if (own.unit === undefined || isAssumed) return { ...own, unit };
    return own.unit === unit ? own : { ...own, otherUnit: unit };
  });
  return units >= 2 && read.every((c) => c !== undefined) ? read : undefined;
}

function unitIn(c: MatchedColumn, text: string, kind: TableKind): string | undefined {
  if (c.column !== undefined) {
    const { dimension, isShare } = COLUMNS[c.column];
    if (dimension) return findUnit(dimension, text)?.symbol;
    return isShare && text === '%' ? text : undefined;
  }
  const field = moreColumn(kind, c.more!)?.field;
  if (field?.type !== 'quantity') return text === '%' ? text : undefined;
  return isQuantity(readQuantity(`1 ${text}`, field.dimension)) ? text : undefined;
}

/** Of two columns of power the one called power input is what the motor takes from the mains: P1 beside P2. */
export function withoutInput(columns: readonly MatchedColumn[]): MatchedColumn[] {
  const isInput = (c: MatchedColumn): boolean => c.column === 'power' && /^powerinput/.test(plainWords(c.header));
  const isBeside = columns.some((c) => c.column === 'power' && !isInput(c));
  return columns.map((c) => (isBeside && isInput(c) ? { ...c, column: 'input_power' } : c));
}
