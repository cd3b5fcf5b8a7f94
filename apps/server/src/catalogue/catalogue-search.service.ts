import { Injectable } from '@nestjs/common';
import { byDeparture, noFindCounts, type FoundPumps, type Ranking, type Wanted } from '@cedar-knot/core';
import { inPieces } from '../work/pieces.js';
import { WorkPool } from '../work/pool.js';
import type { StoredModel } from '../work/task.js';
import { CatalogueRepository } from './catalogue.repository.js';

/** pumps looked through in one piece of work */
const FIND_BATCH = 800;
/** pumps ranked in the first pieces of work, which are to come soon, and in the others */
const FIRST_RANKED = 24;
const RANK_BATCH = 240;
/** pieces at a time: more would keep others waiting */
const AT_ONCE = 3;

/** Looks through all pumps that are offered, in pieces by all threads. */
@Injectable()
export class CatalogueSearchService {
  constructor(
    private readonly catalogue: CatalogueRepository,
    private readonly pool: WorkPool,
  ) {}

  /** pumps of the catalogue for one duty; the catalogue is gone through in pieces by all threads */
  async find(wanted: Wanted): Promise<FoundPumps> {
    const rows = await this.catalogue.offeredPumps();
    const pieces = Array.from({ length: Math.ceil(rows.length / FIND_BATCH) }, (_, i) =>
      rows.slice(i * FIND_BATCH, (i + 1) * FIND_BATCH),
    );
    const found = await inPieces(pieces, AT_ONCE, (models) =>
      this.pool.run({ kind: 'find', models, wanted }, { isPart: models !== pieces[0] }),
    );
    const counts = noFindCounts();
    for (const f of found) for (const key of Object.keys(counts) as (keyof typeof counts)[]) counts[key] += f.counts[key];
    const candidates = found.flatMap((f) => f.candidates).sort(byDeparture);
    return { candidates, counts };
  }

  /**
   * Ranks every pump of the catalogue in a position of a study, piece by piece.
   *
   * @param said called with each piece
   * @param signal ends it: there is no other limit
   */
  async rank(body: Uint8Array, said: (piece: Ranking, done: number, of: number) => void, signal: AbortSignal): Promise<void> {
    const asked = await this.pool.run({ kind: 'asked', body }, { signal });
    const options = { signal, isPart: true };
    const rows = await this.catalogue.offeredPumps();
    // what is required is known before any pump is tried
    said(await this.pool.run({ kind: 'rank', asked, models: [] }, options), 0, rows.length);
    let done = 0;
    await inPieces(rankPieces(rows), AT_ONCE, async (models) => {
      const piece = await this.pool.run({ kind: 'rank', asked, models }, options);
      done += models.length;
      said(piece, done, rows.length);
    });
  }
}

function rankPieces(rows: readonly StoredModel[]): StoredModel[][] {
  const pieces: StoredModel[][] = [];
  for (let next = 0; next < rows.length;) {
    const size = pieces.length < AT_ONCE ? FIRST_RANKED : RANK_BATCH;
    pieces.push(rows.slice(next, next + size));
    next += size;
  }
  return pieces;
}
