// npm test: sets up what the tests need, with a database of their own, and runs lint, types, unit, server and browser tests.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './lib/build.mjs';
import { Database } from './lib/mariadb.mjs';
import { CHROMIUM, ensureDebianPackages, ensureNpmPackages, MARIADB } from './lib/packages.mjs';
import { freePort } from './lib/ports.mjs';
import { background, finish, must, ROOT, say, until } from './lib/run.mjs';

const FOLDER = join(ROOT, '.test-data');
const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const WANTED_PORT = 4490;

let database;
let server;

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
  step('unit tests', () => must(bin('jest'), ['--selectProjects', 'core', 'wording', 'cli', 'web', 'components']));
  mkdirSync(FOLDER, { recursive: true, mode: 0o711 });
  database = new Database(FOLDER, 'cedar_knot_test');
  const account = await database.start();
  step('server tests', () =>
    must(bin('jest'), ['--selectProjects', 'server', '--runInBand'], {
      env: { ...process.env, CEDAR_KNOT_DB: JSON.stringify(account) },
    }),
  );
  step('durability', () => must(process.execPath, ['scripts/durability.mjs']));
  await browserTests(account);
  say('\nAll tests passed.');
}

/** the built application on an empty, newly seeded database */
async function browserTests(account) {
  database.sql(
    `DROP DATABASE \`${database.name}\`; CREATE DATABASE \`${database.name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
  );
  const port = await freePort(WANTED_PORT);
  server = background(process.execPath, [join(ROOT, 'apps/server/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      CEDAR_KNOT_PORT: String(port),
      CEDAR_KNOT_DB: JSON.stringify(account),
      CEDAR_KNOT_WEB: join(ROOT, 'apps/web/dist'),
      CEDAR_KNOT_LOG: join(FOLDER, 'server.log'),
      CEDAR_KNOT_SEED: '1',
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
  step('browser tests', () =>
    must(bin('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
      env: { ...process.env, CEDAR_KNOT_ADDRESS: `http://127.0.0.1:${port}` },
    }),
  );
}

async function clean() {
  server?.kill('SIGTERM');
  await database?.stop().catch(() => undefined);
}

main().then(clean, async (error) => {
  await clean();
  finish(error);
});
