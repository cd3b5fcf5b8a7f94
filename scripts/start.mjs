// npm start: installs what is missing, builds what has changed, starts the database and the application, and keeps both up.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './lib/build.mjs';
import { Database } from './lib/mariadb.mjs';
import { ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { background, finish, ROOT, say, sleep, until } from './lib/run.mjs';

const WANTED_PORT = Number(process.env.CEDAR_KNOT_PORT ?? 4310);
const FOLDER = join(ROOT, process.env.CEDAR_KNOT_DATA ?? '.data');
const RUNNING = join(FOLDER, 'running.json');

let stopping = false;
let database;
let server;

async function start() {
  const running = await alreadyRunning();
  if (running) {
    say(`Cedar Knot is already running at ${running}`);
    return;
  }
  ensureNpmPackages();
  ensureDebianPackages([MARIADB]);
  build();
  // data folder closed to others, but passable for the account that runs the database
  mkdirSync(FOLDER, { recursive: true, mode: 0o711 });
  database = new Database(FOLDER, 'cedar_knot');
  const account = await database.start();
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  const port = await freePort(WANTED_PORT);
  if (port !== WANTED_PORT) say(`Port ${WANTED_PORT} is taken; ${port} is used.`);
  await launch(port, account);
  const address = `http://127.0.0.1:${port}/`;
  writeFileSync(RUNNING, JSON.stringify({ pid: process.pid, address }), { mode: 0o600 });
  say(`\n  Cedar Knot is ready: ${address}\n  Ctrl-C stops it; what you have made stays in ${FOLDER}\n`);
  void watchDatabase();
}

async function alreadyRunning() {
  try {
    const { address } = JSON.parse(readFileSync(RUNNING, 'utf8'));
    const answer = await fetch(`${address}api/health`, { signal: AbortSignal.timeout(1500) });
    return answer.ok ? address : undefined;
  } catch {
    return undefined;
  }
}

async function launch(port, account) {
  server = background(process.execPath, [join(ROOT, 'apps/server/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      CEDAR_KNOT_PORT: String(port),
      CEDAR_KNOT_DB: JSON.stringify(account),
      CEDAR_KNOT_WEB: join(ROOT, 'apps/web/dist'),
      CEDAR_KNOT_LOG: process.env.CEDAR_KNOT_LOG ?? join(FOLDER, 'server.log'),
      CEDAR_KNOT_SEED: '1',
    },
  });
  let ended = false;
  server.once('exit', (code, signal) => {
    ended = true;
    void relaunch(port, account, code ?? signal);
  });
  const healthy = () =>
    fetch(`http://127.0.0.1:${port}/api/health`).then(
      (r) => r.ok,
      () => false,
    );
  await until(async () => ended || (await healthy()), 60_000, 'The start of the application');
  if (ended && !stopping) throw new Error(`The application ended while starting; ${join(FOLDER, 'server.log')} says why.`);
}

/** an application that was ended from outside comes back on the same port */
async function relaunch(port, account, how) {
  if (stopping) return;
  say(`The application ended (${how}); starting it again …`);
  await sleep(300);
  if (!stopping) await launch(port, account).catch(finish);
}

async function watchDatabase() {
  while (!stopping) {
    await sleep(1000);
    if (!stopping && !processLives(database)) {
      say('The database ended; starting it again …');
      await database.relaunch().catch(finish);
    }
  }
}

function processLives(db) {
  try {
    process.kill(Number(readFileSync(db.pidFile, 'utf8')), 0);
    return true;
  } catch {
    return false;
  }
}

async function stop() {
  if (stopping) return;
  stopping = true;
  say('\nStopping …');
  if (server && server.exitCode === null && server.signalCode === null) {
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    await Promise.race([gone, sleep(8000)]);
    if (server.exitCode === null) server.kill('SIGKILL');
  }
  await database?.stop();
  rmSync(RUNNING, { force: true });
  process.exit(0);
}

start().catch(async (error) => {
  stopping = true;
  server?.kill('SIGTERM');
  await database?.stop().catch(() => undefined);
  finish(error);
});
