import { createHash } from 'node:crypto';
import { createWriteStream, renameSync, rmSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import { Stop } from '../run.mjs';
import { on, quoted, tablesOf } from './connect.mjs';
import { FORMAT, NOT_KEPT, toJson, VERSION } from './format.mjs';

const line = (value) => `${JSON.stringify(value)}\n`;

/** Writes all that is kept, as it stood at one moment, a row at a time; returns how many studies there are. */
export async function writeBackup(account, file) {
  const part = `${file}.part`;
  try {
    return await on(account, account.name, async (connection) => {
      await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
      await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
      const counts = {};
      await pipeline(
        Readable.from(lines(connection, account.name, counts)),
        createGzip(),
        createWriteStream(part, { mode: 0o600 }),
      );
      const [[studies]] = counts.studies
        ? await connection.query('SELECT COUNT(*) FROM studies WHERE deleted_at IS NULL')
        : [[0]];
      renameSync(part, file);
      return Number(studies);
    });
  } catch (error) {
    rmSync(part, { force: true });
    if (error.code === 'ENOSPC') throw error;
    throw new Stop(`The backup failed: ${error.sqlMessage ?? error.message}`);
  }
}

async function* lines(connection, name, counts) {
  const tables = await tablesOf(connection, name);
  const schema = tables.includes('migrations') ? await connection.query('SELECT name FROM migrations ORDER BY name') : [];
  yield line({ format: FORMAT, version: VERSION, schema: schema.map(([step]) => step), madeAt: new Date().toISOString() });
  const kept = tables.filter((t) => !NOT_KEPT.has(t));
  for (const table of kept) {
    yield* linesOf(connection, table, (rows) => (counts[table] = rows));
  }
  yield line({ end: 'backup', tables: kept.length });
}

async function* linesOf(connection, table, counted) {
  const columns = (await connection.query(`SHOW COLUMNS FROM ${quoted(table)}`)).map(([column]) => column);
  yield line({ table, columns });
  const hash = createHash('sha256');
  let rows = 0;
  for await (const row of connection.queryStream(`SELECT ${columns.map(quoted).join(', ')} FROM ${quoted(table)}`)) {
    const text = line(row.map(toJson));
    hash.update(text);
    rows++;
    yield text;
  }
  counted(rows);
  yield line({ end: table, rows, sha256: hash.digest('hex') });
}
