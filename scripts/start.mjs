// npm start: installs what is missing, builds what has changed, starts the database and the application, and keeps both up.
import { readFileSync } from 'node:fs';
import { Application } from './lib/application.mjs';
import { sayCutRestore } from './lib/backup/restore.mjs';
import { build } from './lib/build.mjs';
import { DataFolder, dataFolder, inSetUp, SET_UP } from './lib/folder.mjs';
import { Database, ExternalDatabase } from './lib/mariadb.mjs';
import { ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { finish, say, sleep, Stop } from './lib/run.mjs';
import { readSettings } from './lib/settings.mjs';

/** one that ends more often than this within the span is not started again */
const MOST_RELAUNCHES = 6;
const RELAUNCH_SPAN_MS = 300_000;
/** a start that is quick says nothing of its steps, ms */
const SAY_EVERY_MS = 3000;
const ROOM_EVERY_MS = 2000;

const folder = new DataFolder(dataFolder());
let stopping = false;
let database;
let application;
let port;
const ends = { application: [], database: [] };

async function start() {
  folder.make();
  const running = await folder.lockOrAddress(goesOn);
  if (running) {
    say(`Cedar Knot is already running at ${running}`);
    process.exit(0);
  }
  folder.sayProgress(SET_UP);
  inSetUp(() => {
    ensureNpmPackages();
    ensureDebianPackages([MARIADB]);
    build();
  });
  goesOn();
  const settings = await readSettings();
  database = settings.database ? new ExternalDatabase(settings.database) : new Database(folder.path, 'cedar_knot');
  folder.sayProgress('the database');
  const account = await database.start();
  goesOn();
  await sayCutRestore(account);
  port = await freePort(settings.port);
  if (port !== settings.port) say(`Port ${settings.port} is taken; ${port} is used.`);
  application = new Application(folder, account, settings);
  await application.start(port, (how) => void again(how).catch(giveUp), onProgress());
  goesOn();
  const address = `http://127.0.0.1:${port}/`;
  folder.announce(address);
  say(`\n  Cedar Knot is ready: ${address}\n`);
  say(`  A browser of another account needs the key: ${address}?key=${folder.key()}`);
  say(`  Ctrl-C stops it; what you have made stays in ${folder.path}\n`);
  void watchDatabase().catch(giveUp);
}

/** says how far the application is, to another start each time and to the person now and then */
function onProgress() {
  let last = Date.now();
  return (progress) => {
    folder.sayProgress(progress);
    if (Date.now() - last < SAY_EVERY_MS) return;
    last = Date.now();
    say(`  … ${progress}`);
  };
}

class Interrupted extends Error {}

/** a signal may have come while something was awaited */
function goesOn() {
  if (stopping) throw new Interrupted();
}

/** how long to wait before starting something again that ended, ms: longer each time, until it is too often */
function patience(what, name, log) {
  // by a clock that nobody sets
  const now = performance.now();
  const recent = ends[what].filter((t) => now - t < RELAUNCH_SPAN_MS);
  ends[what] = [...recent, now];
  if (recent.length >= MOST_RELAUNCHES)
    throw new Stop(
      `${name} ended ${recent.length + 1} times within ${RELAUNCH_SPAN_MS / 60_000} minutes; ${log} says why. What was saved is kept.`,
    );
  return 300 * 2 ** recent.length;
}

/** Without room nothing comes back, however often it is started: that is waited for, and not counted. */
async function waitForRoom() {
  if (!folder.isFull()) return;
  say(`The disk of ${folder.path} is full; waiting for room. What was saved is kept.`);
  while (!stopping && folder.isFull()) await sleep(ROOM_EVERY_MS);
  if (!stopping) say('There is room again; going on …');
}

/** an application that was ended from outside comes back on the same port */
async function again(how) {
  await waitForRoom();
  if (stopping) return;
  const wait = patience('application', 'The application', application.log);
  say(`The application ended (${how}); starting it again …`);
  await sleep(wait);
  if (!stopping) await application.start(port, (next) => void again(next).catch(giveUp));
}

async function watchDatabase() {
  if (!database.pidFile) return;
  while (!stopping) {
    await sleep(1000);
    if (stopping || processLives()) continue;
    await waitForRoom();
    if (stopping) return;
    const wait = patience('database', 'The database', database.errorLog);
    say('The database ended; starting it again …');
    await sleep(wait);
    if (stopping) return;
    try {
      await database.relaunch();
    } catch (error) {
      if (!folder.isFull()) throw error;
    }
  }
}

function processLives() {
  try {
    process.kill(Number(readFileSync(database.pidFile, 'utf8')), 0);
    return true;
  } catch {
    return false;
  }
}

/** ends what was started, in the order in which one rests on the other */
async function clean() {
  await application?.stop();
  await database?.stop().catch((error) => say(error.message));
  folder.forget();
}

async function giveUp(error) {
  if (stopping) return;
  stopping = true;
  await clean();
  finish(error);
}

async function stop() {
  if (stopping) return;
  stopping = true;
  say('\nStopping …');
  // while something is still starting, the start itself cleans up when it comes to its next step
  if (!application?.child || port === undefined) return;
  await clean();
  process.exit(0);
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());

start().catch(async (error) => {
  const wasStopped = stopping;
  stopping = true;
  await clean();
  if (error instanceof Interrupted || wasStopped) process.exit(0);
  finish(error);
});
