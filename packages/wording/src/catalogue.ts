import type { CurveWarning, RowProblem, TableProblem, UnitSystem } from '@cedar-knot/core';
import { shortNumber } from './marks.js';
import { inUnits } from './numbers.js';
import { problemText } from './problems.js';
import { msg } from './words.js';

type Detail = Readonly<Record<string, unknown>>;
const list = (x: unknown): string => (Array.isArray(x) ? (x as string[]).join(', ') : String(x));
const head = (x: unknown, u: UnitSystem): string => inUnits(Number(x), 'head', u);
const flow = (x: unknown, u: UnitSystem): string => inUnits(Number(x), 'flow', u);
const percent = (x: unknown): string => `${shortNumber(Number(x) * 100)} %`;

/** column names as people say them */
const COLUMN_NAMES: Readonly<Record<string, string>> = {
  npshr: 'NPSHR',
  rated_kv: msg('table.rated_kv'),
  rated_cv: msg('table.rated_cv'),
  kv: 'Kv',
  fl: 'FL',
  xfz: 'xFz',
};
const column = (x: unknown): string => COLUMN_NAMES[String(x)] ?? String(x);

const TABLE: Readonly<Record<string, (d: Detail) => string>> = {
  'no-columns': (d) => msg('table.no-columns', { found: list(d.found) }),
  'unknown-column': (d) => msg('table.unknown-column', { header: String(d.header) }),
  'column-twice': (d) =>
    msg('table.column-twice', { header: String(d.header), column: column(d.column), other: String(d.other) }),
  'unit-assumed': (d) => msg('table.unit-assumed', { header: String(d.header), unit: String(d.unit) }),
  'unknown-unit': (d) => msg('table.unknown-unit', { found: String(d.found), header: String(d.header) }),
  'ambiguous-number': (d) =>
    msg('table.ambiguous-number', {
      header: String(d.header),
      found: String(d.found),
      point: String(d.point),
      comma: String(d.comma),
    }),
  'ambiguous-unit': (d) =>
    msg('table.ambiguous-unit', { header: String(d.header), unit: String(d.unit), other: String(d.other) }),
  'input-power': (d) => msg('table.input-power', { header: String(d.header) }),
  missing: (d) => msg('table.missing', { column: column(d.column) }),
  'not-number': (d) => msg('table.not-number', { found: String(d.found), column: column(d.column) }),
  'unknown-type': (d) => msg('table.unknown-type', { found: String(d.found), known: list(d.known) }),
};

/** One sentence for something at a row of a table. */
export function tableText(p: TableProblem): string {
  return TABLE[p.code]?.(p.detail) ?? p.code;
}

const CURVE: Readonly<Record<CurveWarning['code'], (d: Detail, u: UnitSystem) => string>> = {
  'flow-not-rising': (d, u) => msg('table.flow-not-rising', { flow: flow(d.here, u), flow2: flow(d.before, u) }),
  'head-rises': (d, u) => msg('table.head-rises', { head: head(d.here, u), head2: head(d.before, u) }),
  'npshr-falls': (d, u) => msg('table.npshr-falls', { head: head(d.here, u), head2: head(d.before, u) }),
  'efficiency-high': (d) => msg('table.efficiency-high', { efficiency: percent(d.efficiency) }),
  'efficiency-power': (d) => msg('table.efficiency-power', { efficiency: percent(d.efficiency), byPower: percent(d.byPower) }),
  'best-at-end': () => msg('table.best-at-end'),
  'trim-above': (d, u) => msg('table.trim-above', { head: head(d.here, u), head2: head(d.larger, u) }),
};

/** One sentence for what a measured curve does not do. */
export function curveWarningText(w: Pick<CurveWarning, 'code' | 'detail'>, units: UnitSystem = 'metric'): string {
  return CURVE[w.code](w.detail, units);
}

/** One sentence for what stands at a row of a table. */
export function rowProblemText(p: RowProblem, units: UnitSystem = 'metric'): string {
  if (p.of === 'cell') return tableText(p.problem);
  return p.of === 'entry' ? problemText(p.problem, units) : `${p.problem.model}: ${curveWarningText(p.problem, units)}`;
}

/** Every code that has words; a test holds it against the core. */
export const WORDED_TABLE_CODES: readonly string[] = Object.keys(TABLE);
