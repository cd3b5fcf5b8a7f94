import { createHash } from 'node:crypto';
import { hasMassFlow, judgeCatalogue, PUMP_ENTRY_FIELDS, type RawEntry } from '@cedar-knot/core';

/*
 * A pump's entry in SI, as it is kept beside what was written: to judge it anew for a search takes ten times as long as to find in it.
 */

export interface SearchedEntry {
  read: Record<string, unknown>;
  /** it gives flows by mass: only with a study are they volumes */
  byMass: boolean;
}

/** of the fields by which entries are read: what was read by others is read anew */
const MARK = createHash('sha256').update(JSON.stringify(PUMP_ENTRY_FIELDS)).digest('hex').slice(0, 12);

const START = `{"mark":"${MARK}",`;
/** in SQL: texts that this version kept */
export const KEPT_BY_THIS = `${START}%`;

export const textOfRead = ({ byMass, read }: SearchedEntry): string =>
  `${START}"byMass":${byMass},"read":${JSON.stringify(read)}}`;

/** @param text one that begins as {@link KEPT_BY_THIS} */
export const entryOfText = (text: string): SearchedEntry => packed(JSON.parse(text) as SearchedEntry);

/** of one that is kept as it was written alone */
export function entryOfWritten(key: string, written: string): SearchedEntry {
  const entry = JSON.parse(written) as RawEntry;
  const { pumps } = judgeCatalogue({
    format: 'cedar-knot-catalogue',
    version: 1,
    pumps: { [key]: entry },
    valves: {},
    motors: {},
  });
  return packed({ read: pumps.get(key) ?? {}, byMass: hasMassFlow(entry) });
}

type Row = Record<string, number>;

/** Rows of curves as numbers, made rows when they are asked for: as objects they are most of what a catalogue takes in memory. */
class PackedCurve {
  private readonly numbers: Float64Array;
  private readonly columns: readonly string[];

  constructor(of: object, rows: readonly Row[]) {
    Object.assign(this, of);
    this.columns = columnsOf(rows);
    this.numbers = Float64Array.from(rows.flatMap((row) => this.columns.map((c) => row[c] ?? NaN)));
  }

  get curve(): Row[] {
    const { columns, numbers } = this;
    const rows: Row[] = [];
    for (let at = 0; at < numbers.length; at += columns.length) {
      const row: Row = {};
      for (let k = 0; k < columns.length; k++) {
        const value = numbers[at + k]!;
        if (!Number.isNaN(value)) row[columns[k]!] = value;
      }
      rows.push(row);
    }
    return rows;
  }

  toJSON(): object {
    const { numbers: _numbers, columns: _columns, ...rest } = this;
    return { ...rest, curve: this.curve };
  }
}

function packed({ read, byMass }: SearchedEntry): SearchedEntry {
  const { curve, curves, ...rest } = read as { curve?: Row[]; curves?: { curve?: Row[] }[] };
  if (curve) return { read: new PackedCurve(rest, curve) as unknown as Record<string, unknown>, byMass };
  const list = curves?.map(({ curve: rows, ...c }) => (rows ? new PackedCurve(c, rows) : c));
  return { read: list ? { ...rest, curves: list } : rest, byMass };
}

/** most curves have the same columns: one list for all of them */
const lists = new Map<string, readonly string[]>();

function columnsOf(rows: readonly Row[]): readonly string[] {
  const columns = [...new Set(rows.flatMap((r) => Object.keys(r)))];
  const name = columns.join(' ');
  if (!lists.has(name)) lists.set(name, columns);
  return lists.get(name)!;
}
