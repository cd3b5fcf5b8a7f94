// node bench/versions.mjs [--count 5000]: what the versions of a study of 50 KB take on the disk when it is saved so often, each time with
// another change somewhere, and how long a save takes.
import { mkdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { quantile } from 'simple-statistics';
import { Application } from '../scripts/lib/application.mjs';
import { DataFolder } from '../scripts/lib/folder.mjs';
import { Database } from '../scripts/lib/mariadb.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { finish, ROOT, say } from '../scripts/lib/run.mjs';

const at = process.argv.indexOf('--count');
const COUNT = Number(at < 0 ? 5000 : process.argv[at + 1]);
const generator = xoroshiro128plus(7);
const random = (most) => uniformInt(generator, 0, most - 1);

const folder = new DataFolder(join(ROOT, '.test-data', 'versions'));
let database;
let application;

/** the demo study with its lines repeated until it has 50 KB */
function large(document) {
  const copy = structuredClone(document);
  const [first] = document.lines;
  for (let n = 1; JSON.stringify(copy).length < 50_000; n++) {
    const elements = first.elements.map((e) => ({ ...e, id: `${e.id}-${n}` }));
    copy.lines.push({ ...first, id: `${first.id}-${n}`, elements });
  }
  return copy;
}

/** one length of one pipe becomes another */
function change(document) {
  const line = document.lines[random(document.lines.length)];
  const pipes = line.elements.filter((e) => e.kind === 'pipe');
  pipes[random(pipes.length)].length = `${1 + random(2000)} m`;
}

async function main() {
  rmSync(folder.path, { recursive: true, force: true });
  mkdirSync(folder.path, { recursive: true, mode: 0o711 });
  database = new Database(folder.path, 'cedar_knot_test');
  const account = await database.start();
  const port = await freePort(4670);
  application = new Application(folder, account, { logLevel: 'error' });
  await application.start(port, () => undefined);
  const call = async (method, path, body) => {
    const response = await fetch(`http://127.0.0.1:${port}/api/studies${path}`, {
      method,
      ...(body ? { body: JSON.stringify(body) } : {}),
      headers: { authorization: `Bearer ${folder.key()}`, 'content-type': 'application/json' },
    });
    const answer = await response.json();
    if (!response.ok) throw new Error(`${response.status}: ${answer.message}`);
    return answer;
  };
  const demo = (await call('GET', '')).studies.find((s) => s.title === 'Reinjection transfer');
  const made = await call('POST', '', { document: large((await call('GET', `/${demo.id}`)).document) });
  const { id, document } = made;
  const size = JSON.stringify(document).length;
  const times = [];
  for (let version = 1; version <= COUNT; version++) {
    change(document);
    const begin = performance.now();
    await call('PUT', `/${id}`, { version, document });
    times.push(performance.now() - begin);
  }
  const { kept } = await call('GET', `/${id}/versions?limit=1`);
  const last = await call('GET', `/${id}/versions/${COUNT + 1}`);
  if (JSON.stringify(last.document) !== JSON.stringify(document)) throw new Error('the last version is another');
  const file = join(database.data, database.name, 'study_versions.ibd');
  say(`${COUNT} saves of ${(size / 1000).toFixed(1)} KB: ${kept} versions kept in ${(statSync(file).size / 1e6).toFixed(1)} MB`);
  say(`a save: ${quantile(times, 0.5).toFixed(0)} ms in the middle, ${quantile(times, 0.99).toFixed(0)} ms for 99 of 100`);
  await application.stop();
  await database.stop();
}

main().catch(async (error) => {
  await application?.stop();
  await database?.stop().catch(() => undefined);
  finish(error);
});
