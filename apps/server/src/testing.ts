import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { createApplication } from './application.js';
import type { Config } from './config.js';

/** The application on the test database (never the user's), emptied first. `npm test` says where it is. */
export async function testApplication(seed = false): Promise<NestExpressApplication> {
  const given = process.env.CEDAR_KNOT_DB;
  if (!given) throw new Error('CEDAR_KNOT_DB names no test database; run the tests with "npm test"');
  const database = JSON.parse(given) as Config['database'];
  if (!database.name.endsWith('_test')) throw new Error(`${database.name} is not a test database`);
  const app = await createApplication({ port: 0, database, web: undefined, log: '/dev/null', seed: false });
  const sequelize = app.get<Sequelize>(getConnectionToken());
  for (const table of ['study_versions', 'studies', 'settings']) await sequelize.query(`DELETE FROM ${table}`);
  if (seed) {
    const { SeedService } = await import('./seed/seed.service.js');
    await app.get(SeedService).seed();
  }
  await app.listen(0, '127.0.0.1');
  return app;
}
