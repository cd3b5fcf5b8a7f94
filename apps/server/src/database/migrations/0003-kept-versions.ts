import type { QueryInterface } from 'sequelize';

/*
 * Versions are kept packed, carry the id of the save that made them and who made it. Every statement may be run again: a crash
 * between two of them is made good by the next start.
 */
export async function up(queries: QueryInterface): Promise<void> {
  for (const column of [
    'data LONGBLOB NULL',
    'base INT NULL',
    'save_id CHAR(36) NULL',
    'by_name VARCHAR(200) NULL',
    'by_initials VARCHAR(10) NULL',
  ])
    await queries.sequelize.query(`ALTER TABLE study_versions ADD COLUMN IF NOT EXISTS ${column}`);
  await queries.sequelize.query('ALTER TABLE study_versions MODIFY document LONGTEXT NULL');
  await queries.sequelize.query('CREATE UNIQUE INDEX IF NOT EXISTS study_versions_save ON study_versions (study_id, save_id)');
}

/** versions that are packed cannot be read by what was before: they go */
export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('DELETE FROM study_versions WHERE document IS NULL');
  await queries.sequelize.query('ALTER TABLE study_versions MODIFY document LONGTEXT NOT NULL');
  // the foreign key needs an index on study_id: the primary key is one
  await queries.sequelize.query('DROP INDEX IF EXISTS study_versions_save ON study_versions');
  for (const column of ['data', 'base', 'save_id', 'by_name', 'by_initials'])
    await queries.sequelize.query(`ALTER TABLE study_versions DROP COLUMN IF EXISTS ${column}`);
}
