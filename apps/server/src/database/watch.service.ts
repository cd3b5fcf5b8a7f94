import { setTimeout as sleep } from 'node:timers/promises';
import { Inject, Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { RequestHandler } from 'express';
import mariadb, { type Connection } from 'mariadb';
import { ApiProblem } from '../common/problem.js';
import { CONFIG, type Config } from '../config.js';
import { databaseAway, diskFull } from './problems.js';
import { isFull } from './disk.js';
import { msg } from '../words.js';

/** an answer to nothing at all that takes longer is none, ms */
const PATIENCE_MS = 4000;
/** what had come while this thread was held up is still taken, ms */
const GRACE_MS = 100;
const EVERY_MS = 1000;
const AGAIN_MS = 250;
/** a request that waits longer than this, with the disk full, waits for room, ms */
const FULL_MS = 6000;

/** A request that is not answered yet. */
interface Waiting {
  since: number;
  isWrite: boolean;
  refuse: (problem: ApiProblem) => void;
}

/**
 * Looks all the time whether the database answers, on a connection of its own. While it does not, everything that waits for it and whatever
 * comes is told so: a database that stands still closes no connection, and would be waited for without end.
 */
@Injectable()
export class DatabaseWatch implements OnModuleDestroy {
  private readonly logger = new Logger('database');
  private readonly waiting = new Set<Waiting>();
  private connection: Connection | undefined;
  private isAway = false;
  private isOver = false;

  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** Begins to look. */
  start(): void {
    void this.look();
  }

  onModuleDestroy(): void {
    this.isOver = true;
    this.connection?.destroy();
  }

  /** Answers for the database while it is away, or while the disk under it is full. */
  readonly guard: RequestHandler = (request, response, next) => {
    const isWrite = request.method !== 'GET' && request.method !== 'HEAD';
    if (this.isAway) return next(this.problem(isWrite));
    const one: Waiting = {
      since: performance.now(),
      isWrite,
      refuse: (problem) => {
        this.waiting.delete(one);
        if (!response.headersSent) response.status(problem.getStatus()).json(problem.body);
      },
    };
    this.waiting.add(one);
    response.once('close', () => this.waiting.delete(one));
    next();
  };

  private problem(isWrite: boolean): ApiProblem {
    return isFull(this.config.folder) ? diskFull() : databaseAway(isWrite);
  }

  private async look(): Promise<void> {
    while (!this.isOver) {
      this.say(await this.answers());
      await sleep(this.isAway ? AGAIN_MS : EVERY_MS, undefined, { ref: false });
    }
  }

  private say(isThere: boolean): void {
    if (this.isOver) return;
    if (this.isAway === isThere)
      this.logger.warn(isThere ? msg('server.theDatabaseRespondsAgain') : msg('server.theDatabaseDoesNotRespond2'));
    this.isAway = !isThere;
    const isNoRoom = isFull(this.config.folder);
    const now = performance.now();
    for (const one of [...this.waiting])
      if (this.isAway || (isNoRoom && now - one.since > FULL_MS)) one.refuse(this.problem(one.isWrite));
  }

  private async answers(): Promise<boolean> {
    const asked = this.ask().then(
      () => true,
      () => false,
    );
    const late = sleep(PATIENCE_MS, undefined, { ref: false })
      .then(() => sleep(GRACE_MS, undefined, { ref: false }))
      .then(() => false);
    const isThere = await Promise.race([asked, late]);
    if (!isThere) this.drop();
    return isThere;
  }

  /** a connection that was cut says nothing of the database: a new one does */
  private async ask(): Promise<void> {
    try {
      await this.connection?.query('SELECT 1');
      if (this.connection) return;
    } catch {
      this.drop();
    }
    const { host, port, user, password, name } = this.config.database;
    const connection = await mariadb.createConnection({
      host,
      port,
      user,
      password,
      database: name,
      connectTimeout: PATIENCE_MS,
    });
    connection.on('error', () => undefined);
    this.connection = connection;
    await connection.query('SELECT 1');
  }

  private drop(): void {
    this.connection?.destroy();
    this.connection = undefined;
  }
}
