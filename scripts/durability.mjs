// Kills at random moments. Of saving and migrating: no acknowledged save is lost, none is stored twice. Of a first start, and of two first
// starts at once: all end in one healthy instance with the demo plant whole. Run by npm test with few; alone with many:
// node scripts/durability.mjs --kills 100 --first 20 --pairs 20 [--seed 1]
import { randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { Application } from './lib/application.mjs';
import { DataFolder } from './lib/folder.mjs';
import { Database } from './lib/mariadb.mjs';
import { freePort } from './lib/ports.mjs';
import { begin, call as callAt, DEMO_STUDIES, end, endAll, healthy, option, ready, readyAt } from './lib/instances.mjs';
import { finish, ROOT, say, sleep, Stop, until } from './lib/run.mjs';

const HOME = join(ROOT, '.test-data', 'durability');
const generator = xoroshiro128plus(option('seed', Date.now() % 100_000));
const random = (least, most) => uniformInt(generator, least, most);

/* ---- saving and migrating ---- */

const folder = new DataFolder(join(HOME, 'saving'));
let database;
let application;
let address;

async function up() {
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  const port = await freePort(4590);
  address = `http://127.0.0.1:${port}`;
  application = new Application(folder, account, { logLevel: 'warn' });
  await application.start(port, () => undefined);
}

/** ends application and database at once, or one of them */
async function kill(what) {
  const pid = Number(readFileSync(database.pidFile, 'utf8'));
  if (what !== 'database') application.child.kill('SIGKILL');
  if (what !== 'application') {
    process.kill(pid, 'SIGKILL');
    await until(() => !lives(pid), 'The end of the killed database');
  }
  await application.stop();
}

function lives(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** of the instance at the present address */
const call = (method, path, body, key = folder.key()) => callAt(address, key, method, `/studies${path}`, body);

/** saves as fast as it is answered until nobody answers; the last one then may have been kept or not */
async function saveUntilCut(state) {
  for (;;) {
    state.pending ??= { id: randomUUID(), notes: `save ${state.version + 1}` };
    const { id, notes } = state.pending;
    const sent = { version: state.version, saveId: id, document: { ...state.document, notes } };
    let answer;
    try {
      answer = await call('PUT', `/${state.id}`, sent);
    } catch (error) {
      if (error instanceof Stop) throw error;
      return;
    }
    if (answer.version !== state.version + 1) throw new Stop(`${answer.version} was answered on top of ${state.version}`);
    state.version = answer.version;
    state.notes = notes;
    state.pending = undefined;
    state.acknowledged++;
  }
}

async function check(state, when) {
  const stored = await call('GET', `/${state.id}`);
  const ahead = stored.version - state.version;
  if (ahead < 0 || ahead > (state.pending ? 1 : 0))
    throw new Stop(`${when}: version ${stored.version} is stored, ${state.version} was acknowledged`);
  const notes = ahead === 1 ? state.pending.notes : state.notes;
  if (stored.document.notes !== notes) throw new Stop(`${when}: an acknowledged save is lost`);
  const { kept } = await call('GET', `/${state.id}/versions?limit=1`);
  if (kept !== stored.version) throw new Stop(`${when}: ${kept} versions are kept of ${stored.version}`);
}

async function savingAndMigrating(kills) {
  let state;
  for (let i = 1; i <= kills; i++) {
    if (i % 5 === 0) await killWhileMigrating();
    await up();
    if (state === undefined) {
      const { id, document } = await call('POST', '', { title: 'Durability' });
      state = { id, document, version: 1, notes: undefined, pending: undefined, acknowledged: 0 };
    }
    await check(state, `kill ${i}`);
    const saving = saveUntilCut(state);
    await sleep(random(50, 1500));
    await kill(['application', 'database', 'both'][random(0, 2)]);
    await saving;
  }
  await up();
  await check(state, 'at the end');
  await application.stop();
  await database.stop();
  say(
    `${kills} kills while saving and ${Math.floor(kills / 5)} while migrating: ${state.acknowledged} acknowledged saves, none lost.`,
  );
}

/** a second database beside the first one, whose tables are made while the application is killed */
async function killWhileMigrating() {
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  const name = 'cedar_knot_migrated';
  database.sql(`DROP DATABASE IF EXISTS ${name}; CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
    GRANT ALL ON ${name}.* TO 'cedar_knot'@'127.0.0.1';`);
  const port = await freePort(4590);
  const beside = new Application(folder, { ...account, name }, { logLevel: 'warn' });
  const coming = beside.start(port, () => undefined).catch(() => undefined);
  await sleep(random(400, 2200));
  beside.child.kill('SIGKILL');
  await coming;
  await beside.start(port, () => undefined);
  address = `http://127.0.0.1:${port}`;
  const demo = await call('GET', '');
  if (demo.length !== DEMO_STUDIES) throw new Stop(`after a kill while migrating ${demo.length} studies are there`);
  await beside.stop();
}

/* ---- first starts ---- */

async function killedFirstStarts(count) {
  for (let i = 1; i <= count; i++) {
    const path = join(HOME, `first-${i}`);
    const when = `first start ${i}`;
    const killed = begin(path);
    await sleep(random(100, 6000));
    killed.child.kill('SIGKILL');
    const next = begin(path);
    await healthy(path, await ready(next, when), when);
    await end(next, when);
  }
  say(`${count} first starts killed at random moments: the next one is healthy each time.`);
}

async function pairs(count) {
  for (let i = 1; i <= count; i++) {
    const path = join(HOME, `pair-${i}`);
    const when = `pair ${i}`;
    const one = begin(path);
    await sleep(random(0, 100));
    const two = begin(path);
    const [a, b] = await Promise.all([ready(one, when), ready(two, when)]);
    if (a !== b) throw new Stop(`${when}: ${a} and ${b}`);
    await healthy(path, a, when);
    await until(() => one.code !== undefined || two.code !== undefined, `${when}: the end of the second`);
    await end(one.code === undefined ? one : two, when);
  }
  say(`${count} pairs of first starts at once: one instance each time, and the other says where it is.`);
}

/* ---- backup, another database, what a start says ---- */

function run(script, words, more) {
  const done = spawnSync(process.execPath, [join(ROOT, 'scripts', script), ...words], {
    encoding: 'utf8',
    env: { ...process.env, ...more },
  });
  return { ok: done.status === 0, said: `${done.stdout}${done.stderr}` };
}

function expect(condition, what, said = '') {
  if (!condition) throw new Stop(`${what}\n${said}`);
}

/** everything that the application answers of what is kept */
async function everything(token) {
  const studies = await call('GET', '', undefined, token);
  return Promise.all(
    studies.map(async (s) => {
      const { versions } = await call('GET', `/${s.id}/versions?limit=500`, undefined, token);
      const documents = await Promise.all(versions.map((v) => call('GET', `/${s.id}/versions/${v.version}`, undefined, token)));
      return { ...s, documents };
    }),
  );
}

async function backupAndRestore() {
  const [from, to] = [join(HOME, 'from'), join(HOME, 'to')];
  const file = join(HOME, 'all.sql.gz');
  const one = begin(from);
  address = await ready(one, 'backup');
  const token = new DataFolder(from).key();
  const { id, document } = await call('POST', '', { title: 'Kept' }, token);
  for (let v = 1; v <= 5; v++) await call('PUT', `/${id}`, { version: v, document: { ...document, notes: `n${v}` } }, token);
  const before = await everything(token);
  const backup = run('backup.mjs', [file], { CEDAR_KNOT_DATA: from });
  expect(backup.ok && backup.said.includes(`${DEMO_STUDIES + 1} studies`), 'the backup failed', backup.said);
  const busy = run('restore.mjs', [file], { CEDAR_KNOT_DATA: from });
  expect(!busy.ok && busy.said.includes('stop it first'), 'a restore under a running instance was not refused', busy.said);
  await end(one, 'backup');
  const restored = run('restore.mjs', [file], { CEDAR_KNOT_DATA: to });
  expect(restored.ok, 'the restore failed', restored.said);
  const again = run('restore.mjs', [file], { CEDAR_KNOT_DATA: to });
  expect(!again.ok && again.said.includes('--over'), 'a restore over studies was not refused', again.said);
  const two = begin(to);
  address = await ready(two, 'restore');
  const after = await everything(new DataFolder(to).key());
  expect(JSON.stringify(after) === JSON.stringify(before), 'what was restored is not what was backed up');
  await end(two, 'restore');
  say('backup while running, restore into an empty folder: the same studies and versions.');
}

/** an instance on a database that runs elsewhere, and what a start says when it cannot */
async function elsewhere() {
  const path = join(HOME, 'elsewhere');
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  database = new Database(folder.path, 'cedar_knot_test');
  const { host, port, user, password } = await database.start();
  const made = (name) =>
    database.sql(`DROP DATABASE IF EXISTS ${name}; CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
      GRANT ALL ON ${name}.* TO 'cedar_knot'@'127.0.0.1';`);
  const url = (name) => ({ CEDAR_KNOT_DATABASE_URL: `mariadb://${user}:${password}@${host}:${port}/${name}` });
  made('cedar_knot_elsewhere');
  const one = begin(path, url('cedar_knot_elsewhere'));
  await healthy(path, await ready(one, 'elsewhere'), 'elsewhere');
  expect(!existsSync(join(path, 'mariadb')), 'a database of its own was made beside the one that was named');
  // ended from outside, the application comes back on its port
  process.kill(Number(/^\d+/.exec(childOf(one.child.pid))[0]), 'SIGKILL');
  await until(() => one.out.includes('starting it again'), 'the relaunch');
  await until(() => healthy(path, readyAt(one), 'relaunch').then(() => true, () => false), 'the relaunch'); // prettier-ignore
  one.child.kill('SIGHUP');
  await until(() => one.code !== undefined, 'the end by SIGHUP');
  expect(one.code === 0, 'SIGHUP did not end it cleanly', one.out);
  made('cedar_knot_broken');
  database.sql('CREATE TABLE cedar_knot_broken.study_versions (other INT)');
  const broken = run('start.mjs', [], { CEDAR_KNOT_DATA: path, ...url('cedar_knot_broken') });
  expect(!broken.ok && broken.said.includes('could not be brought up to date'), 'a failed migration was not said', broken.said);
  const wrong = run('start.mjs', [], { CEDAR_KNOT_DATA: path, CEDAR_KNOT_PORT: 'many' });
  expect(!wrong.ok && wrong.said.includes('CEDAR_KNOT_PORT'), 'a wrong environment was not said', wrong.said);
  await database.stop();
  say('an existing database by its address; a relaunch; SIGHUP; a failed migration and a wrong environment said in words.');
}

function childOf(pid) {
  return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
}

async function main() {
  rmSync(HOME, { recursive: true, force: true });
  mkdirSync(HOME, { recursive: true, mode: 0o711 });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  await savingAndMigrating(option('kills', 6));
  await killedFirstStarts(option('first', 2));
  await pairs(option('pairs', 2));
  await backupAndRestore();
  await elsewhere();
}

main().then(
  () => process.exit(0),
  async (error) => {
    application?.child?.kill('SIGKILL');
    await endAll();
    if (database && existsSync(database.pidFile)) await database.stop().catch(() => undefined);
    finish(error);
  },
);
