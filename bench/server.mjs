/*
 * What a person waits for from the server with 20,000 pumps in the catalogue, in a running application of its own (they stay in its data):
 * import, searches for one duty, rankings, pages of lists; and the memory of its process then.
 *   CEDAR_KNOT_ADDRESS=http://127.0.0.1:4310 CEDAR_KNOT_KEY=… node bench/server.mjs [number of pumps]
 */
import { execFileSync } from 'node:child_process';
import { TextDecoder } from 'node:util';
import { readFileSync } from 'node:fs';
import { median } from 'simple-statistics';
import { generatePumps } from '../apps/server/dist/seed/makers/pumps.js';

const address = process.env.CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310';
const authorization = `Bearer ${process.env.CEDAR_KNOT_KEY}`;
const count = Number(process.argv[2] ?? 20_000);
const PER_FILE = 5000;

async function send(method, path, body) {
  const begin = performance.now();
  const headers = { authorization, ...(body === undefined ? {} : { 'content-type': 'application/json' }) };
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers,
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const reader = response.body.getReader();
  let [first, text] = [undefined, ''];
  const decoder = new TextDecoder();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    first ??= performance.now() - begin;
    text += decoder.decode(value, { stream: true });
  }
  if (!response.ok) throw new Error(`${path}: ${response.status} ${text.slice(0, 300)}`);
  return { ms: performance.now() - begin, first, text, etag: response.headers.get('etag') };
}

const port = new URL(address).port;
/** MB of the server process, all its threads with it */
function memory() {
  const own = execFileSync('sh', ['-c', `ss -ltnpH 'sport = :${port}' | grep -o 'pid=[0-9]*' | head -1`], { encoding: 'utf8' });
  const status = readFileSync(`/proc/${own.trim().slice(4)}/status`, 'utf8');
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)[1]) / 1024);
}

const say = (what, figure) => console.log(`${what}: ${figure}`);
const ms = (list) => `${median(list).toFixed(0)} ms (${Math.min(...list).toFixed(0)} to ${Math.max(...list).toFixed(0)})`;
async function several(what, times, work) {
  const list = [];
  for (let i = 0; i < times; i++) list.push((await work(i)).ms);
  say(what, `first ${list[0].toFixed(0)} ms, then ${ms(list.slice(1))}`);
}

say('memory before', `${memory()} MB`);
const all = Object.entries(generatePumps(count)).map(([id, entry]) => [
  `b-${id}`.slice(0, 40),
  { ...entry, maker: `Bench ${entry.maker}` },
]);
let begin = performance.now();
for (let i = 0; i < all.length; i += PER_FILE) {
  const pumps = Object.fromEntries(all.slice(i, i + PER_FILE));
  const { text } = await send('POST', '/catalogue/import', { catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps } });
  if (!text.includes('"result"')) throw new Error(text.slice(-300));
}
say(`${count} pumps imported, in files of ${PER_FILE}`, `${((performance.now() - begin) / 1000).toFixed(1)} s`);
say('memory then', `${memory()} MB`);

const DUTIES = [
  { flow: 0.02, head: 60 },
  { flow: 0.1, head: 40, staticHead: 20 },
  { flow: 0.015, head: 190, staticHead: 150, npsha: 6 },
  { flow: 0.0006, head: 30, staticHead: 0 },
];
await several('find', 9, (i) => send('POST', '/catalogue/find', DUTIES[i % DUTIES.length]));

const studies = JSON.parse((await send('GET', '/studies')).text);
const demo = async (title) => {
  const head = (studies.studies ?? studies).find((s) => s.title.toLowerCase().includes(title));
  return JSON.parse((await send('GET', `/studies/${head.id}`)).text).document;
};
for (const [title, pump] of [
  ['reinjection', 'P-410'],
  ['snow-melt', 'P-510'],
]) {
  const document = await demo(title).catch(() => undefined);
  if (!document) continue;
  const rank = () => send('POST', '/catalogue/rank', { document, pump, vary: 'diameter', objective: 'energy' });
  const runs = [];
  for (let i = 0; i < 4; i++) runs.push(await rank());
  say(`rank ${title}`, `first ${runs[0].ms.toFixed(0)} ms, then ${ms(runs.slice(1).map((r) => r.ms))}, first line ${ms(runs.slice(1).map((r) => r.first))}, ${(runs[1].text.length / 1e6).toFixed(1)} MB`); // prettier-ignore
  begin = performance.now();
  await Promise.all([rank(), rank(), rank()]);
  say(`three at once`, `${(performance.now() - begin).toFixed(0)} ms`);
}
const list = await send('GET', '/catalogue/models?kind=pumps');
say('list of pumps', `${list.ms.toFixed(0)} ms, ${(list.text.length / 1e3).toFixed(0)} KB`);
const heads = JSON.parse(list.text);
const [one] = Array.isArray(heads) ? heads : heads.rows;
await several('one model', 5, () => send('GET', `/catalogue/models/${one.id}`));
await new Promise((r) => setTimeout(r, 3000));
say('memory at the end', `${memory()} MB`);
