import { randomBytes, randomUUID } from 'node:crypto';
import {
  accessSync,
  constants,
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { spawnSync } from 'node:child_process';
import { dirname, join, resolve } from 'node:path';
import { freeMb, ROOT, say, Stop, ticksOf, untilStalled } from './run.mjs';

/** the part of a start in which other programs work and nothing is said */
export const SET_UP = 'packages and build';
const FIRST_NEEDS_MB = 300;
const LATER_NEEDS_MB = 20;

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
    this.starting = join(path, 'starting.json');
    this.lockFile = join(path, 'lock');
  }

  make() {
    // closed to others, but passable for the account that runs the database
    try {
      mkdirSync(this.path, { recursive: true, mode: 0o711 });
      accessSync(this.path, constants.W_OK);
    } catch {
      throw new Stop(`${this.path} cannot be written${whyNot(this.path)}. Name another data folder with CEDAR_KNOT_DATA.`);
    }
    const needed = existsSync(join(this.path, 'mariadb', 'data')) ? LATER_NEEDS_MB : FIRST_NEEDS_MB;
    const free = Math.floor(freeMb(this.path));
    if (free < needed) throw new Stop(`The disk of ${this.path} is full: ${free} MB are free, ${needed} MB are needed.`);
  }

  /** with less than this the database does not go on */
  isFull() {
    return freeMb(this.path) < LATER_NEEDS_MB;
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
   * Takes the lock, or finds the instance that holds it: waits for one that is still starting, as long as it gets on, and takes over
   * from one that ended.
   *
   * @param goesOn throws when the start was interrupted
   * @returns the address of the running instance, or undefined when the lock is ours
   */
  async lockOrAddress(goesOn) {
    let address;
    let said;
    const found = async () => {
      goesOn();
      if (this.tryLock()) return true;
      address = await this.answering();
      if (address) return true;
      const { progress } = this.progress();
      if (progress !== said) say(`Another start of this folder is under way (${progress}); waiting for it …`);
      said = progress;
      return false;
    };
    await untilStalled(found, () => this.signOfLife(), `Another start of ${this.path}`, { everyMs: 250 });
    return address;
  }

  /** how far a start of this folder has said that it is */
  progress() {
    try {
      return JSON.parse(readFileSync(this.starting, 'utf8'));
    } catch {
      return { pid: undefined, progress: 'at its beginning' };
    }
  }

  /** what another start says; while it installs and builds it says nothing, but works */
  signOfLife() {
    const { pid, progress } = this.progress();
    return progress === SET_UP ? `${progress} ${ticksOf(pid)}` : progress;
  }

  /** says to another start how far this one is */
  sayProgress(progress) {
    writePrivate(this.starting, JSON.stringify({ pid: process.pid, progress }));
  }

  /** address of the instance of this folder, if it answers as such */
  async answering() {
    try {
      const { address } = JSON.parse(readFileSync(this.running, 'utf8'));
      const answer = await fetch(`${address}api/health`, { signal: AbortSignal.timeout(5000) });
      const { instance } = await answer.json();
      return answer.ok && instance === this.identity().instance ? address : undefined;
    } catch {
      return undefined;
    }
  }

  /** id of this folder, by which another start knows the instance that answers */
  identity() {
    const file = join(this.path, 'identity.json');
    if (!existsSync(file)) writePrivate(file, JSON.stringify({ instance: randomUUID() }));
    const { instance } = JSON.parse(readFileSync(file, 'utf8'));
    return { instance };
  }

  /** a key for this start: who has read an older one has nothing */
  newKey() {
    const key = randomBytes(24).toString('hex');
    writePrivate(join(this.path, 'key'), key);
    return key;
  }

  /** the key of the instance that runs, for its owner alone */
  key() {
    return readFileSync(join(this.path, 'key'), 'utf8');
  }

  announce(address) {
    writePrivate(this.running, JSON.stringify({ pid: process.pid, address }));
    this.sayProgress('up, but it does not answer');
  }

  forget() {
    for (const file of [this.running, this.starting]) rmSync(file, { force: true });
  }
}

/** what keeps a folder from being written, of itself or of the first above it that is there */
function whyNot(path) {
  let there = path;
  while (!existsSync(there)) there = dirname(there);
  try {
    accessSync(there, constants.W_OK);
    return '';
  } catch (error) {
    return error.code === 'EROFS' ? `: the disk of ${there} can only be read` : `: this account may not write to ${there}`;
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
