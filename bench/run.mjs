// npm run bench: what a full recalculation costs, beside the bare cost of the loss evaluations that it cannot avoid. With `--compare` or
// `--record` every view of the page as well, beside a page of plain cells (five minutes; `--no-views` leaves them out).
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build } from '../scripts/lib/build.mjs';
import { ensureNpmPackages } from '../scripts/lib/packages.mjs';
import { ROOT } from '../scripts/lib/run.mjs';
import { finishRatios } from './ratios.mjs';

ensureNpmPackages();
if (!existsSync(join(ROOT, 'packages/core/dist/index.js')) || !process.argv.includes('--built')) build();
await import('./recalculation.mjs');
const isHeld = process.argv.includes('--compare') || process.argv.includes('--record');
if (isHeld && !process.argv.includes('--no-views')) await import('./views.mjs');
finishRatios();
