import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { FoundPumps, Ranking, Wanted } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { WorkPool } from '../work/pool.js';
import type { StoredModel } from '../work/task.js';

/** pumps looked through in one piece of work */
const FIND_BATCH = 800;
/** pumps ranked in the first piece of work, which is to come soon, and in the others; pieces at a time: more would keep others waiting */
const FIRST_RANKED = 24;
const RANK_BATCH = 240;
const RANK_AT_ONCE = 3;

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
    const found = await Promise.all(pieces.map((models) => this.pool.run({ kind: 'find', models, wanted })));
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
   * @param said called with each piece; throwing ends it
   */
  async rank(body: Uint8Array, said: (piece: Ranking, done: number, of: number) => void): Promise<void> {
    const asked = await this.pool.run({ kind: 'asked', body });
    const rows = await this.pumps();
    // what is required is known before any pump is tried
    said(await this.pool.run({ kind: 'rank', asked, models: [] }), 0, rows.length);
    let [next, done] = [0, 0];
    const work = async (): Promise<void> => {
      while (next < rows.length) {
        const models = rows.slice(next, next + (next < FIRST_RANKED * RANK_AT_ONCE ? FIRST_RANKED : RANK_BATCH));
        next += models.length;
        const piece = await this.pool.run({ kind: 'rank', asked, models });
        done += models.length;
        said(piece, done, rows.length);
      }
    };
    await Promise.all(Array.from({ length: RANK_AT_ONCE }, work));
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
