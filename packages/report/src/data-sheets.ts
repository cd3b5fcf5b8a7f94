import { named } from '@cedar-knot/wording';
import type { ReportContext } from './context.js';
import type { Cell, Section, TableBlock, TableRow } from './document.js';
import type { Duty, Entry, Place } from './duties.js';
import { capped, numberCell, textColumn, unitOf, type Shown } from './shown.js';
import { msg } from './words.js';

/*
 * The sheets that go to a maker, each on one page: the duty in columns of minimum, normal, maximum and rated flow, and what is required
 * beside what is offered. Fields as ISO 13709, annex N, and IEC 60534-7 ask for them, as far as the study knows them.
 */

/** A label with its value: what a maker is asked for has a key, and where it is a number what it is of. */
export type Pair = readonly [label: string, cell: Cell | undefined, key?: string, shown?: Shown];

/** What is asked of an offer, and what the entry of the catalogue offers. */
export interface Compared {
  /** by which a maker's answer is read back; what he is not asked for has none */
  key?: string;
  label: string;
  shown: Shown | 'text';
  required?: Cell | undefined;
  offered?: Cell | undefined;
  /** an offer may not be below what is required, or not above it; without one it is for information */
  sense?: 'least' | 'most';
}

/** All that a data sheet says, before it is laid out. */
export interface SheetEntries {
  part: 'pump-sheet' | 'valve-sheet';
  entry: Entry;
  /** `Pump data sheet` */
  title: string;
  /** `Pump` */
  name: string;
  general: readonly Pair[];
  /** duties and performance, a column for each flow */
  duties: readonly TableBlock[];
  compared: readonly Compared[];
}

type Row<R> = readonly [
  label: string,
  shown: Shown,
  of: (d: Duty<R>) => unknown,
  key?: string | undefined,
  rated?: number | undefined,
];

/** Figures down, the columns of the sheet across; rows that stand nowhere are left out */
export function dutyTable<R>(
  c: ReportContext,
  id: string,
  at: readonly Place<R>[],
  rated: boolean,
  caption: string,
  rows: readonly Row<R>[],
): TableBlock {
  const made = rows.map(([label, shown, of, key, ratedValue]): TableRow => {
    const cells = at.map(({ duty }): Cell => {
      const x = of(duty);
      if (typeof x === 'string') return x;
      return numberCell(x, shown, c.system, key ? { from: `${id}.${key}`, scenario: duty.scenario.id } : {});
    });
    const isText = cells.some((x) => typeof x === 'string');
    return {
      cells: [
        label,
        isText ? '' : unitOf(shown, c.system),
        ...cells,
        ...(rated ? [numberCell(ratedValue, shown, c.system)] : []),
      ],
    };
  });
  return {
    kind: 'table',
    caption,
    columns: [
      textColumn('', 2.4),
      textColumn(msg('report.unit'), 0.9),
      ...at.map(({ name }) => ({ label: name, width: 1.3 })),
      ...(rated ? [{ label: msg('report.rated'), width: 1.3 }] : []),
    ],
    rows: made.filter((r) => r.cells.slice(2).some((x) => x !== null && x !== '')),
  };
}

/** label and value, two pairs a row */
function pairs(caption: string, rows: readonly Pair[]): TableBlock {
  const known = rows
    .map(([label, cell]) => [label, cell] as const)
    .filter((r): r is readonly [string, Cell] => r[1] !== undefined && r[1] !== null && r[1] !== '');
  const half = Math.ceil(known.length / 2);
  const unit = (cell: Cell | undefined): string => (typeof cell === 'object' && cell !== null ? cell.unit : '');
  return {
    kind: 'table',
    caption,
    columns: [0, 1].flatMap(() => [textColumn('', 1.5), textColumn('', 1.7), textColumn('', 0.6)]),
    rows: known.slice(0, half).map(([label, cell], i) => {
      const other = known[half + i];
      return {
        cells: [capped(label), cell, unit(cell), ...(other ? [capped(other[0]), other[1], unit(other[1])] : ['', '', ''])],
      };
    }),
  };
}

/** Required beside offered, of what either is known. */
function comparedTable(c: ReportContext, rows: readonly Compared[]): TableBlock {
  const filled = (x: Cell | undefined): x is Cell => x !== undefined && x !== null && x !== '';
  return {
    kind: 'table',
    caption: msg('report.requiredAndOffered'),
    columns: [
      textColumn('', 2.8),
      textColumn(msg('report.unit'), 0.9),
      { label: msg('report.required'), width: 1.6 },
      { label: msg('report.offered'), width: 1.6 },
    ],
    rows: rows
      .filter(({ required, offered }) => filled(required) || filled(offered))
      .map(({ label, shown, required, offered }) => {
        const hasNumber = [required, offered].some((x) => typeof x === 'object' && x !== null);
        return {
          cells: [label, hasNumber && shown !== 'text' ? unitOf(shown, c.system) : '', required ?? null, offered ?? null],
        };
      }),
  };
}

/** A data sheet as a section of the report. */
export function dataSheet(c: ReportContext, { part, entry: e, title, name, general, duties, compared }: SheetEntries): Section {
  const tables = [pairs(msg('report.general'), general), ...duties, comparedTable(c, compared)];
  const blocks = tables.filter((t) => t.rows.length > 0).map((t) => ({ ...t, isClose: true }));
  const notes = typeof e.notes === 'string' && e.notes !== '' ? [{ kind: 'text' as const, text: e.notes }] : [];
  return { part, title: `${title}: ${named(e.id, e.name)}`, name: `${name} ${e.id}`, blocks: [...blocks, ...notes] };
}
