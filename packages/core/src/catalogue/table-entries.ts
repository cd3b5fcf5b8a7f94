import type { RawEntry } from '../document/study.js';
import { isId } from '../document/ids.js';
import { PUMP_TYPES, VALVE_TYPES } from '../document/fields.js';
import { isQuantity, readQuantity, splitNumber } from '../units/quantity.js';
import { deliveryDays, moneyText } from './offer.js';
import { placeOfRow } from './cells.js';
import { COLUMNS, type ColumnName, type MatchedColumn } from './columns.js';
import { moreColumn, type MoreColumn, type TableKind } from './more-columns.js';
import { efficiencyOfPower } from './physical.js';
import type { Catalogue } from './format.js';
import type { Layout } from './table-blocks.js';
import {
  agreesBySpeed,
  agreesPerStage,
  sameAbout,
  sameCurve,
  speedOf,
  upward,
  type Cells,
  type TableCurve,
} from './table-curves.js';
import { pointed, type Decimal } from './table-numbers.js';

/* Rows of a table to entries of a catalogue. */

/** Something at a row of a table: an error keeps the row out, a warning does not. */
export interface TableProblem {
  /** line of the file; the header is 1 */
  row: number;
  severity: 'error' | 'warning';
  code: string;
  detail: Readonly<Record<string, string | number | readonly string[]>>;
}

/** What is to be done with a row at which something is wrong. */
export type Mend =
  | { do: 'leave-out' }
  /** the model to which the row belongs */
  | { do: 'leave-model' }
  /** efficiency from the power of the row */
  | { do: 'take-power' }
  /** the row as it is, without the value that cannot be read */
  | { do: 'without' }
  | { do: 'read'; column: ColumnName; as: string };

/** A table as it was understood, with the entries that it makes. */
export interface ReadTable {
  catalogue: Catalogue;
  columns: MatchedColumn[];
  decimal: Decimal;
  /** as it was read: heads first, a point a row */
  rows: readonly (readonly string[])[];
  /** names of the sheets that were read; rows of the second begin at `rowIn(1, 1)` */
  sheets: readonly string[];
  /** those of the column of makers: known before the rest is */
  makers: readonly string[];
  /** how it stands on its sheets */
  layouts: readonly Layout[];
  problems: TableProblem[];
  /** line of the file from which an entry of the catalogue comes, by its JSON path: `pumps.x.curve[3]` */
  rowOf: Map<string, number>;
}

/** columns that may stand only in the first row of a curve */
const CARRIED = ['id', 'model', 'maker', 'family', 'type', 'size', 'speed', 'diameter', 'stages'] as const;

/** A row as it was read, with its line of the file. */
export interface Row {
  cells: Cells;
  line: number;
  /** the first of a table: nothing is carried to it from before */
  begins?: boolean;
}

/** Rows to entries; what cannot be read is said at its row and left out. */
export class TableReader {
  constructor(
    private readonly result: ReadTable,
    private readonly kind: TableKind,
    private readonly mends: Readonly<Record<number, Mend>>,
  ) {}

  read(rows: readonly Row[]): void {
    this[this.kind](rows);
  }

  pumps(rows: readonly Row[]): void {
    let carried: Cells = {};
    let block = 0;
    let nameless = -1;
    const models = new Map<string, { name: string; curves: TableCurve[] }>();
    const left = new Set<string>();
    rows.forEach(({ cells, line, begins }, i) => {
      if (begins) block++;
      const isNewModel = cells.model !== undefined && cells.model !== carried.model;
      carried = { ...(isNewModel || begins ? {} : carried), ...pickCarried(cells) };
      const { model } = carried;
      const mend = this.mends[line]?.do;
      const name = `${carried.maker ?? ''}\n${model ?? ''}`;
      if (mend === 'leave-model' && model !== undefined) left.add(name);
      if (mend === 'leave-out') return;
      if (model === undefined) {
        // once for all of a table
        if (nameless !== block) this.error(line, 'missing', { column: 'model' });
        nameless = block;
        return;
      }
      if (isHeading(cells, rows[i + 1])) return;
      const key = [carried.diameter ?? '', carried.speed ?? '', carried.stages ?? ''].join('\n');
      const known = models.get(name) ?? { name: model, curves: [] };
      models.set(name, known);
      let curve = known.curves.find((c) => c.key === key && c.block === block);
      if (!curve) known.curves.push((curve = { key, block, line, about: carried, points: [], lines: [] }));
      const point = this.point(cells, line);
      if (!point) return;
      curve.points.push(point);
      curve.lines.push(line);
    });
    for (const [key, { name, curves }] of models) if (!left.has(key)) this.byStages(name, this.once(name, curves));
    this.forget([...left].flatMap((key) => models.get(key)?.curves ?? []));
    this.withoutNpshr();
  }

  /** a curve that stands twice, as on a sheet in other units, once; two that differ are a question */
  private once(name: string, curves: readonly TableCurve[]): TableCurve[] {
    const kept: TableCurve[] = [];
    for (const c of curves) {
      const twin = kept.find((k) => k.block !== c.block && sameAbout(k, c));
      if (!twin) kept.push(c);
      else if (sameCurve(twin, c)) this.warning(c.line, 'curve-twice', { model: name });
      else {
        const [first, second] = [placeOfRow(twin.line), placeOfRow(c.line)];
        if (first.sheet !== second.sheet) this.error(c.line, 'ambiguous-curve', { model: name, sheets: this.sheetsOf(twin, c) });
        // those of one row of heads are asked about there
        else if (!this.asks('ambiguous-layout')) this.error(c.line, 'curve-differs', { model: name, row: first.line });
      }
    }
    return kept;
  }

  private asks(code: string): boolean {
    return this.result.problems.some((p) => p.code === code);
  }

  /** a cell of the row has no value, and that was said */
  private isSaid(line: number): boolean {
    return this.result.problems.some((p) => p.row === line && p.code.startsWith('cell-'));
  }

  private sheetsOf(...curves: readonly TableCurve[]): string[] {
    return curves.map((c) => this.result.sheets[placeOfRow(c.line).sheet] ?? '');
  }

  /** once for all: the suction of such pumps cannot be checked */
  private withoutNpshr(): void {
    const { pumps } = this.result.catalogue;
    const none = Object.entries(pumps).filter(([, p]) => {
      const curves = (p.curves as { curve: RawEntry[] }[] | undefined) ?? [{ curve: (p.curve as RawEntry[] | undefined) ?? [] }];
      return curves.every((c) => c.curve.every((r) => r.npshr === undefined)) && p.npshr === undefined;
    });
    const [first] = none;
    if (!first) return;
    const row = this.result.rowOf.get(`pumps.${first[0]}`) ?? 1;
    this.warning(row, 'no-npshr', { count: none.length, of: Object.keys(pumps).length, model: String(first[1].name) });
  }

  /** what was said of rows whose model is left out */
  private forget(curves: readonly TableCurve[]): void {
    if (curves.length === 0) return;
    const gone = new Set(curves.flatMap((c) => [c.line, ...c.lines]));
    const kept = this.result.problems.filter((p) => !gone.has(p.row) && this.mends[p.row]?.do !== 'leave-model');
    this.result.problems.length = 0;
    for (const p of kept) this.result.problems.push(p);
  }

  private point(cells: Cells, line: number): RawEntry | undefined {
    const point: Record<string, unknown> = {};
    for (const column of ['flow', 'head'] as const) {
      if (cells[column] === undefined && !this.isSaid(line)) this.error(line, 'missing', { column });
      else if (cells[column] !== undefined) point[column] = this.quantity(column, cells[column], line);
    }
    for (const column of ['power', 'npshr'] as const)
      if (cells[column] !== undefined) point[column] = this.quantity(column, cells[column], line);
    if (cells.efficiency !== undefined) point.efficiency = this.share('efficiency', cells.efficiency, line);
    if (this.mends[line]?.do === 'take-power') point.efficiency = byPower(point) ?? point.efficiency;
    const isWhole = point.flow !== undefined && point.head !== undefined;
    return isWhole ? withoutGaps(point) : undefined;
  }

  /** counts whose head a stage is the same are one pump of the smallest, with the others to choose; else each is a pump of its own */
  private byStages(model: string, list: readonly TableCurve[]): void {
    const counts = new Map<string, TableCurve[]>();
    for (const c of list) counts.set(c.about.stages ?? '', [...(counts.get(c.about.stages ?? '') ?? []), upward(c)]);
    const bySize = [...counts].sort(([a], [b]) => Number(a) - Number(b));
    const [first, ...others] = bySize;
    if (!first || bySize.some(([n]) => !(Number(n) > 0)) || others.length === 0) return this.bySpeeds(model, list.map(upward));
    if (others.every((o) => agreesPerStage(first, o)))
      return this.pump(
        model,
        first[1],
        bySize.map(([n]) => Number(n)),
      );
    for (const [n, own] of bySize) this.pump(`${model} ${n}`, own);
  }

  /** speeds of one wheel that follow from each other are one pump at the highest; else each is a pump of its own */
  private bySpeeds(model: string, list: readonly TableCurve[]): void {
    const speeds = new Set(list.map((c) => c.about.speed));
    const isOneWheel = new Set(list.map((c) => c.about.diameter)).size === 1 && speeds.size === list.length;
    if (list.length === 1 || !isOneWheel) return this.pump(model, list);
    const bySpeed = [...list].sort((a, b) => speedOf(b) - speedOf(a));
    const fastest = bySpeed[0]!;
    const numbers = bySpeed.map((c) => c.about.speed ?? '');
    if (bySpeed.slice(1).every((c) => agreesBySpeed(fastest, c))) {
      this.warning(fastest.line, 'speeds-agree', { model, speeds: numbers });
      return this.pump(model, [fastest]);
    }
    for (const c of list) this.pump(`${model} ${c.about.speed ?? ''}`.trim(), [c]);
    this.warning(fastest.line, 'speeds-apart', { model, speeds: numbers });
  }

  private pump(model: string, list: readonly TableCurve[], stageOptions?: readonly number[]): void {
    const first = list[0]!;
    const id = this.idOf(first.about.id ?? model, this.result.catalogue.pumps);
    const base = `pumps.${id}`;
    this.result.rowOf.set(base, first.line);
    const entry: Record<string, unknown> = {
      name: model,
      ...this.about(first.about, PUMP_TYPES, first.line),
      ...this.more(first.about, first.line),
    };
    const speed = (c: Cells, line: number): string | undefined => c.speed && this.quantity('speed', c.speed, line);
    const diameter = (c: Cells, line: number): string | undefined => c.diameter && this.quantity('diameter', c.diameter, line);
    if (first.about.stages !== undefined) entry.stages = this.number('stages', first.about.stages, first.line);
    if (stageOptions) entry.stageOptions = stageOptions;
    entry.speed ??= speed(first.about, first.line);
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
    const models = new Map<string, { line: number; about: Cells; table: RawEntry[]; recovery: RawEntry[]; lines: number[] }>();
    const left = new Set<string>();
    for (const { cells, line, begins } of rows) {
      const isNewModel = cells.model !== undefined && cells.model !== carried.model;
      carried = { ...(isNewModel || begins ? {} : carried), ...cells };
      const mend = this.mends[line]?.do;
      if (mend === 'leave-model' && carried.model !== undefined) left.add(carried.model);
      if (mend === 'leave-out') continue;
      if (carried.model === undefined) {
        this.error(line, 'missing', { column: 'model' });
        continue;
      }
      const model = models.get(carried.model) ?? { line, about: carried, table: [], recovery: [], lines: [] };
      models.set(carried.model, model);
      if (cells.travel === undefined || (cells.kv === undefined && cells.fl_at === undefined)) continue;
      const travel = this.share('travel', cells.travel, line);
      const fl = cells.fl_at === undefined ? undefined : this.number('fl_at', cells.fl_at, line);
      if (travel !== undefined && fl !== undefined) model.recovery.push({ travel, fl });
      const kv = cells.kv === undefined ? undefined : this.number('kv', cells.kv, line);
      if (travel === undefined || kv === undefined) continue;
      model.table.push({ travel, kv });
      model.lines.push(line);
    }
    for (const [model, { line, about, table, recovery, lines }] of models) {
      if (left.has(model)) continue;
      const id = this.idOf(about.id ?? model, this.result.catalogue.valves);
      const numbers = { ratedKv: 'rated_kv', ratedCv: 'rated_cv', rangeability: 'rangeability', fl: 'fl', xfz: 'xfz' } as const;
      const entry: Record<string, unknown> = { name: model, ...this.about(about, VALVE_TYPES, line), ...this.more(about, line) };
      for (const [key, column] of Object.entries(numbers))
        if (about[column] !== undefined) entry[key] = this.number(column, about[column], line);
      if (about.characteristic !== undefined) entry.characteristic = about.characteristic.toLowerCase().replace(/[\s_]+/g, '-');
      if (table.length > 0) entry.table = table;
      if (recovery.length > 0) entry.flTable = recovery;
      this.result.rowOf.set(`valves.${id}`, line);
      lines.forEach((l, i) => this.result.rowOf.set(`valves.${id}.table[${i}]`, l));
      this.result.catalogue.valves[id] = withoutGaps(entry);
    }
  }

  motors(rows: readonly Row[]): void {
    for (const { cells, line } of rows) {
      if (this.mends[line]?.do === 'leave-out' || this.mends[line]?.do === 'leave-model') continue;
      if (cells.model === undefined) {
        this.error(line, 'missing', { column: 'model' });
        continue;
      }
      const id = this.idOf(cells.id ?? cells.model, this.result.catalogue.motors);
      // one efficiency, or those at 50, 75 and 100 % load
      const shares = (cells.efficiency ?? '').split(/[;|]/).filter((t) => t.trim() !== '').map((t) => this.share('efficiency', t, line)); // prettier-ignore
      const efficiency = shares.length === 1 ? shares[0] : shares.length > 1 ? shares : undefined;
      const entry = { name: cells.model, maker: cells.maker, ...this.more(cells, line), efficiency };
      this.result.rowOf.set(`motors.${id}`, line);
      this.result.catalogue.motors[id] = withoutGaps(entry);
    }
  }

  /** the entries that have columns of their own */
  private more(cells: Cells, line: number): Record<string, unknown> {
    const entry: Record<string, unknown> = {};
    for (const [key, text] of Object.entries(cells)) {
      const column = key.startsWith('more:') ? moreColumn(this.kind, key.slice(5)) : undefined;
      if (!column || text === undefined) continue;
      const value = this.moreValue(column, text, line);
      if (value === undefined) continue;
      const [first, inner] = column.path as [string, string?];
      if (inner === undefined) entry[first] = value;
      else entry[first] = { ...(entry[first] as object | undefined), [inner]: value };
    }
    return entry;
  }

  private moreValue({ name, field }: MoreColumn, text: string, line: number): unknown {
    const parts = (): string[] => partsOf(text);
    const numbers = (): (number | undefined)[] => parts().map((t) => this.number(name, this.pointed(t), line));
    if (name === 'delivery_time') return deliveryDays(this.pointed(text), undefined) ?? this.error(line, 'not-number', { column: name, found: text }); // prettier-ignore
    switch (field.type) {
      case 'text':
        if (!field.money) return text;
        return moneyText(this.pointed(text), undefined) ?? this.error(line, 'not-money', { column: name, found: text });
      case 'quantity': {
        const split = splitNumber(this.pointed(text));
        if (split) return `${split.typed} ${split.rest}`.trim();
        return this.error(line, 'not-number', { column: name, found: text });
      }
      case 'number': {
        if (field.series !== undefined && parts().length > 1) return numbers();
        return field.percent ? this.share(name, this.pointed(text), line) : this.number(name, this.pointed(text), line);
      }
      case 'numbers':
        return numbers();
      case 'texts':
      case 'lengths':
        return parts();
      case 'boolean':
        return /^(?:yes|true|1|x)$/i.test(text);
      case 'choice':
        return field.values.includes(text) ? text : text.toLowerCase().replace(/[\s_]+/g, '-');
      default:
        return text;
    }
  }

  /** a number of a file with decimal commas, with a point */
  private pointed(text: string): string {
    return pointed(text, this.result.decimal);
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
    if (!split) return this.error(line, 'not-number', { column, found: text });
    const written = `${split.typed} ${split.rest === '' ? COLUMNS[column].usual! : split.rest}`;
    // "7o" begins with a number, and o is no unit
    if (!isQuantity(readQuantity(written, COLUMNS[column].dimension!)))
      return this.error(line, 'not-number', { column, found: text });
    return written;
  }

  private number(column: string, text: string, line: number): number | undefined {
    const split = splitNumber(text);
    if (split?.rest === '') return split.number;
    this.error(line, 'not-number', { column, found: text });
    return undefined;
  }

  /** 0.76 or "76 %"; of a further column 76 too */
  private share(column: string, text: string, line: number): number | undefined {
    const split = splitNumber(text);
    if (!split || !['', '%'].includes(split.rest)) {
      this.error(line, 'not-number', { column, found: text });
      return undefined;
    }
    const isPercent = split.rest === '%' || (!Object.hasOwn(COLUMNS, column) && split.number > 1.5);
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

  private error(row: number, code: string, detail: TableProblem['detail']): undefined {
    if (code === 'not-number' && this.mends[row]?.do === 'without' && !isNeeded(detail.column)) return undefined;
    this.result.problems.push({ row, severity: 'error', code, detail });
    return undefined;
  }

  private warning(row: number, code: string, detail: TableProblem['detail']): void {
    this.result.problems.push({ row, severity: 'warning', code, detail });
  }
}

/** The parts of a list; what parts them may stand in one behind a backslash. */
const partsOf = (text: string): string[] =>
  text.split(/(?<!\\)[;|]/).map((t) => t.trim().replace(/\\([;|\\])/g, '$1')).filter((t) => t !== ''); // prettier-ignore

/** a point is none without */
export const isNeeded = (column: unknown): boolean => column === 'flow' || column === 'head';

/** a name alone, above the points to which it belongs */
function isHeading(cells: Cells, next: Row | undefined): boolean {
  const isPoint = (c: Cells): boolean => c.flow !== undefined || c.head !== undefined;
  const isEmpty = !isPoint(cells) && cells.efficiency === undefined && cells.power === undefined && cells.npshr === undefined;
  return isEmpty && next !== undefined && !next.begins && next.cells.model === undefined && isPoint(next.cells);
}

function pickCarried(cells: Cells): Cells {
  const picked: Cells = {};
  for (const c of CARRIED) if (cells[c] !== undefined) picked[c] = cells[c];
  // what stands in the first row of a model is said of all of it
  if (cells.model !== undefined)
    for (const key of Object.keys(cells) as (keyof Cells)[]) if (key.startsWith('more:')) picked[key] = cells[key]!;
  return picked;
}

/** Letters that stand for digits in a scanned or badly typed number: `7o.4` → 70.4; undefined where that makes none either. */
export function meantNumber(text: string): string | undefined {
  const meant = text.replace(/[oO]/g, '0').replace(/[lI|]/g, '1').replace(/,/g, '.').replace(/\s+/g, '').replace(/[^\d.eE+-]/g, ''); // prettier-ignore
  return meant !== '' && Number.isFinite(Number(meant)) ? meant : undefined;
}

/** η = ρ·g·Q·H/P of a point as it is written */
function byPower(point: Readonly<Record<string, unknown>>): number | undefined {
  const si = (key: 'flow' | 'head' | 'power'): number | undefined => {
    const q = typeof point[key] === 'string' ? readQuantity(point[key], key) : undefined;
    return q && isQuantity(q) ? q.si : undefined;
  };
  const [flow, head, power] = [si('flow'), si('head'), si('power')];
  if (flow === undefined || head === undefined || power === undefined) return undefined;
  const eta = efficiencyOfPower({ flow, head, power });
  return eta === undefined ? undefined : Number(eta.toFixed(4));
}

function withoutGaps(entry: Record<string, unknown>): RawEntry {
  const whole: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(entry)) if (value !== undefined) whole[key] = value;
  return whole;
}
