import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { createApplication } from './application.js';
import { CatalogueShelves } from './catalogue/shelves.service.js';
import { readConfig } from './config.js';
import { MigrationFailure } from './database/migrate.js';

/** a connection that nobody uses stays so long, ms: one that is closed while the next request is on its way is an error to who asks */
const IDLE_MS = 75_000;
/** for the requests that are under way when the start script has gone, ms */
const LONGEST_END_MS = 5000;

/** ends the application when the start script has gone, at whatever stage: nobody would stop it any more */
let end = (): void => process.exit(0);
process.once('disconnect', () => end());
// gone while this was still being loaded
if (process.connected === false) end();

try {
  const config = readConfig(process.env, fileURLToPath(new URL('work/worker.js', import.meta.url)));
  const say = (progress: string): void => void process.send?.({ progress });
  say('the connection to the database');
  const app = await createApplication(config, say);
  end = () => {
    // a database that went with it may keep the end waiting for ever
    setTimeout(() => process.exit(0), LONGEST_END_MS);
    void app.close().then(() => process.exit(0));
  };
  await app.listen(config.port, '127.0.0.1');
  app.getHttpServer().keepAliveTimeout = IDLE_MS;
  // nobody has asked yet: the first who does finds the catalogue in its threads
  app.get(CatalogueShelves).prepare();
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
