// node bench/fuzz.mjs [--count 5000] [--seed 1] [--longest 300]: mutated documents, files and requests over every endpoint of the built application, on a
// database of its own, with the key and as nobody, in odd spellings. None may end in 5xx other than 503 and 507, none without a key may be
// answered; --longest: none may keep the application from answering for more than so many ms, which says something on a quiet machine alone.
// Run by npm test with few.
import { Buffer } from 'node:buffer';
import { randomUUID } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import http from 'node:http';
import { join } from 'node:path';
import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import ExcelJS from 'exceljs';
import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { SPELLINGS } from '../apps/server/dist/access/spellings.js';
import { Application } from '../scripts/lib/application.mjs';
import { DataFolder } from '../scripts/lib/folder.mjs';
import { Database } from '../scripts/lib/mariadb.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { finish, ROOT, say } from '../scripts/lib/run.mjs';
import { HEALTH_WATCHER } from '../scripts/lib/watcher.mjs';

const option = (name, fallback) => {
  const at = process.argv.indexOf(`--${name}`);
  return Number(at < 0 ? fallback : process.argv[at + 1]);
};
const COUNT = option('count', 5000);
const AT_ONCE = 4;
/** no limit where nothing is said: a busy machine is only slow */
const LONGEST_MS = option('longest', Infinity);
/** what only has to wait, and a full disk */
const ALLOWED = new Set([503, 507]);
/** what nobody may be answered */
const CUT = 'cut off';
const REFUSED = new Set([400, 401, 403, 404, CUT]);
const generator = xoroshiro128plus(option('seed', 1));
const random = (most) => uniformInt(generator, 0, most - 1);
const pick = (list) => list[random(list.length)];

const folder = new DataFolder(join(ROOT, '.test-data', 'fuzz'));
let database;
let application;
let port;
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

/* ---- files ---- */

const picture = new PNG({ width: 40, height: 30 });
const PICTURES = [
  PNG.sync.write(picture),
  jpeg.encode({ width: 40, height: 30, data: Buffer.alloc(40 * 30 * 4, 90) }, 80).data,
  Buffer.from('%PDF-1.7\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF'),
  Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" onload="alert(1)"/>'),
  Buffer.from('GIF89a'),
];

async function workbook() {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('pumps');
  sheet.addRows([['model', 'flow [m3/h]', 'head [m]'], ...Array.from({ length: 40 }, (_, i) => [`R ${i >> 3}`, i, { formula: '1+1', result: 2 }])]); // prettier-ignore
  return Buffer.from(await book.xlsx.writeBuffer());
}

/** a file with some bytes changed, taken out or doubled; now and then as it is */
function damaged(file) {
  const bytes = Buffer.from(file);
  const at = random(bytes.length);
  switch (random(5)) {
    case 0:
      return bytes;
    case 1:
      return bytes.subarray(0, at);
    case 2:
      return Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + random(40))]);
    case 3:
      return Buffer.concat([bytes, bytes.subarray(at)]);
    default:
      for (let i = 0; i < 1 + random(8); i++) bytes[random(bytes.length)] = random(256);
      return bytes;
  }
}

const dataAddress = () =>
  `data:image/${pick(['png', 'jpeg', 'png', 'svg+xml', 'x'])};base64,${damaged(pick(PICTURES)).toString('base64')}`;

/** a form with a file, as a page of another kind of application sends it */
function multipart(file) {
  const edge = pick(['x', '----edge', '"', '']);
  const body = Buffer.concat([
    Buffer.from(
      `--${edge}\r\nContent-Disposition: form-data; name="f"; filename="../../a.png"\r\nContent-Type: image/png\r\n\r\n`,
    ),
    damaged(file),
    Buffer.from(`\r\n--${edge}--\r\n`),
  ]);
  return [body, `multipart/form-data; boundary=${edge}`];
}

/* ---- requests ---- */

/** each on a connection of its own: one that was refused in the middle of its body is closed, and must not take the next with it */
function send(method, path, body, type = 'application/json', key = token) {
  return new Promise((resolve, reject) => {
    const asked = http.request({
      host: '127.0.0.1',
      port,
      path,
      method,
      agent: false,
      headers: {
        ...(key === null ? {} : { authorization: `Bearer ${key}` }),
        ...(body === undefined ? {} : { 'content-type': type }),
      },
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
    // the rest of a body that was refused already finds nobody, now and then before the refusal has come
    asked.on('error', (error) => {
      if (isAnswered) return;
      if (error.code === 'EPIPE' || error.code === 'ECONNRESET') resolve({ status: CUT, text: '' });
      else reject(error);
    });
    asked.end(body);
  });
}

/** a request for studies */
function ofStudies(ids, demo) {
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
        ['GET', `/api/studies?deleted=${number}&text=${encodeURIComponent(String(pick(ODD)()))}&from=${number}`],
        ['OPTIONS', `/api/studies/${id}`],
      ]);
  }
}

/** a request for the catalogue, templates and their files */
function ofFiles(models, demo, book) {
  const id = pick([...models, 'none', '00000000-0000-4000-8000-000000000000']);
  const octets = 'application/octet-stream';
  const file = pick([...PICTURES, book]);
  const entry = mutated({ name: 'R', speed: '2900 rpm', curve: [{ flow: '0 m3/h', head: '40 m' }, { flow: '30 m3/h', head: '34 m' }] }); // prettier-ignore
  switch (random(11)) {
    case 0:
      return ['POST', '/api/catalogue/sheets', damaged(book), octets];
    case 1:
      return ['POST', `/api/catalogue/models/${id}/attachments?name=${pick(['a.png', '%00', '', '..%2Fa', 'x'.repeat(300)])}`, damaged(file), octets]; // prettier-ignore
    case 2:
      return ['POST', pick(['/api/catalogue/sheets', `/api/catalogue/models/${id}/attachments?name=a.png`, '/api/studies', '/api/report-templates']), ...multipart(file)]; // prettier-ignore
    case 3:
      return ['POST', '/api/report-templates', spoilt(JSON.stringify({ name: pick(ODD)() ?? 'x', logo: dataAddress() }))];
    case 4:
      return ['POST', '/api/studies/report', spoilt(JSON.stringify({ document: { ...pick(demo), report: { logo: dataAddress(), parts: ['cover'] } }, format: pick(['pdf', 'xlsx', 'zip', 'csv']) }))]; // prettier-ignore
    case 5:
      return ['POST', '/api/catalogue/models', spoilt(JSON.stringify({ kind: pick(['pumps', 'valves', 'x']), entry }))];
    case 6:
      return ['PUT', `/api/catalogue/models/${id}`, spoilt(JSON.stringify({ revision: pick([1, 2, 'x']), entry }))];
    case 7:
      return ['POST', '/api/catalogue/import', spoilt(JSON.stringify({ catalogue: { format: 'cedar-knot-catalogue', version: 1, pumps: { [pick(['a', '__proto__', ''])]: entry } } }))]; // prettier-ignore
    case 8:
      return [
        'POST',
        '/api/catalogue/find',
        spoilt(JSON.stringify({ flow: pick([0.01, 1e9, ...ODD.map((o) => o())]), head: 30 })),
      ];
    case 9:
      return ['POST', '/api/catalogue/export', JSON.stringify({ format: pick(['csv', 'xlsx', 'json', 'x']), ids: [id], title: pick(ODD)() })]; // prettier-ignore
    default:
      return ['GET', `/api/catalogue/${pick([`models/${id}`, 'models?kind=pumps', `models/${id}/revisions/1`, `models/${id}/revisions/1/changes/2`, 'entries?kind=valves', `attachments/${id}`])}`]; // prettier-ignore
  }
}

/** one request: method, path, body, type; `isNobody` without a key */
function request(ids, models, demo, book) {
  const [method, path, body, type] = random(3) === 0 ? ofFiles(models, demo, book) : ofStudies(ids, demo);
  const isOdd = random(4) === 0;
  const isNobody = isOdd ? random(2) === 0 : random(10) === 0;
  return { method, path: isOdd ? pick(SPELLINGS)[1](path) : path, body, type, isNobody };
}

async function main() {
  rmSync(folder.path, { recursive: true, force: true });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  port = await freePort(4650);
  application = new Application(folder, account, { logLevel: 'error' });
  token = folder.key();
  await application.start(port, () => undefined);
  const { studies: list } = JSON.parse((await send('GET', '/api/studies')).text);
  const demo = await Promise.all(list.map(async (s) => JSON.parse((await send('GET', `/api/studies/${s.id}`)).text).document));
  const models = JSON.parse((await send('GET', '/api/catalogue/models?kind=pumps')).text)
    .rows.slice(0, 5)
    .map((m) => m.id);
  const book = await workbook();
  const ids = [];
  for (const document of demo) ids.push(JSON.parse((await send('POST', '/api/studies', JSON.stringify({ document }))).text).id);

  const counts = {};
  const bad = [];
  let left = COUNT;
  let nobody = 0;
  let slowest = { took: 0, what: '' };
  const watcher = new Worker(HEALTH_WATCHER, { eval: true, workerData: `http://127.0.0.1:${port}/api/health` });
  const work = async () => {
    while (left-- > 0) {
      const { method, path, body, type, isNobody } = request(ids, models, demo, book);
      const begin = performance.now();
      const answer = await send(method, path, body, type, isNobody ? null : token).catch((error) => ({
        status: 599,
        text: String(error.cause ?? error),
      }));
      const took = performance.now() - begin;
      if (took > slowest.took) slowest = { took, what: `${method} ${path} ${String(body).slice(0, 200)} → ${answer.status}` };
      counts[answer.status] = (counts[answer.status] ?? 0) + 1;
      if (isNobody) nobody++;
      if ((answer.status >= 500 && !ALLOWED.has(answer.status)) || (isNobody && !REFUSED.has(answer.status)))
        bad.push(
          `${answer.status} ${isNobody ? 'nobody ' : ''}${method} ${path} ${String(body).slice(0, 300)} → ${answer.text.slice(0, 200)}`,
        );
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
  say(
    `${bad.length} faults, or answers to one of the ${nobody} without a key; the longest that a health check waited: ${longest.toFixed(0)} ms`,
  );
  say(`the slowest request: ${slowest.took.toFixed(0)} ms, ${slowest.what}`);
  process.exit(bad.length === 0 && longest <= LONGEST_MS ? 0 : 1);
}

main().catch(async (error) => {
  await application?.stop();
  await database?.stop().catch(() => undefined);
  finish(error);
});
