// Types of everything, tests included.
import { join } from 'node:path';
import { must, ROOT } from './lib/run.mjs';

const tsc = join(ROOT, 'node_modules', '.bin', 'tsc');
must(tsc, ['-b']);
for (const project of ['packages/core', 'packages/wording', 'packages/report', 'packages/cli', 'apps/server', 'apps/web', 'e2e'])
  must(tsc, ['-p', join(project, 'tsconfig.json'), '--noEmit']);
