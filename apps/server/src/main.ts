import 'reflect-metadata';
import { createApplication } from './application.js';
import { readConfig } from './config.js';

const config = readConfig(process.env);
const app = await createApplication(config);
await app.listen(config.port, '127.0.0.1');

// the start script has gone: nobody would stop us any more
process.once('disconnect', () => void app.close().then(() => process.exit(0)));
