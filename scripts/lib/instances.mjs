// Whole instances as `npm start` makes them, for the scripts that kill, hurry and crowd them.
import { readFileSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { DataFolder } from './folder.mjs';
import { background, ROOT, Stop, until } from './run.mjs';

/** that are put in on the first start */
export const DEMO_STUDIES = 6;
/** where each script begins to look for ports of its instances: beside each other they do not take one another's */
export const PORTS = { durability: 4700, busy: 4900, fuzz: 5100 };
const PORT = Number(process.env.CEDAR_KNOT_TEST_PORT ?? PORTS.durability);

/** a program that was killed may leave a connection without an answer, ms */
const LONGEST_ANSWER_MS = 120_000;

/** `npm start` on a folder of its own */
export function begin(path, more = {}) {
  const child = background(process.execPath, [join(ROOT, 'scripts/start.mjs')], {
    env: { ...process.env, CEDAR_KNOT_DATA: path, CEDAR_KNOT_PORT: String(PORT), ...more },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const one = { child, path, out: '', code: undefined };
  child.stdout.on('data', (d) => (one.out += d));
  child.stderr.on('data', (d) => (one.out += d));
  child.once('exit', (code, signal) => {
    one.code = code ?? signal;
    running.delete(one);
  });
  running.add(one);
  return one;
}

const running = new Set();

/** After a failure: leaves nothing behind. */
export async function endAll() {
  for (const { child } of running) child.kill('SIGTERM');
  await until(() => running.size === 0, 'The end of the instances');
}

export const readyAt = (one) => /(?:ready:|already running at) (http:\S+?)\/?\s/.exec(one.out)?.[1];

/** Waits until it is up, or has failed. It has no limit of its own but what `npm start` has. */
export async function ready(one, when) {
  while (!readyAt(one) && one.code === undefined) await new Promise((resolve) => setTimeout(resolve, 40));
  const at = readyAt(one);
  if (!at) throw new Stop(`${when}: the start ended with ${one.code}:\n${one.out}`);
  return at;
}

/** Asks an instance as a program does; a refusal is a Stop, anything that only failed an Error. */
export async function call(address, key, method, path, body) {
  const response = await fetch(`${address}/api${path}`, {
    method,
    body: body && JSON.stringify(body),
    headers: { 'content-type': 'application/json', authorization: `Bearer ${key}` },
    signal: AbortSignal.timeout(LONGEST_ANSWER_MS),
  });
  const answer = await response.json();
  if (response.ok) return answer;
  throw response.status >= 500 ? new Error(answer.message) : new Stop(`${method} ${path}: ${response.status} ${answer.message}`);
}

/** one healthy instance with the whole demo plant */
export async function healthy(path, address, when) {
  const { studies: demo } = await call(address, new DataFolder(path).key(), 'GET', '/studies');
  if (demo.length !== DEMO_STUDIES) throw new Stop(`${when}: ${demo.length} studies are there`);
}

/** Ends it as a person does: nothing of it is left, nor of those that were killed on its folder before. Takes the folder away. */
export async function end(one, when) {
  one.child.kill('SIGTERM');
  await until(() => one.code !== undefined, `${when}: the end`);
  if (one.code !== 0) throw new Stop(`${when}: the end was ${one.code}:\n${one.out}`);
  await until(() => processesOn(one.path).length === 0, `${when}: the end of every process on ${one.path}`);
  rmSync(one.path, { recursive: true, force: true });
}

/** processes that work on a folder: it stands in their words or in their surroundings */
export function processesOn(path) {
  const isOn = (pid) => ['cmdline', 'environ'].some((of) => ofProcess(pid, of).includes(`${path}/`));
  return readdirSync('/proc').filter((pid) => /^\d+$/.test(pid) && Number(pid) !== process.pid && isOn(pid));
}

function ofProcess(pid, file) {
  try {
    return readFileSync(`/proc/${pid}/${file}`, 'utf8');
  } catch {
    return '';
  }
}

/** a whole number of the command line */
export function option(name, fallback) {
  const at = process.argv.indexOf(`--${name}`);
  return Number(at < 0 ? fallback : process.argv[at + 1]);
}
