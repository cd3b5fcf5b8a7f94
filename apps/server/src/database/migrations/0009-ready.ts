import { QueryTypes, type QueryInterface } from 'sequelize';
import { modelsTaken } from '../models-taken.js';

const BATCH = 50;

/**
 * What answers need ready: pumps in SI beside what was written, an index that tells whether the catalogue has changed and what stands in it,
 * and which study has taken which model. Each statement may be run again.
 */
export async function up(queries: QueryInterface): Promise<void> {
  const { sequelize } = queries;
  await sequelize.query('ALTER TABLE model_revisions ADD COLUMN IF NOT EXISTS in_si MEDIUMTEXT NULL');
  await sequelize.query('CREATE INDEX IF NOT EXISTS models_standing ON models (kind, retired_at, revision)');
  await sequelize.query('CREATE INDEX IF NOT EXISTS studies_listed ON studies (deleted_at, saved_at)');
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS study_models (
      study_id CHAR(36) NOT NULL,
      model_id CHAR(36) NOT NULL,
      revision INT NULL,
      PRIMARY KEY (study_id, model_id),
      KEY study_models_model (model_id),
      CONSTRAINT study_models_study FOREIGN KEY (study_id) REFERENCES studies (id) ON DELETE CASCADE
    ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  for (let after = ''; ;) {
    const rows = await sequelize.query<{ id: string; document: string }>(
      `SELECT id, document FROM studies WHERE id > :after ORDER BY id LIMIT ${BATCH}`,
      { replacements: { after }, type: QueryTypes.SELECT },
    );
    if (rows.length === 0) return;
    for (const { id, document } of rows)
      for (const { model, revision } of modelsTaken(JSON.parse(document)))
        await sequelize.query('INSERT IGNORE INTO study_models (study_id, model_id, revision) VALUES (:id, :model, :revision)', {
          replacements: { id, model, revision },
        });
    after = rows.at(-1)!.id;
  }
}

export async function down(queries: QueryInterface): Promise<void> {
  const { sequelize } = queries;
  await sequelize.query('DROP TABLE IF EXISTS study_models');
  await sequelize.query('DROP INDEX IF EXISTS studies_listed ON studies');
  await sequelize.query('DROP INDEX IF EXISTS models_standing ON models');
  await sequelize.query('ALTER TABLE model_revisions DROP COLUMN IF EXISTS in_si');
}
