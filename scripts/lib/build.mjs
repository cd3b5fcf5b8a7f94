import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { must, ROOT, say } from './run.mjs';

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
const LIBRARIES = ['packages', 'apps/server', 'tsconfig.base.json', 'tsconfig.json', 'package-lock.json'];
const WEB = ['packages', 'apps/web', 'tsconfig.base.json', 'package-lock.json'];

/** Builds what has changed since the last build: libraries, command line and server by tsc, the web by Vite. */
export function build() {
  when('libraries', LIBRARIES, ['packages/cli/dist/main.js', 'apps/server/dist/main.js'], () => must(bin('tsc'), ['-b']));
  when('web', WEB, ['apps/web/dist/index.html'], () =>
    must(bin('vite'), ['build', '--logLevel', 'warn'], { cwd: join(ROOT, 'apps/web') }),
  );
}

function when(name, sources, products, run) {
  const stampFile = join(ROOT, 'node_modules', `.cedar-knot-${name}`);
  const stamp = fingerprint(sources);
  const fresh = existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp;
  if (fresh && products.every((p) => existsSync(join(ROOT, p)))) return;
  say(`Building the ${name} …`);
  run();
  mkdirSync(dirname(stampFile), { recursive: true });
  writeFileSync(stampFile, stamp);
}

/** names, sizes and times of all sources: enough to tell that nothing was touched, and read in milliseconds */
function fingerprint(sources) {
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
