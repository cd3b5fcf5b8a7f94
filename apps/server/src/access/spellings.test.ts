import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { TEST_KEY, served } from '../testing.js';
import { isPlain } from './address.js';
import { SPELLINGS } from './spellings.js';
import { onWire } from './wire.js';

/* Nobody gets in, however an address is written. */

const SECRET = 'Nobody may read this';
// connections are of an account that is not ours
const tests = served(() => {
  const web = mkdtempSync(join(tmpdir(), 'cedar-knot-web-'));
  mkdirSync(join(web, 'assets'));
  writeFileSync(join(web, 'index.html'), '<title>page</title>');
  return { web, accountOf: () => Promise.resolve(process.getuid!() + 1) };
});
let port: number;
/** every operation of the description, with the parts of its address filled in */
let operations: { method: string; path: string }[];
/** whatever is kept, as its owner reads it */
const kept = async (): Promise<string> => {
  const paths = [
    '/api/studies',
    '/api/studies?deleted=true',
    '/api/person',
    '/api/report-templates',
    '/api/import-templates',
    '/api/beginnings',
    '/api/catalogue/models?kind=pumps',
  ];
  return JSON.stringify(await Promise.all(paths.map(async (p) => (await tests.http().get(p).expect(200)).body as unknown)));
};

beforeAll(async () => {
  port = (tests.app.getHttpServer().address() as AddressInfo).port;
  const { id } = (await tests.http().post('/api/studies').send({ title: SECRET }).expect(201)).body as { id: string };
  const { paths } = (await tests.http().get('/api/openapi.json').expect(200)).body as { paths: Record<string, object> };
  operations = Object.entries(paths).flatMap(([path, of]) =>
    Object.keys(of).map((m) => ({ method: m.toUpperCase(), path: path.replace('{id}', id).replace(/\{\w+\}/g, '1') })),
  );
});

test('no operation is answered to nobody in any spelling: neither data nor a write, nor a fault', async () => {
  expect(operations.length).toBeGreaterThan(35);
  const before = await kept();
  const wrong: unknown[] = [];
  for (const { method, path } of operations)
    for (const [name, of] of SPELLINGS) {
      const isHealth = name === 'as it is' && path === '/api/health';
      const body =
        method === 'GET' || method === 'DELETE' ? '' : JSON.stringify({ title: 'x', name: 'x', initials: 'x', version: 1 });
      const answer = await onWire({ port, method, path: of(path), body });
      const isRefused = [400, 401, 404].includes(answer.status) && !answer.body.includes(SECRET);
      if (isHealth ? answer.status !== 200 : !isRefused || answer.headers['set-cookie'] !== undefined)
        wrong.push([name, method, of(path), answer.status, answer.body.slice(0, 80)]);
    }
  expect(wrong).toEqual([]);
  expect(await kept()).toBe(before);
});

test('health alone is open, exactly as it is written', async () => {
  for (const path of [
    '/api/health',
    '/api/health?',
    '/api/health/',
    '/api/Health',
    '/api/health;x',
    '/api/health%20',
    '/api//health',
  ])
    expect([path, (await onWire({ port, path })).status === 200]).toEqual([path, path === '/api/health']);
  expect((await onWire({ port, path: '/api/health', method: 'HEAD' })).status).toBe(200);
  expect((await onWire({ port, path: '/api/health', method: 'POST' })).status).toBe(401);
});

test.each(['//[', '//host/', '/.//host/?key=x', '/..//host', '/%2e%2f%2fhost', '/\\host', '/a/%5c%5chost', '/%', '/x/%zz', '*'])(
  'the address %s is refused before anything is decided by it',
  async (path) => {
    const answer = await onWire({ port, path: path.replace('key=x', `key=${TEST_KEY}`) });
    expect([answer.status, answer.headers.location, answer.headers['set-cookie']]).toEqual([400, undefined, undefined]);
    expect(JSON.parse(answer.body)).toMatchObject({ error: 'bad-address' });
  },
);

test.each(['/', '/studies/a.b/system', '/studies?x=//y&z=../..', '/catalogues/pumps', '/assets/a-1..2.js', '/%C3%BC'])(
  '%s can be read in one way',
  (url) => expect(isPlain(url)).toBe(true),
);
