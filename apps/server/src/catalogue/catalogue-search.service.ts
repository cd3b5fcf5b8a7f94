import { Injectable } from '@nestjs/common';
import {
  byDeparture,
  noFindCounts,
  orderFound,
  type FoundOrder,
  type FoundPump,
  type FoundPumps,
  type ModelHead,
  type Ranking,
  type Wanted,
} from '@cedar-knot/core';
import { WorkPool } from '../work/pool.js';
import type { Shelf } from './shelf.js';
import { CatalogueShelves } from './shelves.service.js';

/** pumps ranked in the pieces of a share, one after the other: the first are to come soon */
const PIECES = [16, 64, 160];
/** searches whose answers are kept: another order or page of them asks nothing */
const MOST_KEPT = 8;

/** A page of what was found; the counts are of all. */
export interface FoundPage extends FoundPumps {
  candidates: (FoundPump & { head: ModelHead })[];
}

/** What was found, in the order of the contract; `of`: the states of the shelves at which it was. */
interface Kept {
  of: string;
  found: FoundPumps;
}

/** Looks through all pumps that are offered, in all threads that hold a share of them. */
@Injectable()
export class CatalogueSearchService {
  private readonly kept = new Map<string, Kept>();

  constructor(
    private readonly shelves: CatalogueShelves,
    private readonly pool: WorkPool,
  ) {}

  /** some of the pumps found for one duty, in the order of a column, with what lists show of them */
  async page(wanted: Wanted, order: FoundOrder, from: number, count: number): Promise<FoundPage> {
    const { candidates, counts } = await this.find(wanted);
    const headsOf = async (ids: string[]): Promise<Map<string, ModelHead>> =>
      new Map((await this.shelves.list('heads', { ids })).heads.map((h) => [h.id, h]));
    const names = order.by === 'name' ? await headsOf(candidates.map((c) => c.model)) : undefined;
    const rows = orderFound(candidates, order, (id) => names?.get(id)?.name ?? '').slice(from, from + count);
    const heads = names ?? (await headsOf(rows.map((c) => c.model)));
    // one that was retired this moment has no head any more
    return { candidates: rows.flatMap((c) => (heads.has(c.model) ? [{ ...c, head: heads.get(c.model)! }] : [])), counts };
  }

  /** pumps of the catalogue for one duty */
  private async find(wanted: Wanted): Promise<FoundPumps> {
    const shares = await this.shelves.shares();
    const of = shares.map((s) => s.standing.at).join(' ');
    const name = JSON.stringify(wanted);
    const kept = this.kept.get(name);
    if (kept?.of === of) return kept.found;
    const parts = await Promise.all(shares.map((s) => s.ask('find', { wanted }, this.shelves.again)));
    const counts = noFindCounts();
    for (const f of parts) for (const key of Object.keys(counts) as (keyof typeof counts)[]) counts[key] += f.counts[key];
    const candidates: FoundPump[] = parts.flatMap((f) => f.candidates).sort(byDeparture);
    this.kept.delete(name);
    this.kept.set(name, { of, found: { candidates, counts } });
    if (this.kept.size > MOST_KEPT) this.kept.delete(this.kept.keys().next().value!);
    return { candidates, counts };
  }

  /**
   * Ranks every pump of the catalogue in a position of a study, piece by piece. Of the fallen a piece has those that fell by the least.
   *
   * @param said called with each piece
   * @param signal ends it: there is no other limit
   */
  async rank(body: Uint8Array, said: (piece: Ranking, done: number, of: number) => void, signal: AbortSignal): Promise<void> {
    const [asked, shares] = await Promise.all([this.pool.run({ kind: 'asked', body }, { signal }), this.shelves.shares()]);
    const begun = shares.map((shelf) => ({ shelf, ...shelf.standing }));
    const of = begun.reduce((sum, { size }) => sum + size, 0);
    // what is required is known before any pump is tried
    said(await this.pool.run({ kind: 'required', asked }, { signal, isPart: true }), 0, of);
    let done = 0;
    const share = async ({ shelf, at, size }: { shelf: Shelf; at: number; size: number }): Promise<void> => {
      for (let from = 0, n = 0; from < size; n++) {
        const count = Math.min(size - from, PIECES[n] ?? PIECES.at(-1)!);
        const piece = await shelf.ask('rank', { asked, from, count }, this.shelves.again, at);
        signal.throwIfAborted();
        done += count;
        said(piece, done, of);
        from += count;
      }
    };
    await Promise.all(begun.map(share));
  }
}
