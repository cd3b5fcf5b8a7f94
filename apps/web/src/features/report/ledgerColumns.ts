import { isNumber, printed, type Cell, type LedgerRow } from '@cedar-knot/report';
import type { Study } from '@cedar-knot/core';
import { acrossLedger } from '../../state/ledger.js';
import { msg } from './words.js';

/** what stands of a figure beside its value, with its width, px: where its values stand one under the other, and where side by side */
export const COLUMNS = [
  ['line', msg('view.report.lineHead'), 64, 46],
  ['id', msg('view.report.elementHead'), 88, 74],
  ['kind', msg('view.report.kindHead'), 104, 64],
  ['figure', msg('view.report.figureHead'), 132, 110],
  ['unit', msg('view.report.unitHead'), 64, 56],
  ['si', msg('view.report.siValue'), 104, 104],
] as const;
/** of a value, px, in the same way */
const VALUE = [110, 64] as const;
export type ColumnKey = (typeof COLUMNS)[number][0];
/** the others say nothing without these */
export const ALWAYS: ReadonlySet<ColumnKey> = new Set(['id', 'figure']);
export const USUALLY_HIDDEN: readonly ColumnKey[] = ['si'];

/** one row as it is drawn and taken away: of one scenario, or of all side by side */
export interface Drawn {
  line: string;
  id: string;
  kind: string;
  figure: string;
  cells: readonly (readonly [scenario: string, cell: Cell])[];
}

export function drawnRows(rows: readonly LedgerRow[], isAcross: boolean): Drawn[] {
  return isAcross
    ? acrossLedger(rows).map(({ cells, ...r }) => ({ ...r, cells: [...cells] }))
    : rows.map(({ cell, scenario, ...r }) => ({ ...r, cells: [[scenario, cell]] }));
}

/** Columns of a ledger as it is looked at, and what stands in them. */
export interface LedgerLayout {
  isAcross: boolean;
  /** columns before the figures and behind them, with their headings */
  before: readonly (readonly [ColumnKey, string, ...unknown[]])[];
  behind: readonly (readonly [ColumnKey, string, ...unknown[]])[];
  /** side by side, or null where each row is of its own */
  scenarios: readonly (string | null)[];
  /** px, the figure's name taking what is left over */
  widths: number[];
  widest: number;
}

export function ledgerLayout(study: Study, hidden: ReadonlySet<string>, isAcross: boolean): LedgerLayout {
  const columns = COLUMNS.filter(([key]) => !hidden.has(key) && !(isAcross && key === 'si'));
  const before = columns.filter(([key]) => key !== 'unit' && key !== 'si');
  const behind = columns.filter(([key]) => key === 'unit' || key === 'si');
  const scenarios = isAcross ? study.scenarios.map((s) => s.id) : [null];
  const widthOf = ([, , down, across]: (typeof COLUMNS)[number]): number => (isAcross ? across : down);
  const widths = [
    ...(isAcross ? [] : [44]),
    ...before.map(widthOf),
    ...scenarios.map(() => VALUE[isAcross ? 1 : 0]),
    ...behind.map(widthOf),
  ];
  const widest = (isAcross ? 0 : 1) + before.findIndex(([key]) => key === 'figure');
  return { isAcross, before, behind, scenarios, widths, widest };
}

const unitIn = (r: Drawn): string => r.cells.map(([, c]) => (isNumber(c) ? c.unit : '')).find((u) => u !== '') ?? '';
const siIn = (r: Drawn): number | null => (isNumber(r.cells[0]![1]) ? r.cells[0]![1].si : null);
export const textOf = (r: Drawn, key: ColumnKey): string =>
  key === 'unit' ? unitIn(r) : key === 'si' ? (siIn(r) === null ? '' : printed(siIn(r)!, 5)) : r[key];

/** the table as it is taken away */
export function ledgerCells(study: Study, drawn: readonly Drawn[], layout: LedgerLayout): (string | number | null)[][] {
  const { isAcross, before, behind, scenarios } = layout;
  const nameOf = (id: string): string => study.scenarios.find((s) => s.id === id)?.name ?? id;
  const heads = [...(isAcross ? [] : [msg('view.report.scenarioHead')]), ...before.map(([, n]) => n), ...(isAcross ? study.scenarios.map((s) => s.name ?? s.id) : [msg('view.report.value')]), ...behind.map(([, n]) => n)]; // prettier-ignore
  const number = (c: Cell | undefined): number | null => (c !== undefined && isNumber(c) ? c.value : null);
  return [
    heads,
    ...drawn.map((r) => [
      ...(isAcross ? [] : [nameOf(r.cells[0]![0])]),
      ...before.map(([key]) => textOf(r, key)),
      ...scenarios.map((id) => number(id === null ? r.cells[0]![1] : r.cells.find(([s]) => s === id)?.[1])),
      ...behind.map(([key]) => (key === 'si' ? siIn(r) : textOf(r, key))),
    ]),
  ];
}
