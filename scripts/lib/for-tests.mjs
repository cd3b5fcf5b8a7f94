// What the tests of one package use of another is built once, each into one file, and again when a source was touched: hundreds of modules
// are read a single time instead of anew for every test file. Jest calls this before the first test.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';
import { fingerprint } from './build.mjs';
import { ROOT } from './run.mjs';

export const BUILT = join(ROOT, '.test-data/built');
const PACKAGES = {
  core: ['packages/core/src'],
  wording: ['packages/core/src', 'packages/wording/src'],
};

export default async function buildForTests() {
  const environment = process.env.NODE_ENV;
  try {
    await buildAll();
  } finally {
    // Vite says "production", and whoever is started after it would hear that
    if (environment === undefined) delete process.env.NODE_ENV;
    else process.env.NODE_ENV = environment;
  }
}

async function buildAll() {
  mkdirSync(BUILT, { recursive: true });
  for (const [name, sources] of Object.entries(PACKAGES)) {
    const stampFile = join(BUILT, `${name}.stamp`);
    const stamp = fingerprint([...sources, 'package-lock.json']);
    if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) continue;
    await build({
      root: ROOT,
      configFile: false,
      logLevel: 'warn',
      ssr: { noExternal: true, external: ['@cedar-knot/core'] },
      build: {
        ssr: join(ROOT, 'packages', name, 'src/index.ts'),
        outDir: BUILT,
        emptyOutDir: false,
        minify: false,
        rolldownOptions: {
          external: ['@cedar-knot/core'],
          output: { format: 'cjs', entryFileNames: `${name}.cjs`, codeSplitting: false },
        },
      },
    });
    writeFileSync(stampFile, stamp);
  }
}
