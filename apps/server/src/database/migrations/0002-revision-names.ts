import type { QueryInterface } from 'sequelize';

/** A saved version may be given the name of a revision: "Rev B, for approval". */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('ALTER TABLE study_versions ADD COLUMN IF NOT EXISTS name VARCHAR(200) NULL');
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('ALTER TABLE study_versions DROP COLUMN IF EXISTS name');
}
