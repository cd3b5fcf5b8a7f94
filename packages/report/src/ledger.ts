import { withUnits, FIGURE_TABLE, isFigure, type ElementResult } from '@cedar-knot/core';
import { figureName } from '@cedar-knot/wording';
import { solvedOf, type ReportContext } from './context.js';
import type { Cell } from './document.js';
import { numberCell } from './shown.js';

/** One figure of the ledger. */
export interface LedgerRow {
  scenario: string;
  line: string;
  id: string;
  kind: string;
  figure: string;
  cell: Cell;
}

/** Every figure of every point, line and element in every scenario. */
export function ledger(c: ReportContext): LedgerRow[] {
  const lineOf = new Map(
    withUnits(c.study).lines.flatMap((l) => l.elements.map((e) => [e.id, { line: l.id, kind: e.kind }] as const)),
  );
  return solvedOf(c).flatMap((s) => {
    const figures = (id: string, line: string, kind: string, r: object): LedgerRow[] =>
      Object.entries(r).flatMap(([key, value]): LedgerRow[] => {
        if (!isFigure(key) || typeof value !== 'number') return [];
        return [{ scenario: s.id, line, id, kind, figure: figureName(key), cell: numberCell(value, FIGURE_TABLE[key].shown, c.system, { from: `${id}.${key}`, scenario: s.id, figures: 6 }) }]; // prettier-ignore
      });
    const elements = Object.entries(s.result!.elements).flatMap(([id, r]: [string, ElementResult]) => {
      const at = lineOf.get(id);
      return figures(id, at?.line ?? '', at?.kind ?? r.kind, r);
    });
    const points = Object.entries(s.result!.points).flatMap(([id, r]) => figures(id, '', c.study.points[id]?.kind ?? 'point', r));
    return [...points, ...elements];
  });
}
