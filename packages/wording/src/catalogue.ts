import {
  MORE_COLUMNS,
  type ColumnName,
  type CurveWarning,
  type Plausibility,
  type Question,
  type RowProblem,
  type TableProblem,
  type TableReading,
  type UnitSystem,
} from '@cedar-knot/core';
import { shortNumber } from './marks.js';
import { inUnits } from './numbers.js';
import { problemText } from './problems.js';
import { msg, said } from './words.js';

type Detail = Readonly<Record<string, unknown>>;
const list = (x: unknown): string => (Array.isArray(x) ? (x as string[]).join(', ') : String(x));
const head = (x: unknown, u: UnitSystem): string => inUnits(Number(x), 'head', u);
const flow = (x: unknown, u: UnitSystem): string => inUnits(Number(x), 'flow', u);
const percent = (x: unknown): string => `${shortNumber(Number(x) * 100)} %`;

/** columns of a maker's table as people say them */
const COLUMN_NAMES: Readonly<Record<ColumnName, string>> = {
  id: msg('table.column.id'),
  model: msg('table.column.model'),
  maker: msg('table.column.maker'),
  family: msg('table.column.family'),
  type: msg('table.column.type'),
  size: msg('table.column.size'),
  speed: msg('table.column.speed'),
  diameter: msg('table.column.diameter'),
  stages: msg('table.column.stages'),
  flow: msg('table.column.flow'),
  head: msg('table.column.head'),
  efficiency: msg('table.column.efficiency'),
  power: msg('table.column.power'),
  input_power: msg('table.column.input_power'),
  npshr: msg('table.column.npshr'),
  rated_kv: msg('table.column.rated_kv'),
  rated_cv: msg('table.column.rated_cv'),
  characteristic: msg('table.column.characteristic'),
  rangeability: msg('table.column.rangeability'),
  fl: msg('table.column.fl'),
  xfz: msg('table.column.xfz'),
  travel: msg('table.column.travel'),
  kv: msg('table.column.kv'),
  fl_at: msg('table.column.fl_at'),
};

/** A column of a table: of a maker's, or one of an entry of the catalogue (`motor_rated_power`: Motor, rated power). */
export function columnText(name: string): string {
  if (Object.hasOwn(COLUMN_NAMES, name)) return COLUMN_NAMES[name as ColumnName];
  const more = Object.values(MORE_COLUMNS).flat().find((c) => c.name === name); // prettier-ignore
  const label = more?.field.label;
  if (!more || label === undefined) return name.replace(/_/g, ' ');
  const [outer] = more.path.length > 1 ? more.path : [];
  return outer === undefined ? capital(said(label)) : `${capital(spokenKey(outer))}: ${said(label)}`;
}

const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
const spokenKey = (key: string): string => key.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
/** in a sentence: an abbreviation keeps its capitals */
const column = (x: unknown): string => {
  const text = columnText(String(x));
  return /^\p{Lu}\p{Ll}/u.test(text) ? text.slice(0, 1).toLowerCase() + text.slice(1) : text;
};

const FIGURE_NAMES: Readonly<Record<Plausibility, string>> = {
  'best-efficiency': msg('table.figure.best-efficiency'),
  'head-coefficient': msg('table.figure.head-coefficient'),
  'specific-speed': msg('table.figure.specific-speed'),
  'suction-specific-speed': msg('table.figure.suction-specific-speed'),
};
const figureName = (code: unknown): string => FIGURE_NAMES[code as Plausibility];
const figureValue = (code: unknown, x: unknown): string => (code === 'best-efficiency' ? percent(x) : shortNumber(Number(x)));

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
  'ambiguous-layout': (d) => msg('table.ambiguous-layout', { count: String(d.count), heads: list(d.heads) }),
  'ambiguous-curve': (d) => msg('table.ambiguous-curve', { model: String(d.model), sheets: list(d.sheets) }),
  'cell-formula': (d) => msg('table.cell-formula', { header: String(d.header), found: String(d.found) }),
  'cell-error': (d) => msg('table.cell-error', { header: String(d.header), found: String(d.found) }),
  'cell-date': (d) => msg('table.cell-date', { header: String(d.header), found: String(d.found) }),
  'hidden-rows': (d) => msg('table.hidden-rows', { count: Number(d.count) }),
  'hidden-columns': (d) => msg('table.hidden-columns', { count: Number(d.count) }),
  mark: (d) => msg('table.mark', { header: String(d.header), found: String(d.found), read: String(d.read) }),
  remark: (d) => msg('table.remark', { text: String(d.text) }),
  'name-from-sheet': (d) => msg('table.name-from-sheet', { model: String(d.model) }),
  'name-from-file': (d) => msg('table.name-from-file', { model: String(d.model) }),
  'name-from-title': (d) => msg('table.name-from-title', { model: String(d.model) }),
  'thousands-in-column': (d) =>
    msg('table.thousands-in-column', { header: String(d.header), found: String(d.found), read: String(d.read) }),
  polynomial: () => msg('table.polynomial'),
  'polynomial-range': () => msg('table.polynomial-range'),
  'curve-twice': (d) => msg('table.curve-twice', { model: String(d.model) }),
  'curve-differs': (d) => msg('table.curve-differs', { model: String(d.model), row: String(d.row) }),
  'no-table': (d) => msg('table.no-table', { sheet: String(d.sheet) }),
  'not-money': (d) => msg('table.not-money', { found: String(d.found) }),
  'speeds-agree': (d) => msg('table.speeds-agree', { model: String(d.model), speeds: list(d.speeds) }),
  'speeds-apart': (d) => msg('table.speeds-apart', { model: String(d.model), speeds: list(d.speeds) }),
  'no-npshr': (d) => msg('table.no-npshr', { count: Number(d.count), of: Number(d.of), model: String(d.model) }),
  implausible: (d) =>
    msg('table.implausible', {
      model: String(d.model),
      figure: figureName(d.figure),
      value: figureValue(d.figure, d.value),
      from: figureValue(d.figure, d.from),
      to: figureValue(d.figure, d.to),
    }),
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

/** One sentence for what holds of a reading of a table, or does not. */
export function factText({ isMet, fact }: TableReading['facts'][number]): string {
  if (fact.code === 'error') return msg('table.fact.error', { count: fact.count });
  if (fact.code === 'flow-rises') return msg('table.fact.flow-rises', { met: fact.met, of: fact.of });
  if (fact.code === 'power-agrees') return msg('table.fact.power-agrees', { met: fact.met, of: fact.of });
  const { code, value, from, to } = fact.figure;
  const words = { figure: capital(figureName(code)), value: figureValue(code, value), model: fact.model };
  if (isMet) return msg('table.fact.figure', words);
  return msg('table.fact.figureOut', { ...words, from: figureValue(code, from), to: figureValue(code, to) });
}

/** What a reading takes for what was asked: `1,200 is 1200`. */
export function readingText({ problem }: Question, { choice }: TableReading): string {
  const { detail } = problem;
  if (choice.decimal !== undefined)
    return msg('table.reading.decimal', {
      found: String(detail.found),
      value: String(choice.decimal === '.' ? detail.point : detail.comma),
    });
  if (choice.layout === 'each') return msg('table.reading.each', { count: Number(detail.count) });
  if (choice.layout === 'first') return msg('table.reading.first');
  if (choice.units)
    return msg('table.reading.unit', { header: String(detail.header), unit: list(Object.values(choice.units).slice(-1)) });
  return msg('table.reading.sheets', { sheets: list(choice.sheets) });
}

interface FaultDetail {
  most?: number;
  sheet?: string;
}

const FAULTS: Readonly<Record<TableFault, (d: Required<FaultDetail>) => string>> = {
  ods: () => msg('table.file.ods'),
  xls: () => msg('table.file.xls'),
  pdf: () => msg('table.file.pdf'),
  binary: () => msg('table.file.binary'),
  empty: () => msg('table.file.empty'),
  broken: () => msg('table.file.broken'),
  'too-many-rows': ({ most }) => msg('table.file.too-many-rows', { most }),
  'too-many-columns': ({ most, sheet }) => msg('table.file.too-many-columns', { most, sheet }),
  'too-many-cells': ({ most }) => msg('table.file.too-many-cells', { most }),
  'too-much-text': ({ most }) => msg('table.file.too-much-text', { most }),
};

/** Why no table can be read of a file, and what to do. */
export const tableFileText = (fault: TableFault, { most = 0, sheet = '' }: Readonly<FaultDetail> = {}): string =>
  FAULTS[fault]({ most, sheet });

/** a fault of `@cedar-knot/tables` */
export type TableFault =
  | 'ods'
  | 'xls'
  | 'pdf'
  | 'binary'
  | 'empty'
  | 'broken'
  | 'too-many-rows'
  | 'too-many-columns'
  | 'too-many-cells'
  | 'too-much-text';

/** Every code that has words; a test holds it against the core. */
export const WORDED_TABLE_CODES: readonly string[] = Object.keys(TABLE);
