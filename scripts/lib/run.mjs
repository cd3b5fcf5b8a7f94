import { spawn, spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, statfsSync } from 'node:fs';
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

/** nothing moved for so long: it does not come any more, ms. A busy machine is only slow. Tests of every kind wait as long */
export const { testMs: PATIENCE_MS } = JSON.parse(readFileSync(new URL('patience.json', import.meta.url), 'utf8'));

/**
 * Waits for a condition as long as there is progress.
 *
 * @param sign changes whenever there is some
 */
export async function untilStalled(condition, sign, what, { everyMs = 100, patienceMs = PATIENCE_MS } = {}) {
  // by a clock that nobody sets
  let [last, since] = [sign(), performance.now()];
  for (;;) {
    if (await condition()) return;
    const now = sign();
    if (now !== last) [last, since] = [now, performance.now()];
    if (performance.now() - since > patienceMs)
      throw new Stop(`${what}: no progress for ${patienceMs / 60_000} minutes; it was ended.`);
    await sleep(everyMs);
  }
}

/** Waits for something that takes moments, and on a busy machine longer. */
export const until = (condition, what) => untilStalled(condition, () => 0, what, { everyMs: 40 });

/** How long the processes that began with one have worked, in the kernel's ticks: 0 when it is gone. Source: proc(5). */
export function ticksOf(root) {
  const ticks = new Map();
  const children = new Map();
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      // behind the name: state, parent, …; fields 14 to 17 are the time of the process and of those that it waited for
      const fields = readFileSync(`/proc/${name}/stat`, 'utf8').split(') ').pop().split(' ');
      ticks.set(
        Number(name),
        fields.slice(11, 15).reduce((sum, t) => sum + Number(t), 0),
      );
      children.set(Number(fields[1]), [...(children.get(Number(fields[1])) ?? []), Number(name)]);
    } catch {
      // it ended while it was looked at
    }
  }
  const sum = (pid) => (ticks.get(pid) ?? 0) + (children.get(pid) ?? []).reduce((total, child) => total + sum(child), 0);
  return sum(root);
}

/** what the system says of a place that cannot be written, in words */
const UNWRITABLE = {
  ENOSPC: 'The disk is full',
  EROFS: 'The disk can only be read',
  EACCES: 'This account may not write there',
  EPERM: 'This account may not write there',
};

/** free on the disk of a folder */
export function freeMb(path) {
  const { bavail, bsize } = statfsSync(path);
  return (bavail * bsize) / 1e6;
}

/** Ends a script: a Stop is said in one line, anything else is a bug and keeps its stack. */
export function finish(error) {
  const why = error.path === undefined && error.code !== 'ENOSPC' ? undefined : UNWRITABLE[error.code];
  if (why) process.stderr.write(`\n${why}: ${error.path ?? error.message}\n`);
  else if (error instanceof Stop) process.stderr.write(`\n${error.message}\n`);
  else process.stderr.write(`${error.stack ?? error}\n`);
  process.exit(1);
}
