/*
 * Pumps for one duty among 20,000 invented ones, on two threads that hold a share each, as the server's do; beside it the floor: the heads
 * that have to be asked for at least. Of every pump that is not short by its largest head one at the largest and the least diameter; of
 * one in between those of its bisection and of its crossing.
 *   node bench/find.mjs [number of pumps]
 */
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { median } from 'simple-statistics';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';
import { entryOfWritten } from '../apps/server/dist/work/kept-entry.js';
import { findPumps, readyForSearch, usable } from '../packages/core/dist/index.js';
import { configure, ONE_UNIT, performanceAt } from '../packages/core/dist/catalogue/configure.js';

const THREADS = 2;
const WATER = { density: 998.2, gravity: 9.80665 };
const DUTIES = [
  { flow: 0.02, head: 60 },
  { flow: 0.1, head: 40, staticHead: 20 },
  { flow: 0.015, head: 190, staticHead: 150, npsha: 6 },
  { flow: 0.0006, head: 30, staticHead: 0 },
];
/** heads of a bisection over the steps of a trim, and of a crossing of the system curve */
const [TRIM, CROSS] = [6, 14];

function floorOf(held, wanted) {
  const ready = [...held.values()].flatMap((read) => {
    const input = usable(read);
    if (!input) return [];
    const configured = configure(input, [{ flow: wanted.flow, head: wanted.head, running: ONE_UNIT }]);
    const p = performanceAt(input, configured);
    const times =
      p.mostHead < wanted.head * 0.9 ? 0 : 2 + (configured.meets ? TRIM : 0) + (wanted.staticHead === undefined ? 0 : CROSS);
    return [{ p, times }];
  });
  let sum = 0;
  const from = performance.now();
  for (const { p, times } of ready) for (let i = 0; i < times; i++) sum += p.head(wanted.flow * (1 + 0.01 * i));
  return { ms: performance.now() - from, sum };
}

if (!isMainThread) {
  const { count, part } = workerData;
  const written = Object.entries(generatePumps(count)).filter((_, i) => i % THREADS === part);
  const held = new Map(written.map(([key, entry]) => [key, entryOfWritten(key, JSON.stringify(entry)).read]));
  for (const read of held.values()) readyForSearch(read);
  parentPort.postMessage('ready');
  parentPort.on('message', (wanted) => {
    const from = performance.now();
    const { counts } = findPumps(held, { ...wanted, ...WATER });
    const ms = performance.now() - from;
    parentPort.postMessage({ ms, counts, floor: floorOf(held, { ...wanted, ...WATER }).ms });
  });
} else {
  const count = Number(process.argv[2] ?? 20_000);
  const workers = Array.from(
    { length: THREADS },
    (_, part) => new Worker(new URL(import.meta.url), { workerData: { count, part } }),
  );
  const once = (w) => new Promise((resolve) => w.once('message', resolve));
  await Promise.all(workers.map(once));
  for (const wanted of DUTIES) {
    const runs = [];
    for (let round = 0; round < 9; round++) {
      const done = workers.map(once);
      for (const w of workers) w.postMessage(wanted);
      const found = await Promise.all(done);
      const most = (key) => Math.max(...found.map((f) => f[key]));
      runs.push({ ms: most('ms'), floor: most('floor'), candidates: found.reduce((sum, f) => sum + f.counts.candidates, 0) });
    }
    const ms = median(runs.slice(1).map((r) => r.ms));
    const floor = median(runs.slice(1).map((r) => r.floor));
    console.log(`${JSON.stringify(wanted)}: first ${runs[0].ms.toFixed(0)} ms, then ${ms.toFixed(0)} ms; floor ${floor.toFixed(1)} ms, ${(ms / floor).toFixed(1)} times; ${runs[0].candidates} candidates`); // prettier-ignore
  }
  await Promise.all(workers.map((w) => w.terminate()));
}
