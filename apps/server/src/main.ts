import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { createApplication } from './application.js';
import { readConfig } from './config.js';
import { MigrationFailure } from './database/migrate.js';

try {
  const config = readConfig(process.env, fileURLToPath(new URL('work/worker.js', import.meta.url)));
  const app = await createApplication(config);
  await app.listen(config.port, '127.0.0.1');
  // the start script has gone: nobody would stop us any more
  process.once('disconnect', () => void app.close().then(() => process.exit(0)));
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
