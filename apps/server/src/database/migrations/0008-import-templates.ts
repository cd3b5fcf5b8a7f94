import type { QueryInterface } from 'sequelize';

/** How the tables of each maker are read; may be run again. */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(
    `CREATE TABLE IF NOT EXISTS import_templates (
      id CHAR(36) PRIMARY KEY,
      maker VARCHAR(200) NOT NULL UNIQUE,
      template MEDIUMTEXT NOT NULL,
      saved_at DATETIME(3) NOT NULL
    ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('DROP TABLE IF EXISTS import_templates');
}
