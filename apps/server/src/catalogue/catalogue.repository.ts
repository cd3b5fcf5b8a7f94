import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { ModelEntry, ModelHead, ModelKind } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import type { ExportedModel, StoredModel } from '../work/task.js';
import { modelHead, type ModelRow } from './rows.js';

const HEADS = `SELECT m.id, m.kind, m.file_key AS \`key\`, m.name, k.name AS maker, f.name AS family, m.type, m.size, m.revision, m.listed,
  m.saved_at AS savedAt, m.retired_at AS retiredAt
  FROM models m LEFT JOIN makers k ON k.id = m.maker_id LEFT JOIN families f ON f.id = m.family_id`;
/** models with the data of their newest revision */
const NEWEST = 'FROM models m JOIN model_revisions r ON r.model_id = m.id AND r.revision = m.revision';

/** A model whose list entry was made by another version. */
export interface StaleModel {
  id: string;
  kind: ModelKind;
  key: string;
  revision: number;
  listed: string;
  entry: string;
}

/** What of the catalogue is read with joins: twenty thousand models as models of Sequelize would be ten times as slow. */
@Injectable()
export class CatalogueRepository {
  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async heads(kind: ModelKind, isRetired: boolean): Promise<ModelHead[]> {
    const where = `WHERE m.kind = :kind AND m.retired_at IS ${isRetired ? 'NOT NULL' : 'NULL'} ORDER BY m.name`;
    return (await this.select<ModelRow>(`${HEADS} ${where}`, { kind })).map(modelHead);
  }

  async head(id: string): Promise<ModelHead | undefined> {
    const [row] = await this.select<ModelRow>(`${HEADS} WHERE m.id = :id`, { id });
    return row && modelHead(row);
  }

  /** data of all models of a kind that are offered */
  async entries(kind: ModelKind): Promise<ModelEntry[]> {
    const rows = await this.select<Omit<ModelEntry, 'entry'> & { entry: string }>(
      `SELECT m.id, m.file_key AS \`key\`, m.name, k.name AS maker, m.type, m.size, m.revision, r.entry
       ${NEWEST} LEFT JOIN makers k ON k.id = m.maker_id
       WHERE m.kind = :kind AND m.retired_at IS NULL ORDER BY m.name`,
      { kind },
    );
    return rows.map((r) => ({ ...r, entry: JSON.parse(r.entry) as ModelEntry['entry'] }));
  }

  /** data of all pumps that are offered, as they are kept */
  offeredPumps(): Promise<StoredModel[]> {
    return this.select<StoredModel>(
      `SELECT m.id AS \`key\`, m.revision, r.entry ${NEWEST} WHERE m.kind = 'pumps' AND m.retired_at IS NULL`,
    );
  }

  chosen(ids: readonly string[]): Promise<ExportedModel[]> {
    return this.select<ExportedModel>(`SELECT m.kind AS \`of\`, m.file_key AS \`key\`, r.entry ${NEWEST} WHERE m.id IN (:ids)`, {
      ids: [...ids],
    });
  }

  /** studies that name a model somewhere */
  studiesWith(id: string): Promise<{ id: string; title: string; tag: string; document: string }[]> {
    return this.select(
      'SELECT id, title, tag, document FROM studies WHERE deleted_at IS NULL AND document LIKE :part ORDER BY title LIMIT 100',
      { part: `%"${id}"%` },
    );
  }

  /** some of the models whose list entry does not say that it has these columns, in the order of their ids */
  stale(columns: string, after: string, most: number): Promise<StaleModel[]> {
    return this.select<StaleModel>(
      `SELECT m.id, m.kind, m.file_key AS \`key\`, m.revision, m.listed, r.entry ${NEWEST}
       WHERE m.id > :after AND m.listed NOT LIKE :part ORDER BY m.id LIMIT ${most}`,
      { after, part: `%"columns":"${columns}"%` },
    );
  }

  private select<T extends object>(sql: string, replacements: Record<string, unknown> = {}): Promise<T[]> {
    return this.sequelize.query<T>(sql, { replacements, type: QueryTypes.SELECT });
  }
}
