// Ten restarts, two of them after `kill -9` of application and database in the middle of saving: no acknowledged save is lost.
// Run by npm test; alone: node scripts/durability.mjs
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Database } from './lib/mariadb.mjs';
import { freePort } from './lib/ports.mjs';
import { background, finish, ROOT, say, sleep, Stop, until } from './lib/run.mjs';

const FOLDER = join(ROOT, '.test-data', 'durability');
const ROUNDS = 10;
const KILLED = new Set([4, 8]);

let database;
let server;
let address;

async function start() {
  database = new Database(FOLDER, 'cedar_knot_test');
  const account = await database.start();
  const port = await freePort(4590);
  address = `http://127.0.0.1:${port}/api/studies`;
  server = background(process.execPath, [join(ROOT, 'apps/server/dist/main.js')], {
    stdio: 'ignore',
    env: {
      ...process.env,
      CEDAR_KNOT_PORT: String(port),
      CEDAR_KNOT_DB: JSON.stringify(account),
      CEDAR_KNOT_LOG: join(FOLDER, 'server.log'),
    },
  });
  await until(
    () =>
      fetch(`http://127.0.0.1:${port}/api/health`).then(
        (r) => r.ok,
        () => false,
      ),
    60_000,
    'The start of the application',
  );
}

async function stop(hard) {
  const gone = new Promise((resolve) => server.once('exit', resolve));
  if (hard) {
    const pid = Number(readFileSync(database.pidFile, 'utf8'));
    server.kill('SIGKILL');
    process.kill(pid, 'SIGKILL');
    await gone;
    await until(() => !lives(pid), 10_000, 'The end of the killed database');
  } else {
    server.kill('SIGTERM');
    await gone;
    await database.stop();
  }
}

function lives(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

async function call(method, path, body) {
  const response = await fetch(`${address}${path}`, {
    method,
    body: body && JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
  });
  const answer = await response.json();
  if (!response.ok) throw new Stop(`${method} ${path}: ${response.status} ${answer.message}`);
  return answer;
}

/** saves as fast as it is answered until told to stop, or until nobody answers; remembers the last one that was acknowledged */
async function keepSaving(state, until) {
  while (!until.over) {
    const notes = `save ${state.version + 1}`;
    let answer;
    try {
      answer = await call('PUT', `/${state.id}`, { version: state.version, document: { ...state.document, notes } });
    } catch (error) {
      if (error instanceof Stop) throw error;
      return;
    }
    state.version = answer.version;
    state.notes = notes;
    state.acknowledged++;
  }
}

async function main() {
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true, mode: 0o711 });
  let state;
  for (let round = 1; round <= ROUNDS; round++) {
    await start();
    state ??= await call('POST', '', { title: 'Durability' }).then((s) => ({
      id: s.id,
      version: 1,
      document: s.document,
      notes: undefined,
      acknowledged: 0,
    }));
    const stored = await call('GET', `/${state.id}`);
    // a save that was stored, but whose answer the kill cut off, may stand on top of the last acknowledged one
    const ahead = stored.version - state.version;
    if (ahead < 0 || ahead > 1)
      throw new Stop(`round ${round}: version ${stored.version} is stored, ${state.version} was acknowledged`);
    if (ahead === 0 && stored.document.notes !== state.notes) throw new Stop(`round ${round}: an acknowledged save is lost`);
    const versions = await call('GET', `/${state.id}/versions`);
    if (versions.length !== stored.version)
      throw new Stop(`round ${round}: ${versions.length} versions are kept of ${stored.version}`);
    state.version = stored.version;
    state.notes = stored.document.notes;
    const until = { over: false };
    const saving = keepSaving(state, until);
    await sleep(400);
    if (KILLED.has(round)) await stop(true);
    until.over = true;
    await saving;
    if (!KILLED.has(round)) await stop(false);
  }
  await start();
  const last = await call('GET', `/${state.id}`);
  if (last.version < state.version) throw new Stop('the last acknowledged save is lost');
  await stop(false);
  say(
    `${ROUNDS} restarts, ${KILLED.size} of them after kill -9 while saving: ${state.acknowledged} acknowledged saves, none lost.`,
  );
}

main().catch(async (error) => {
  server?.kill('SIGKILL');
  await database?.stop().catch(() => undefined);
  finish(error);
});
