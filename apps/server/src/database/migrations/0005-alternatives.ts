import type { QueryInterface } from 'sequelize';

/** A study may be kept as an alternative of another; each statement may be run again. */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('ALTER TABLE studies ADD COLUMN IF NOT EXISTS alternative_of CHAR(36) NULL');
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('ALTER TABLE studies DROP COLUMN IF EXISTS alternative_of');
}
