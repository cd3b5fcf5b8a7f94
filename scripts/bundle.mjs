// Puts what is ours of the server into a few files: each start, and each of its threads, reads these instead of hundreds of modules. Packages
// stay where they are.
import { join } from 'node:path';
import { build } from 'vite';
import { ROOT } from './lib/run.mjs';

const BUILT = join(ROOT, 'apps/server/dist');

await build({
  root: join(ROOT, 'apps/server'),
  configFile: false,
  logLevel: 'warn',
  ssr: { noExternal: [/^@cedar-knot\//] },
  build: {
    ssr: true,
    outDir: join(BUILT, 'bundle'),
    emptyOutDir: true,
    minify: false,
    target: 'node20',
    rolldownOptions: {
      input: { main: join(BUILT, 'main.js'), 'work/worker': join(BUILT, 'work/worker.js') },
      output: { format: 'esm', entryFileNames: '[name].js' },
    },
  },
});
