import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT, say } from './run.mjs';

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);

/** what is built of what, and by which command, one after the other: libraries, command line and server by tsc, the rest by Vite */
export const BUILDS = {
  libraries: {
    sources: ['packages', 'apps/server', 'tsconfig.base.json', 'tsconfig.json', 'package-lock.json'],
    products: ['packages/cli/dist/main.js', 'apps/server/dist/main.js'],
    command: [bin('tsc'), ['-b']],
  },
  // of what tsc wrote, in a few files
  bundle: {
    sources: ['packages', 'apps/server', 'tsconfig.base.json', 'package-lock.json', 'scripts/bundle.mjs'],
    products: ['apps/server/dist/bundle/main.js', 'apps/server/dist/bundle/work/worker.js'],
    command: [process.execPath, [join(ROOT, 'scripts/bundle.mjs')]],
  },
  web: {
    sources: ['packages', 'apps/web', 'tsconfig.base.json', 'package-lock.json'],
    products: ['apps/web/dist/index.html'],
    command: [bin('vite'), ['build', '--logLevel', 'warn'], { cwd: join(ROOT, 'apps/web') }],
  },
};

const stampOf = (name) => join(ROOT, 'node_modules', `.cedar-knot-${name}`);

/** Builds what has changed since the last build. */
export function build() {
  for (const name of Object.keys(BUILDS)) buildOne(name, must);
}

/**
 * @param run runs a command and returns when, or a promise that settles when, it is done
 */
export function buildOne(name, run) {
  const { sources, products, command } = BUILDS[name];
  const stamp = fingerprint(sources);
  const isFresh = existsSync(stampOf(name)) && readFileSync(stampOf(name), 'utf8') === stamp;
  if (isFresh && products.every((p) => existsSync(join(ROOT, p)))) return undefined;
  say(`Building the ${name} …`);
  const done = () => writeFileSync(stampOf(name), stamp);
  const running = run(...command);
  return running instanceof Promise ? running.then(done) : done();
}

/** names, sizes and times of all sources: enough to tell that nothing was touched, and read in milliseconds */
export function fingerprint(sources) {
  const hash = createHash('sha256');
  const walk = (path) => {
    const info = statSync(path);
    if (!info.isDirectory()) {
      hash.update(`${path} ${info.size} ${info.mtimeMs}\n`);
      return;
    }
    for (const entry of readdirSync(path).sort()) {
      if (entry !== 'dist' && entry !== 'node_modules') walk(join(path, entry));
    }
  };
  for (const source of sources) walk(join(ROOT, source));
  return hash.digest('hex');
}
