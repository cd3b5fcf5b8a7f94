import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT, say, Stop } from '../run.mjs';
import { on, quoted, tablesOf } from './connect.mjs';
import { NOT_KEPT } from './format.mjs';
import { readBackup } from './read.mjs';

const require = createRequire(join(ROOT, 'apps/server/package.json'));

/** rows that are put in by one statement, and how large they may be together, B */
const MOST_ROWS = 200;
const MOST_BYTES = 1_000_000;

/** a restore loads into the one, and what was there goes into the other for a moment */
const newOf = (name) => `${name}_new`;
const oldOf = (name) => `${name}_old`;

/** The databases that the account of one needs, as GRANT writes them: `_` would stand for any letter. */
export const grantedNames = (name) => [name, newOf(name), oldOf(name)].map((n) => quoted(n.replaceAll('_', '\\_')));

/** Reads a backup to its end and says what is in it; throws a Stop where it is damaged, or of a newer schema. */
export async function checkBackup(file) {
  const found = { schema: [], rows: {} };
  for await (const part of readBackup(file)) {
    if (part.schema) found.schema = part.schema;
    if (part.end) found.rows[part.end] = part.rows;
  }
  const known = new Set((await migrations()).MIGRATION_NAMES);
  const newer = found.schema.filter((step) => !known.has(step));
  if (newer.length > 0)
    throw new Stop(
      `${file} is of a newer version of Cedar Knot (${newer.join(', ')}). Restore it with that version; nothing was changed.`,
    );
  if (found.schema.length === 0) throw new Stop(`${file} does not say which tables it was made of.`);
  return found;
}

/** Names what the account may not do that a restore needs, before anything is changed. */
export async function checkRights(account) {
  for (const name of [newOf(account.name), oldOf(account.name)]) {
    try {
      await on(account, undefined, async (connection) => {
        await connection.query(`CREATE DATABASE IF NOT EXISTS ${quoted(name)}`);
        await connection.query(`CREATE TABLE ${quoted(name)}.cedar_knot_right (one INT)`);
        await connection.query(`DROP TABLE ${quoted(name)}.cedar_knot_right`);
      });
    } catch (error) {
      const grant = `GRANT ALL ON ${quoted(name.replaceAll('_', '\\_'))}.* TO '${account.user}'@'%';`;
      throw new Stop(
        `The account ${account.user} may not make tables in the database ${name}, where a restore loads. Nothing was changed. Right would be:\n\n  ${grant}\n\n(${error.sqlMessage ?? error.message})`,
      );
    }
  }
}

/**
 * Puts a backup in the place of what a database holds: loads it aside, checks it, and exchanges all tables by one statement. Ended at any
 * moment it leaves either what was there or the whole backup.
 */
export async function restoreBackup(account, file) {
  const { schema, rows } = await checkBackup(file);
  await checkRights(account);
  await dropped(account, oldOf(account.name));
  await dropped(account, newOf(account.name));
  await on(account, undefined, (c) =>
    c.query(`CREATE DATABASE ${quoted(newOf(account.name))} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`),
  );
  const fresh = { ...account, name: newOf(account.name) };
  await migrated(fresh, schema);
  await loaded(fresh, file, rows);
  await migrated(fresh);
  await exchanged(account);
  await tidied(account);
}

/**
 * Names a restore that was cut off, and clears up behind it.
 *
 * @returns what is to be said of it; undefined where there is none
 */
export async function afterCutRestore(account) {
  const there = await on(account, undefined, async (connection) => ({
    fresh: await tablesOf(connection, newOf(account.name)),
    old: await tablesOf(connection, oldOf(account.name)),
  }));
  if (there.fresh.length === 0 && there.old.length === 0) return undefined;
  await tidied(account);
  return there.old.length > 0
    ? 'A restore was cut off after its exchange: what it put in stands, whole.'
    : 'A restore was cut off before its exchange: what was there stands, unchanged. Restore again.';
}

async function tidied(account) {
  await dropped(account, newOf(account.name));
  await dropped(account, oldOf(account.name));
}

const dropped = (account, name) => on(account, undefined, (c) => c.query(`DROP DATABASE IF EXISTS ${quoted(name)}`));

/** Brings tables to a schema; to the newest where none is named. */
async function migrated(account, schema) {
  const { Sequelize } = require('sequelize');
  const { host, port, user, password, name } = account;
  const sequelize = new Sequelize({ dialect: 'mariadb', host, port, username: user, password, database: name, logging: false });
  try {
    await (await migrations()).migrate(sequelize, { steps: schema });
  } finally {
    await sequelize.close();
  }
}

const migrations = () => import(pathToFileURL(join(ROOT, 'apps/server/dist/database/migrate.js')).href);

async function loaded(account, file, expected) {
  await on(account, account.name, async (connection) => {
    await connection.query('SET SESSION foreign_key_checks = 0, unique_checks = 0');
    let insert;
    let batch = [];
    let bytes = 0;
    const put = async () => {
      if (batch.length > 0) await connection.batch(insert, batch);
      batch = [];
      bytes = 0;
    };
    for await (const part of readBackup(file)) {
      if (part.table) {
        insert = NOT_KEPT.has(part.table) ? undefined : insertOf(part);
        if (insert) await connection.query(`DELETE FROM ${quoted(part.table)}`);
      } else if (part.row && insert) {
        batch.push(part.row);
        for (const value of part.row) bytes += value?.length ?? 8;
        if (batch.length >= MOST_ROWS || bytes >= MOST_BYTES) await put();
      } else if (part.end) await put();
    }
    for (const [table, rows] of Object.entries(expected)) {
      if (NOT_KEPT.has(table)) continue;
      const [[count]] = await connection.query(`SELECT COUNT(*) FROM ${quoted(table)}`);
      if (Number(count) !== rows) throw new Stop(`${count} of ${rows} rows of "${table}" could be put in. Nothing was changed.`);
    }
  });
}

const insertOf = ({ table, columns }) =>
  `INSERT INTO ${quoted(table)} (${columns.map(quoted).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;

/** all tables at once: the database keeps a statement whole, also when it is killed within it */
async function exchanged(account) {
  const [live, fresh, old] = [account.name, newOf(account.name), oldOf(account.name)];
  await on(account, undefined, async (connection) => {
    await connection.query(`CREATE DATABASE IF NOT EXISTS ${quoted(old)} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
    await connection.query('SET SESSION foreign_key_checks = 0');
    const moves = async (from, to) =>
      (await tablesOf(connection, from)).map((t) => `${quoted(from)}.${quoted(t)} TO ${quoted(to)}.${quoted(t)}`);
    const all = [...(await moves(live, old)), ...(await moves(fresh, live))];
    await connection.query(`RENAME TABLE ${all.join(', ')}`);
  });
}

/** Says a cut restore at a start. */
export async function sayCutRestore(account) {
  const said = await afterCutRestore(account);
  if (said) say(said);
}
