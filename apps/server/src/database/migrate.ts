import { QueryTypes, type QueryInterface, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import * as studies from './migrations/0001-studies.js';
import * as revisionNames from './migrations/0002-revision-names.js';

type Step = { up: (q: QueryInterface) => Promise<void>; down: (q: QueryInterface) => Promise<void> };

/** In order, each named once for ever: a data folder remembers the names it has seen. */
const MIGRATIONS: readonly { name: string; step: Step }[] = [
  { name: '0001-studies', step: studies },
  { name: '0002-revision-names', step: revisionNames },
];

const LOCK = 'cedar_knot_migration';
const LOCK_WAIT_SECONDS = 60;

/** Brings the schema up to date. A named lock keeps two starting servers from doing it at once; DDL does not roll back here. */
export async function migrate(sequelize: Sequelize): Promise<string[]> {
  return sequelize.transaction(async (transaction) => {
    // the lock belongs to a connection, and a transaction keeps one
    await sequelize.query(`SELECT GET_LOCK('${LOCK}', ${LOCK_WAIT_SECONDS})`, { transaction, type: QueryTypes.SELECT });
    try {
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
      return (await umzug.up()).map((m) => m.name);
    } finally {
      await sequelize.query(`SELECT RELEASE_LOCK('${LOCK}')`, { transaction, type: QueryTypes.SELECT });
    }
  });
}
