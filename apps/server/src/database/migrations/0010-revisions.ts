import { QueryTypes, type QueryInterface } from 'sequelize';
import type { Study } from '@cedar-knot/core';
import { checkersAsNotes } from '../checkers-as-notes.js';

const BATCH = 50;

/**
 * Revisions in a table of their own. Who checked and approved was plain text of a study, of no state that was frozen: such texts become
 * notes, in a version of their own. Each statement may be run again.
 */
export async function up(queries: QueryInterface): Promise<void> {
  const { sequelize } = queries;
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS study_revisions (
      study_id CHAR(36) NOT NULL,
      letter VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
      version INT NOT NULL,
      issued_at DATETIME(3) NOT NULL,
      printed_date VARCHAR(60) NOT NULL,
      purpose VARCHAR(1000) NOT NULL,
      by_name VARCHAR(200) NULL,
      by_initials VARCHAR(10) NULL,
      sha256 CHAR(64) NOT NULL,
      document LONGTEXT NOT NULL,
      core VARCHAR(40) NOT NULL,
      results LONGBLOB NOT NULL,
      brief VARCHAR(1000) NOT NULL,
      file_name VARCHAR(200) NOT NULL,
      pdf LONGBLOB NOT NULL,
      xlsx LONGBLOB NOT NULL,
      PRIMARY KEY (study_id, letter),
      CONSTRAINT study_revisions_study FOREIGN KEY (study_id) REFERENCES studies (id) ON DELETE CASCADE
    ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
  );
  for (let after = ''; ;) {
    const rows = await sequelize.query<{ id: string; version: number; document: string }>(
      `SELECT id, version, document FROM studies WHERE id > :after ORDER BY id LIMIT ${BATCH}`,
      { replacements: { after }, type: QueryTypes.SELECT },
    );
    if (rows.length === 0) return;
    for (const { id, version, document } of rows) {
      const study = JSON.parse(document) as Study;
      const noted = checkersAsNotes(study);
      if (noted === study) continue;
      // the version first: a study never stands at one that is not kept
      const replacements = { id, next: version + 1, document: JSON.stringify(noted), now: new Date() };
      await sequelize.query(
        'INSERT IGNORE INTO study_versions (study_id, version, document, saved_at) VALUES (:id, :next, :document, :now)',
        { replacements },
      );
      await sequelize.query('UPDATE studies SET document = :document, version = :next, saved_at = :now WHERE id = :id', {
        replacements,
      });
    }
    after = rows.at(-1)!.id;
  }
}

/** the notes stay: they are texts of the study like any other */
export async function down(queries: QueryInterface): Promise<void> {
  await queries.sequelize.query('DROP TABLE IF EXISTS study_revisions');
}
