/*
 * Ranks 20,000 invented pumps in the six scenarios of the demo study and says what one pump costs beside solving its scenarios once,
 * which a trial by solving cannot go under.
 *   node bench/rank.mjs [number of pumps]
 */
import { median } from 'simple-statistics';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { judgeCatalogue, rankPumps, runStudy } from '../packages/core/dist/index.js';

const count = Number(process.argv[2] ?? 20_000);
const written = generatePumps(count);
const study = reinjectionStudy();
const timed = (run) => {
  const begin = performance.now();
  const found = run();
  return { ms: performance.now() - begin, found };
};

const judged = timed(() => judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: written }));
for (let i = 0; i < 40; i++) runStudy(study);
const solve = median(Array.from({ length: 40 }, () => timed(() => runStudy(study)).ms));
console.log(`${count} pumps read and judged: ${(judged.ms / 1000).toFixed(1)} s`);
console.log(`the study read and solved once in ${study.scenarios.length} scenarios: ${solve.toFixed(2)} ms`);
for (const vary of ['diameter', 'speed', 'none']) {
  const { ms, found } = timed(() =>
    rankPumps(study, 'P-410', { written, read: judged.found.pumps }, { vary, objective: 'energy', top: 50 }),
  );
  const each = ms / count;
  console.log(
    `vary ${vary}: ${(ms / 1000).toFixed(1)} s, ${each.toFixed(3)} ms a pump, ${(each / solve).toFixed(2)} × one solve; ${JSON.stringify(found.counts)}`,
  );
}
