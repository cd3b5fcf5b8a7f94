import { spawn, spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../../', import.meta.url)).replace(/\/$/, '');
export const isRoot = process.getuid?.() === 0;

export function say(text) {
  process.stdout.write(`${text}\n`);
}

/** An end that the person can do something about: said without a stack. */
export class Stop extends Error {}

/** Runs a command with its output shown; a failure ends the script with what to do. */
export function must(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error) throw new Stop(`${command} could not be started: ${result.error.message}`);
  if (result.status !== 0) throw new Stop(`${[command, ...args].join(' ')} ended with ${result.status ?? result.signal}.`);
}

/** Runs a command quietly; its output is returned. */
export function ask(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, encoding: 'utf8', ...options });
  return { ok: result.status === 0, out: result.stdout ?? '', err: result.stderr ?? result.error?.message ?? '' };
}

export function background(command, args, options = {}) {
  return spawn(command, args, { cwd: ROOT, ...options });
}

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits for a condition, asking every few milliseconds. */
export async function until(condition, timeoutMs, what) {
  const end = Date.now() + timeoutMs;
  for (;;) {
    if (await condition()) return;
    if (Date.now() > end) throw new Stop(`${what} did not happen within ${timeoutMs / 1000} s.`);
    await sleep(40);
  }
}

/** Ends a script: a Stop is said in one line, anything else is a bug and keeps its stack. */
export function finish(error) {
  if (error.code === 'ENOSPC') process.stderr.write(`\nThe disk is full: ${error.path ?? error.message}\n`);
  else if (error instanceof Stop) process.stderr.write(`\n${error.message}\n`);
  else process.stderr.write(`${error.stack ?? error}\n`);
  process.exit(1);
}
