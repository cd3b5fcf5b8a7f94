import type { QueryInterface } from 'sequelize';

/** Sessions of browsers: the hash of the secret, and the account whose connections it is accepted on; may be run again. */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query(
    `CREATE TABLE IF NOT EXISTS sessions (
      hash CHAR(64) CHARACTER SET ascii PRIMARY KEY,
      account INT UNSIGNED NOT NULL,
      expires_at DATETIME(3) NOT NULL,
      INDEX (account, expires_at)
    ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('DROP TABLE IF EXISTS sessions');
}
