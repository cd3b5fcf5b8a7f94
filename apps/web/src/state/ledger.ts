import { isNumber, type LedgerRow } from '@cedar-knot/report';
import { figureName } from '@cedar-knot/wording';

export type LedgerGroup = 'scenario' | 'line' | 'kind' | 'figure';

/** What is wanted of a ledger: words that all have to stand in a row, or a figure beyond a value (`head loss > 2`). */
export function filteredLedger(rows: readonly LedgerRow[], typed: string): LedgerRow[] {
  const asked = /^(.*?)\s*(>=|<=|>|<|over|under)\s*(-?\d+(?:[.,]\d+)?)\s*$/i.exec(typed.trim());
  const words = (asked ? asked[1]! : typed).toLowerCase().split(/\s+/).filter(Boolean); // prettier-ignore
  const limit = asked ? Number(asked[3]!.replace(',', '.')) : null;
  const isWith = asked?.[2]!.endsWith('=') ?? false;
  const isOver = asked ? /^(>|>=|over)$/i.test(asked[2]!) : false;
  return rows.filter((r) => {
    const text = `${r.scenario} ${r.line} ${r.id} ${r.kind} ${r.figure}`.toLowerCase();
    if (!words.every((w) => text.includes(w))) return false;
    if (limit === null) return true;
    if (!isNumber(r.cell)) return false;
    return isOver
      ? r.cell.value > limit || (isWith && r.cell.value === limit)
      : r.cell.value < limit || (isWith && r.cell.value === limit);
  });
}

/** figures of which a sum says something: losses and powers of one scenario */
const SUMMED: ReadonlySet<string> = new Set(
  (['headLoss', 'frictionLoss', 'fittingLoss', 'shaftPower', 'inputPower', 'hydraulicPower'] as const).map(figureName),
);

/** The sum of a list where all of it is of one figure, one scenario and one unit, and a sum makes sense. */
export function ledgerSum(rows: readonly LedgerRow[]): { value: number; unit: string } | null {
  const [first] = rows;
  if (!first || rows.length < 2 || !isNumber(first.cell) || !SUMMED.has(first.figure)) return null;
  const { unit } = first.cell;
  let value = 0;
  for (const r of rows) {
    if (!isNumber(r.cell) || r.figure !== first.figure || r.scenario !== first.scenario || r.cell.unit !== unit) return null;
    value += r.cell.value;
  }
  return { value, unit };
}

/** Rows in the order of a group, each group in the order in which it came. */
export function groupedLedger(rows: readonly LedgerRow[], group: LedgerGroup): LedgerRow[] {
  const order = new Map<string, LedgerRow[]>();
  for (const r of rows) order.set(r[group], [...(order.get(r[group]) ?? []), r]);
  return [...order.values()].flat();
}

/** A figure of a thing in every scenario, side by side. */
export interface AcrossRow extends Omit<LedgerRow, 'cell' | 'scenario'> {
  /** by scenario */
  cells: ReadonlyMap<string, LedgerRow['cell']>;
}

/** Rows with the scenarios side by side; one that a filter took out in a scenario is not there. */
export function acrossLedger(rows: readonly LedgerRow[]): AcrossRow[] {
  const found = new Map<string, { row: Omit<AcrossRow, 'cells'>; cells: Map<string, LedgerRow['cell']> }>();
  for (const { scenario, cell, ...row } of rows) {
    const key = `${row.id} ${row.figure}`;
    const own = found.get(key) ?? { row, cells: new Map<string, LedgerRow['cell']>() };
    own.cells.set(scenario, cell);
    found.set(key, own);
  }
  return [...found.values()].map(({ row, cells }) => ({ ...row, cells }));
}
