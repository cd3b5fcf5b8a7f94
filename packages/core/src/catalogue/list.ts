import type { ModelHead, ModelKind } from '../document/stored.js';
import { filtersOf, narrowed } from './filter.js';
import { knownOf, spoken, type ModelColumn } from './model-column.js';
import { MODEL_COLUMNS, type ModelFilter } from './model-columns.js';
import type { PumpSummary } from './summary.js';

/* The list of models of a kind: what matches, in which order, what there is to choose from, and the fields that a chart of them shows. */

/** What is wanted of the models of a list, in trade terms; what is not said does not matter. */
export interface ListFilter extends ModelFilter {
  text?: string;
  /** maker and family: `Hollin TC`; empty: those of none */
  family?: string;
  /** something about its curve is odd */
  isOdd?: boolean;
}

export interface ListOrder {
  column: string;
  isDown: boolean;
}

/** What can be chosen in the filters of a kind, by their key, with how often it stands there. */
export type Facets = Readonly<Record<string, readonly Facet[]>>;
export interface Facet {
  value: string;
  count: number;
}

/** `name` is empty for those without a family. */
export interface FamilyHead {
  name: string;
  types: string;
  count: number;
}

export const familyOf = (m: Pick<ModelHead, 'maker' | 'family'>): string =>
  [m.maker ?? '', m.family ?? ''].filter(Boolean).join(' ');

/** Whether a model is what is wanted: the keys of what it does not state, or false where it is something else. */
export function matches(m: ModelHead, f: ListFilter): string[] | false {
  if (f.family !== undefined && familyOf(m) !== f.family) return false;
  if (f.isOdd && m.warnings.length === 0) return false;
  if (f.text !== undefined) {
    const text = `${m.name} ${m.key} ${m.maker ?? ''} ${m.type ?? ''} ${m.size ?? ''}`.toLowerCase();
    const words = f.text.toLowerCase().split(/\s+/);
    if (!words.every((w) => text.includes(w))) return false;
  }
  return narrowed(m.kind, m, f);
}

/** A model of a list; what it does not state of the filters. */
export interface ListRow extends ModelHead {
  notStated?: string[];
}

/** The models that match in the order of a column; those that do not state what is asked after those that do. */
export function found(models: readonly ModelHead[], filter: ListFilter, order: ListOrder): ListRow[] {
  const rows = models.flatMap((m): ListRow[] => {
    const notStated = matches(m, filter);
    if (!notStated) return [];
    return notStated.length === 0 ? [m] : [{ ...m, notStated }];
  });
  const isStated = (r: ListRow): boolean => r.notStated === undefined;
  return [...ordered(rows.filter(isStated), order), ...ordered(rows.filter((r) => !isStated(r)), order)]; // prettier-ignore
}

type Value = string | number | undefined;

/** what a model is sorted by in a column: the last of several figures, words as they stand */
function valueOf(column: ModelColumn | undefined, m: ModelHead): Value {
  const known = column && knownOf(column, m);
  if (!Array.isArray(known)) return known as Value;
  return typeof known[0] === 'string' ? known.join(' ') : ((known.at(-1) as number | null | undefined) ?? undefined);
}

const names = new Intl.Collator('en', { numeric: true });

/** Models in the order of a column; those without a value stand last, equal ones by name. */
export function ordered<M extends ModelHead>(models: readonly M[], { column, isDown }: ListOrder): M[] {
  const of = models[0] && MODEL_COLUMNS[models[0].kind].find((c) => c.key === column);
  const keyed = models.map((m) => ({ m, v: of ? valueOf(of, m) : m.name }));
  const sign = isDown ? -1 : 1;
  keyed.sort((a, b) => {
    if (a.v === undefined || b.v === undefined)
      return a.v === b.v ? names.compare(a.m.name, b.m.name) : a.v === undefined ? 1 : -1;
    const by = typeof a.v === 'number' && typeof b.v === 'number' ? a.v - b.v : names.compare(String(a.v), String(b.v));
    return by === 0 ? names.compare(a.m.name, b.m.name) : sign * by;
  });
  return keyed.map((k) => k.m);
}

export function facetsOf(kind: ModelKind, models: readonly ModelHead[]): Facets {
  return Object.fromEntries(
    filtersOf(kind).filter(({ filter }) => filter.is === 'same').map((column) => [column.filter.key, facet(column, models)]), // prettier-ignore
  );
}

function facet(column: ModelColumn, models: readonly ModelHead[]): Facet[] {
  const counts = new Map<string, number>();
  for (const m of models) {
    const known = knownOf(column, m);
    if (known === undefined) continue;
    for (const v of [known].flat()) counts.set(String(v), (counts.get(String(v)) ?? 0) + 1);
  }
  return [...counts].map(([value, count]) => ({ value, count })).sort((a, b) => names.compare(a.value, b.value));
}

export function familiesOf(models: readonly ModelHead[]): FamilyHead[] {
  const found = new Map<string, { count: number; types: Set<string> }>();
  for (const m of models) {
    const name = familyOf(m);
    const family = found.get(name) ?? { count: 0, types: new Set<string>() };
    family.count++;
    if (m.type) family.types.add(m.type);
    found.set(name, family);
  }
  return [...found]
    .map(([name, { count, types }]) => ({ name, count, types: [...types].map(spoken).join(', ') }))
    .sort((a, b) => Number(a.name === '') - Number(b.name === '') || names.compare(a.name, b.name));
}

export interface Overview {
  total: number;
  families: FamilyHead[];
  facets: Facets;
}

export const overviewOf = (kind: ModelKind, models: readonly ModelHead[]): Overview => ({
  total: models.length,
  families: familiesOf(models),
  facets: facetsOf(kind, models),
});

/** The field of a pump in a coverage chart; SI. */
export interface CoverageField {
  id: string;
  name: string;
  size: string;
  summary: PumpSummary;
}

export interface CoverageFields {
  fields: CoverageField[];
  /** speeds at which the family is built, rpm, the commonest first; empty where no family is named */
  speeds: number[];
  /** the speed that is drawn */
  speed: number | null;
  of: number;
}

/** as many as a chart can show */
const MOST_FIELDS = 160;

/**
 * Fields of a family at one of its speeds (that of the chosen model, else the commonest), as many as a chart can show; of all that
 * match where no family is named.
 */
export function coverageFields(
  models: readonly ModelHead[],
  filter: ListFilter,
  wanted: number | null,
  chosen: string | undefined,
): CoverageFields {
  const drawn = models
    .filter((m) => matches(m, filter))
    .flatMap((m): CoverageField[] =>
      m.summary && 'best' in m.summary
        ? [{ id: m.id, name: m.name, size: m.size ?? m.name, summary: m.summary as unknown as PumpSummary }]
        : [],
    );
  if (filter.family === undefined) return { fields: drawn.slice(0, MOST_FIELDS), speeds: [], speed: null, of: drawn.length };
  const counts = new Map<number, number>();
  for (const f of drawn) counts.set(rounded(f.summary.speed), (counts.get(rounded(f.summary.speed)) ?? 0) + 1);
  const speeds = [...counts].sort((a, b) => b[1] - a[1] || b[0] - a[0]).map(([s]) => s);
  const own = drawn.find((f) => f.id === chosen)?.summary.speed;
  const speed = wanted ?? (own === undefined ? (speeds[0] ?? null) : rounded(own));
  const some = drawn.filter((f) => rounded(f.summary.speed) === speed);
  return { fields: some.slice(0, MOST_FIELDS), speeds, speed, of: some.length };
}

/** speeds that differ by the slip alone are one */
const rounded = (speed: number): number => Math.round(speed / 10) * 10;
