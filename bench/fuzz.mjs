// node bench/fuzz.mjs [--count 5000] [--seed 1]: mutated documents and requests over every endpoint of the built application, on a
// database of its own. None may end in 5xx, none may keep the application from answering for more than half a second.
import { Buffer } from 'node:buffer';
import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import http from 'node:http';
import { join } from 'node:path';
import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { Application } from '../scripts/lib/application.mjs';
import { DataFolder } from '../scripts/lib/folder.mjs';
import { Database } from '../scripts/lib/mariadb.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { finish, ROOT, say } from '../scripts/lib/run.mjs';

const option = (name, fallback) => {
  const at = process.argv.indexOf(`--${name}`);
  return Number(at < 0 ? fallback : process.argv[at + 1]);
};
const COUNT = option('count', 5000);
const AT_ONCE = 4;
const LONGEST_MS = 500;
const generator = xoroshiro128plus(option('seed', 1));
const random = (most) => uniformInt(generator, 0, most - 1);
const pick = (list) => list[random(list.length)];

const folder = new DataFolder(join(ROOT, '.test-data', 'fuzz'));
let database;
let application;
let address;
let token;

/* ---- mutations ---- */

const ODD = [
  () => null,
  () => true,
  () => -1,
  () => 1e308,
  () => 0.1,
  () => '',
  () => 'solve',
  () => '12 furlong',
  () => '1,234 m',
  () => '-5 m',
  () => '1e999 m3/h',
  () => `${'9'.repeat(3000)}\n\n${'9'.repeat(3000)}`,
  () => 'x'.repeat(50_000),
  () => '水'.repeat(300),
  () => '\u0000\uD800',
  () => '__proto__',
  () => [],
  () => ({}),
  () => [[[[[[]]]]]],
  () => ({ kind: 'plasma' }),
  () => ({ constructor: { prototype: 1 } }),
  () => new Array(3000).fill({ id: 'x', kind: 'pipe' }),
  () => new Array(3000).fill('1 m'),
];

/** places of a document, so many at most: lists that share an object hold it thousands of times, and again inside one another */
const MOST_PLACES = 30_000;

/** every place of a document: what holds it and under which key */
function places(value, found = []) {
  if (typeof value !== 'object' || value === null || found.length > MOST_PLACES) return found;
  for (const key of Object.keys(value)) {
    found.push([value, key]);
    places(value[key], found);
  }
  return found;
}

function mutated(document) {
  const copy = structuredClone(document);
  for (let i = random(4); i >= 0; i--) {
    const [of, key] = pick(places(copy));
    const kind = random(5);
    if (kind === 0) delete of[key];
    else if (kind === 1) of[key] = pick(ODD)();
    else if (kind === 2 && typeof of[key] === 'string') of[key] = of[key].replace(/\d/g, () => String(random(10)));
    else if (kind === 3) of[pick(['kind', 'id', 'to', '__proto__', 'x', 'k'])] = pick(ODD)();
    else {
      const [from, name] = pick(places(copy));
      // a part put into itself doubles: not without end
      if (JSON.stringify(from[name] ?? null).length < 100_000) of[key] = structuredClone(from[name]);
    }
    const count = places(copy).length;
    if (count > MOST_PLACES) return document;
    if (count === 0) break;
  }
  return copy;
}

/** a text with its bytes spoilt as well */
function spoilt(text) {
  const bytes = Buffer.from(text);
  switch (random(8)) {
    case 0:
      return bytes.subarray(0, random(bytes.length));
    case 1:
      for (let i = 0; i < 3; i++) bytes[random(bytes.length)] = random(256);
      return bytes;
    case 2:
      return Buffer.from(`${'['.repeat(random(300_000))}${text}`);
    case 3:
      return Buffer.from(text.replace(/"(\w+)":/, '"$1": 1, "$1":'));
    case 4:
      return Buffer.from(`\uFEFF${text}${' '.repeat(random(1_000_000))}`);
    default:
      return bytes;
  }
}

/** asks all the time how long an answer takes, in a thread of its own: making documents must not look like waiting for one */
const WATCHER = `
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

/* ---- requests ---- */

/** each on a connection of its own: one that was refused in the middle of its body is closed, and must not take the next with it */
function send(method, path, body, type = 'application/json') {
  return new Promise((resolve, reject) => {
    const asked = http.request(`${address}${path}`, {
      method,
      agent: false,
      headers: { authorization: `Bearer ${token}`, ...(body === undefined ? {} : { 'content-type': type }) },
    });
    let isAnswered = false;
    asked.once('response', (response) => {
      isAnswered = true;
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (d) => (text += d));
      response.on('end', () => resolve({ status: response.statusCode, text }));
      response.on('error', () => resolve({ status: response.statusCode, text }));
    });
    // the rest of a body that was refused already may find nobody
    asked.on('error', (error) => isAnswered || reject(error));
    asked.end(body);
  });
}

/** one request; what it was, for the report */
function request(ids, demo) {
  const id = pick([...ids, ...ids, 'none', '00000000-0000-4000-8000-000000000000', '%00', '..%2f..', '%E0%A4%A']);
  const number = pick([1, 2, 3, 0, -1, 1e9, 2 ** 40, 'x', '']);
  const document = mutated(pick(demo));
  switch (random(14)) {
    case 0:
    case 1:
    case 2:
      return ['POST', '/api/studies', spoilt(JSON.stringify({ document }))];
    case 3:
    case 4:
    case 5:
    case 6:
      return [
        'PUT',
        `/api/studies/${id}`,
        spoilt(JSON.stringify({ version: pick([1, 2, number]), document, saveId: pick([undefined, randomUUID(), 'x']) })),
      ];
    case 7:
    case 8:
      return ['POST', '/api/studies/import', spoilt(JSON.stringify(document)), pick(['text/plain', 'application/json', 'x/y'])];
    case 9:
      return ['PATCH', `/api/studies/${id}`, spoilt(JSON.stringify({ version: number, title: pick(ODD)(), tag: pick(ODD)() }))];
    case 10:
      return ['PATCH', `/api/studies/${id}/versions/${number}`, spoilt(JSON.stringify({ name: pick(ODD)() }))];
    case 11:
      return ['PUT', '/api/person', spoilt(JSON.stringify({ name: pick(ODD)(), initials: pick(ODD)() }))];
    case 12:
      return [
        'GET',
        `/api/studies/${id}${pick(['', '/file', '/versions', `/versions/${number}`, `/versions/${number}/changes`, `/versions?before=${number}&limit=${number}&named=${number}`])}`,
      ];
    default:
      return pick([
        ['DELETE', `/api/studies/${pick(['none', id])}`],
        ['POST', `/api/studies/${id}/${pick(['copy', 'restore', 'none'])}`],
        ['GET', `/api/studies?deleted=${number}`],
        ['OPTIONS', `/api/studies/${id}`],
      ]);
  }
}

async function main() {
  rmSync(folder.path, { recursive: true, force: true });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  token = folder.key();
  const port = await freePort(4650);
  address = `http://127.0.0.1:${port}`;
  application = new Application(folder, account, { logLevel: 'error' });
  await application.start(port, () => undefined);
  const list = JSON.parse((await send('GET', '/api/studies')).text);
  const demo = await Promise.all(list.map(async (s) => JSON.parse((await send('GET', `/api/studies/${s.id}`)).text).document));
  const ids = [];
  for (const document of demo) ids.push(JSON.parse((await send('POST', '/api/studies', JSON.stringify({ document }))).text).id);

  const counts = {};
  const bad = [];
  let left = COUNT;
  let slowest = { took: 0, what: '' };
  const watcher = new Worker(WATCHER, { eval: true, workerData: `${address}/api/health` });
  const work = async () => {
    while (left-- > 0) {
      const [method, path, body, type] = request(ids, demo);
      const begin = performance.now();
      const answer = await send(method, path, body, type).catch((error) => ({ status: 599, text: String(error.cause ?? error) }));
      const took = performance.now() - begin;
      if (took > slowest.took) slowest = { took, what: `${method} ${path} ${String(body).slice(0, 200)} → ${answer.status}` };
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      if (answer.status >= 500)
        bad.push(`${answer.status} ${method} ${path} ${String(body).slice(0, 300)} → ${answer.text.slice(0, 200)}`);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  watcher.postMessage('over');
  const [longest] = await once(watcher, 'message');
  await watcher.terminate();
  await application.stop();
  await database.stop();
  for (const b of bad.slice(0, 20)) say(b);
  say(`${COUNT} requests: ${Object.entries(counts).map(([s, n]) => `${s} ${n}×`).join(', ')}`); // prettier-ignore
  say(`${bad.length} answers of 5xx; the longest that a health check waited: ${longest.toFixed(0)} ms (at most ${LONGEST_MS})`);
  say(`the slowest request: ${slowest.took.toFixed(0)} ms, ${slowest.what}`);
  process.exit(bad.length === 0 && longest <= LONGEST_MS ? 0 : 1);
}

main().catch(async (error) => {
  await application?.stop();
  await database?.stop().catch(() => undefined);
  finish(error);
});
