// Tasks beside each other, as many as there are processors for, each as soon as what it needs is there.
import { mkdirSync, openSync, closeSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { once } from 'node:events';
import { background, say, Stop } from './run.mjs';

const seconds = (ms) => `${(ms / 1000).toFixed(0)} s`;

export class Tasks {
  /** @param logs where what a task says is kept */
  constructor(processors, logs) {
    this.free = processors;
    this.processors = processors;
    this.logs = logs;
    this.tasks = [];
    rmSync(logs, { recursive: true, force: true });
    mkdirSync(logs, { recursive: true });
  }

  /**
   * @param run does it, with a function that runs a command quietly
   * @param processors how many it keeps busy
   * @param after names of those that have to be done before
   */
  add(name, run, { processors = 1, after = [] } = {}) {
    this.tasks.push({ name, run, processors: Math.min(processors, this.processors), after, state: 'waits' });
  }

  /** Keeps what is wanted and what that needs; all when nothing is named. */
  only(names) {
    if (names === undefined) return;
    const known = this.tasks.map((t) => t.name);
    const unknown = names.find((n) => !known.includes(n));
    if (unknown !== undefined) throw new Stop(`There is no part "${unknown}"; there are: ${known.join(', ')}.`);
    const wanted = new Set();
    const want = (name) => {
      wanted.add(name);
      for (const before of this.named(name).after) want(before);
    };
    names.forEach(want);
    this.tasks = this.tasks.filter((t) => wanted.has(t.name));
  }

  named(name) {
    return this.tasks.find((t) => t.name === name);
  }

  /** Runs them all; one that fails keeps only those that need it from running. */
  async all() {
    const since = performance.now();
    await new Promise((resolve) => {
      const next = () => {
        for (const task of this.tasks) if (this.isReady(task)) void this.start(task).then(next);
        if (this.tasks.every((t) => t.state !== 'runs')) resolve();
      };
      next();
    });
    this.summary(performance.now() - since);
  }

  /** those first in the list go first: a later one takes no processor that an earlier one waits for */
  isReady(task) {
    const isDone = (name) => this.named(name).state === 'done';
    if (task.state !== 'waits' || !task.after.every(isDone)) return false;
    const before = this.tasks.slice(0, this.tasks.indexOf(task));
    if (before.some((t) => t.state === 'waits' && t.after.every(isDone))) return false;
    return task.processors <= this.free;
  }

  async start(task) {
    task.state = 'runs';
    this.free -= task.processors;
    const log = join(this.logs, `${task.name.replace(/\W+/g, '-')}.log`);
    const file = openSync(log, 'a');
    const since = performance.now();
    say(`▸ ${task.name}`);
    try {
      await task.run((command, args, options) => quietly(file, command, args, options));
      task.state = 'done';
    } catch (error) {
      task.state = 'failed';
      say(readFileSync(log, 'utf8'));
      say(error instanceof Stop ? error.message : (error.stack ?? String(error)));
    }
    closeSync(file);
    this.free += task.processors;
    task.ms = performance.now() - since;
    say(`${task.state === 'done' ? '✓' : '✗'} ${task.name}: ${seconds(task.ms)}`);
  }

  summary(ms) {
    const rows = this.tasks.map((t) => [
      t.name,
      t.ms === undefined ? '' : seconds(t.ms),
      t.state === 'waits' ? 'not run' : t.state,
    ]);
    const width = Math.max(...rows.map(([name]) => name.length));
    say(
      `\n${rows.map(([name, took, state]) => `${name.padEnd(width)}  ${took.padStart(6)}  ${state === 'done' ? '' : state}`.trimEnd()).join('\n')}`,
    );
    say(`${'all'.padEnd(width)}  ${seconds(ms).padStart(6)}\n`);
    const failed = this.tasks.filter((t) => t.state !== 'done').map((t) => t.name);
    if (failed.length > 0) throw new Stop(`Failed or not run: ${failed.join(', ')}. What each said is in ${this.logs}.`);
  }
}

/** Runs a command, its words into a file. */
async function quietly(file, command, args, options = {}) {
  const child = background(command, args, { stdio: ['ignore', file, file], ...options });
  const [code, signal] = await once(child, 'exit');
  if (code !== 0) throw new Stop(`${[command, ...args].join(' ')} ended with ${code ?? signal}.`);
}
