// npm run bench: what a full recalculation costs, beside the bare cost of the loss evaluations that it cannot avoid.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build } from '../scripts/lib/build.mjs';
import { ensureNpmPackages } from '../scripts/lib/packages.mjs';
import { ROOT } from '../scripts/lib/run.mjs';

ensureNpmPackages();
if (!existsSync(join(ROOT, 'packages/core/dist/index.js')) || !process.argv.includes('--built')) build();
await import('./recalculation.mjs');
