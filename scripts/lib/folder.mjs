import { randomBytes, randomUUID } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { ROOT, say, sleep, Stop } from './run.mjs';

const FIRST_NEEDS_MB = 300;
const LATER_NEEDS_MB = 20;
/** how long a second start waits for the first to come up, ms */
const PATIENCE_MS = 180_000;

/** Where the data lies: `.data` below the project, or what CEDAR_KNOT_DATA says, absolute or below the project. */
export const dataFolder = () => resolve(ROOT, process.env.CEDAR_KNOT_DATA || '.data');

/**
 * A data folder. One process holds its lock while it works on it; the kernel lets go of the lock when that process ends, however it
 * ends.
 */
export class DataFolder {
  constructor(path) {
    this.path = path;
    this.running = join(path, 'running.json');
    this.lockFile = join(path, 'lock');
  }

  make() {
    // closed to others, but passable for the account that runs the database
    mkdirSync(this.path, { recursive: true, mode: 0o711 });
    const needed = existsSync(join(this.path, 'mariadb', 'data')) ? LATER_NEEDS_MB : FIRST_NEEDS_MB;
    const { bavail, bsize } = statfsSync(this.path);
    const free = Math.floor((bavail * bsize) / 1e6);
    if (free < needed) throw new Stop(`The disk of ${this.path} is full: ${free} MB are free, ${needed} MB are needed.`);
  }

  /** true when the lock was had */
  tryLock() {
    if (this.fd !== undefined) return true;
    const fd = openSync(this.lockFile, 'a', 0o600);
    if (lock(fd, ['-n'])) {
      this.fd = fd;
      return true;
    }
    closeSync(fd);
    return false;
  }

  unlock() {
    if (this.fd !== undefined) closeSync(this.fd);
    this.fd = undefined;
  }

  /**
   * Takes the lock, or finds the instance that holds it: waits for one that is still starting, takes over from one that ended.
   *
   * @param goesOn throws when the start was interrupted
   * @returns the address of the running instance, or undefined when the lock is ours
   */
  async lockOrAddress(goesOn) {
    const end = Date.now() + PATIENCE_MS;
    for (let isSaid = false; ; isSaid = true) {
      goesOn();
      if (this.tryLock()) return undefined;
      const found = await this.answering();
      if (found) return found;
      if (Date.now() > end)
        throw new Stop(`Another start of ${this.path} is under way and has not come up for ${PATIENCE_MS / 60_000} minutes.`);
      if (!isSaid) say('Another start of this folder is under way; waiting for it …');
      await sleep(250);
    }
  }

  /** address of the instance of this folder, if it answers as such */
  async answering() {
    try {
      const { address } = JSON.parse(readFileSync(this.running, 'utf8'));
      const answer = await fetch(`${address}api/health`, { signal: AbortSignal.timeout(1500) });
      const { instance } = await answer.json();
      return answer.ok && instance === this.identity().instance ? address : undefined;
    } catch {
      return undefined;
    }
  }

  /** id and token of this folder, for its owner alone */
  identity() {
    const file = join(this.path, 'identity.json');
    if (!existsSync(file)) {
      const made = { instance: randomUUID(), token: randomBytes(24).toString('hex') };
      writePrivate(file, JSON.stringify(made));
    }
    return JSON.parse(readFileSync(file, 'utf8'));
  }

  announce(address) {
    writePrivate(this.running, JSON.stringify({ pid: process.pid, address }));
  }

  forget() {
    rmSync(this.running, { force: true });
  }
}

/** whole or not at all, readable by its owner alone */
function writePrivate(file, text) {
  const part = `${file}.${process.pid}`;
  writeFileSync(part, text, { mode: 0o600 });
  chmodSync(part, 0o600);
  renameSync(part, file);
}

/** flock(2) on an open file: it stays with the file that is open here when the command that took it has ended */
function lock(fd, options) {
  const done = spawnSync('flock', [...options, '-x', '3'], { stdio: ['ignore', 'ignore', 'ignore', fd] });
  if (done.error) throw new Stop(`flock is missing (Debian: util-linux): ${done.error.message}`);
  return done.status === 0;
}

/** Does the set-up of this checkout (packages, builds), one at a time. */
export function inSetUp(run) {
  const fd = openSync(join(ROOT, 'package-lock.json'), 'r');
  try {
    if (!lock(fd, ['-n'])) {
      say('Another set-up of this checkout is under way; waiting for it …');
      lock(fd, []);
    }
    run();
  } finally {
    closeSync(fd);
  }
}
