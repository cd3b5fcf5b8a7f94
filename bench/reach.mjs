/*
 * What would bring a cell of the margins to its limit: every input of the reinjection demo looked at, those that matter solved; and a
 * pump's suction. Beside it the floor: one scenario read and solved.
 *   node bench/reach.mjs
 */
import { median } from 'simple-statistics';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { bringingToLimit, inputsOf, runStudy } from '../packages/core/dist/index.js';

const study = reinjectionStudy();
const timed = (what) => {
  const begin = performance.now();
  what();
  return performance.now() - begin;
};
const one = { ...study, scenarios: study.scenarios.slice(0, 1) };
const floor = median(Array.from({ length: 30 }, () => timed(() => runStudy(one))));
const { scenarios } = runStudy(study);
console.log(`one scenario read and solved: ${floor.toFixed(1)} ms; inputs: ${inputsOf(study, scenarios[0]).length}`);
for (const check of ['npsh-ratio', 'flow-region', 'motor-power']) {
  let [first, count] = [0, 0];
  const begin = performance.now();
  for (const found of bringingToLimit(study, scenarios[3], check, 'P-410')) {
    if (!found) continue;
    count++;
    first ||= performance.now() - begin;
  }
  const all = performance.now() - begin;
  console.log(`${check}: the first after ${first.toFixed(0)} ms, all ${count} after ${all.toFixed(0)} ms, ${(all / floor).toFixed(0)} times the floor`); // prettier-ignore
}
