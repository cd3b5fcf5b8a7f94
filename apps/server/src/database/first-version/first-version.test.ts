import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import mariadb from 'mariadb';
import request from 'supertest';
import { createApplication } from '../../application.js';
import { TABLES, TEST_KEY, testConfig } from '../../testing.js';
import { migrate } from '../migrate.js';
import { getConnectionToken } from '@nestjs/sequelize';

/* What the first version kept comes over without a difference. `expected.json` is what that version itself answered of it. */

interface Version {
  version: number;
  savedAt: string;
  document: object;
}
interface Kept extends Version {
  id: string;
  title: string;
  tag: string;
  versions: Version[];
}

const file = (name: string): string => readFileSync(join(__dirname, name), 'utf8');
const expected = JSON.parse(file('expected.json')) as Kept[];
const { host, port, user, password, name } = testConfig().database;
let app: NestExpressApplication;

/** runs statements as they stand, which the application never does */
async function sql(text: string): Promise<void> {
  const connection = await mariadb.createConnection({ host, port, user, password, database: name, multipleStatements: true });
  await connection.query(text);
  await connection.end();
}
const drop = (): Promise<void> => sql([...TABLES, 'migrations'].map((t) => `DROP TABLE IF EXISTS ${t};`).join('\n'));

beforeAll(async () => {
  await drop();
  await sql(file('dump.sql'));
  app = await createApplication(testConfig());
  await app.listen(0, '127.0.0.1');
});
afterAll(async () => {
  await drop();
  await migrate(app.get(getConnectionToken()));
  await app.close();
});

test('seven studies with thirty versions', async () => {
  expect([expected.length, expected.flatMap((s) => s.versions).length]).toEqual([7, 30]);
  const get = async <T>(path: string): Promise<T> =>
    (await request(app.getHttpServer()).get(`/api/studies${path}`).set('Authorization', `Bearer ${TEST_KEY}`).expect(200))
      .body as T;
  const { studies: list } = await get<{ studies: { id: string }[] }>('');
  expect(list.map((s) => s.id).sort()).toEqual(expected.map((s) => s.id).sort());
  for (const { versions, ...study } of expected) {
    expect(await get(`/${study.id}`)).toMatchObject(study);
    const page = await get<{ versions: { version: number; savedAt: string }[] }>(`/${study.id}/versions`);
    expect(page.versions).toMatchObject(versions.map(({ version, savedAt }) => ({ version, savedAt })));
    for (const { version, document } of versions)
      expect((await get<Version>(`/${study.id}/versions/${version}`)).document).toEqual(document);
  }
});
