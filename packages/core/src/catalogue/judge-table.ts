import type { Problem } from '../issues/issues.js';
import { judgeCatalogue, type CurveWarning, type JudgedCatalogue } from './judge.js';
import { figuresOf, isPlausible } from './plausible.js';
import type { ReadTable, TableProblem } from './table.js';

/** Something at a row of a table: of its cells, of the entry that it makes, or of the curve to which it belongs. */
export type RowProblem = { row: number; severity: 'error' | 'warning' } & (
  { of: 'cell'; problem: TableProblem } | { of: 'entry'; problem: Problem } | { of: 'curve'; problem: CurveWarning }
);

/** Judges what was made of a table; everything is said at its row, in their order. */
export function judgeTable(table: ReadTable): { judged: JudgedCatalogue; problems: RowProblem[] } {
  const judged = judgeCatalogue(table.catalogue);
  const cells = table.problems.map((p): RowProblem => ({ row: p.row, severity: p.severity, of: 'cell', problem: p }));
  // what a table lacks was said at its row already
  const lacking = new Set(table.problems.filter((p) => p.severity === 'error').map((p) => p.row));
  const entries = judged.problems.flatMap((problem): RowProblem[] => {
    const row = rowAt(problem.path, table);
    if (row !== undefined && lacking.has(row)) return [];
    return [{ row: row ?? 1, severity: severityOf(problem), of: 'entry', problem }];
  });
  const curves = judged.warnings.map((problem): RowProblem => ({
    row: rowAt(problem.path, table) ?? 1,
    severity: 'warning',
    of: 'curve',
    problem,
  }));
  const doubtful = [...judged.pumps].flatMap(([model, entry]) =>
    figuresOf(entry)
      // too high an efficiency is said at its row
      .filter((f) => !isPlausible(f) && !(f.code === 'best-efficiency' && f.value > f.to))
      .map(({ code, value, from, to }): RowProblem => {
        const row = table.rowOf.get(`pumps.${model}`) ?? 1;
        const detail = { model, figure: code, value, from, to };
        return { row, severity: 'warning', of: 'cell', problem: { row, severity: 'warning', code: 'implausible', detail } };
      }),
  );
  return { judged, problems: [...cells, ...doubtful, ...entries, ...curves].sort((a, b) => a.row - b.row) };
}

/** an entry with a key that nobody knows can be read all the same */
export const severityOf = (p: Problem): 'error' | 'warning' => (p.code === 'unknown-key' ? 'warning' : 'error');

/** line of the file for the nearest part of a path that has one */
function rowAt(path: string, table: ReadTable): number | undefined {
  for (let at = path; at !== ''; at = at.replace(/(?:\.[^.[\]]+|\[\d+\])$/, '')) {
    const row = table.rowOf.get(at);
    if (row !== undefined) return row;
    if (!/[.[]/.test(at)) break;
  }
  return undefined;
}
