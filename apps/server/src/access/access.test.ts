import { chmodSync, mkdirSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { Agent } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import request from 'supertest';
import { createApplication } from '../application.js';
import { TEST_KEY, testApplication, testConfig } from '../testing.js';

/* Who is let in: the key, and sessions of the account that they were given to. */

const OURS = process.getuid!();
const FOREIGN = OURS + 1;
const folder = mkdtempSync(join(tmpdir(), 'cedar-knot-access-'));
const web = join(folder, 'web');
const log = join(folder, 'server.log');
/** of the connections of this test, as the kernel would say it */
let account: number | undefined = OURS;
let lookups = 0;
const more = {
  web,
  accountOf: () => {
    lookups++;
    return Promise.resolve(account);
  },
};
let app: NestExpressApplication;
const http = () => request(app.getHttpServer());
const database = () => app.get<Sequelize>(getConnectionToken());
const portOf = (of: NestExpressApplication): number => (of.getHttpServer().address() as AddressInfo).port;
/** the session that a page brings, for a cookie header */
const sessionFrom = async (path: string, status = 200): Promise<string | undefined> =>
  (await http().get(path).expect(status)).headers['set-cookie']?.[0]?.split(';')[0];
const studies = (cookie: string) => http().get('/api/studies').set('Cookie', cookie);

beforeAll(async () => {
  mkdirSync(join(web, 'assets'), { recursive: true });
  writeFileSync(join(web, 'index.html'), '<title>page</title>');
  // a log of an earlier version, that everybody could read
  writeFileSync(log, '');
  chmodSync(log, 0o644);
  app = await testApplication({ ...more, log });
});
beforeEach(() => (account = OURS));
afterAll(() => app.close());

test('the API asks for the key; health does not', async () => {
  const refused = await http().get('/api/studies').expect(401);
  expect(refused.body).toMatchObject({ error: 'no-session' });
  await http().get('/api/openapi.json').expect(401);
  await http().get('/api/studies').set('Authorization', `Bearer ${TEST_KEY.replace('0', '1')}`).expect(401); // prettier-ignore
  await http().get('/api/studies').set('Authorization', `Bearer ${TEST_KEY}`).expect(200);
  await http().get('/api/health').expect(200);
});

describe('a session', () => {
  test('is given to a page of the account that runs the application: random, for this host and no script', async () => {
    const page = await http().get('/studies').expect(200);
    const [cookie] = page.headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/^cedar-knot-\d+=[0-9a-f]{64};.*Path=\/;.*HttpOnly; SameSite=Strict/);
    expect(cookie).not.toContain(TEST_KEY);
    await studies(cookie!.split(';')[0]!).expect(200);
    // one that has it is given no other
    const again = await http().get('/studies').set('Cookie', cookie!.split(';')[0]!).expect(200);
    expect(again.headers['set-cookie']).toBeUndefined();
  });

  test('is no key, and one that nobody was given is none', async () => {
    const session = (await sessionFrom('/'))!;
    const secret = session.split('=')[1]!;
    await http().get('/api/studies').set('Authorization', `Bearer ${secret}`).expect(401);
    await studies(session.replace(/.$/, (c) => (c === '0' ? '1' : '0'))).expect(401);
    await studies(`${session.split('=')[0]}=${TEST_KEY}`).expect(401);
    const rows = await database().query<object>('SELECT hash FROM sessions', { type: QueryTypes.SELECT });
    expect(rows.length).toBeGreaterThan(0);
    expect(JSON.stringify(rows)).not.toContain(secret);
  });

  test('is worth nothing on a connection of another account, or of one that is not known', async () => {
    const session = (await sessionFrom('/'))!;
    for (const other of [FOREIGN, undefined]) {
      account = other;
      await studies(session).expect(401);
    }
    account = OURS;
    await studies(session).expect(200);
  });

  test('is not given to another account, unless the address names the key; then it is that account’s', async () => {
    account = FOREIGN;
    expect(await sessionFrom('/studies')).toBeUndefined();
    expect(await sessionFrom('/studies?key=wrong')).toBeUndefined();
    const answer = await http().get(`/studies/a/system?key=${TEST_KEY}&x=1`).expect(303);
    expect(answer.headers.location).toBe('/studies/a/system?x=1');
    const session = (answer.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;
    await studies(session).expect(200);
    account = OURS;
    await studies(session).expect(401);
    // nobody knows whose a connection is: no session can be bound to it
    account = undefined;
    expect(await sessionFrom(`/studies?key=${TEST_KEY}`, 303)).toBeUndefined();
  });

  test('is found among others of its name, which another server of this host may have set', async () => {
    const session = (await sessionFrom('/'))!;
    const name = session.split('=')[0]!;
    await studies(`${name}=planted; other=1; ${session}`).expect(200);
  });

  test('outlives the application, and ends when its time is over', async () => {
    let session = (await sessionFrom('/'))!;
    const restarted = async (): Promise<void> => {
      const before = portOf(app);
      await app.close();
      app = await createApplication(testConfig({ ...more, log }));
      await app.listen(0, '127.0.0.1');
      session = session.replace(String(before), String(portOf(app)));
    };
    await restarted();
    await studies(session).expect(200);
    await database().query("UPDATE sessions SET expires_at = '2020-01-01'", { type: QueryTypes.UPDATE });
    await restarted();
    await studies(session).expect(401);
  });

  test('no more are kept of an account than a person has: the oldest go', async () => {
    const first = (await sessionFrom('/'))!;
    for (let i = 0; i < 100; i++) await sessionFrom('/');
    expect(await database().query<object>('SELECT hash FROM sessions', { type: QueryTypes.SELECT })).toHaveLength(100);
    await studies(first).expect(401);
  });
});

test('whose a connection is is looked up once, however much is asked on it', async () => {
  const session = (await sessionFrom('/'))!;
  const agent = new Agent({ keepAlive: true, maxSockets: 1 });
  lookups = 0;
  for (let i = 0; i < 4; i++) await studies(session).agent(agent).expect(200);
  agent.destroy();
  expect(lookups).toBe(1);
});

test('a large save without a session is told so and not cut off in the middle of its body', async () => {
  const body = JSON.stringify({ version: 1, document: { notes: 'x'.repeat(7_000_000) } });
  for (let i = 0; i < 5; i++) {
    const answer = await fetch(`http://127.0.0.1:${portOf(app)}/api/studies/3f1f0c6e-0000-4000-8000-000000000000`, { method: 'PUT', body }); // prettier-ignore
    expect([answer.status, ((await answer.json()) as { error: string }).error]).toEqual([401, 'no-session']);
  }
});

test('a page of another site, or of another port of this machine, is refused, key or not; a page comes to whoever asks', async () => {
  const asked = (path: string, site?: string) => {
    const r = http().get(path).set('Authorization', `Bearer ${TEST_KEY}`);
    return site === undefined ? r : r.set('Sec-Fetch-Site', site);
  };
  for (const site of ['cross-site', 'same-site']) {
    expect((await asked('/api/studies', site).expect(403)).body).toMatchObject({ error: 'other-site' });
    await asked('/api/health', site).expect(403);
    await asked('/studies', site).expect(200);
  }
  for (const site of ['same-origin', 'none', undefined]) await asked('/api/studies', site).expect(200);
});

test('fonts and scripts come from here alone', async () => {
  const policy = String((await http().get('/').expect(200)).headers['content-security-policy']);
  const directives = Object.fromEntries(policy.split(';').map((d) => [d.split(' ')[0]!, d.split(' ').slice(1).join(' ')]));
  expect(directives).toMatchObject({ 'default-src': "'self'", 'font-src': "'self'", 'script-src': "'self'", 'object-src': "'none'", 'frame-ancestors': "'self'" }); // prettier-ignore
  expect(policy).not.toMatch(/https?:|\*/);
});

test('pages answer HEAD, and what is not there is 404 although a page is drawn; no folder is led to', async () => {
  const head = await http().head('/studies/abc/system').expect(200);
  expect(head.text).toBeUndefined();
  const lost = await http().get('/no/such/page').expect(404);
  expect(lost.text).toContain('page');
  await http().get('/assets/none.js').expect(404);
  await http().get('/assets').expect(404);
  await http().head('/api/health').expect(200);
});

test('what was refused is in the log, which its owner alone can read; keys are not', async () => {
  await http().get('/api/catalogue/models?kind=pumps').expect(401);
  await http().get('/api/person').set('Sec-Fetch-Site', 'cross-site').expect(403);
  await http().get(`/api/studies?key=${TEST_KEY}`).set('Host', 'evil.example').expect(403);
  await http().get(`/studies?KEY=${TEST_KEY}`).expect(200);
  const text = (): string => readFileSync(log, 'utf8');
  const lines = ['401 no-session: GET /api/catalogue/models?kind=pumps', '403 other-site: GET /api/person', '403 other-site: GET /api/studies?key=…']; // prettier-ignore
  // it is written by and by
  while (!lines.every((l) => text().includes(l))) await new Promise((resolve) => setTimeout(resolve, 20));
  expect(text()).not.toContain(TEST_KEY);
  expect(statSync(log).mode & 0o777).toBe(0o600);
});
