import type { RawEntry } from '../document/study.js';
import { isId } from '../document/ids.js';
import { PUMP_TYPES, VALVE_TYPES } from '../document/fields.js';
import { splitNumber } from '../units/quantity.js';
import { COLUMNS, matchColumn, unitFor, type ColumnName, type MatchedColumn } from './columns.js';
import type { Catalogue } from './format.js';

/** Something at a row of a table: an error keeps the row out, a warning does not. */
export interface TableProblem {
  /** line of the file; the header is 1 */
  row: number;
  severity: 'error' | 'warning';
  code: string;
  detail: Readonly<Record<string, string | number | readonly string[]>>;
}

/** What a person may say of a table before it is read. */
export interface TableOptions {
  /** by place, in place of what the header says; null leaves a column out */
  columns?: Readonly<Record<number, { column: ColumnName; unit?: string } | null>>;
  decimal?: '.' | ',';
  /** line of the file of each row; counted from 1 where it is not given */
  lines?: readonly number[];
}

export interface ReadTable {
  catalogue: Catalogue;
  columns: MatchedColumn[];
  decimal: '.' | ',';
  problems: TableProblem[];
  /** line of the file from which an entry of the catalogue comes, by its JSON path: `pumps.x.curve[3]` */
  rowOf: Map<string, number>;
}

/** columns that may stand only in the first row of a curve */
const CARRIED = ['model', 'maker', 'family', 'type', 'size', 'speed', 'diameter', 'stages'] as const;

type Cells = Partial<Record<ColumnName, string>>;

/** Makes a catalogue of a table as a spreadsheet or a CSV has it: the first row names the columns. */
export function readTable(rows: readonly (readonly string[])[], options: TableOptions = {}): ReadTable {
  const problems: TableProblem[] = [];
  const lineOf = (i: number): number => options.lines?.[i] ?? i + 1;
  const columns = (rows[0] ?? []).map((header, i) => columnAt(header, options.columns?.[i]));
  const decimal = options.decimal ?? decimalOf(rows.slice(1), columns);
  const result: ReadTable = {
    catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps: {}, valves: {}, motors: {} },
    columns,
    decimal,
    problems,
    rowOf: new Map(),
  };
  const has = (c: ColumnName): boolean => columns.some((x) => x.column === c);
  headerProblems(columns, problems, lineOf(0));
  const isPumps = has('flow') && has('head');
  const isValves = has('rated_kv') || has('rated_cv') || (has('travel') && has('kv'));
  if (!isPumps && !isValves) {
    problems.push({ row: lineOf(0), severity: 'error', code: 'no-columns', detail: { found: columns.map((c) => c.header) } });
    return result;
  }
  const body = rows.slice(1).flatMap((cells, i): Row[] => {
    const read = cellsOf(cells, columns, decimal);
    return Object.keys(read).length === 0 ? [] : [{ cells: read, line: lineOf(i + 1) }];
  });
  const maker = new TableReader(result, columns);
  if (isPumps) maker.pumps(body);
  else maker.valves(body);
  return result;
}

interface Row {
  cells: Cells;
  line: number;
}

function columnAt(header: string, said: { column: ColumnName; unit?: string } | null | undefined): MatchedColumn {
  if (said === undefined) return matchColumn(header);
  return said === null ? { header } : { header, column: said.column, ...unitFor(said.column, said.unit) };
}

function headerProblems(columns: readonly MatchedColumn[], problems: TableProblem[], row: number): void {
  const seen = new Map<ColumnName, string>();
  for (const { header, column, unit, isAssumed, wrongUnit } of columns) {
    if (header.trim() === '') continue;
    const warn = (code: string, detail: TableProblem['detail']): void => {
      problems.push({ row, severity: 'warning', code, detail: { header, ...detail } });
    };
    if (column === undefined) warn('unknown-column', {});
    else if (seen.has(column)) warn('column-twice', { column, other: seen.get(column)! });
    else seen.set(column, header);
    if (isAssumed) warn('unit-assumed', { unit: unit! });
    if (wrongUnit !== undefined)
      problems.push({ row, severity: 'error', code: 'unknown-unit', detail: { header, found: wrongUnit } });
  }
}

/** a decimal comma where numbers have one and no number has a point */
function decimalOf(rows: readonly (readonly string[])[], columns: readonly MatchedColumn[]): '.' | ',' {
  let commas = 0;
  let points = 0;
  for (const cells of rows)
    columns.forEach(({ column }, i) => {
      if (column === undefined || ['model', 'maker', 'family', 'type', 'size', 'characteristic'].includes(column)) return;
      const text = (cells[i] ?? '').trim();
      if (/^[+-]?\d*,\d+/.test(text)) commas++;
      else if (/^[+-]?\d*\.\d+/.test(text)) points++;
    });
  return commas > points ? ',' : '.';
}

function cellsOf(cells: readonly string[], columns: readonly MatchedColumn[], decimal: '.' | ','): Cells {
  const read: Cells = {};
  columns.forEach(({ column }, i) => {
    const text = (cells[i] ?? '').trim();
    if (column === undefined || text === '' || read[column] !== undefined) return;
    const isWord = !COLUMNS[column].dimension && !COLUMNS[column].isShare && !NUMBERS.has(column);
    read[column] = isWord || decimal === '.' ? text : text.replace(/\.(?=\d{3}(?:\D|$))/g, '').replace(',', '.');
  });
  return read;
}

const NUMBERS: ReadonlySet<ColumnName> = new Set(['stages', 'rated_kv', 'rated_cv', 'rangeability', 'fl', 'xfz', 'kv']);

/** Rows to entries; what cannot be read is said at its row and left out. */
class TableReader {
  private readonly units: ReadonlyMap<ColumnName, string>;

  constructor(
    private readonly result: ReadTable,
    columns: readonly MatchedColumn[],
  ) {
    // of two that are the same the first is taken
    const units = new Map<ColumnName, string>();
    for (const { column, unit } of columns) if (column && unit && !units.has(column)) units.set(column, unit);
    this.units = units;
  }

  pumps(rows: readonly Row[]): void {
    let carried: Cells = {};
    let curve: { key: string; line: number; about: Cells; points: RawEntry[]; lines: number[] } | undefined;
    const curves = new Map<string, (typeof curve & object)[]>();
    for (const { cells, line } of rows) {
      const isNewModel = cells.model !== undefined && cells.model !== carried.model;
      carried = { ...(isNewModel ? {} : carried), ...pickCarried(cells) };
      if (carried.model === undefined) {
        this.error(line, 'missing', { column: 'model' });
        continue;
      }
      const key = [carried.model, carried.diameter ?? '', carried.speed ?? ''].join('\n');
      if (curve?.key !== key) {
        curve = { key, line, about: carried, points: [], lines: [] };
        curves.set(carried.model, [...(curves.get(carried.model) ?? []), curve]);
      }
      const point = this.point(cells, line);
      if (!point) continue;
      curve.points.push(point);
      curve.lines.push(line);
    }
    for (const [model, list] of curves) this.pump(model, list);
  }

  private point(cells: Cells, line: number): RawEntry | undefined {
    const point: Record<string, unknown> = {};
    for (const column of ['flow', 'head'] as const) {
      if (cells[column] === undefined) this.error(line, 'missing', { column });
      else point[column] = this.quantity(column, cells[column], line);
    }
    for (const column of ['power', 'npshr'] as const)
      if (cells[column] !== undefined) point[column] = this.quantity(column, cells[column], line);
    if (cells.efficiency !== undefined) point.efficiency = this.share('efficiency', cells.efficiency, line);
    const isWhole = point.flow !== undefined && point.head !== undefined;
    return isWhole ? withoutGaps(point) : undefined;
  }

  private pump(model: string, list: readonly { line: number; about: Cells; points: RawEntry[]; lines: number[] }[]): void {
    const first = list[0]!;
    const id = this.idOf(model, this.result.catalogue.pumps);
    const base = `pumps.${id}`;
    this.result.rowOf.set(base, first.line);
    const entry: Record<string, unknown> = { name: model, ...this.about(first.about, PUMP_TYPES, first.line) };
    const speed = (c: Cells, line: number): string | undefined => c.speed && this.quantity('speed', c.speed, line);
    const diameter = (c: Cells, line: number): string | undefined => c.diameter && this.quantity('diameter', c.diameter, line);
    if (first.about.stages !== undefined) entry.stages = this.number('stages', first.about.stages, first.line);
    entry.speed = speed(first.about, first.line);
    if (entry.speed === undefined) this.error(first.line, 'missing', { column: 'speed' });
    const rowsAt = (path: string, lines: readonly number[]): void =>
      lines.forEach((line, i) => this.result.rowOf.set(`${path}[${i}]`, line));
    if (list.length === 1) {
      entry.diameter = diameter(first.about, first.line);
      entry.curve = first.points;
      rowsAt(`${base}.curve`, first.lines);
    } else
      entry.curves = list.map((c, i) => {
        const own = diameter(c.about, c.line);
        if (own === undefined) this.error(c.line, 'missing', { column: 'diameter' });
        this.result.rowOf.set(`${base}.curves[${i}]`, c.line);
        rowsAt(`${base}.curves[${i}].curve`, c.lines);
        const turned = speed(c.about, c.line);
        return withoutGaps({ diameter: own, ...(turned === entry.speed ? {} : { speed: turned }), curve: c.points });
      });
    this.result.catalogue.pumps[id] = withoutGaps(entry);
  }

  valves(rows: readonly Row[]): void {
    let carried: Cells = {};
    const models = new Map<string, { line: number; about: Cells; table: RawEntry[]; lines: number[] }>();
    for (const { cells, line } of rows) {
      const isNewModel = cells.model !== undefined && cells.model !== carried.model;
      carried = { ...(isNewModel ? {} : carried), ...cells };
      if (carried.model === undefined) {
        this.error(line, 'missing', { column: 'model' });
        continue;
      }
      const model = models.get(carried.model) ?? { line, about: carried, table: [], lines: [] };
      models.set(carried.model, model);
      if (cells.travel === undefined || cells.kv === undefined) continue;
      const travel = this.share('travel', cells.travel, line);
      const kv = this.number('kv', cells.kv, line);
      if (travel === undefined || kv === undefined) continue;
      model.table.push({ travel, kv });
      model.lines.push(line);
    }
    for (const [model, { line, about, table, lines }] of models) {
      const id = this.idOf(model, this.result.catalogue.valves);
      const numbers = { ratedKv: 'rated_kv', ratedCv: 'rated_cv', rangeability: 'rangeability', fl: 'fl', xfz: 'xfz' } as const;
      const entry: Record<string, unknown> = { name: model, ...this.about(about, VALVE_TYPES, line) };
      for (const [key, column] of Object.entries(numbers))
        if (about[column] !== undefined) entry[key] = this.number(column, about[column], line);
      if (about.characteristic !== undefined) entry.characteristic = about.characteristic.toLowerCase().replace(/[\s_]+/g, '-');
      if (table.length > 0) entry.table = table;
      this.result.rowOf.set(`valves.${id}`, line);
      lines.forEach((l, i) => this.result.rowOf.set(`valves.${id}.table[${i}]`, l));
      this.result.catalogue.valves[id] = withoutGaps(entry);
    }
  }

  /** maker, family, type and size; a type that is none of ours is said and kept as the family says it */
  private about(c: Cells, types: readonly string[], line: number): Record<string, unknown> {
    const type = c.type?.toLowerCase().replace(/[\s_]+/g, '-');
    const isKnown = type === undefined || types.includes(type);
    if (!isKnown) this.warning(line, 'unknown-type', { found: c.type!, known: types });
    const size = c.size !== undefined && /^\d+$/.test(c.size) && types.includes('globe') ? `DN${c.size}` : c.size;
    return { maker: c.maker, family: c.family, type: isKnown ? type : 'other', size };
  }

  private quantity(column: ColumnName, text: string, line: number): string | undefined {
    const split = splitNumber(text);
    if (!split) {
      this.error(line, 'not-number', { column, found: text });
      return undefined;
    }
    return `${split.typed} ${split.rest === '' ? this.units.get(column)! : split.rest}`;
  }

  private number(column: ColumnName, text: string, line: number): number | undefined {
    const split = splitNumber(text);
    if (split?.rest === '') return split.number;
    this.error(line, 'not-number', { column, found: text });
    return undefined;
  }

  /** 0.76, 76 or "76 %"; more than 1.5 cannot be a share and is a percentage */
  private share(column: ColumnName, text: string, line: number): number | undefined {
    const split = splitNumber(text);
    if (!split || !['', '%'].includes(split.rest)) {
      this.error(line, 'not-number', { column, found: text });
      return undefined;
    }
    const isPercent = split.rest === '%' || this.units.get(column) === '%' || split.number > 1.5;
    return isPercent ? Number((split.number / 100).toPrecision(12)) : split.number;
  }

  /** a model's name as an id: what an id cannot hold becomes a hyphen; two that become one get a number */
  private idOf(model: string, taken: Readonly<Record<string, unknown>>): string {
    const short = model.replace(/[^\p{L}\p{N}_\-/]+/gu, '-').replace(/^[-/]+|-+$/g, '').slice(0, 40); // prettier-ignore
    const base = isId(short) ? short : 'model';
    for (let n = 1; ; n++) {
      const id = n === 1 ? base : `${base.slice(0, 36)}-${n}`;
      if (!Object.hasOwn(taken, id)) return id;
    }
  }

  private error(row: number, code: string, detail: TableProblem['detail']): void {
    this.result.problems.push({ row, severity: 'error', code, detail });
  }

  private warning(row: number, code: string, detail: TableProblem['detail']): void {
    this.result.problems.push({ row, severity: 'warning', code, detail });
  }
}

function pickCarried(cells: Cells): Cells {
  const picked: Cells = {};
  for (const c of CARRIED) if (cells[c] !== undefined) picked[c] = cells[c];
  return picked;
}

function withoutGaps(entry: Record<string, unknown>): RawEntry {
  const whole: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(entry)) if (value !== undefined) whole[key] = value;
  return whole;
}
