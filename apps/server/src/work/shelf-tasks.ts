import { constants, deflateRawSync, inflateRawSync } from 'node:zlib';
import {
  coverageFields,
  findPumps,
  found,
  nearestFallen,
  overviewOf,
  Ranker,
  readyForSearch,
  type ListRow,
  type ModelHead,
  type ModelKind,
  type RankedEntry,
  type RawEntry,
  type Study,
} from '@cedar-knot/core';
import { modelHead } from '../catalogue/rows.js';
import { entryOfText, entryOfWritten, textOfRead } from './kept-entry.js';
import type { Handlers, Listing, ListQuery, RankAsked, ReadAnew, ShelfTask } from './task.js';

/*
 * What one thread holds of the catalogue: a share of the pumps that are offered, ready for searches, or the lists. A model is put here once,
 * when it is new; what is asked afterwards names the state of the shelf, and no models.
 */

type Held = readonly [key: string, entry: RankedEntry];

/** states that can still be asked for: a ranking goes on over what it began with */
const MOST_STATES = 3;
const MOST_KEPT = 8;
/** of the fallen of a piece: those that fell by the least */
const MOST_FALLEN = 40;

const pumps = new Map<string, RankedEntry>();
const heads = new Map<string, ModelHead>();
const states = new Map<number, readonly Held[]>();
/** what stands here now; null in a thread that has just begun */
let state: number | null = null;

/** lists that were asked for last */
const lists = new Map<string, ListRow[]>();
/** positions of studies, worked out once for all pieces of a ranking: several people rank at the same time */
const rankers = new Map<string, Ranker>();

/** @returns what is kept under a name, else made; the oldest go */
function kept<T>(all: Map<string, T>, name: string, make: () => T): T {
  const value = all.get(name) ?? make();
  all.delete(name);
  all.set(name, value);
  if (all.size > MOST_KEPT) all.delete(all.keys().next().value!);
  return value;
}

/** Bytes that keep nothing else in memory: what zlib returns, and small buffers that are copied, are parts of larger blocks. */
function ofItsOwn(bytes: Uint8Array): Buffer {
  const own = Buffer.allocUnsafeSlow(bytes.length);
  own.set(bytes);
  return own;
}

const lost = (): { isLost: true; holds: number | null } => ({ isLost: true, holds: state });

export const SHELF_HANDLERS: Pick<Handlers, ShelfTask['kind']> = {
  shelve: ({ from, to, pumps: put, heads: rows, gone, isLast }) => {
    if (from === null) for (const all of [pumps, heads, states]) all.clear();
    else if (from !== state) return lost();
    for (const id of gone) {
      pumps.delete(id);
      heads.delete(id);
    }
    const read: ReadAnew[] = [];
    for (const { key, revision, entry, inSi } of put) {
      const entryRead = inSi === null ? entryOfWritten(key, entry) : entryOfText(inSi);
      if (inSi === null) read.push({ key, revision, text: textOfRead(entryRead) });
      // asked for of a few: the first of a ranking, and those that only the study read anew tells
      const packed = ofItsOwn(deflateRawSync(entry, { level: constants.Z_BEST_SPEED }));
      const written = (): RawEntry => JSON.parse(inflateRawSync(packed).toString()) as RawEntry;
      readyForSearch(entryRead.read);
      pumps.set(key, { ...entryRead, written });
    }
    for (const row of rows) heads.set(row.id, modelHead(row));
    lists.clear();
    state = to;
    if (isLast) {
      // a thread that is filled again holds them in the same order: a ranking that goes through them goes on
      states.set(
        to,
        [...pumps].sort(([a], [b]) => (a < b ? -1 : 1)),
      );
      if (states.size > MOST_STATES) states.delete(states.keys().next().value!);
    }
    return { read };
  },

  find: ({ at, wanted }) => {
    const held = states.get(at);
    return held ? findPumps(new Map(held.map(([key, { read }]) => [key, read])), wanted) : lost();
  },

  rank: ({ at, asked, from, count }) => {
    const held = states.get(at);
    if (!held) return lost();
    const ranker = kept(rankers, JSON.stringify(asked), () => rankerOf(asked));
    const piece = ranker.rank(held.slice(from, from + count));
    return { ...piece, fallen: nearestFallen(piece.fallen, MOST_FALLEN) };
  },

  list: ({ at, query, from, count, place }) => (at === state ? listed(query, from, count, place) : lost()),
  ids: ({ at, query }) => (at === state ? { ids: rowsOf(query).map((m) => m.id) } : lost()),
  heads: ({ at, ids }) => (at === state ? { heads: ids.flatMap((id) => heads.get(id) ?? []) } : lost()),
  overview: ({ at, of, retired }) => (at === state ? overviewOf(of, headsOf(of, retired)) : lost()),
  fields: ({ at, query: { of, filter }, speed, chosen }) =>
    at === state ? coverageFields(headsOf(of, false), filter, speed, chosen) : lost(),
};

/** what is asked only for its requirement is worked out where no share is held */
export const requiredFor = (asked: RankAsked): ReturnType<Ranker['rank']> => rankerOf(asked).rank([]);

const rankerOf = ({ study, pump, options }: RankAsked): Ranker => new Ranker(JSON.parse(study) as Study, pump, options);

/** retired ones with those that are offered, or without */
const headsOf = (of: ModelKind, retired: boolean): ModelHead[] =>
  [...heads.values()].filter((m) => m.kind === of && (retired ? m.retiredAt !== null : m.retiredAt === null));

const rowsOf = (query: ListQuery): ListRow[] =>
  kept(lists, JSON.stringify(query), () => found(headsOf(query.of, query.retired), query.filter, query.order));

function listed(query: ListQuery, from: number, count: number, place: string | undefined): Listing {
  const rows = rowsOf(query);
  return {
    count: rows.length,
    notStated: rows.filter((m) => m.notStated).length,
    rows: rows.slice(from, from + count),
    place: place === undefined ? null : rows.findIndex((m) => m.id === place),
  };
}
