import type { RawEntry } from '../document/study.js';
import type { Field } from '../fields/field.js';
import { splitNumber } from '../units/quantity.js';
import { MORE_COLUMNS, type TableKind } from './more-columns.js';

/** A cell of a written table: what a spreadsheet should hold as a number is one. */
export type Cell = string | number | null;

export interface WrittenTable {
  /** names of the columns with their units */
  header: string[];
  rows: Cell[][];
}

/** Entries of one kind, by model. */
export type Entries = Readonly<Record<string, RawEntry>>;

interface Column {
  name: string;
  /** undefined: nothing stands there in that row */
  cells: unknown[];
}

type Row = Record<string, unknown>;

/**
 * Entries as a table that is read again unchanged: pumps a row a curve point, valves a row a travel (or one), motors a row each. The
 * first row of a model says everything of it. A column has the unit that most of its entries have; others carry their own.
 *
 * @param entries canonical (see `canonicalEntry`)
 */
export function writeTable(kind: TableKind, entries: Entries): WrittenTable {
  const rows = Object.entries(entries).flatMap(([id, entry]) => WRITERS[kind](id, entry));
  const names = [...FIRST[kind], ...MORE_COLUMNS[kind].map((c) => c.name)].filter((n) => rows.some((r) => r[n] !== undefined));
  const columns = names.map((name): Column => ({ name, cells: rows.map((r) => r[name]) }));
  const written = columns.map(writeColumn);
  return { header: written.map((c) => c.header), rows: rows.map((_, i) => written.map((c) => c.cells[i]!)) };
}

const FIRST: Readonly<Record<TableKind, readonly string[]>> = {
  pumps: 'id model maker family type size speed diameter stages flow head efficiency power npshr'.split(' '),
  valves: 'id model maker type size rated_kv rated_cv characteristic rangeability fl xfz travel kv fl_at'.split(' '),
  motors: 'id model maker efficiency'.split(' '),
};

const WRITERS: Readonly<Record<TableKind, (id: string, entry: RawEntry) => Row[]>> = {
  pumps(id, entry) {
    const { name, maker, family, type, size, speed, diameter, stages } = entry;
    const about = { id, model: name ?? id, maker, family, type, size, speed, stages, ...more('pumps', entry) };
    const curves = entry.curves as { diameter: unknown; speed?: unknown; curve: Row[] }[] | undefined;
    if (!curves) return underFirst({ ...about, diameter }, (entry.curve ?? []) as Row[]);
    return curves.flatMap((c, i) => {
      const own = { diameter: c.diameter, speed: c.speed ?? speed };
      const first = { ...about, default_diameter: diameter, ...(curves[0]!.speed === undefined ? {} : { default_speed: speed }) };
      return underFirst(i === 0 ? { ...first, ...own } : own, c.curve ?? []);
    });
  },
  valves(id, entry) {
    const { name, maker, type, size, ratedKv, ratedCv, characteristic, rangeability, fl, xfz } = entry;
    const about = {
      id,
      model: name ?? id,
      maker,
      type,
      size,
      rated_kv: ratedKv,
      rated_cv: ratedCv,
      characteristic,
      rangeability,
      fl,
      xfz,
    };
    const table = ((entry.table ?? []) as Row[]).map(({ travel, kv }): Row => ({ travel, kv }));
    const recovery = ((entry.flTable ?? []) as Row[]).map(({ travel, fl: at }): Row => ({ travel, fl_at: at }));
    const rows = [...table, ...recovery];
    return underFirst({ ...about, ...more('valves', entry) }, rows.length > 0 ? rows : [{}]);
  },
  motors(id, entry) {
    const efficiency = Array.isArray(entry.efficiency) ? entry.efficiency.join('; ') : entry.efficiency;
    return [{ id, model: entry.name ?? id, maker: entry.maker, efficiency, ...more('motors', entry) }];
  },
};

function underFirst(about: Row, rows: readonly Row[]): Row[] {
  return rows.map((r, i) => (i === 0 ? { ...about, ...r } : { ...r }));
}

/** what a writer puts in only where the curves have their own */
const NOT_FOR_ALL = new Set(['default_speed', 'default_diameter']);

function more(kind: TableKind, entry: RawEntry): Row {
  const row: Row = {};
  for (const { name, path, field } of MORE_COLUMNS[kind]) {
    if (NOT_FOR_ALL.has(name)) continue;
    const [first, inner] = path as [string, string?];
    const value = inner === undefined ? entry[first] : (entry[first] as Row | undefined)?.[inner];
    if (value !== undefined) row[name] = written(value, field);
  }
  return row;
}

function written(value: unknown, field: Field): unknown {
  if (Array.isArray(value)) return value.map((x) => String(x).replace(/[;|\\]/g, '\\$&')).join('; ');
  return field.type === 'boolean' ? (value === true ? 'yes' : 'no') : value;
}

/** words, whose first letters may be digits: a size "150-400", a model "50-200"; and lists, which are written whole */
const NO_NUMBERS = new Set([
  ...['id', 'model', 'maker', 'family', 'type', 'size', 'characteristic'],
  ...Object.values(MORE_COLUMNS).flatMap((columns) =>
    columns.filter(({ field }) => !['quantity', 'number', 'boolean'].includes(field.type)).map((c) => c.name),
  ),
]);

function writeColumn({ name, cells }: Column): { header: string; cells: Cell[] } {
  const plain = (x: unknown): Cell => (x === undefined ? null : typeof x === 'number' ? x : String(x));
  if (NO_NUMBERS.has(name)) return { header: name, cells: cells.map(plain) };
  const counts = new Map<string, number>();
  for (const x of cells) {
    const unit = unitOf(x);
    if (unit !== '') counts.set(unit, (counts.get(unit) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [''];
  if (most === '') return { header: name, cells: cells.map(plain) };
  return { header: `${name} [${most}]`, cells: cells.map((x) => (unitOf(x) === most ? numberOf(x as string) : plain(x))) };
}

/** none of a list of numbers */
const unitOf = (x: unknown): string => (typeof x === 'string' && !x.includes(';') ? (splitNumber(x)?.rest ?? '') : '');

/** a number that is written again as it was typed is a number; "1.50" stays a text */
function numberOf(x: string): Cell {
  const { number, typed } = splitNumber(x)!;
  return String(number) === typed ? number : typed;
}
