import { median as middle } from 'simple-statistics';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { Recalculation, runStudy, serviceCurves } from '../packages/core/dist/index.js';
import { benchNetworks, benchRandom } from './networks.mjs';
import { benchLongLine } from './long-line.mjs';
import { longStudy, roundTrip } from './worker.mjs';
import { ratio } from './ratios.mjs';
import { CompiledLine } from '../packages/core/dist/network/line.js';

const CURVE_POINTS = 61;
const FRAME_MS = 16;

/** median time of one run, ms, after a warm-up */
function median(run, rounds = 60, warmUp = 40) {
  for (let i = 0; i < warmUp; i++) run();
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const begin = performance.now();
    run();
    times.push(performance.now() - begin);
  }
  return middle(times);
}

const study = reinjectionStudy();
const run = runStudy(study);
const pump = 'P-410';

const solveOnly = median(() => runStudy(study));
const whole = median(() => serviceCurves(runStudy(study).scenarios, pump, CURVE_POINTS));

/*
 * The floor: each scenario's system curve with the valve as found and without it, 61 points each, needs every element of the
 * line evaluated once a point; each duty needs about ten evaluations of the line. Nothing else is counted.
 */
const lines = run.scenarios.map((s) => new CompiledLine(s.model.network.lines[0], s.model.network));
const evaluations = 2 * CURVE_POINTS + 10;
const floor = median(() => {
  for (const line of lines) for (let i = 0; i < evaluations; i++) line.evaluate(0.001 + i * 0.001);
});

/** from one edit to the next, as the page's worker has it: every time another number, in a copy that came by post */
function edited(change, floorOf) {
  const kept = new Recalculation();
  let i = 0;
  const copies = Array.from({ length: 100 }, () => {
    const copy = structuredClone(study);
    change(copy, ++i);
    return copy;
  });
  return {
    ms: median(() => serviceCurves(kept.run(copies[i++ % copies.length]).scenarios, pump, CURVE_POINTS)),
    floor: median(() => {
      for (const line of floorOf) for (let k = 0; k < evaluations; k++) line.evaluate(0.001 + k * 0.001);
    }),
  };
}
const elementEdited = edited((s, i) => {
  s.lines[0].elements.find((e) => e.id === 'L-420').length = `${1000 + i} m`;
}, lines);
const scenarioEdited = edited(
  (s, i) => {
    s.scenarios[1].temperature = `${40 + i / 10} C`;
  },
  lines.slice(1, 2),
);

const first = (() => {
  const begin = performance.now();
  serviceCurves(runStudy(study).scenarios, pump, CURVE_POINTS);
  return performance.now() - begin;
})();

const show = (name, ms) => console.log(`${name.padEnd(58)} ${ms.toFixed(3).padStart(9)} ms`);
console.log(
  `demo study: ${run.scenarios.length} scenarios, ${run.scenarios[0].model.elements.length} elements, curves of ${CURVE_POINTS} points\n`,
);
show('reading and solving all scenarios', solveOnly);
show('full recalculation with all curves (what the worker does)', whole);
show('floor: the loss evaluations alone', floor);
show('one edited number of a pipe, all scenarios touched', elementEdited.ms);
show('one edited number of one scenario', scenarioEdited.ms);
show('  floor: the evaluations of that scenario', scenarioEdited.floor);
show('one recalculation, now', first);
console.log(`\nfull recalculation / floor: ${(whole / floor).toFixed(1)}`);
console.log(`full recalculation / one frame of ${FRAME_MS} ms: ${(whole / FRAME_MS).toFixed(2)}`);

console.log('\nfrom an edit to its outcome, through a worker and back');
const demo = await roundTrip(structuredClone(study), pump);
const long = longStudy(study);
const longOutcome = await roundTrip(long, pump, 20);
const alone = { ...long, scenarios: long.scenarios.slice(0, 1) };
const longModel = runStudy(alone).scenarios[0].model;
const longLines = longModel.network.lines.map((l) => new CompiledLine(l, longModel.network));
// of one scenario: its system curves and its duty, as of the demo
const longFloor = median(() => {
  for (const line of longLines) for (let i = 0; i < evaluations; i++) line.evaluate(0.001 + i * 0.001);
});
show('demo study', demo);
show('a study of 200 elements in five scenarios', longOutcome);
show('  floor: the loss evaluations of one scenario of it', longFloor);
ratio('demo study, read and solved', solveOnly, floor);
ratio('demo study, full recalculation', whole, floor);
ratio('one edited number, all scenarios touched', elementEdited.ms, elementEdited.floor);
ratio('one edited number, one scenario touched', scenarioEdited.ms, scenarioEdited.floor);
ratio('demo study, through a worker', demo, floor);
ratio('200 elements in five scenarios, through a worker', longOutcome, longFloor);
benchNetworks((name, ms) => ratio(name, ms, floor));
benchRandom(process.argv.includes('--quick') ? 1000 : 10_000, (ms) => ratio('a random system', ms, floor));
benchLongLine(ratio);
