import { availableParallelism } from 'node:os';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import { ApiProblem } from '../common/problem.js';
import type { Done, Task, TaskResults } from './task.js';

const LONGEST_SECONDS = 10;
/** a report of a large network lays out a hundred pages */
const LONGEST_REPORT_SECONDS = 60;
const MOST_THREADS = 4;
/** tasks that wait; more than that is a flood, and is told to come again */
const MOST_WAITING = 200;

/** Threads in which documents are read, judged and compared, so that one large document holds up nobody else. */
@Injectable()
export class WorkPool implements OnModuleDestroy {
  private readonly threads: Piscina;

  /** @param worker path of the built `worker.js` */
  constructor(worker: string) {
    this.threads = new Piscina({
      filename: worker,
      minThreads: 1,
      maxThreads: Math.max(2, Math.min(MOST_THREADS, availableParallelism())),
      idleTimeout: 30_000,
      maxQueue: MOST_WAITING,
      // judging makes much that is gone at once: with more room for the young a ranking takes a third less
      resourceLimits: { maxYoungGenerationSizeMb: 128 },
    });
  }

  async run<K extends Task['kind']>(task: Extract<Task, { kind: K }>): Promise<TaskResults[K]> {
    const seconds = task.kind === 'report' ? LONGEST_REPORT_SECONDS : LONGEST_SECONDS;
    const done = (await this.threads
      .run(task, { signal: AbortSignal.timeout(seconds * 1000) })
      .catch((error: unknown) => refused(error, seconds))) as Done<K>;
    if (done.ok) return done.value;
    throw new ApiProblem(done.status, done.body);
  }

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }
}

function refused(error: unknown, seconds: number): never {
  const { name, message } = error as Error;
  if (name === 'AbortError')
    throw new ApiProblem(422, {
      error: 'too-slow',
      message: `This took longer than ${seconds} s and was ended; is the study larger than it has to be?`,
    });
  if (message.includes('queue is at limit'))
    throw new ApiProblem(503, {
      error: 'busy',
      message: 'Too much waits to be worked out; try again in a moment. Nothing was changed.',
    });
  throw error;
}
