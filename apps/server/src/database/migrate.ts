import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { RerunBehavior, SequelizeStorage, Umzug } from 'umzug';
import * as studies from './migrations/0001-studies.js';
import * as revisionNames from './migrations/0002-revision-names.js';
import * as keptVersions from './migrations/0003-kept-versions.js';
import * as catalogue from './migrations/0004-catalogue.js';
import * as alternatives from './migrations/0005-alternatives.js';
import * as beginnings from './migrations/0011-beginnings.js';
import * as reportTemplates from './migrations/0006-report-templates.js';
import * as sessions from './migrations/0007-sessions.js';
import * as importTemplates from './migrations/0008-import-templates.js';
import * as ready from './migrations/0009-ready.js';
import * as revisions from './migrations/0010-revisions.js';
import { msg } from '../words.js';

type Step = { up: (q: QueryInterface) => Promise<void>; down: (q: QueryInterface) => Promise<void> };

/**
 * In order, each named once for ever: a data folder remembers the names it has seen. DDL does not roll back here, so each of their
 * statements must do no harm when it is run again.
 */
const MIGRATIONS: readonly { name: string; step: Step }[] = [
  { name: '0001-studies', step: studies },
  { name: '0002-revision-names', step: revisionNames },
  { name: '0003-kept-versions', step: keptVersions },
  { name: '0004-catalogue', step: catalogue },
  { name: '0005-alternatives', step: alternatives },
  { name: '0006-report-templates', step: reportTemplates },
  { name: '0007-sessions', step: sessions },
  { name: '0008-import-templates', step: importTemplates },
  { name: '0009-ready', step: ready },
  { name: '0010-revisions', step: revisions },
  { name: '0011-beginnings', step: beginnings },
];

export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map((m) => m.name);

const LOCK = 'cedar_knot_migration';
/** a machine may be busy: the same patience as of the start script */
const LOCK_WAIT_SECONDS = 300;

/** The schema could not be brought up to date; the message says why and what to do. */
export class MigrationFailure extends Error {}

interface MigrateOptions {
  waitSeconds?: number;
  /** so far and no further: a backup is of the tables that it was made of */
  steps?: readonly string[] | undefined;
}

/** Brings the schema up to date. A named lock keeps two starting servers from doing it at once. */
export async function migrate(
  sequelize: Sequelize,
  { waitSeconds = LOCK_WAIT_SECONDS, steps }: MigrateOptions = {},
): Promise<string[]> {
  return sequelize.transaction(async (transaction) => {
    // the lock belongs to a connection, and a transaction keeps one
    const options = { transaction, type: QueryTypes.SELECT } as const;
    const [got] = await sequelize.query<{ got: number | null }>(`SELECT GET_LOCK('${LOCK}', ${waitSeconds}) AS got`, options);
    if (Number(got?.got) !== 1) throw new MigrationFailure(msg('server.anotherStartHasBeenUpdating', { waitSeconds }));
    try {
      return await upToDate(sequelize, steps);
    } finally {
      await sequelize.query(`SELECT RELEASE_LOCK('${LOCK}')`, options);
    }
  });
}

async function upToDate(sequelize: Sequelize, steps: readonly string[] | undefined): Promise<string[]> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, step }) => ({
      name,
      up: ({ context }: { context: QueryInterface }) => step.up(context),
      down: ({ context }: { context: QueryInterface }) => step.down(context),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  });
  try {
    return (await umzug.up(steps ? { migrations: [...steps], rerun: RerunBehavior.SKIP } : {})).map((m) => m.name);
  } catch (error) {
    const { message, cause } = error as Error & { cause?: Error };
    throw new MigrationFailure(msg('server.theTablesCouldNotBe', { message: cause?.message ?? message }), { cause: error });
  }
}
