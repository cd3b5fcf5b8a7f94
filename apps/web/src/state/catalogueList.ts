import {
  filtersOf,
  knownOf,
  MODEL_COLUMNS,
  narrowed,
  spoken,
  type ColumnFilter,
  type ModelColumn,
  type ModelFilter,
  type ModelHead,
  type ModelKind,
} from '@cedar-knot/core';
import { said } from '@cedar-knot/wording';
import { msg } from '../words.js';

/** What is wanted of the models of a list, in trade terms; what is not said does not matter. */
export interface ListFilter extends ModelFilter {
  text?: string;
  /** maker and family: `Hollin TC` */
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

export interface FamilyHead {
  name: string;
  types: string;
  count: number;
}

export const familyOf = (m: Pick<ModelHead, 'maker' | 'family'>): string =>
  [m.maker ?? '', m.family ?? ''].filter(Boolean).join(' ') || msg('app.noFamily');

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

/** A value of a filter as it is said: 50 Hz, single phase, end suction. */
export const saidValue = ({ said: words, key }: ColumnFilter, value: string | number): string =>
  said(words?.[value] ?? (key === 'maker' ? String(value) : spoken(String(value))));

/** What a model does not state, by what its filters are called: mains, material. */
export const saidNotStated = (kind: ModelKind, keys: readonly string[]): string =>
  filtersOf(kind).filter(({ filter }) => keys.includes(filter.key)).map(({ filter }) => said(filter.name)).join(', '); // prettier-ignore

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
    .sort((a, b) => names.compare(a.name, b.name));
}

export const KINDS: readonly { kind: ModelKind; name: string; one: string }[] = [
  { kind: 'pumps', name: msg('app.pumps'), one: 'pump' },
  { kind: 'valves', name: msg('app.valves'), one: 'valve' },
  { kind: 'motors', name: msg('app.motors'), one: 'motor' },
];

export const isKind = (x: string | undefined): x is ModelKind => KINDS.some((k) => k.kind === x);
