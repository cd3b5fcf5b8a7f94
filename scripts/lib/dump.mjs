import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, renameSync, rmSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Transform } from 'node:stream';
import { createGunzip, createGzip } from 'node:zlib';
import { ask, Stop } from './run.mjs';

const HEAD = '-- Cedar Knot backup, version 1\n';
/** the last line of a dump that came to its end */
const TAIL = '-- Dump completed';

/** Writes all tables as they stood at one moment into a file; returns how many studies there are. */
export async function dump(database, file) {
  const { args, env } = database.clientArguments();
  const options = ['--single-transaction', '--quick', '--hex-blob', '--default-character-set=utf8mb4', '--skip-lock-tables'];
  const child = spawn('mariadb-dump', [...args, ...options, database.name], { env, stdio: ['ignore', 'pipe', 'pipe'] });
  const part = `${file}.part`;
  const why = textOf(child.stderr);
  const code = new Promise((resolve) => child.once('close', resolve));
  await pipeline(child.stdout, headed(), createGzip(), createWriteStream(part, { mode: 0o600 }));
  if ((await code) !== 0) {
    rmSync(part, { force: true });
    throw new Stop(`The backup failed:\n${await why}`);
  }
  await checkDump(part);
  renameSync(part, file);
  return studiesIn(database);
}

/** Reads a backup to its end: it is one, and whole. */
export async function checkDump(file) {
  let head = '';
  let tail = '';
  try {
    for await (const chunk of createReadStream(file).pipe(createGunzip())) {
      const text = chunk.toString('latin1');
      if (head.length < HEAD.length) head += text.slice(0, HEAD.length);
      tail = (tail + text).slice(-400);
    }
  } catch (error) {
    throw new Stop(`${file} cannot be read as a backup: ${error.message}`);
  }
  if (!head.startsWith(HEAD)) throw new Stop(`${file} is no backup of Cedar Knot.`);
  if (!tail.includes(TAIL)) throw new Stop(`${file} is cut off: a whole backup ends with its last line.`);
}

/** Puts a backup in the place of what the database holds; it is loaded beside it first, so that a bad one changes nothing. */
export async function load(database, file) {
  const trial = `${database.name}_restore`;
  for (const name of [trial, database.name]) {
    database.sql(
      `DROP DATABASE IF EXISTS \`${name}\`; CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
    );
    const { args, env } = database.clientArguments();
    const child = spawn('mariadb', [...args, name], { env, stdio: ['pipe', 'ignore', 'pipe'] });
    const why = textOf(child.stderr);
    const code = new Promise((resolve) => child.once('close', resolve));
    await pipeline(createReadStream(file), createGunzip(), child.stdin).catch(() => undefined);
    if ((await code) !== 0) throw new Stop(`The backup could not be put in:\n${await why}`);
  }
  database.sql(`DROP DATABASE \`${trial}\``);
}

/** studies that are not deleted; 0 where there are no tables yet */
export function studiesIn(database) {
  const { args, env } = database.clientArguments();
  const query = 'SELECT COUNT(*) FROM studies WHERE deleted_at IS NULL';
  const asked = ask('mariadb', [...args, '-N', '-e', query, database.name], { env });
  return asked.ok ? Number(asked.out.trim()) : 0;
}

function headed() {
  let isFirst = true;
  return new Transform({
    transform(chunk, _encoding, done) {
      if (isFirst) this.push(HEAD);
      isFirst = false;
      done(null, chunk);
    },
  });
}

async function textOf(stream) {
  let text = '';
  for await (const chunk of stream) text += chunk;
  return text;
}
