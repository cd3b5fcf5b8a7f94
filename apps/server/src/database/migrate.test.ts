import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { TABLES, testConfig } from '../testing.js';
import { migrate, MigrationFailure } from './migrate.js';

const { database } = testConfig();
const connection = (): Sequelize =>
  new Sequelize({
    dialect: 'mariadb',
    host: database.host,
    port: database.port,
    username: database.user,
    password: database.password,
    database: database.name,
    logging: false,
  });

const empty = async (db: Sequelize): Promise<void> => {
  for (const table of [...TABLES, 'migrations']) await db.query(`DROP TABLE IF EXISTS ${table}`);
};
const schema = async (db: Sequelize): Promise<object[]> =>
  db.query(
    `SELECT table_name, column_name, column_type, is_nullable, column_key FROM information_schema.columns
     WHERE table_schema = '${database.name}' ORDER BY table_name, column_name`,
    { type: QueryTypes.SELECT },
  );

let db: Sequelize;
beforeAll(() => (db = connection()));
afterAll(async () => {
  await empty(db);
  await migrate(db);
  await db.close();
});

test('a crash at any statement is made good by the next start', async () => {
  await empty(db);
  await migrate(db);
  const whole = await schema(db);
  expect(whole.length).toBeGreaterThan(20);
  let statements = 0;
  for (let crashAt = 1; ; crashAt++) {
    await empty(db);
    const broken = connection();
    const query = broken.query.bind(broken) as (...a: unknown[]) => Promise<unknown>;
    let count = 0;
    // a crash: the statement is done, and nothing after it
    (broken as unknown as { query: typeof query }).query = async (...args) => {
      if (count >= crashAt) throw new Error('gone');
      const done = await query(...args);
      count++;
      if (count === crashAt) throw new Error('gone');
      return done;
    };
    const failed = await migrate(broken).then(
      () => false,
      () => true,
    );
    await broken.close().catch(() => undefined);
    if (!failed) break;
    statements = crashAt;
    await migrate(db);
    expect(await schema(db)).toEqual(whole);
  }
  expect(statements).toBeGreaterThan(12);
});

test('a lock that is not had ends the start in words', async () => {
  const other = connection();
  const holder = await other.transaction();
  await other.query("SELECT GET_LOCK('cedar_knot_migration', 0)", { transaction: holder, type: QueryTypes.SELECT });
  await expect(migrate(db, { waitSeconds: 1 })).rejects.toThrow(MigrationFailure);
  await expect(migrate(db, { waitSeconds: 1 })).rejects.toThrow('Another start has been updating the tables');
  await holder.rollback();
  await other.close();
  expect(await migrate(db)).toEqual([]);
});
