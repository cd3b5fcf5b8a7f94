// The whole way of an edit as the page has it: the study posted to a worker, worked out there, the outcome posted back.
import { parentPort, Worker, isMainThread } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';
import { Recalculation, serviceCurves } from '../packages/core/dist/index.js';

if (!isMainThread) {
  const kept = new Recalculation();
  parentPort.on('message', ({ study, pump }) => {
    const run = kept.run(study);
    const curves = pump ? serviceCurves(run.scenarios, pump) : null;
    parentPort.postMessage({ results: run.scenarios.map((s) => s.result), curves });
  });
}

/** median time from posting a study to having its outcome, ms */
export async function roundTrip(study, pump, rounds = 60) {
  const worker = new Worker(fileURLToPath(import.meta.url));
  let i = 0;
  const once = () =>
    new Promise((resolve) => {
      worker.once('message', resolve);
      // an edit that touches every scenario
      study.lines[0].elements.find((e) => e.kind === 'pipe').roughness = `${(0.05 + 0.0001 * i++).toFixed(4)} mm`;
      worker.postMessage({ study, pump });
    });
  for (let i = 0; i < 30; i++) await once();
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const begin = performance.now();
    await once();
    times.push(performance.now() - begin);
  }
  await worker.terminate();
  return times.sort((a, b) => a - b)[rounds >> 1];
}

/** a study of many elements: five scenarios of a long line with a pump, a valve and 200 elements */
export function longStudy(base, elements = 200) {
  const study = structuredClone(base);
  const line = study.lines[0];
  const more = Array.from({ length: elements - line.elements.length }, (_, i) => ({
    id: `X${i}`,
    kind: 'pipe',
    length: '6 m',
    size: 'DN250',
    schedule: '40',
    roughness: '0.15 mm',
    fittings: [{ type: 'elbow-90-long', count: 2 }],
  }));
  line.elements.splice(line.elements.length - 1, 0, ...more);
  return study;
}
