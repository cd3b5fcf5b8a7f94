import { availableParallelism } from 'node:os';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { ApiProblem } from '../common/problem.js';
import { Lane, type TaskOptions } from './lane.js';
import type { Done, ShelfTask, Task, TaskResults } from './task.js';

const MOST_THREADS = 4;
/** solving makes much that is gone at once */
const YOUNG_MB = 64;
/** of a share of the catalogue: 10,000 pumps take 130 MB. The less a thread may take, the sooner it collects what is gone. */
const HELD_MB = 1024;
/** how long a task may work, s */
const LONGEST_SECONDS = 10;
/** a report of a large network lays out a hundred pages */
const LONGEST_REPORT_SECONDS = 60;

const PRINTING: ReadonlySet<Task['kind']> = new Set(['report', 'issue', 'firstPages', 'chapters', 'chapter']);

/** what a person has typed and waits to see kept: it stands behind nothing else */
const SAVING: ReadonlySet<Task['kind']> = new Set(['save', 'retitle', 'compare']);
/** short ones that a person waits for, before those that come in many pieces */
const SHORT: ReadonlySet<Task['kind']> = new Set(['firstPages', 'create', 'file', 'copy', 'write', 'logo', 'asked', 'required']);

export type WorkOptions = Pick<TaskOptions, 'signal' | 'isPart'> & { hasNoLimit?: boolean };

/**
 * Threads in which documents are read, judged and compared, so that one large document holds up nobody else; saves have some of their
 * own, which reports, imports and rankings cannot fill.
 */
@Injectable()
export class WorkPool implements OnModuleDestroy {
  private readonly saving: Lane;
  private readonly working: Lane;
  /** begun when they are first asked */
  private readonly held: Lane[] = [];
  /** threads that hold a share of the pumps each; one more, with this number, holds the lists */
  readonly shelves: number;

  /** @param worker path of the built `worker.js` */
  constructor(private readonly worker: string) {
    this.saving = new Lane({ worker, threads: 2 });
    const threads = Math.max(2, Math.min(MOST_THREADS, availableParallelism()));
    this.working = new Lane({ worker, threads });
    this.shelves = threads;
  }

  /** @throws ApiProblem the refusal of the task itself, or one of {@link Lane.run} */
  async run<K extends Task['kind']>(task: Extract<Task, { kind: K }>, options: WorkOptions = {}): Promise<TaskResults[K]> {
    const lane = SAVING.has(task.kind) ? this.saving : this.working;
    const { hasNoLimit = false, ...more } = options;
    const limitSeconds = hasNoLimit ? undefined : PRINTING.has(task.kind) ? LONGEST_REPORT_SECONDS : LONGEST_SECONDS;
    const done = (await lane.run(task, { priority: priorityOf(task.kind), limitSeconds, ...more })) as Done<K>;
    if (done.ok) return done.value;
    throw new ApiProblem(done.status, done.body);
  }

  /**
   * Asks a thread that holds part of the catalogue. There is no limit: who has gone sends no further pieces, and a thread that is ended
   * has to be filled again.
   *
   * @param shelf number of the thread, below {@link shelves}
   */
  async ask<K extends ShelfTask['kind']>(shelf: number, task: Extract<ShelfTask, { kind: K }>): Promise<TaskResults[K]> {
    const lane = (this.held[shelf] ??= new Lane({ worker: this.worker, threads: 1, youngMb: YOUNG_MB, memoryMb: HELD_MB }));
    const done = (await lane.run(task, { priority: task.kind === 'rank' ? 0 : 1, isPart: true })) as Done<K>;
    if (done.ok) return done.value;
    throw new ApiProblem(done.status, done.body);
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.saving, this.working, ...this.held].map((lane) => lane?.close()));
  }
}

const priorityOf = (kind: Task['kind']): number => (kind === 'save' ? 2 : SHORT.has(kind) ? 1 : 0);
