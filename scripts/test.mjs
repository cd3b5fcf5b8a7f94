// npm test: sets up what the tests need, with databases of their own, and runs lint, types, unit, server, durability and browser tests,
// as many beside each other as there are processors. `npm test -- --only core,server` runs some of them; a wrong name lists them all.
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Application } from './lib/application.mjs';
import { buildOne } from './lib/build.mjs';
import { DataFolder } from './lib/folder.mjs';
import { PORTS } from './lib/instances.mjs';
import { Database } from './lib/mariadb.mjs';
import { ensureBrowser, ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { finish, ROOT, say } from './lib/run.mjs';
import { Tasks } from './lib/tasks.mjs';

const DATA = join(ROOT, '.test-data');
const WANTED_PORT = 4490;
/** Playwright's workers, each with an instance and a database of its own */
const BROWSERS = 2;
/** most of what compilers and tests make lives short: with room for it, it is collected a third as often */
const ROOMY = { NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=64`.trim() };

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const withRoom = (more = {}) => ({ env: { ...process.env, ...ROOMY, ...more } });

/** what was started and is stopped at the end, however that comes */
const started = [];

async function stopAll() {
  for (const one of started.reverse()) await one.stop().catch(() => undefined);
}

function tasks() {
  const all = new Tasks(Math.max(2, availableParallelism()), join(DATA, 'logs'));
  const node = (run, script, args, ports) =>
    run(process.execPath, [script, ...args], { env: { ...process.env, CEDAR_KNOT_TEST_PORT: String(ports) } });
  const jest = (name, projects, more) =>
    all.add(name, (run) => run(bin('jest'), ['--maxWorkers', '1', '--selectProjects', ...projects], withRoom()), more);
  const built = { after: ['bundle', 'web'] };
  all.add('libraries', (run) => buildOne('libraries', run));
  all.add('bundle', (run) => buildOne('bundle', run), { after: ['libraries'] });
  all.add('web', (run) => buildOne('web', run));
  all.add('durability', (run) => node(run, 'scripts/durability.mjs', [], PORTS.durability), built);
  all.add('browser', browserTests, built);
  all.add('lint', async (run) => {
    await run(process.execPath, ['scripts/words.mjs', '--check']);
    await run(bin('eslint'), ['.', '--cache', '--cache-location', 'node_modules/.cache/eslint'], withRoom());
  });
  jest('core', ['core']);
  jest('components', ['web', 'components']);
  all.add('server', serverTests, { after: ['libraries'] });
  jest('packages', ['wording', 'tables', 'report', 'cli'], { after: ['libraries'] });
  all.add('types', (run) => run('npm', ['run', '--silent', 'types'], withRoom()), { after: ['libraries'] });
  // what is written from the catalogue is as it would be written now
  all.add('glossary', (run) => run(process.execPath, ['scripts/write-glossary.mjs', '--check']), { after: ['libraries'] });
  all.add('format', (run) => run(bin('prettier'), ['--check', '--log-level', 'warn', '--cache', '.'], withRoom()));
  all.add('busy machine', (run) => node(run, 'scripts/busy.mjs', ['--loops', '1', '--models', '300'], PORTS.busy), built);
  all.add('odd requests', (run) => node(run, 'bench/fuzz.mjs', ['--count', '400'], PORTS.fuzz), built);
  return all;
}

async function serverTests(run) {
  const folder = new DataFolder(join(DATA, 'server'));
  folder.make();
  const database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  started.push(database);
  database.make('cedar_knot_1_test');
  await run(
    bin('jest'),
    ['--maxWorkers', '1', '--selectProjects', 'server'],
    withRoom({ CEDAR_KNOT_DB: JSON.stringify(account) }),
  );
  await database.stop();
}

/** the built application on empty, newly seeded databases */
async function browserTests(run) {
  const instances = [];
  for (let i = 1; i <= BROWSERS; i++) {
    const folder = new DataFolder(join(DATA, `browser-${i}`));
    folder.make();
    const database = new Database(folder.path, 'cedar_knot_test');
    const account = await database.start();
    started.push(database);
    database.sql(`DROP DATABASE \`${database.name}\``);
    database.make(database.name);
    const port = await freePort(WANTED_PORT);
    const application = new Application(folder, account, { logLevel: 'info' });
    started.push(application);
    await application.start(port, () => undefined);
    instances.push({ address: `http://127.0.0.1:${port}`, key: folder.key(), folder: folder.path });
  }
  await run(bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
    env: { ...process.env, CEDAR_KNOT_INSTANCES: JSON.stringify(instances) },
  });
}

async function main() {
  const words = process.argv.slice(2);
  const all = tasks();
  all.only(words.includes('--only') ? (words[words.indexOf('--only') + 1] ?? '').split(',') : undefined);
  ensureNpmPackages();
  ensureDebianPackages([MARIADB]);
  ensureBrowser();
  // before two of Jest look for it at once
  await (await import('./lib/for-tests.mjs')).default();
  await all.all();
  say('All tests passed.');
}

main().then(stopAll, async (error) => {
  await stopAll();
  finish(error);
});
