// npm test: sets up what the tests need, with a database of their own, and runs lint, types, unit, server and browser tests.
import { join } from 'node:path';
import { Application } from './lib/application.mjs';
import { build } from './lib/build.mjs';
import { DataFolder } from './lib/folder.mjs';
import { Database } from './lib/mariadb.mjs';
import { CHROMIUM, ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { finish, must, ROOT, say } from './lib/run.mjs';

const folder = new DataFolder(join(ROOT, '.test-data'));
const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const WANTED_PORT = 4490;

let database;
let application;

function step(name, run) {
  const begin = Date.now();
  say(`\n── ${name}`);
  run();
  say(`── ${name}: ${((Date.now() - begin) / 1000).toFixed(0)} s`);
}

async function main() {
  ensureNpmPackages();
  ensureDebianPackages([MARIADB, CHROMIUM]);
  build();
  step('lint', () => {
    must(bin('eslint'), ['.', '--cache', '--cache-location', join(ROOT, 'node_modules/.cache/eslint')]);
    must(bin('prettier'), ['--check', '--log-level', 'warn', '--cache', '.']);
  });
  step('types', () => must(process.execPath, ['scripts/types.mjs']));
  step('unit tests', () => must(bin('jest'), ['--selectProjects', 'core', 'wording', 'report', 'cli', 'web', 'components']));
  folder.make();
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  step('server tests', () =>
    must(bin('jest'), ['--selectProjects', 'server', '--runInBand'], {
      env: { ...process.env, CEDAR_KNOT_DB: JSON.stringify(account) },
    }),
  );
  step('durability', () => must(process.execPath, ['scripts/durability.mjs']));
  step('busy machine', () => must(process.execPath, ['scripts/busy.mjs', '--loops', '6', '--models', '300']));
  step('odd requests', () => must(process.execPath, ['bench/fuzz.mjs', '--count', '400']));
  await browserTests(account);
  say('\nAll tests passed.');
}

/** the built application on an empty, newly seeded database */
async function browserTests(account) {
  database.sql(
    `DROP DATABASE \`${database.name}\`; CREATE DATABASE \`${database.name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
  );
  const port = await freePort(WANTED_PORT);
  application = new Application(folder, account, { logLevel: 'info' });
  await application.start(port, () => undefined);
  step('browser tests', () =>
    must(bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
      env: {
        ...process.env,
        CEDAR_KNOT_ADDRESS: `http://127.0.0.1:${port}`,
        CEDAR_KNOT_KEY: folder.key(),
        CEDAR_KNOT_FOLDER: folder.path,
      },
    }),
  );
}

async function clean() {
  await application?.stop();
  await database?.stop().catch(() => undefined);
}

main().then(clean, async (error) => {
  await clean();
  finish(error);
});
