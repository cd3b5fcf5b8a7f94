// A busy machine is only slow. First starts beside loops that take every processor end in a healthy instance; saves are kept while reports
// and imports run. Run by npm test with few; alone with many:
// node scripts/busy.mjs --starts 10 --loops 8 --saves 20 --reports 6 --imports 4 --models 2000
import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { once } from 'node:events';
import { DataFolder } from './lib/folder.mjs';
import { begin, call, end, endAll, healthy, option, ready } from './lib/instances.mjs';
import { background, finish, ROOT, say, sleep, Stop } from './lib/run.mjs';
import { HEALTH_WATCHER } from './lib/watcher.mjs';

const HOME = join(ROOT, '.test-data', 'busy');
const loops = [];
const seconds = (ms) => `${(ms / 1000).toFixed(1)} s`;

/** processes of the same priority that never wait */
function takeProcessors(count) {
  for (let i = 0; i < count; i++) loops.push(background(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }));
}

function giveBack() {
  for (const loop of loops.splice(0)) loop.kill('SIGKILL');
}

async function firstStarts(count, beside) {
  const took = [];
  takeProcessors(beside);
  for (let i = 1; i <= count; i++) {
    const path = join(HOME, `start-${i}`);
    const when = `first start ${i} of ${count} beside ${beside} busy loops`;
    const since = Date.now();
    const one = begin(path);
    await healthy(path, await ready(one, when), when);
    took.push(Date.now() - since);
    await end(one, when);
  }
  giveBack();
  took.sort((a, b) => a - b);
  say(`${count} first starts beside ${beside} busy loops: healthy each time, ${seconds(took[0])} to ${seconds(took.at(-1))}.`);
}

/* ---- saves in a crowd ---- */

/** sends as the page does: what only has to wait comes again */
async function sent(address, key, path, body) {
  for (;;) {
    const response = await fetch(`${address}/api${path}`, {
      method: path.startsWith('/studies/') && path !== '/studies/report' ? 'PUT' : 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
    });
    const wait = response.status === 503 ? response.headers.get('retry-after') : null;
    if (wait === null) return { status: response.status, text: await response.text() };
    await response.body?.cancel();
    await sleep(Number(wait) * 1000);
  }
}

/** a maker's catalogue of so many pumps */
function catalogue(maker, count) {
  const pump = (i) => ({
    name: `${maker} ${i}`,
    maker,
    speed: '2950 rpm',
    curve: Array.from({ length: 12 }, (_, k) => ({
      flow: `${k * (10 + i / 100)} m3/h`,
      head: `${60 - k * k * 0.3} m`,
      efficiency: 0.1 + k * 0.05,
      npshr: `${2 + k * 0.1} m`,
    })),
  });
  const pumps = Object.fromEntries(Array.from({ length: count }, (_, i) => [`${maker}-${i}`.toLowerCase(), pump(i)]));
  return { catalogue: { format: 'cedar-knot-catalogue', version: 1, title: maker, pumps } };
}

async function crowd({ saves, reports, imports, models }) {
  const path = join(HOME, 'crowd');
  const one = begin(path);
  const address = await ready(one, 'crowd');
  const key = new DataFolder(path).key();
  const demo = await Promise.all(
    (await call(address, key, 'GET', '/studies')).studies.map((s) => call(address, key, 'GET', `/studies/${s.id}`)),
  );
  const { id, document } = await call(address, key, 'POST', '/studies', { title: 'Crowd', document: demo[0].document });
  const watcher = new Worker(HEALTH_WATCHER, { eval: true, workerData: `${address}/api/health` });
  let running = reports + imports;
  const checked = async (work, is) => {
    const { status, text } = await work;
    if (status !== 200 || !is(text)) throw new Stop(`in a crowd: ${status} ${text.slice(0, 300)}`);
    running--;
  };
  const all = [
    ...Array.from(
      { length: reports },
      (_, i) =>
      checked(sent(address, key, '/studies/report', { document: demo[i % demo.length].document, format: 'pdf' }), (t) => t.startsWith('%PDF')), // prettier-ignore
    ),
    ...Array.from(
      { length: imports },
      (_, i) =>
      checked(sent(address, key, '/catalogue/import', catalogue(`Maker${i}`, models)), (t) => t.includes(`"created":${models}`)), // prettier-ignore
    ),
  ];
  const took = [];
  let beside = 0;
  for (let version = 1; version <= saves; version++) {
    const since = performance.now();
    const body = { version, saveId: randomUUID(), document: { ...document, notes: `save ${version}` } };
    const { status, text } = await sent(address, key, `/studies/${id}`, body);
    if (status !== 200) throw new Stop(`save ${version} of ${saves} in a crowd: ${status} ${text.slice(0, 300)}`);
    took.push(performance.now() - since);
    if (running > 0) beside++;
  }
  await Promise.all(all);
  watcher.postMessage('over');
  const [health] = await once(watcher, 'message');
  await watcher.terminate();
  const { version } = await call(address, key, 'GET', `/studies/${id}`);
  if (version !== saves + 1) throw new Stop(`version ${version} is stored after ${saves} saves`);
  await end(one, 'crowd');
  took.sort((a, b) => a - b);
  say(
    `${saves} saves beside ${reports} reports and ${imports} imports of ${models} pumps: all kept, ${beside} of them while the others ran; median ${took[saves >> 1].toFixed(0)} ms, longest ${took.at(-1).toFixed(0)} ms; a health check waited ${health.toFixed(0)} ms at most.`,
  );
}

async function main() {
  rmSync(HOME, { recursive: true, force: true });
  mkdirSync(HOME, { recursive: true, mode: 0o711 });
  const starts = option('starts', 1);
  if (starts > 0) await firstStarts(starts, option('loops', 8));
  const saves = option('saves', 20);
  if (saves > 0)
    await crowd({ saves, reports: option('reports', 6), imports: option('imports', 4), models: option('models', 500) });
}

main().then(
  () => process.exit(0),
  async (error) => {
    giveBack();
    await endAll();
    finish(error);
  },
);
