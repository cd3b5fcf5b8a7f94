import Joi from 'joi';
import type { AccountLookup } from './access/account.js';

export const CONFIG = Symbol('config');

export interface Config {
  port: number;
  database: { host: string; port: number; user: string; password: string; name: string };
  /** folder of the built web application; none in tests */
  web: string | undefined;
  /** file that takes the log; standard output when absent */
  log: string | undefined;
  logLevel: string;
  seed: boolean;
  /** of the data, whose disk may be full */
  folder: string | undefined;
  /** of the data folder, said by the health of the application */
  instance: string | undefined;
  /** without it the API answers everybody on this machine */
  key: string | undefined;
  /** the account at the other end of a connection, where it is not the kernel's table that says so */
  accountOf?: AccountLookup;
  /** built file of the worker threads */
  worker: string;
}

const DATABASE = Joi.object({
  host: Joi.string().required(),
  port: Joi.number().port().required(),
  user: Joi.string().required(),
  password: Joi.string().allow('').required(),
  name: Joi.string().pattern(/^\w+$/).required(),
});

/** Reads the environment that the start script gives; a wrong one ends the start at once. */
export function readConfig(env: NodeJS.ProcessEnv, worker: string): Config {
  const schema = Joi.object({
    CEDAR_KNOT_PORT: Joi.number().port().required(),
    CEDAR_KNOT_DB: Joi.string().required(),
    CEDAR_KNOT_WEB: Joi.string(),
    CEDAR_KNOT_LOG: Joi.string(),
    CEDAR_KNOT_LOG_LEVEL: Joi.string().valid('fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent').default('info'),
    CEDAR_KNOT_SEED: Joi.string().valid('0', '1').default('0'),
    CEDAR_KNOT_FOLDER: Joi.string(),
    CEDAR_KNOT_INSTANCE: Joi.string().guid(),
    CEDAR_KNOT_KEY: Joi.string().min(16),
  }).unknown(true);
  const read = Joi.attempt(env, schema) as Record<string, string> & { CEDAR_KNOT_PORT: number };
  return {
    port: read.CEDAR_KNOT_PORT,
    database: Joi.attempt(JSON.parse(read.CEDAR_KNOT_DB!), DATABASE) as Config['database'],
    web: read.CEDAR_KNOT_WEB,
    log: read.CEDAR_KNOT_LOG,
    logLevel: read.CEDAR_KNOT_LOG_LEVEL!,
    seed: read.CEDAR_KNOT_SEED === '1',
    folder: read.CEDAR_KNOT_FOLDER,
    instance: read.CEDAR_KNOT_INSTANCE,
    key: read.CEDAR_KNOT_KEY,
    worker,
  };
}
