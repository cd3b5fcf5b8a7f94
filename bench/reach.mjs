/*
 * What would bring a cell of the margins to its limit: every input of the reinjection demo looked at, those that matter solved; the nearest
 * input of every cell; 500 draws of uncertain inputs. Beside it the floor: one scenario read and solved.
 *   node bench/reach.mjs
 */
import { median } from 'simple-statistics';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { bringingToLimit, inputsOf, nearestOfAll, readUncertainty, runStudy, sampleStudy } from '../packages/core/dist/index.js';

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

const ROUNDS = 6;
const nearest = [];
let cells = 0;
for (let round = 0; round < ROUNDS; round++) {
  cells = 0;
  nearest.push(timed(() => scenarios.forEach((s) => [...nearestOfAll(study, s)].forEach((n) => n && cells++))));
}
console.log(`nearest input of ${cells} cells: first ${nearest[0].toFixed(0)} ms, then ${median(nearest.slice(1)).toFixed(0)} ms`);

const uncertainty = [
  { input: 'pipe.roughness', band: '30 %' },
  { input: 'pipe.fittings', band: '15 %' },
  { input: 'P-410.curve', grade: '2B' },
  { input: 'V-401.level', band: '0.3 m' },
];
const unsure = { ...study, uncertainty };
const drawn = Array.from({ length: ROUNDS }, () =>
  timed(() => {
    const work = sampleStudy(unsure, readUncertainty(unsure).inputs, { runs: 500, seed: 1 });
    while (!work.next().done);
  }),
);
console.log(
  `500 draws of 6 inputs in ${study.scenarios.length} scenarios: first ${drawn[0].toFixed(0)} ms, then ${median(drawn.slice(1)).toFixed(0)} ms`,
);
