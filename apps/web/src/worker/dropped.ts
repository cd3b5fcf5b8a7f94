import { readLineList, type Sheet } from '@cedar-knot/core';

/** What a table is, by its heads. */
export type TableIs =
  { is: 'list'; lines: number } | { is: 'offer' } | { is: 'readings'; rows: number } | { is: 'table'; rows: number };

/** marks a data sheet that a maker filled in */
const OFFER = /^cedar-knot data sheet/;
const READING_HEADS = new Set(['instrument', 'at', 'where', 'place', 'figure', 'what', 'shows', 'quantity', 'value', 'reading', 'gauge', 'deviation']); // prettier-ignore
const LOOKED = 12;

/** A line list has ends and lengths, readings say where and what, an offer has its mark; anything else is a maker's table. */
export function tableIs(sheets: readonly Sheet[]): TableIs {
  const cells = sheets.flatMap((s) => s.rows.slice(0, LOOKED).map((r) => r.cells.map((c) => c.text.trim().toLowerCase())));
  if (cells.some((row) => row.some((t) => OFFER.test(t)))) return { is: 'offer' };
  const list = readLineList(sheets, { units: 'metric' });
  const heads = new Set(list.columns.map((c) => c.column));
  if (heads.has('from') && heads.has('to') && heads.has('length')) return { is: 'list', lines: list.rows.length };
  const rows = sheets.reduce((n, s) => n + s.rows.filter((r) => r.cells.some((c) => c.text.trim() !== '')).length, 0);
  const [first] = cells.filter((row) => row.some((t) => t !== ''));
  const known = (first ?? []).filter((t) => READING_HEADS.has(t));
  const isReading = known.some((t) => t === 'value' || t === 'reading') && known.length >= 3;
  return isReading ? { is: 'readings', rows: rows - 1 } : { is: 'table', rows };
}
