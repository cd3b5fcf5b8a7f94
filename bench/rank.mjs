/*
 * Ranks 20,000 invented pumps in the scenarios of a demo study, on two threads that hold the catalogue, as a server does that has
 * ranked once before; beside it the floor: what curves have to be asked for at least. Of every pump a head a scenario; of one that is not
 * short of it the trims of its bisection, and in each scenario three heads to cross the system curve, and its efficiency and NPSHR there.
 *   node bench/rank.mjs [number of pumps]
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { median } from 'simple-statistics';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { snowmeltStudy } from '../apps/server/dist/seed/tarnholt-snowmelt.js';
import { judgeCatalogue, mergeRankings, Ranker, runStudy, usable } from '../packages/core/dist/index.js';
import { configure, performanceAt } from '../packages/core/dist/catalogue/configure.js';
import { runningOf } from '../packages/core/dist/selection/requirement.js';

const THREADS = 2;
/** as the server's threads have them */
const LIMITS = { maxYoungGenerationSizeMb: 128 };
const PUMP = { reinjection: 'P-410', snowmelt: 'P-510' };
const STUDY = { reinjection: reinjectionStudy, snowmelt: snowmeltStudy };

/** the sixth scenario: the first with more units of wear, so that no two are alike */
function sixScenarios(study, pump) {
  while (study.scenarios.length < 6) {
    const [first] = study.scenarios;
    const id = `more-${study.scenarios.length}`;
    study.scenarios.push({ ...first, id, name: id, set: { ...first.set, [`${pump}.wear`]: 0.01 * study.scenarios.length } });
  }
  return study;
}

function held(count, part) {
  const written = Object.fromEntries(Object.entries(generatePumps(count)).filter((_, i) => i % THREADS === part));
  const { pumps } = judgeCatalogue({ format: 'cedar-knot-catalogue', version: 1, pumps: written });
  return [...pumps].map(([model, read]) => [model, { read, written: () => written[model] }]);
}

/** ms of the curve evaluations that cannot be avoided, on curves that stand ready; and of the first heads alone */
function floorOf(entries, asked, vary) {
  const trims = vary === 'diameter';
  const ready = entries.flatMap(([, e]) => {
    const input = usable(e.read);
    if (!input) return [];
    const { speed, stages, diameter, meets } = configure(input, asked, trims);
    const largest = { speed, stages, diameter: input.maxDiameter ?? input.curves.at(-1).diameter ?? input.diameter };
    const least = input.minDiameter ?? (input.curves.length > 1 ? input.curves[0].diameter : largest.diameter);
    const steps = trims && meets && least < largest.diameter ? Math.ceil(Math.log2((largest.diameter - least) / (input.trimStep ?? 1e-3) + 1)) : 0; // prettier-ignore
    return [{ input, largest, steps, meets, at: asked.map((a) => performanceAt(input, { speed, stages, diameter }, a.running)), whole: asked.map((a) => performanceAt(input, largest, a.running)) }]; // prettier-ignore
  });
  let sum = 0;
  const from = performance.now();
  for (const { whole } of ready) asked.forEach(({ flow }, k) => (sum += whole[k].head(flow)));
  const heads = performance.now() - from;
  for (const { input, largest, steps, meets, at } of ready) {
    if (!meets) continue;
    for (let i = 1; i <= steps; i++) {
      const stand = { ...largest, diameter: largest.diameter * (1 - 0.01 * i) };
      for (const { flow, running } of asked) sum += performanceAt(input, stand, running).head(flow);
    }
    asked.forEach(({ flow }, k) => {
      for (let i = 0; i < 3; i++) sum += at[k].head(flow * (1 + 0.01 * i));
      sum += (at[k].efficiency(flow) ?? 0) + (at[k].npshr(flow) ?? 0);
    });
  }
  return { floor: performance.now() - from, heads, sum };
}

if (!isMainThread) {
  const { count, part } = workerData;
  const entries = held(count, part);
  parentPort.postMessage('ready');
  parentPort.on('message', ({ name, vary }) => {
    const begin = performance.now();
    const pump = PUMP[name];
    const ranker = new Ranker(sixScenarios(STUDY[name](), pump), pump, { vary, objective: 'energy', top: 50 });
    const piece = ranker.rank(entries);
    const { required } = piece;
    const ms = performance.now() - begin;
    const solved = runStudy(sixScenarios(STUDY[name](), pump)).scenarios;
    const asked = Object.entries(required).map(([id, r]) => ({ ...r, running: runningOf(solved.find((s) => s.id === id).model, pump) })); // prettier-ignore
    const floor = floorOf(entries, asked, vary);
    parentPort.postMessage({ piece: { ...piece, fallen: [] }, ms, ...floor });
  });
} else {
  const count = Number(process.argv[2] ?? 20_000);
  const workers = Array.from(
    { length: THREADS },
    (_, part) => new Worker(new URL(import.meta.url), { workerData: { count, part }, resourceLimits: LIMITS }),
  );
  const once = (w) => new Promise((resolve) => w.once('message', resolve));
  await Promise.all(workers.map(once));
  for (const name of Object.keys(STUDY)) {
    const study = sixScenarios(STUDY[name](), PUMP[name]);
    for (let i = 0; i < 20; i++) runStudy(study);
    for (const vary of ['diameter', 'speed', 'none']) {
      const all = [];
      let found;
      for (let round = 0; round < 12; round++) {
        const begin = performance.now();
        const done = workers.map(once);
        for (const w of workers) w.postMessage({ name, vary });
        found = await Promise.all(done);
        all.push({
          ms: Math.max(...found.map((f) => f.ms)),
          floor: Math.max(...found.map((f) => f.floor)),
          heads: Math.max(...found.map((f) => f.heads)),
          begin,
        });
      }
      const first = all[0].ms;
      const ms = median(all.slice(1).map((a) => a.ms));
      const floor = median(all.slice(1).map((a) => a.floor));
      const heads = median(all.slice(1).map((a) => a.heads));
      const { counts } = mergeRankings(
        found.map((f) => f.piece),
        'energy',
      );
      console.log(
        `${name}, ${study.scenarios.length} scenarios, vary ${vary}: first ${first.toFixed(0)} ms, then ${ms.toFixed(0)} ms; floor ${floor.toFixed(1)} ms (first heads ${heads.toFixed(1)}), ${(ms / floor).toFixed(1)} times; ${JSON.stringify(counts)}`,
      );
    }
  }
  await Promise.all(workers.map((w) => w.terminate()));
}
