import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request from 'supertest';
import { TEST_TOKEN, testApplication } from '../testing.js';
import { accountIn } from './account.js';

let app: NestExpressApplication;
const http = () => request(app.getHttpServer());

beforeAll(async () => {
  const web = mkdtempSync(join(tmpdir(), 'cedar-knot-web-'));
  mkdirSync(join(web, 'assets'));
  writeFileSync(join(web, 'index.html'), '<title>page</title>');
  app = await testApplication({ web });
});
afterAll(() => app.close());

test('the API asks for the token; health does not', async () => {
  const refused = await http().get('/api/studies').expect(401);
  expect(refused.body).toMatchObject({ error: 'no-token' });
  await http().get('/api/openapi.json').expect(401);
  await http()
    .get('/api/studies')
    .set('Authorization', `Bearer ${TEST_TOKEN.replace('0', '1')}`)
    .expect(401);
  await http().get('/api/studies').set('Authorization', `Bearer ${TEST_TOKEN}`).expect(200);
  await http().get('/api/health').expect(200);
});

test('a page of the account that runs the application is handed the token as a cookie, and needs no more', async () => {
  const page = await http().get('/studies').expect(200);
  const cookie = String(page.headers['set-cookie']);
  expect(cookie).toMatch(/^cedar-knot-\d+=[0-9a-f]{32};.*HttpOnly.*SameSite=Strict/);
  await http().get('/api/studies').set('Cookie', cookie.split(';')[0]!).expect(200);
  await http().get('/api/studies').set('Cookie', cookie.split(';')[0]!.replace('0123', '0124')).expect(401);
});

test('the address with the key lets a page of another account in, and the key leaves the address', async () => {
  const answer = await http().get(`/studies?key=${TEST_TOKEN}&x=1`).expect(303);
  expect(answer.headers.location).toBe('/studies?x=1');
  expect(String(answer.headers['set-cookie'])).toContain(TEST_TOKEN);
  const wrong = await http().get('/studies?key=wrong').expect(200);
  expect(String(wrong.headers['set-cookie'])).toContain('cedar-knot');
});

test('whose a connection is stands in the kernel’s table: ports in hexadecimal, then the account', () => {
  const table = `  sl  local_address rem_address   st tx_queue rx_queue tr tm->when retrnsmt   uid  timeout inode
   0: 0100007F:10D6 00000000:0000 0A 00000000:00000000 00:00000000 00000000  1000        0 1
   1: 0100007F:C350 0100007F:10D6 01 00000000:00000000 00:00000000 00000000  1001        0 2
   2: 0100007F:10D6 0100007F:C350 01 00000000:00000000 00:00000000 00000000  1000        0 3`;
  // 0xC350 = 50000 asks at 0x10D6 = 4310
  expect(accountIn(table, 50_000, 4310)).toBe(1001);
  expect(accountIn(table, 50_001, 4310)).toBeUndefined();
  expect(accountIn('', 50_000, 4310)).toBeUndefined();
});

test('pages answer HEAD, and what is not there is 404 although a page is drawn', async () => {
  const head = await http().head('/studies/abc/system').expect(200);
  expect(head.text).toBeUndefined();
  const lost = await http().get('/no/such/page').expect(404);
  expect(lost.text).toContain('page');
  await http().get('/assets/none.js').expect(404);
  await http().head('/api/health').expect(200);
});
