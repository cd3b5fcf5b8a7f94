import { fixed, said } from '@cedar-knot/wording';
import {
  knownOf,
  KV_PER_CV,
  MODEL_COLUMNS,
  spoken,
  type Described,
  type Dimension,
  type ListRow,
  type ModelColumn,
  type ModelKind,
  type PumpSummary,
} from '@cedar-knot/core';
import type { ReactNode } from 'react';
import { saidNotStated } from '../../state/catalogueList.js';
import { VerdictMark } from '../../ui/marks.js';
import type { Display } from '../context.js';
import type { Fact } from './Facts.js';
import { FlowStrip, type Duty } from './FlowStrip.js';
import { msg } from './words.js';

export interface Column {
  key: string;
  name: (d: Display) => string;
  title?: string | undefined;
  width: number;
  /** words stand left, figures right */
  isText: boolean;
  /** shown from the start */
  isUsual: boolean;
  /** the list can be sorted by it */
  isSorted: boolean;
  cell: (m: ListRow, d: Display, duties: readonly Duty[]) => ReactNode;
}

/** What is drawn and not said, by the key of its column. */
const DRAWN: Readonly<Record<string, Column['cell']>> = {
  name: (m) =>
    m.notStated ? (
      <span
        className="text-inkq"
        title={msg('view.catalogue.notStatedByTheMaker', { m: m.name, saidNotStated: saidNotStated(m.kind, m.notStated) })}
      >
        <b className="font-semibold">{m.name}</b>
        {msg('view.catalogue.notStated', { saidNotStated: saidNotStated(m.kind, m.notStated) })}
      </span>
    ) : (
      <b className="font-semibold">{m.name}</b>
    ),
  strip: (m, _d, duties) => <FlowStrip summary={m.summary as unknown as PumpSummary | null} duties={duties} />,
  data: (m) => (
    <VerdictMark kind={m.isTypical || m.summary === null ? 'not-applicable' : m.warnings.length > 0 ? 'near' : 'holds'} />
  ),
};

/** What a model says in a column, as it is read; a dash where it does not say it. */
export function shownIn(column: ModelColumn, m: Described, d: Display): string {
  const known = knownOf(column, m);
  if (known === undefined) return '–';
  const { shown } = column;
  switch (shown.as) {
    case 'quantity':
      return d.number(Number(known), shown.dimension, shown.digits);
    case 'range':
      return range(known as readonly (number | null | undefined)[], shown.dimension, d);
    case 'percent':
      return fixed(Number(known) * 100, 1);
    case 'coefficient':
      return d.system === 'us' ? fixed(Number(known) / KV_PER_CV, 1) : String(known);
    case 'number':
      return shown.digits === undefined ? String(known) : fixed(Number(known), shown.digits);
    case 'day':
      return String(known).slice(0, 10);
    case 'word':
      return [known].flat().map((w) => spoken(String(w))).join(', '); // prettier-ignore
    default:
      return [known].flat().join(', ');
  }
}

function range([low, high]: readonly (number | null | undefined)[], dimension: Dimension | undefined, d: Display): string {
  const number = (x: number): string => (dimension === undefined ? String(x) : d.number(x, dimension));
  if (high === null || high === undefined) return '–';
  return low === null || low === undefined || low === high ? number(high) : `${number(low)} – ${number(high)}`;
}

const dimensionOf = ({ shown }: ModelColumn) => ('dimension' in shown ? shown.dimension : undefined);

/** heading with the unit that its figures have */
function headingOf(column: ModelColumn, d: Display): string {
  const dimension = dimensionOf(column);
  const head = said(column.heading);
  return dimension === undefined ? head : `${head} ${d.unit(dimension)}`;
}

function listed(column: ModelColumn): Column {
  const { key, shown } = column;
  return {
    key,
    name: (d) => headingOf(column, d),
    title: column.hint && said(column.hint),
    width: column.width,
    isText: ['text', 'word'].includes(shown.as) || (shown.as === 'drawn' && key !== 'data'),
    isUsual: column.isMore !== true,
    isSorted: column.isUnsorted !== true,
    cell: DRAWN[key] ?? ((m, d) => shownIn(column, m, d)),
  };
}

const columnsOf = (kind: ModelKind): readonly Column[] => MODEL_COLUMNS[kind].map(listed);

export const COLUMNS_OF: Readonly<Record<ModelKind, readonly Column[]>> = {
  pumps: columnsOf('pumps'),
  valves: columnsOf('valves'),
  motors: columnsOf('motors'),
};

/** What the data sheet says of a model beside its curves, as its data or as its limits: the columns that stand there. */
export function sheetFacts(kind: ModelKind, part: 'data' | 'limits', m: Described, d: Display): Fact[] {
  const there = MODEL_COLUMNS[kind].filter((c) => c.sheet !== undefined && (c.isLimit === true) === (part === 'limits'));
  return there.flatMap((c): Fact[] => {
    if (knownOf(c, m) === undefined) return [];
    const dimension = dimensionOf(c);
    const text = shownIn(c, m, d);
    return [
      [said(typeof c.sheet === 'object' ? c.sheet : c.heading), dimension === undefined ? text : `${text} ${d.unit(dimension)}`],
    ];
  });
}
