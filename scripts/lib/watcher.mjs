/**
 * Text of a worker that asks for health all the time and answers, when it is told that it is over, how long it waited at most, ms. In a
 * thread of its own: what else a script does must not look like waiting for an answer.
 */
export const HEALTH_WATCHER = `
  const { parentPort, workerData } = require('node:worker_threads');
  let longest = 0;
  let isOver = false;
  parentPort.on('message', () => (isOver = true));
  (async () => {
    while (!isOver) {
      const begin = performance.now();
      await fetch(workerData).then((r) => r.text(), () => undefined);
      longest = Math.max(longest, performance.now() - begin);
      await new Promise((r) => setTimeout(r, 5));
    }
    parentPort.postMessage(longest);
  })();
`;
