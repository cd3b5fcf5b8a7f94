/*
 * Ranks 20,000 invented pumps in the scenarios of a demo study, on two threads that hold the catalogue, as a server does that has
 * ranked once before; beside it the floor: the heads that every pump has to be asked for at least, one a scenario, on ready curves.
 *   node bench/rank.mjs [number of pumps]
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { median } from 'simple-statistics';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';
import { reinjectionStudy } from '../apps/server/dist/seed/tarnholt-reinjection.js';
import { snowmeltStudy } from '../apps/server/dist/seed/tarnholt-snowmelt.js';
import { judgeCatalogue, mergeRankings, Ranker, runStudy, usable } from '../packages/core/dist/index.js';
import { performanceAt } from '../packages/core/dist/catalogue/configure.js';

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
    // the floor: one head a scenario of every pump, at its largest, on curves that stand ready
    const inputs = entries.flatMap(([, e]) => usable(e.read) ?? []);
    const asked = Object.values(required).map((r) => r.flow);
    const ready = inputs.map((p) => {
      const { speed, diameter } = p.curves.at(-1);
      return performanceAt(p, { speed, diameter, stages: p.stages }, { running: 1, wear: 0 });
    });
    const from = performance.now();
    let sum = 0;
    for (const p of ready) for (const q of asked) sum += p.head(q);
    const floor = performance.now() - from;
    parentPort.postMessage({ piece: { ...piece, fallen: [] }, ms, floor, sum });
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
        all.push({ ms: Math.max(...found.map((f) => f.ms)), floor: Math.max(...found.map((f) => f.floor)), begin });
      }
      const first = all[0].ms;
      const ms = median(all.slice(1).map((a) => a.ms));
      const floor = median(all.slice(1).map((a) => a.floor));
      const { counts } = mergeRankings(
        found.map((f) => f.piece),
        'energy',
      );
      console.log(
        `${name}, ${study.scenarios.length} scenarios, vary ${vary}: first ${first.toFixed(0)} ms, then ${ms.toFixed(0)} ms; floor ${floor.toFixed(1)} ms, ${(ms / floor).toFixed(0)} times; ${JSON.stringify(counts)}`,
      );
    }
  }
  await Promise.all(workers.map((w) => w.terminate()));
}
