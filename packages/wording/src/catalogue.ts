import type { CurveWarning, RowProblem, TableProblem } from '@cedar-knot/core';
import { inUnits, shortNumber } from './numbers.js';
import { problemText } from './problems.js';

type Detail = Readonly<Record<string, unknown>>;
const list = (x: unknown): string => (Array.isArray(x) ? (x as string[]).join(', ') : String(x));
const percent = (x: unknown): string => `${shortNumber(Number(x) * 100)} %`;
const head = (x: unknown): string => inUnits(Number(x), 'head', 'metric');
const flow = (x: unknown): string => inUnits(Number(x), 'flow', 'metric');

/** column names as people say them */
const COLUMN_NAMES: Readonly<Record<string, string>> = {
  npshr: 'NPSHR',
  rated_kv: 'rated Kv',
  rated_cv: 'rated Cv',
  kv: 'Kv',
  fl: 'FL',
  xfz: 'xFz',
};
const column = (x: unknown): string => COLUMN_NAMES[String(x)] ?? String(x);

const TABLE: Readonly<Record<string, (d: Detail) => string>> = {
  'no-columns': (d) =>
    `These columns are not known as a table of pumps (flow and head) or of valves (rated Kv or Cv, or travel and Kv): ${list(d.found)}.`,
  'unknown-column': (d) => `The column "${d.header}" is not known and is left out.`,
  'column-twice': (d) => `The column "${d.header}" is ${column(d.column)} like "${d.other}", which is taken.`,
  'unit-assumed': (d) => `The column "${d.header}" names no unit; ${d.unit} is taken. Write it as "${d.header} [${d.unit}]".`,
  'unknown-unit': (d) => `"${d.found}" is no unit of the column "${d.header}".`,
  missing: (d) => `${column(d.column)} is missing here.`,
  'not-number': (d) => `"${d.found}" is no number for ${column(d.column)}.`,
  'unknown-type': (d) => `The type "${d.found}" is none of ${list(d.known)}; it is taken as "other".`,
};

/** One sentence for something at a row of a table. */
export function tableText(p: TableProblem): string {
  return TABLE[p.code]?.(p.detail) ?? p.code;
}

const CURVE: Readonly<Record<CurveWarning['code'], (d: Detail) => string>> = {
  'flow-not-rising': (d) => `The flow does not rise: ${flow(d.here)} after ${flow(d.before)}.`,
  'head-rises': (d) => `The head rises along the flow: ${head(d.here)} after ${head(d.before)}.`,
  'npshr-falls': (d) => `The NPSHR falls along the flow: ${head(d.here)} after ${head(d.before)}.`,
  'efficiency-high': (d) => `An efficiency of ${percent(d.efficiency)} is more than any pump has (93 %).`,
  'efficiency-power': (d) =>
    `The efficiency of ${percent(d.efficiency)} does not agree with the power, which gives ${percent(d.byPower)} (ρ·g·Q·H/P).`,
  'best-at-end': () => 'The best efficiency stands at the end of the curve: its best point lies beyond.',
  'trim-above': (d) =>
    `The curve of this smaller diameter lies above that of a larger one: ${head(d.here)} over ${head(d.larger)}.`,
};

/** One sentence for what a measured curve does not do. */
export function curveWarningText(w: Pick<CurveWarning, 'code' | 'detail'>): string {
  return CURVE[w.code](w.detail);
}

/** One sentence for what stands at a row of a table. */
export function rowProblemText(p: RowProblem): string {
  if (p.of === 'cell') return tableText(p.problem);
  return p.of === 'entry' ? problemText(p.problem) : `${p.problem.model}: ${curveWarningText(p.problem)}`;
}

/** Every code that has words; a test holds it against the core. */
export const WORDED_TABLE_CODES: readonly string[] = Object.keys(TABLE);
