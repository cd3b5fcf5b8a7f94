import type { ModelKind } from '../document/stored.js';
import { summariseModel } from './summary.js';
import { knownOf, type ColumnFilter, type Described, type ModelColumn } from './model-column.js';
import { MODEL_COLUMNS, wordsOf, type ModelFilter } from './model-columns.js';

export type Filtered = ModelColumn & { filter: ColumnFilter };

/** The columns by which models of a kind can be narrowed. */
export function filtersOf(kind: ModelKind): readonly Filtered[] {
  let found = filtered.get(kind);
  if (!found) filtered.set(kind, (found = MODEL_COLUMNS[kind].filter((c): c is Filtered => c.filter !== undefined)));
  return found;
}

const filtered = new Map<ModelKind, readonly Filtered[]>();

/** An entry of a catalogue (SI) as a model of a list; its summary is worked out when it is looked at. */
export function describeEntry(kind: ModelKind, read: Readonly<Record<string, unknown>>): Described {
  const word = (x: unknown): string | null => (typeof x === 'string' && x !== '' ? x : null);
  return {
    name: word(read.name) ?? '',
    maker: word(read.maker),
    family: word(read.family),
    type: word(read.type),
    size: word(read.size),
    get words() {
      return wordsOf(kind, read);
    },
    get summary() {
      return summariseModel(kind, read);
    },
  };
}

/**
 * Whether a model is what is asked for: the keys of what it does not state (none: it is, and says so), or false where it states
 * something else. What is not stated may still be so; such a model stands after those that say it.
 */
export function narrowed(kind: ModelKind, m: Described, wanted: ModelFilter): string[] | false {
  const notStated: string[] = [];
  for (const column of filtersOf(kind)) {
    const asked = (wanted as Record<string, string | number | undefined>)[column.filter.key];
    if (asked === undefined) continue;
    const known = knownOf(column, m);
    if (known === undefined) notStated.push(column.filter.key);
    else if (![known].flat().some((v) => isMet(column.filter, v!, asked))) return false;
  }
  return notStated;
}

/** The same of an entry of a catalogue (SI); one of which nothing is asked is not described. */
export function narrowedEntry(kind: ModelKind, read: Readonly<Record<string, unknown>>, wanted: ModelFilter): string[] | false {
  const isAsked = filtersOf(kind).some(({ filter }) => (wanted as Record<string, unknown>)[filter.key] !== undefined);
  return isAsked ? narrowed(kind, describeEntry(kind, read), wanted) : [];
}

function isMet({ is, within = 0 }: ColumnFilter, stated: string | number, asked: string | number): boolean {
  if (is === 'same') return typeof stated === 'number' ? Math.abs(stated - Number(asked)) <= within : stated === asked;
  return is === 'least' ? stated >= asked : stated <= asked;
}
