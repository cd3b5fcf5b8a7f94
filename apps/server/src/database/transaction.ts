import { Logger } from '@nestjs/common';
import { Transaction, type Sequelize } from 'sequelize';

/** deadlock, wait for a lock, a key that another has just put in: the same work finds it done the next time */
const AGAIN: ReadonlySet<number> = new Set([1213, 1205, 1062]);
const MOST_TRIES = 8;
/** before the first repetition at most, ms; twice as long before each further one */
const PAUSE_MS = 20;

const logger = new Logger('database');

/**
 * Does work in one transaction, whole or not at all; the only place that opens one. Where the database ends it for the sake of another,
 * it is done again from its beginning: what the work makes outside the database must be made anew by it.
 *
 * No gaps are locked (READ COMMITTED): two imports that look for what is not there yet would wait for each other.
 */
export async function inTransaction<T>(sequelize: Sequelize, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await sequelize.transaction({ isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED }, work);
    } catch (error) {
      const { errno = 0, sqlMessage } = (error as { parent?: { errno?: number; sqlMessage?: string } }).parent ?? {};
      if (!AGAIN.has(errno) || tries === MOST_TRIES) throw error;
      logger.log(`done again after "${sqlMessage ?? errno}" (${tries})`);
      await new Promise((resolve) => setTimeout(resolve, Math.random() * PAUSE_MS * 2 ** (tries - 1)));
    }
  }
}
