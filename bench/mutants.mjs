// node bench/mutants.mjs [--count 120] [--seed 1] [--only checks] [--list] [--replay]: plants single faults, one at a time, into a copy of the
// project and runs the tests of the room it stands in. A fault that no test notices survives and is printed with its place. Says which share was caught.
// What the compiler refuses cannot be made by anybody and counts on neither side (guards that only types ask for); no more does what was
// looked at and changes nothing that can be seen (equivalent-faults.mjs, each with its reason).
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { spawn, spawnSync } from 'node:child_process';
import { cpus, tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import ts from 'typescript';
import { DataFolder } from '../scripts/lib/folder.mjs';
import { Database } from '../scripts/lib/mariadb.mjs';
import { EQUIVALENT } from './equivalent-faults.mjs';
import { faultsIn } from './faults.mjs';

const ROOT = join(import.meta.dirname, '..');
const option = (name, fallback) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? fallback : process.argv[at + 1];
};
const COUNT = Number(option('count', 120));
const SEED = Number(option('seed', 1));
const ONLY = option('only', '');

/** rooms of the core with their share of the faults: a wrong number there is a wrong verdict */
const CORE = {
  checks: 30,
  units: 10,
  fittings: 8,
  pipes: 12,
  pumps: 16,
  valves: 10,
  fluids: 12,
  elements: 14,
  scenarios: 12,
  selection: 10,
  reach: 8,
  catalogue: 8,
  fields: 4,
  document: 4,
  doubts: 6,
  // the solver's own steps, most of which change the way and not the answer: by --only
  network: 0,
};

/** where faults are planted: sources, share, what compiles them, how their tests are run; what is drawn and kept has few constants that mean something */
const ROOMS = {
  ...Object.fromEntries(
    Object.entries(CORE).map(([room, share]) => [
      room,
      {
        folder: `packages/core/src/${room}`,
        share,
        config: 'packages/core/tsconfig.build.json',
        notices: noticesInCore,
        hasMeaning: true,
      },
    ]),
  ),
  wording: {
    folder: 'packages/wording/src',
    share: 4,
    config: 'packages/wording/tsconfig.build.json',
    notices: ofProjects('wording'),
  },
  report: {
    folder: 'packages/report/src',
    share: 10,
    config: 'packages/report/tsconfig.build.json',
    notices: ofProjects('report'),
  },
  cli: { folder: 'packages/cli/src', share: 4, config: 'packages/cli/tsconfig.build.json', notices: ofProjects('cli') },
  server: { folder: 'apps/server/src', share: 14, config: 'apps/server/tsconfig.build.json', notices: noticesInServer },
  web: { folder: 'apps/web/src', share: 20, config: 'apps/web/tsconfig.json', notices: ofRelated('web', 'components') },
};

/** made-up data, and what runs only in a browser of its own (Playwright's tests hold those) */
const NOT_PLANTED = /\.test\.tsx?$|working|short-form|\/seed\/|\/test\/|\.worker\.ts$|main\.tsx?$|testing\.ts$|migrations/;

/** files whose numbers are names of states: another number there is no fault */
const NAMED_NUMBERS = new Set(['model.ts']);

/* ---- choosing ---- */

const random = xoroshiro128plus(SEED);

function chosen() {
  const total = Object.values(ROOMS).reduce((sum, { share }) => sum + share, 0);
  return Object.entries(ROOMS)
    .filter(([room]) => ONLY === '' || ONLY.split(',').includes(room))
    .flatMap(([room, { folder, share, hasMeaning = false }]) => {
      const files = readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
        .filter((f) => /\.tsx?$/.test(f) && !NOT_PLANTED.test(`/${f}`) && !NAMED_NUMBERS.has(f))
        .sort();
      const all = files.flatMap((f) => faultsIn(join(ROOT, folder, f), { hasMeaning }));
      const wanted = ONLY === '' ? Math.round((share / total) * COUNT) : COUNT;
      return shuffled(all)
        .slice(0, wanted)
        .map((fault) => ({ ...fault, room }));
    });
}

function shuffled(list) {
  const copy = [...list];
  for (let i = copy.length - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [copy[i], copy[j]] = [copy[j], copy[i]];
  }
  return copy;
}

/* ---- running ---- */

/** a copy of the project with what is built of it; packages are those of the project */
function workplace() {
  const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-mutants-'));
  const listed = spawnSync('git', ['ls-files', '-co', '--exclude-standard'], { cwd: ROOT, encoding: 'utf8' }).stdout.trim().split('\n'); // prettier-ignore
  for (const file of listed) if (existsSync(join(ROOT, file))) cpSync(join(ROOT, file), join(folder, file));
  for (const part of ['packages/core', 'packages/wording', 'packages/report', 'packages/cli', 'apps/server'])
    cpSync(join(ROOT, part, 'dist'), join(folder, part, 'dist'), { recursive: true });
  for (const part of ['.', 'apps/web']) if (existsSync(join(ROOT, part, 'node_modules'))) symlinkSync(join(ROOT, part, 'node_modules'), join(folder, part, 'node_modules')); // prettier-ignore
  return folder;
}

const running = new Set();
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of running) endGroup(child);
    void database?.stop();
    process.exit(1);
  });

/** whether a run of Jest in a copy fails */
function jest({ folder, database, stdio = 'ignore' }, args, patienceMs = 240_000) {
  return new Promise((done) => {
    const env = { ...process.env, CI: 'true', ...(database ? { CEDAR_KNOT_DB: JSON.stringify(database) } : {}) };
    // its own children end with the run, whoever stops it: a planted fault may loop for ever
    const options = { cwd: folder, stdio, env, detached: true };
    const child = spawn(process.execPath, [join(ROOT, 'node_modules/jest/bin/jest.js'), '-w', '1', '--bail', ...args], options);
    const limit = setTimeout(() => endGroup(child), patienceMs);
    running.add(child);
    child.on('exit', (code) => {
      running.delete(child);
      clearTimeout(limit);
      done(code !== 0);
    });
  });
}

function endGroup(child) {
  try {
    process.kill(-child.pid, 'SIGKILL');
  } catch {
    // it has ended by itself
  }
}

/** the tests of the room first, then all, the random systems only when those see nothing */
async function noticesInCore(copy, fault) {
  if (await jest(copy, ['--selectProjects', 'core', '--testPathPatterns', `core/src/${fault.room}/`, '--passWithNoTests'])) return true; // prettier-ignore
  if (await jest(copy, ['--selectProjects', 'core', '--testPathIgnorePatterns', 'random|properties'])) return true;
  return (
    (await jest(copy, ['--selectProjects', 'core', '--testPathPatterns', 'random'])) ||
    jest(copy, ['--selectProjects', 'cli', '--testPathPatterns', 'cases'])
  );
}

function ofProjects(...projects) {
  return (copy) => jest(copy, ['--selectProjects', ...projects]);
}

/** the tests that reach the file through what they import */
function ofRelated(...projects) {
  return (copy, { file }) =>
    jest(copy, ['--selectProjects', ...projects, '--findRelatedTests', join(copy.folder, relative(ROOT, file)), '--passWithNoTests'], 600_000); // prettier-ignore
}

/** the tests of the folder, then all; what worker threads run is what was built */
async function noticesInServer(copy, { file }) {
  const path = relative(ROOT, file);
  const built = join(copy.folder, path.replace('/src/', '/dist/').replace(/\.ts$/, '.js'));
  const was = readFileSync(built, 'utf8');
  writeFileSync(built, transpiled(join(copy.folder, path)));
  try {
    const [, folder] = /src\/([^/]+)\//.exec(path) ?? [];
    const own = ['--selectProjects', 'server', '--testPathPatterns', `server/src/${folder}/`, '--passWithNoTests'];
    return (
      (folder !== undefined && (await jest(copy, own, 900_000))) || (await jest(copy, ['--selectProjects', 'server'], 900_000))
    );
  } finally {
    writeFileSync(built, was);
  }
}

function transpiled(file) {
  const config = ts.parseJsonConfigFileContent(
    ts.readConfigFile(join(ROOT, 'apps/server/tsconfig.build.json'), ts.sys.readFile).config,
    ts.sys,
    join(ROOT, 'apps/server'),
  );
  return ts.transpileModule(readFileSync(file, 'utf8'), { compilerOptions: config.options, fileName: file }).outputText;
}

/** whether the compiler refuses the copy as it stands */
const isRefused = ({ folder }, config) =>
  new Promise((done) => {
    const args = [join(ROOT, 'node_modules/typescript/bin/tsc'), '--noEmit', '-p', config];
    const child = spawn(process.execPath, args, { cwd: folder, stdio: 'ignore', detached: true });
    running.add(child);
    child.on('exit', (code) => {
      running.delete(child);
      done(code !== 0);
    });
  });

/** --replay: those that survived the last run, once more, where the source around them still stands */
const KEPT = join(ROOT, 'node_modules/.cache/mutants-survived.json');
const faults = process.argv.includes('--replay')
  ? JSON.parse(readFileSync(KEPT, 'utf8')).filter((f) => readFileSync(f.file, 'utf8') === f.text)
  : chosen();
console.log(`${faults.length} faults, seed ${SEED}`);
if (process.argv.includes('--list')) {
  for (const f of faults) console.log(describe(f));
  process.exit(0);
}

function describe(f) {
  const line = f.text.slice(0, f.start).split('\n').length;
  return `${relative(ROOT, f.file)}:${line} ${f.kind}: ${f.was.slice(0, 70)} → ${f.put.slice(0, 40)}`;
}

const lineOf = (f) =>
  f.text
    .slice(f.text.lastIndexOf('\n', f.start - 1) + 1)
    .split('\n')[0]
    .trim();
const isKnown = (f) =>
  EQUIVALENT.some(([file, line, was, put]) => f.file.endsWith(file) && lineOf(f) === line && f.was === was && f.put === put);

/** where the tests of the server keep what they make: a database for each copy */
let database;
async function databases(count) {
  if (!faults.some((f) => f.room === 'server')) return Array.from({ length: count });
  const data = new DataFolder(join(ROOT, '.test-data/mutants'));
  data.make();
  database = new Database(data.path, 'cedar_knot_test');
  const account = await database.start();
  const names = Array.from({ length: count }, (_, i) => `cedar_knot_m${i}_test`);
  // Jest's one worker puts its number in
  for (const name of names) await database.make(name.replace('test', '1_test'));
  return names.map((name) => ({ ...account, name }));
}

const survivors = [];
const caughtIn = new Map();
let refused = 0;
let known = 0;
let at = 0;
async function worker(account) {
  const copy = { folder: workplace(), database: account };
  // the copy has to be sound before anything is planted
  for (const room of new Set(faults.map((f) => f.room)))
    if (await isRefused(copy, ROOMS[room].config))
      throw new Error(`the copy of ${room} does not compile: npm run types says why`);
  while (at < faults.length) {
    if (at > 0 && at % 20 === 0) console.log(`at fault ${at}, ${survivors.length} lived through`);
    const fault = faults[at++];
    const { notices, config } = ROOMS[fault.room];
    const place = join(copy.folder, relative(ROOT, fault.file));
    const { text } = fault;
    writeFileSync(place, text.slice(0, fault.start) + fault.put + text.slice(fault.end));
    const caught = await notices(copy, fault);
    const impossible = !caught && (await isRefused(copy, config));
    writeFileSync(place, text);
    if (impossible) refused++;
    else if (!caught && isKnown(fault)) known++;
    else {
      const [got, of] = caughtIn.get(fault.room) ?? [0, 0];
      caughtIn.set(fault.room, [got + (caught ? 1 : 0), of + 1]);
      if (caught) continue;
      survivors.push(fault);
      console.log(`survived  ${describe(fault)}`);
    }
  }
  rmSync(copy.folder, { recursive: true, force: true });
}
const accounts = await databases(Math.max(1, cpus().length));
try {
  await Promise.all(accounts.map(worker));
} finally {
  await database?.stop();
}
mkdirSync(dirname(KEPT), { recursive: true });
writeFileSync(KEPT, JSON.stringify(survivors));
const counted = faults.length - refused - known;
const share = ((counted - survivors.length) / counted) * 100;
for (const [room, [got, of]] of caughtIn) console.log(`${room.padEnd(12)}${got} of ${of}`);
const apart = `; not counted: ${refused} that the compiler refuses, ${known} that change nothing`;
console.log(`\n${counted - survivors.length} of ${counted} faults caught (${share.toFixed(1)} %)${apart}`);
process.exitCode = share >= 95 ? 0 : 1;
