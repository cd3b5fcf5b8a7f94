import { readFileSync } from 'node:fs';

/** an instance of the built application that the tests may use as they like */
export interface Instance {
  address: string;
  /** for requests beside the page; the page itself is handed a cookie */
  key: string | undefined;
  /** where its data lies, if that is known */
  folder: string | undefined;
}

const { CEDAR_KNOT_INSTANCES, CEDAR_KNOT_ADDRESS, CEDAR_KNOT_KEY, CEDAR_KNOT_FOLDER } = process.env;

/** one for each worker: those that `npm test` has started, or the one that runs */
export const INSTANCES: readonly Instance[] =
  CEDAR_KNOT_INSTANCES === undefined
    ? [{ address: CEDAR_KNOT_ADDRESS ?? 'http://127.0.0.1:4310', key: CEDAR_KNOT_KEY, folder: CEDAR_KNOT_FOLDER }]
    : (JSON.parse(CEDAR_KNOT_INSTANCES) as Instance[]);

/** how long a test, and a step of it, is waited for, ms: a machine that is slow makes nothing wrong */
export const PATIENCE = JSON.parse(readFileSync(new URL('../scripts/lib/patience.json', import.meta.url), 'utf8')) as {
  testMs: number;
  stepMs: number;
};
