// Kills at random moments. Of saving and migrating: no acknowledged save is lost, none is stored twice. Of a first start, and of two first
// starts at once: all end in one healthy instance with the demo plant whole.
// A database that stands still, a full disk. Run by npm test with few; alone with many:
// node scripts/durability.mjs --kills 100 --first 20 --pairs 20 --left 20 --still 60 --restores 20 --work 20 [--seed 1] [--only backup,full]
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { Application } from './lib/application.mjs';
import { studiesIn } from './lib/backup/connect.mjs';
import { checkBackup } from './lib/backup/restore.mjs';
import { writeBackup } from './lib/backup/write.mjs';
import { DataFolder } from './lib/folder.mjs';
import { Database } from './lib/mariadb.mjs';
import { freePort } from './lib/ports.mjs';
import {
  begin,
  call as callAt,
  DEMO_STUDIES,
  end,
  endAll,
  healthy,
  option,
  processesOn,
  ready,
  readyAt,
} from './lib/instances.mjs';
import { background, finish, ROOT, say, sleep, Stop, until } from './lib/run.mjs';

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

/** all pumps, a page at a time as the API has them */
async function pumpsAt(at, key) {
  const all = [];
  for (;;) {
    const { rows, count } = await callAt(at, key, 'GET', `/catalogue/models?kind=pumps&count=500&from=${all.length}`);
    all.push(...rows);
    if (all.length >= count) return all;
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

/* ---- imports, attachments, backups ---- */

const PUMPS = 150;
const PUMP = { speed: '2900 rpm', curve: [{ flow: '0 m3/h', head: '40 m' }, { flow: '30 m3/h', head: '30 m' }] }; // prettier-ignore

async function post(path, body, type = 'application/json') {
  const headers = { 'content-type': type, authorization: `Bearer ${folder.key()}` };
  const response = await fetch(`${address}/api/catalogue/${path}`, { method: 'POST', body, headers });
  return { status: response.status, text: await response.text() };
}

/** does one kind of work again and again until it is cut */
async function again(work, isCut) {
  while (!isCut())
    await work().catch((error) => {
      // a connection that was cut says nothing; what is not as it should be does
      if (error instanceof Stop) throw error;
    });
}

async function importOne(state) {
  const maker = `Import ${state.imports.size}`;
  state.imports.set(maker, false);
  const pumps = Object.fromEntries(
    Array.from({ length: PUMPS }, (_, i) => [
      `${maker}-${i}`.toLowerCase().replace(' ', '-'),
      { ...PUMP, name: `${maker} ${i}`, maker },
    ]),
  );
  const { text } = await post('import', JSON.stringify({ catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps } }));
  if (text.includes(`"created":${PUMPS}`)) state.imports.set(maker, true);
}

async function attachOne(state) {
  const made = JSON.parse(
    (await post('models', JSON.stringify({ kind: 'pumps', entry: { ...PUMP, name: `File ${randomUUID()}` } }))).text,
  );
  const body = Buffer.concat([Buffer.from('%PDF-1.7\n'), randomBytes(random(1000, 900_000))]);
  const { status, text } = await post(`models/${made.id}/attachments?name=a.pdf`, body, 'application/octet-stream');
  if (status === 201) state.files.set(JSON.parse(text).id, createHash('sha256').update(body).digest('hex'));
}

async function backUpOne(state) {
  const file = join(HOME, `work-${state.backups}.backup.gz`);
  const isWritten = await writeBackup(database.account(), file).then(
    () => true,
    () => false,
  );
  if (isWritten !== existsSync(file))
    throw new Stop(isWritten ? 'a backup that was written is not there' : 'a backup that was cut off stands as a whole one');
  if (!isWritten) return;
  await checkBackup(file);
  rmSync(file);
  state.backups++;
}

async function checkWork(state, when) {
  const models = await pumpsAt(address, folder.key());
  for (const [maker, isAcknowledged] of state.imports) {
    const count = models.filter((m) => m.maker === maker).length;
    if (count !== PUMPS && (count !== 0 || isAcknowledged))
      throw new Stop(`${when}: ${count} of ${PUMPS} pumps of an import are there`);
  }
  for (const [id, hash] of state.files) {
    const response = await fetch(`${address}/api/catalogue/attachments/${id}`, {
      headers: { authorization: `Bearer ${folder.key()}` },
    });
    const found = createHash('sha256')
      .update(Buffer.from(await response.arrayBuffer()))
      .digest('hex');
    if (found !== hash) throw new Stop(`${when}: an attachment that was acknowledged is not as it was sent`);
  }
}

/** what was acknowledged is there, whole; anything else is whole or not there at all */
async function killedWork(kills) {
  const state = { imports: new Map(), files: new Map(), backups: 0 };
  for (let i = 1; i <= kills; i++) {
    await up();
    await checkWork(state, `kill ${i}`);
    let isCut = false;
    const work = [importOne, attachOne, backUpOne].map((one) =>
      again(
        () => one(state),
        () => isCut,
      ),
    );
    await sleep(random(200, 3000));
    isCut = true;
    await kill(['application', 'database', 'both'][random(0, 2)]);
    await Promise.all(work);
  }
  await up();
  await checkWork(state, 'at the end');
  await application.stop();
  await database.stop();
  const imported = [...state.imports.values()].filter(Boolean).length;
  say(
    `${kills} kills while importing, attaching and backing up: ${imported} imports of ${PUMPS} pumps, ${state.files.size} attachments and ${state.backups} backups acknowledged, all there and whole; ${state.imports.size - imported} imports cut off, none in part.`,
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
  const { studies: demo } = await call('GET', '');
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

/** a start that is killed at whatever stage leaves nothing behind */
async function leavesNothing(count) {
  for (let i = 1; i <= count; i++) {
    const path = join(HOME, `left-${i}`);
    const one = begin(path);
    await sleep(random(100, 9000));
    one.child.kill('SIGKILL');
    // a database that was told to end in an unlucky moment of its start stands still (MariaDB's own fault): the next start ends it
    for (let waited = 0; waited < 60 && processesOn(path).length > 0; waited++) await sleep(1000);
    if (processesOn(path).length > 0) {
      const next = begin(path);
      await healthy(path, await ready(next, `left ${i}`), `left ${i}`);
      await end(next, `left ${i}`);
    }
    await until(() => processesOn(path).length === 0, `the end of what start ${i}, which was killed, had begun`);
    rmSync(path, { recursive: true, force: true });
  }
  say(`${count} starts killed at random moments: nothing of them is left.`);
}

/* ---- a database that stands still, a disk that is full ---- */

/** status, error and time of a request to the present instance */
async function asked(key, method, path, body) {
  const since = performance.now();
  const response = await fetch(`${address}/api${path}`, {
    method,
    body: body && JSON.stringify(body),
    headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
  });
  const answer = await response.json();
  return { path, status: response.status, error: answer.error, version: answer.version, took: performance.now() - since };
}

/** Source: proc(5) */
const stateOf = (process) => readFileSync(`/proc/${process}/stat`, 'utf8').split(') ').pop()[0];

async function standsStill(seconds) {
  const path = join(HOME, 'frozen');
  const one = begin(path);
  address = await ready(one, 'frozen');
  const key = new DataFolder(path).key();
  const { id, document } = await call('POST', '', { title: 'Frozen' }, key);
  const save = { version: 1, saveId: randomUUID(), document: { ...document, notes: 'while it stood still' } };
  const pid = Number(readFileSync(join(path, 'mariadb', 'run', 'm.pid'), 'utf8'));
  const answers = [];
  process.kill(pid, 'SIGSTOP');
  // a thread that is at work on another processor stops a moment later
  await until(() => readdirSync(`/proc/${pid}/task`).every((t) => stateOf(`${pid}/task/${t}`) === 'T'), 'the standstill');
  try {
    for (const begin = performance.now(); performance.now() - begin < seconds * 1000; await sleep(200)) {
      const reads = ['/studies', `/studies/${id}`, `/studies/${id}/versions`, '/catalogue/models?kind=pumps', '/health'];
      const all = reads.map((p) => asked(key, 'GET', p));
      answers.push(...(await Promise.all([...all, asked(key, 'PUT', `/studies/${id}`, save)])));
    }
  } finally {
    process.kill(pid, 'SIGCONT');
  }
  const other = answers.find((a) => a.status !== 503 || a.error !== 'database');
  if (other)
    throw new Stop(
      `while the database stood still ${other.path} was answered ${other.status} ${other.error} after ${other.took.toFixed(0)} ms (${answers.indexOf(other)} of ${answers.length})`,
    );
  await until(
    async () => (await asked(key, 'PUT', `/studies/${id}`, save)).version === 2,
    'the save after the database stood still',
  );
  const { version } = await call('GET', `/${id}`, undefined, key);
  expect(version === 2, `version ${version} is stored of one save that was sent ${answers.length} times`);
  await end(one, 'frozen');
  const longest = Math.max(...answers.map((a) => a.took)) / 1000;
  say(
    `the database stood still for ${seconds} s: ${answers.length} requests, each answered with 503, the longest after ${longest.toFixed(1)} s; the save was kept once.`,
  );
}

async function fullDisk() {
  const disk = join(HOME, 'disk');
  mkdirSync(disk, { recursive: true });
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=420m', 'tmpfs', disk]);
  if (mounted.status !== 0) {
    say('a full disk: skipped, for mounting is not allowed here.');
    return;
  }
  const path = join(disk, 'data');
  const filler = join(disk, 'filler');
  try {
    const one = begin(path);
    address = await ready(one, 'full');
    const key = new DataFolder(path).key();
    const { id, document } = await call('POST', '', { title: 'Full' }, key);
    const noise = () =>
      Object.fromEntries(Array.from({ length: 200 }, (_, i) => [`p${i}`, { notes: randomBytes(900).toString('hex') }]));
    const save = (version) => ({ version, saveId: randomUUID(), document: { ...document, pumps: noise() } });
    spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=64k'], { stdio: 'ignore' });
    let version = 1;
    let refused = 0;
    while (refused < 20) {
      const answer = await asked(key, 'PUT', `/studies/${id}`, save(version));
      if (answer.status === 200) version = answer.version;
      else if (answer.status === 507 && answer.error === 'disk-full') refused++;
      else throw new Stop(`on a full disk ${answer.status} ${answer.error} was answered`);
      await sleep(100);
    }
    rmSync(filler);
    const last = save(version);
    await until(async () => (await asked(key, 'PUT', `/studies/${id}`, last)).status === 200, 'a save after room was made');
    const stored = await call('GET', `/${id}`, undefined, key);
    expect(
      stored.version === version + 1 && stored.document.pumps.p7.notes === last.document.pumps.p7.notes,
      'what was saved after room was made is not there',
    );
    expect(one.code === undefined, 'the start gave up on a full disk', one.out);
    await end(one, 'full');
    say(`a full disk: ${refused} saves refused with 507, ${version - 1} kept before; with room all goes on.`);
  } finally {
    rmSync(filler, { force: true });
    await endAll();
    spawnSync('umount', ['-l', disk]);
  }
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

/** everything that the application answers of what is kept, the bytes of attachments too */
async function everything(key) {
  const { studies } = await call('GET', '', undefined, key);
  const whole = await Promise.all(
    studies.map(async (s) => {
      const { versions } = await call('GET', `/${s.id}/versions?limit=500`, undefined, key);
      const documents = await Promise.all(versions.map((v) => call('GET', `/${s.id}/versions/${v.version}`, undefined, key)));
      return { ...s, documents };
    }),
  );
  const models = await pumpsAt(address, key);
  const attached = models.filter((m) => m.name.startsWith('Attached'));
  const files = await Promise.all(
    attached.map(async (m) => {
      const { attachments } = await callAt(address, key, 'GET', `/catalogue/models/${m.id}`);
      return Promise.all(
        attachments.map(async ({ id, name }) => {
          const response = await fetch(`${address}/api/catalogue/attachments/${id}`, {
            headers: { authorization: `Bearer ${key}` },
          });
          return {
            name,
            hash: createHash('sha256')
              .update(Buffer.from(await response.arrayBuffer()))
              .digest('hex'),
          };
        }),
      );
    }),
  );
  // the demo catalogue is put in anew where a backup had none: its ids are drawn
  return JSON.stringify({ whole, models: models.map(({ key: of, revision }) => [of, revision]).sort(), attached, files });
}

/** a study with versions, and a model with attachments of every byte */
async function fill(key, title) {
  const { id, document } = await call('POST', '', { title }, key);
  for (let v = 1; v <= 5; v++)
    await call('PUT', `/${id}`, { version: v, document: { ...document, notes: `${title} ${v} \u2028 ’ 水 \\` } }, key);
  const curve = [{ flow: '0 m3/h', head: '40 m' }, { flow: '30 m3/h', head: '30 m' }]; // prettier-ignore
  const model = await callAt(address, key, 'POST', '/catalogue/models', {
    kind: 'pumps',
    entry: { name: `Attached ${title}`, speed: '2900 rpm', curve },
  });
  for (const size of [0, 3_000_000]) {
    const body = Buffer.concat([
      Buffer.from('%PDF-1.7\n'),
      Buffer.from(Array.from({ length: 256 }, (_, i) => i)),
      randomBytes(size),
    ]);
    const path = `/api/catalogue/models/${model.id}/attachments?name=${size}.pdf`;
    const answer = await fetch(`${address}${path}`, {
      method: 'POST',
      body,
      headers: { 'content-type': 'application/octet-stream', authorization: `Bearer ${key}` },
    });
    expect(answer.status === 201, `an attachment of ${size} B was answered ${answer.status}`);
  }
}

/** what an instance on a folder answers of everything, once it is up; it is ended again */
async function answeredBy(path, when) {
  const one = begin(path);
  address = await ready(one, when);
  const found = await everything(new DataFolder(path).key());
  await stopped(one, when);
  return { found, said: one.out };
}

async function stopped(one, when) {
  one.child.kill('SIGTERM');
  await until(() => one.code !== undefined, `${when}: the end`);
  expect(one.code === 0, `${when}: the end was ${one.code}`, one.out);
}

async function backupAndRestore() {
  const [from, to] = [join(HOME, 'from'), join(HOME, 'to')];
  const file = join(HOME, 'all.backup.gz');
  const one = begin(from);
  address = await ready(one, 'backup');
  const key = new DataFolder(from).key();
  await fill(key, 'Kept');
  const before = await everything(key);
  const backup = run('backup.mjs', [file], { CEDAR_KNOT_DATA: from });
  expect(backup.ok && backup.said.includes(`${DEMO_STUDIES + 1} studies`), 'the backup failed', backup.said);
  const busy = run('restore.mjs', [file], { CEDAR_KNOT_DATA: from });
  expect(!busy.ok && busy.said.includes('stop it first'), 'a restore under a running instance was not refused', busy.said);
  await stopped(one, 'backup');
  const restored = run('restore.mjs', [file], { CEDAR_KNOT_DATA: to });
  expect(restored.ok, 'the restore failed', restored.said);
  const again = run('restore.mjs', [file], { CEDAR_KNOT_DATA: to });
  expect(!again.ok && again.said.includes('--over'), 'a restore over studies was not refused', again.said);
  expect((await answeredBy(to, 'restore')).found === before, 'what was restored is not what was backed up');
  say('backup while running, restore into an empty folder: the same studies, versions, models and attachments.');
  refusedBackups(file, to);
  await killedRestores(file, before, to, option('restores', 3));
  for (const path of [from, to]) rmSync(path, { recursive: true, force: true });
}

/** what is no backup, is damaged or newer changes nothing, and says why */
function refusedBackups(file, to) {
  const text = gunzipSync(readFileSync(file)).toString('utf8');
  const first = `-- Cedar Knot backup, version 1\n${FIRST_VERSION}`;
  const bad = [
    ['cut off', text.slice(0, text.length >> 1), /cut off|cannot be read/],
    ['without its last line', text.replace(/\{"end":"backup".*\n$/, ''), /cut off/],
    [
      'with another figure in a row',
      text.replace('"title":"Reinjection', '"title":"Rejection').replace('Reinjection transfer', 'Rejection transfer'),
      /damaged/,
    ],
    ['with a row less', text.replace(/^\[.*\n/m, ''), /damaged/],
    ['of a newer schema', text.replace('"0001-studies"', '"0001-studies","9999-next"'), /newer version/],
    ['of a newer form', text.replace('"version":2', '"version":3'), /newer version/],
    ['of something else', '{"format":"other"}\n', /no backup/],
    [
      'of the first form with a statement',
      first.replace('UNLOCK TABLES', 'x').replace(/^INSERT/m, 'GRANT ALL ON *.* TO x;\nINSERT'),
      /no row/,
    ],
    ['of the first form with a command for the client', first.replace(/^INSERT/m, '\\! touch /tmp/x\nINSERT'), /no row/],
    ['of the first form, cut off', first.slice(0, -200), /cut off|no row/],
  ];
  for (const [name, content, words] of bad) {
    const path = join(HOME, 'bad.backup.gz');
    writeFileSync(path, gzipSync(content));
    const done = run('restore.mjs', [path, '--over'], { CEDAR_KNOT_DATA: to });
    expect(
      !done.ok && words.test(done.said) && !/\n {4}at /.test(done.said),
      `a backup ${name} was not refused in words`,
      done.said,
    );
  }
  say(`${bad.length} backups that are damaged, newer or none: each refused in words.`);
}

const FIRST_FOLDER = join(ROOT, 'apps/server/src/database/first-version');
const FIRST_VERSION = `${readFileSync(join(FIRST_FOLDER, 'dump.sql'), 'utf8')}\n-- Dump completed\n`;

/** kills the restoring process, or the database under it: the old or the new stands, whole, and a cut one is named */
async function killedRestores(file, present, to, kills) {
  const old = join(HOME, 'old.backup.gz');
  writeFileSync(old, gzipSync(`-- Cedar Knot backup, version 1\n${FIRST_VERSION}`));
  expect(run('restore.mjs', [old, '--over'], { CEDAR_KNOT_DATA: to }).ok, 'a backup of the first form was not taken');
  const first = await answeredBy(to, 'first form');
  checkFirstForm(JSON.parse(first.found).whole);
  const states = { first: first.found, present };
  const counts = { first: 0, present: 0, named: 0 };
  let stands = 'first';
  for (let i = 1; i <= kills; i++) {
    const wanted = stands === 'first' ? 'present' : 'first';
    const child = background(process.execPath, [join(ROOT, 'scripts/restore.mjs'), wanted === 'present' ? file : old, '--over'], {
      env: { ...process.env, CEDAR_KNOT_DATA: to },
      stdio: 'ignore',
    });
    let isOver = false;
    child.once('exit', () => (isOver = true));
    const pidFile = join(to, 'mariadb', 'run', 'm.pid');
    // while it writes and loads: what comes before changes nothing
    await until(() => isOver || existsSync(pidFile), 'the database of a restore');
    await sleep(random(200, 3500));
    if (i % 2 === 0 && existsSync(pidFile)) process.kill(Number(readFileSync(pidFile, 'utf8')), 'SIGKILL');
    else child.kill('SIGKILL');
    await until(() => isOver && processesOn(to).length === 0, 'the end of a restore that was killed');
    const after = await answeredBy(to, `restore ${i}`);
    const state = Object.keys(states).find((name) => states[name] === after.found);
    expect(state !== undefined, `after kill ${i} of a restore neither the old nor the new stands`, after.said);
    counts[state]++;
    if (/A restore was cut off/.test(after.said)) counts.named++;
    stands = state;
  }
  say(
    `${kills} restores killed, the process and the database in turn: the old or the new stands each time, whole; ${counts.named} cut ones named at the next start.`,
  );
}

function checkFirstForm(found) {
  const expected = JSON.parse(readFileSync(join(FIRST_FOLDER, 'expected.json'), 'utf8'));
  const plain = (list) =>
    JSON.stringify(list.map(({ id, title, documents, versions }) => [id, title, (documents ?? versions).map((v) => [v.version, v.document])]).sort()); // prettier-ignore
  expect(
    plain(found.filter((s) => expected.some((e) => e.id === s.id))) === plain(expected),
    'a backup of the first form came over with a difference',
  );
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
  // an account that may not make the databases of a restore: said before anything is changed
  database.sql(`CREATE USER IF NOT EXISTS 'narrow'@'127.0.0.1' IDENTIFIED BY 'narrow';
    GRANT ALL ON \`cedar\\_knot\\_elsewhere\`.* TO 'narrow'@'127.0.0.1';`);
  const file = join(HOME, 'narrow.backup.gz');
  writeFileSync(file, gzipSync(`-- Cedar Knot backup, version 1\n${FIRST_VERSION}`));
  const narrow = { ...database.account(), user: 'narrow', password: 'narrow', name: 'cedar_knot_elsewhere' };
  const lacking = run('restore.mjs', [file, '--over'], {
    CEDAR_KNOT_DATA: path,
    CEDAR_KNOT_DATABASE_URL: `mariadb://narrow:narrow@${host}:${port}/cedar_knot_elsewhere`,
  });
  expect(
    !lacking.ok && lacking.said.includes('GRANT ALL ON `cedar\\_knot\\_elsewhere\\_new`'),
    'a missing right was not named',
    lacking.said,
  );
  expect((await studiesIn(narrow)) === DEMO_STUDIES, 'a restore without the right for it changed something', lacking.said);
  made('cedar_knot_broken');
  database.sql('CREATE TABLE cedar_knot_broken.study_versions (other INT)');
  const broken = run('start.mjs', [], { CEDAR_KNOT_DATA: path, ...url('cedar_knot_broken') });
  expect(!broken.ok && broken.said.includes('could not be updated'), 'a failed migration was not said', broken.said);
  const wrong = run('start.mjs', [], { CEDAR_KNOT_DATA: path, CEDAR_KNOT_PORT: 'many' });
  expect(!wrong.ok && wrong.said.includes('CEDAR_KNOT_PORT'), 'a wrong environment was not said', wrong.said);
  await database.stop();
  await oddFolders();
  say(
    'an existing database by its address; a relaunch; SIGHUP; a failed migration, a wrong environment and a read-only folder said in words; a folder with spaces.',
  );
}

/** a folder with spaces in its name, what an earlier start left in it, other servers' temporary tables, and one that can only be read */
async function oddFolders() {
  const path = join(HOME, 'a folder', 'with spaces');
  mkdirSync(path, { recursive: true, mode: 0o711 });
  writeFileSync(join(path, 'lock'), 'stale');
  writeFileSync(join(path, 'starting.json'), '{"pid":1,"progress":"packages and build"}');
  writeFileSync(join(path, 'running.json'), '{"pid":1,"address":"http://127.0.0.1:1/"}');
  const shared = join(HOME, 'temporary');
  const table = join(shared, '#sql-temptable-1-1-1.MAI');
  mkdirSync(shared);
  writeFileSync(table, '');
  // whoever the database is lent to could remove it
  spawnSync('chmod', ['-R', 'a+rwX', shared]);
  const one = begin(path, { TMPDIR: shared });
  await healthy(path, await ready(one, 'spaces'), 'spaces');
  await end(one, 'spaces');
  expect(existsSync(table), 'a start removed a temporary table of another server', readdirSync(shared).join(', '));
  const disk = join(HOME, 'read-only');
  mkdirSync(disk, { recursive: true });
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'ro', 'tmpfs', disk]).status !== 0) return;
  try {
    const refused = run('start.mjs', [], { CEDAR_KNOT_DATA: join(disk, 'data') });
    expect(
      !refused.ok && refused.said.includes('can only be read') && !/\n {4}at /.test(refused.said),
      'a read-only folder was not said in a sentence',
      refused.said,
    );
  } finally {
    spawnSync('umount', ['-l', disk]);
  }
}

function childOf(pid) {
  return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
}

const PARTS = {
  saving: () => savingAndMigrating(option('kills', 6)),
  work: () => killedWork(option('work', 3)),
  first: () => killedFirstStarts(option('first', 2)),
  pairs: () => pairs(option('pairs', 2)),
  left: () => leavesNothing(option('left', 2)),
  still: () => standsStill(option('still', 12)),
  full: fullDisk,
  backup: backupAndRestore,
  elsewhere,
};

async function main() {
  rmSync(HOME, { recursive: true, force: true });
  mkdirSync(HOME, { recursive: true, mode: 0o711 });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  const only = process.argv.includes('--only') ? process.argv[process.argv.indexOf('--only') + 1].split(',') : undefined;
  for (const [name, part] of Object.entries(PARTS)) if (!only || only.includes(name)) await part();
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
