import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import type { Sequelize } from 'sequelize-typescript';
import request from 'supertest';
import { createApplication } from './application.js';
import type { Config } from './config.js';

/** of the tests' instance, as long as a real one */
export const TEST_KEY = '0123456789abcdef0123456789abcdef';

/** How to reach the test database (never the user's). `npm test` says where it is. */
export function testConfig(more: Partial<Config> = {}): Config {
  const given = process.env.CEDAR_KNOT_DB;
  if (!given) throw new Error('CEDAR_KNOT_DB names no test database; run the tests with "npm test"');
  const database = JSON.parse(given) as Config['database'];
  if (!database.name.endsWith('_test')) throw new Error(`${database.name} is not a test database`);
  // each of Jest's workers has one of its own
  database.name = database.name.replace(/test$/, `${process.env.JEST_WORKER_ID ?? '1'}_test`);
  // threads run what was built
  const worker = join(process.cwd(), 'apps/server/dist/work/worker.js');
  const none = { port: 0, web: undefined, folder: undefined, instance: undefined, seed: false };
  return { ...none, database, log: '/dev/null', logLevel: 'info', key: TEST_KEY, worker, ...more };
}

/** the tables of what is kept, those that point at others first */
export const TABLES = [
  'study_models',
  'study_revisions',
  'attachments',
  'model_revisions',
  'models',
  'families',
  'makers',
  'study_versions',
  'studies',
  'settings',
  'report_templates',
  'beginnings',
  'import_templates',
  'sessions',
];

/** The application on the test database, emptied first. */
export async function testApplication(more: Partial<Config> = {}): Promise<NestExpressApplication> {
  const app = await createApplication(testConfig(more));
  const sequelize = app.get<Sequelize>(getConnectionToken());
  for (const table of TABLES) await sequelize.query(`DELETE FROM ${table}`);
  await app.listen(0, '127.0.0.1');
  return app;
}

/**
 * The application for the tests of one file: there before the first, gone after the last.
 *
 * @param more asked when it is started
 */
export function served(more: () => Partial<Config> | Promise<Partial<Config>> = () => ({})) {
  const it = {
    app: undefined as unknown as NestExpressApplication,
    /** requests that carry the key */
    http: () => {
      const agent = request.agent(it.app.getHttpServer());
      void agent.set('Authorization', `Bearer ${TEST_KEY}`);
      return agent;
    },
  };
  beforeAll(async () => (it.app = await testApplication(await more())));
  afterAll(() => it.app.close());
  return it;
}

/** parts of an answer, whatever its type */
export const bytes = (response: request.Response, done: (error: Error | null, body: Buffer) => void): void => {
  const stream = response as unknown as NodeJS.ReadableStream;
  const parts: Buffer[] = [];
  stream.on('data', (d: Buffer) => parts.push(d));
  stream.on('end', () => done(null, Buffer.concat(parts)));
};
