import type { ModelHead, ModelKind, PumpSummary } from '@cedar-knot/core';
import * as Comlink from 'comlink';
import { api as server } from '../api/client.js';
import {
  facetsOf,
  familiesOf,
  found as foundRows,
  matches,
  type Facets,
  type FamilyHead,
  type ListFilter,
  type ListOrder,
  type ListRow,
} from '../state/catalogueList.js';

/*
 * The list of models lives here: reading, filtering and sorting 20,000 of them would hold up the page. It gets the rows that it shows.
 */

export interface Overview {
  total: number;
  families: FamilyHead[];
  facets: Facets;
}

/** The field of a pump in a coverage chart; SI. */
export interface CoverageField {
  id: string;
  name: string;
  size: string;
  summary: PumpSummary;
}

const kept = new Map<string, ModelHead[]>();
let found: ListRow[] = [];

/** Reads the models of a kind from the server. */
async function load(kind: ModelKind, retired: boolean): Promise<Overview> {
  const models = await server.models(kind, retired);
  kept.set(`${kind} ${retired}`, models);
  return overviewOf(kind, models);
}

/** A model that goes, or comes back, without the list being fetched anew. */
function retire(kind: ModelKind, id: string, retiredAt: string | null, retired: boolean): Overview {
  const all = [...kept].flatMap(([name, list]) => (name.startsWith(`${kind} `) ? list : []));
  const head = all.find((m) => m.id === id);
  for (const isAll of [true, false]) {
    const name = `${kind} ${isAll}`;
    const list = kept.get(name);
    if (!list || !head) continue;
    const changed = { ...head, retiredAt };
    const isListed = list.some((m) => m.id === id);
    const isShown = isAll || retiredAt === null;
    kept.set(name, isListed ? list.flatMap((m) => (m.id !== id ? [m] : isShown ? [changed] : [])) : isShown ? [...list, changed] : list); // prettier-ignore
  }
  return overviewOf(kind, kept.get(`${kind} ${retired}`) ?? []);
}

const overviewOf = (kind: ModelKind, models: readonly ModelHead[]): Overview => ({
  total: models.length,
  families: familiesOf(models),
  facets: facetsOf(kind, models),
});

export interface Answer {
  count: number;
  /** how many of them, at the end, do not state all that is asked */
  notStated: number;
  ids: string[];
}

/** Models that match, in their order: how many, and where one of them stands. */
function query(kind: ModelKind, retired: boolean, filter: ListFilter, order: ListOrder): Answer {
  found = foundRows(kept.get(`${kind} ${retired}`) ?? [], filter, order);
  const notStated = found.filter((m) => m.notStated).length;
  return { count: found.length, notStated, ids: found.length <= MOST_IDS ? found.map((m) => m.id) : [] };
}

/** ids that go over with the answer; for more of them the page asks */
const MOST_IDS = 2000;

const rows = (from: number, to: number): ListRow[] => found.slice(from, to);
const indexOf = (id: string): number => found.findIndex((m) => m.id === id);
const allIds = (): string[] => found.map((m) => m.id);

const MOST_FIELDS = 160;

export interface Fields {
  fields: CoverageField[];
  /** speeds at which the family is built, rpm, the commonest first; empty where no family is named */
  speeds: number[];
  /** the speed that is drawn */
  speed: number | null;
  of: number;
}

/**
 * Fields of a family at one of its speeds (that of the chosen model, else the commonest), as many as a chart can show; of all that
 * match where no family is named.
 */
function fields(family: string | undefined, filter: ListFilter, wanted: number | null, chosen: string | undefined): Fields {
  const all = (kept.get('pumps false') ?? []).filter((m) => matches(m, family === undefined ? filter : { ...filter, family }));
  const drawn = all.flatMap((m): CoverageField[] =>
    m.summary && 'best' in m.summary
      ? [{ id: m.id, name: m.name, size: m.size ?? m.name, summary: m.summary as unknown as PumpSummary }]
      : [],
  );
  if (family === undefined) return { fields: drawn.slice(0, MOST_FIELDS), speeds: [], speed: null, of: drawn.length };
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

const api = { load, retire, query, rows, indexOf, allIds, fields };
export type CatalogueWorkerApi = typeof api;
Comlink.expose(api);
