import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { createApplication } from './application.js';
import { readConfig } from './config.js';
import { MigrationFailure } from './database/migrate.js';

/** for the requests that are under way when the start script has gone, ms */
const LONGEST_END_MS = 5000;

try {
  const config = readConfig(process.env, fileURLToPath(new URL('work/worker.js', import.meta.url)));
  const say = (progress: string): void => void process.send?.({ progress });
  say('the connection to the database');
  const app = await createApplication(config, say);
  await app.listen(config.port, '127.0.0.1');
  // the start script has gone: nobody would stop us any more
  process.once('disconnect', () => {
    // a database that went with it may keep the end waiting for ever
    setTimeout(() => process.exit(0), LONGEST_END_MS);
    void app.close().then(() => process.exit(0));
  });
} catch (error) {
  // said by the start script in the words of the failure; anything else is a bug and keeps its stack
  const why = error instanceof MigrationFailure ? error.message : undefined;
  if (why === undefined) throw error;
  process.send?.({ failed: why }, () => process.exit(1));
  if (!process.send) {
    process.stderr.write(`${why}\n`);
    process.exit(1);
  }
}
