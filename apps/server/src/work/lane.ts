import { MessageChannel, type MessagePort } from 'node:worker_threads';
import PQueue from 'p-queue';
import { Piscina } from 'piscina';
import { ApiProblem, tooLarge, bodyOf } from '../common/problem.js';
import type { Task } from './task.js';
import { workedSeconds } from './thread-time.js';
import { worded } from '../words.js';

/** how often it is looked how long a thread has worked, ms */
const LOOK_MS = 250;
/** looks after which a thread that does not work at all waits for something that never comes: a minute */
const MOST_IDLE = 240;
/** who has gone may have been within a moment of the end: a thread that is ended has to be started again, ms */
const GRACE_MS = 1000;
const YOUNG_MB = 32;
/** tasks that wait; more than that is a flood, and is told to come again */
const MOST_WAITING = 200;
const RETRY_AFTER_SECONDS = 1;

export interface LaneOptions {
  /** path of the built `worker.js` */
  worker: string;
  threads: number;
  /** of each thread; what Node gives a process where it is absent */
  memoryMb?: number;
  /** of each thread for what is made and gone at once: the more, the seldomer it is collected, and it is not given back */
  youngMb?: number;
}

export interface TaskOptions {
  /** the higher, the sooner */
  priority: number;
  /** of work, not of waiting, s; none where it is absent */
  limitSeconds?: number | undefined;
  /** ends it when who asked has gone */
  signal?: AbortSignal | undefined;
  /** part of something that was let in before: it waits, however many do */
  isPart?: boolean | undefined;
}

/** What a worker is given: the task, and where it says that it has begun, with the number of its thread. */
export interface Handed<K extends Task['kind'] = Task['kind']> {
  task: Extract<Task, { kind: K }>;
  begun: MessagePort;
}

/** Threads with a queue of their own. A limit counts what a task works: neither its waiting, nor the start of a thread, nor a busy machine. */
export class Lane {
  private readonly queue: PQueue;
  private readonly threads: Piscina;

  constructor({ worker, threads, memoryMb, youngMb = YOUNG_MB }: LaneOptions) {
    this.queue = new PQueue({ concurrency: threads });
    this.threads = new Piscina({
      filename: worker,
      minThreads: 1,
      maxThreads: threads,
      idleTimeout: 30_000,
      // a thread that is ended while it loads its modules by `require` takes the whole process with it (Node 20, ModuleWrap::InstantiateSync);
      // by `import` it does not
      execArgv: ['--no-experimental-require-module'],
      resourceLimits: { maxYoungGenerationSizeMb: youngMb, ...(memoryMb ? { maxOldGenerationSizeMb: memoryMb } : {}) },
    });
  }

  /**
   * @returns what the worker answers
   * @throws ApiProblem 503 when too many wait, 422 when it has worked beyond its limit, 413 when its memory was not enough
   */
  async run(task: Task, options: TaskOptions): Promise<unknown> {
    if (options.isPart !== true && this.queue.size >= MOST_WAITING) throw busy();
    const { signal, priority } = options;
    return this.queue.add(() => this.runNow(task, options), { priority, ...(signal ? { signal } : {}) });
  }

  async close(): Promise<void> {
    this.queue.clear();
    await this.threads.destroy();
  }

  private async runNow(task: Task, { limitSeconds, signal }: TaskOptions): Promise<unknown> {
    const ending = new AbortController();
    const { port1, port2 } = new MessageChannel();
    let [watch, grace]: (NodeJS.Timeout | undefined)[] = [];
    const gone = (): void => void (grace = setTimeout(() => ending.abort(), GRACE_MS));
    signal?.addEventListener('abort', gone, { once: true });
    if (limitSeconds !== undefined)
      port1.once('message', (thread: number) => (watch = this.watched(thread, limitSeconds, ending)));
    try {
      const handed: Handed = { task, begun: port2 };
      return await this.threads.run(handed, { signal: ending.signal, transferList: [port2] });
    } catch (error) {
      throw asProblem(error, signal?.aborted === true ? undefined : limitSeconds);
    } finally {
      clearInterval(watch);
      clearTimeout(grace);
      signal?.removeEventListener('abort', gone);
      port1.close();
    }
  }

  private watched(thread: number, limitSeconds: number, ending: AbortController): NodeJS.Timeout {
    const begin = workedSeconds(thread) ?? 0;
    let [last, idle] = [begin, 0];
    return setInterval(() => {
      const now = workedSeconds(thread) ?? 0;
      idle = now === last ? idle + 1 : 0;
      last = now;
      if (now - begin > limitSeconds || idle > MOST_IDLE) ending.abort();
    }, LOOK_MS);
  }
}

function busy(): ApiProblem {
  const body = bodyOf('busy', worded('server.tooManyRequestsAreWaiting'));
  return new ApiProblem(503, body, RETRY_AFTER_SECONDS);
}

function asProblem(error: unknown, limitSeconds: number | undefined): unknown {
  const { name, code } = error as { name?: string; code?: string };
  if (name === 'AbortError' && limitSeconds !== undefined)
    return new ApiProblem(422, bodyOf('too-slow', worded('server.stoppedAfterSOfCalculation', { limitSeconds })));
  if (code === 'ERR_WORKER_OUT_OF_MEMORY') return tooLarge(worded('server.notEnoughMemoryNothingWas'));
  return error;
}
