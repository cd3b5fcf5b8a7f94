import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from '../run.mjs';

const require = createRequire(join(ROOT, 'apps/server/package.json'));

/** A connection under an account of its own, to a database or to none. Rows are lists, times texts, JSON text. */
export async function connected({ host, port, user, password }, name) {
  const mariadb = require('mariadb');
  const connection = await mariadb.createConnection({
    host,
    port,
    user,
    password,
    ...(name === undefined ? {} : { database: name }),
    dateStrings: true,
    autoJsonMap: false,
    rowsAsArray: true,
    bigIntAsNumber: true,
    // rows of a backup may be pictures and manuals
    maxAllowedPacket: 64 * 1024 * 1024,
  });
  // one that is cut is said by what was asked on it
  connection.on('error', () => undefined);
  return connection;
}

/** Does something on a connection, which is closed whatever comes. */
export async function on(account, name, work) {
  const connection = await connected(account, name);
  try {
    return await work(connection);
  } finally {
    await connection.end().catch(() => connection.destroy());
  }
}

/** names of a database are words of ours */
export const quoted = (name) => `\`${name.replaceAll('`', '``')}\``;

export async function tablesOf(connection, name) {
  const rows = await connection.query('SELECT table_name FROM information_schema.tables WHERE table_schema = ?', [name]);
  return rows.map(([table]) => table).sort();
}

/** studies that are not deleted; 0 where there are no tables yet */
export const studiesIn = (account) =>
  on(account, account.name, async (connection) => {
    if (!(await tablesOf(connection, account.name)).includes('studies')) return 0;
    return Number((await connection.query('SELECT COUNT(*) FROM studies WHERE deleted_at IS NULL'))[0][0]);
  });
