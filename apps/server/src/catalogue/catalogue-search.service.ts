import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { FoundPumps, Ranking, Wanted } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { inPieces } from '../work/pieces.js';
import { WorkPool } from '../work/pool.js';
import type { StoredModel } from '../work/task.js';

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
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly pool: WorkPool,
  ) {}

  /** pumps of the catalogue for one duty; the catalogue is gone through in pieces by all threads */
  async find(wanted: Wanted): Promise<FoundPumps> {
    const rows = await this.pumps();
    const pieces = Array.from({ length: Math.ceil(rows.length / FIND_BATCH) }, (_, i) =>
      rows.slice(i * FIND_BATCH, (i + 1) * FIND_BATCH),
    );
    const found = await inPieces(pieces, AT_ONCE, (models) =>
      this.pool.run({ kind: 'find', models, wanted }, { isPart: models !== pieces[0] }),
    );
    const counts = { tried: 0, candidates: 0, filtered: 0, unusable: 0, npsh: 0 };
    for (const f of found) for (const key of Object.keys(counts) as (keyof typeof counts)[]) counts[key] += f.counts[key];
    const departure = (c: FoundPumps['candidates'][number]): number => Math.hypot(c.flowDeviation, c.headDeviation);
    const candidates = found
      .flatMap((f) => f.candidates)
      .sort((a, b) => departure(a) - departure(b) || (a.model < b.model ? -1 : 1));
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
    const rows = await this.pumps();
    // what is required is known before any pump is tried
    said(await this.pool.run({ kind: 'rank', asked, models: [] }, options), 0, rows.length);
    let done = 0;
    await inPieces(rankPieces(rows), AT_ONCE, async (models) => {
      const piece = await this.pool.run({ kind: 'rank', asked, models }, options);
      done += models.length;
      said(piece, done, rows.length);
    });
  }

  /** entries of all pumps that are offered */
  private pumps(): Promise<StoredModel[]> {
    return this.sequelize.query<StoredModel>(
      `SELECT m.id AS \`key\`, m.revision, r.entry FROM models m JOIN model_revisions r ON r.model_id = m.id AND r.revision = m.revision
       WHERE m.kind = 'pumps' AND m.retired_at IS NULL`,
      { type: QueryTypes.SELECT },
    );
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
