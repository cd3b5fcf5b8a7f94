import type { QueryInterface } from 'sequelize';

/** Studies with which others begin; may be run again. */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(
    `CREATE TABLE IF NOT EXISTS beginnings (
      id CHAR(36) PRIMARY KEY,
      name VARCHAR(200) NOT NULL,
      about VARCHAR(200) NOT NULL,
      asks TEXT NOT NULL,
      document LONGTEXT NOT NULL,
      saved_at DATETIME(3) NOT NULL
    ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('DROP TABLE IF EXISTS beginnings');
}
