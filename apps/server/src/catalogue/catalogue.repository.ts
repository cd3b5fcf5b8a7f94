import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { ModelEntry, ModelHead, ModelKind, ModelWhole } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { KEPT_BY_THIS } from '../work/kept-entry.js';
import { inTransaction } from '../database/transaction.js';
import type { ExportedModel, ReadAnew, StoredPump } from '../work/task.js';
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

  /** changes whenever any model does: its data, or whether it is offered */
  async stamp(): Promise<string> {
    const [row] = await this.select<Record<string, unknown>>(
      'SELECT COUNT(*) AS n, SUM(revision) AS r, COUNT(retired_at) AS t, SUM(retired_at + 0) AS s FROM models FORCE INDEX (models_standing)',
    );
    return JSON.stringify(row);
  }

  /** all models, each with what tells whether it has changed; `retired` is 0 where it is offered */
  standing(): Promise<{ id: string; kind: string; revision: number; retired: string }[]> {
    return this.select(
      "SELECT id, kind, revision, COALESCE(CAST(retired_at + 0 AS CHAR), '0') AS retired FROM models FORCE INDEX (models_standing) ORDER BY id",
    );
  }

  /** what lists show of some models */
  async headRows(ids: readonly string[]): Promise<ModelRow[]> {
    return ids.length === 0 ? [] : this.select<ModelRow>(`${HEADS} WHERE m.id IN (:ids)`, { ids: [...ids] });
  }

  /** some pumps as they are searched; what another version kept in SI is not brought */
  async pumps(ids: readonly string[]): Promise<StoredPump[]> {
    if (ids.length === 0) return [];
    return this.select<StoredPump>(
      `SELECT m.id AS \`key\`, m.revision, r.entry, IF(r.in_si LIKE :kept, r.in_si, NULL) AS inSi ${NEWEST} WHERE m.id IN (:ids)`,
      { ids: [...ids], kept: KEPT_BY_THIS.replace(/_/g, '\\_') },
    );
  }

  /** pumps in SI that this version has read */
  keepInSi(read: readonly ReadAnew[]): Promise<void> {
    return inTransaction(this.sequelize, async (transaction) => {
      for (const { key, revision, text } of read)
        await this.sequelize.query('UPDATE model_revisions SET in_si = :text WHERE model_id = :key AND revision = :revision', {
          replacements: { key, revision, text },
          type: QueryTypes.UPDATE,
          transaction,
        });
    });
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

  chosen(ids: readonly string[]): Promise<ExportedModel[]> {
    return this.select<ExportedModel>(`SELECT m.kind AS \`of\`, m.file_key AS \`key\`, r.entry ${NEWEST} WHERE m.id IN (:ids)`, {
      ids: [...ids],
    });
  }

  /** studies whose entries were taken from a model, with the revision that they took */
  studiesWith(id: string): Promise<ModelWhole['usedIn']> {
    return this.select(
      `SELECT s.id, s.title, s.tag, u.revision FROM study_models u JOIN studies s ON s.id = u.study_id
       WHERE u.model_id = :id AND s.deleted_at IS NULL ORDER BY s.title LIMIT 100`,
      { id },
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
