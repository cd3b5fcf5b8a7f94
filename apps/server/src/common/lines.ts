import { setMaxListeners } from 'node:events';
import { Logger } from '@nestjs/common';
import type { Request, Response } from 'express';
import { worded } from '../words.js';
import { ApiProblem, bodyOf, forLog } from './problem.js';

const logger = new Logger('Lines');

/** Answers with a line of JSON at a time; what fails is the last line, and work ends when who asked has gone. */
export async function inLines(
  request: Request,
  response: Response,
  work: (say: (line: object) => void, signal: AbortSignal) => Promise<void>,
): Promise<void> {
  response.setHeader('Content-Type', 'application/x-ndjson');
  const gone = new AbortController();
  // each part of the work listens
  setMaxListeners(0, gone.signal);
  response.on('close', () => !response.writableFinished && gone.abort());
  let isOver = false;
  const end = (): void => {
    isOver = true;
    gone.abort();
  };
  // parts of the work that another one's failure has overtaken say nothing more
  const write = (line: object): void => void (isOver || response.write(`${JSON.stringify(line)}\n`));
  try {
    await work((line) => {
      gone.signal.throwIfAborted();
      write(line);
    }, gone.signal);
  } catch (error) {
    if (gone.signal.aborted) logger.log(`${request.path} was ended by who asked`);
    // nothing was begun: it is to come again as a whole
    else if (error instanceof ApiProblem && error.retryAfterSeconds !== undefined && !response.headersSent) {
      end();
      throw error;
    } else if (error instanceof ApiProblem) write({ problem: error.body });
    else {
      logger.error(forLog(error));
      write({ problem: bodyOf('failed', worded('server.notCompleted')) });
    }
  }
  end();
  response.end();
}
