import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Request, Response } from 'express';
import { DatabaseError } from 'sequelize';
import { isFull } from '../database/disk.js';
import { databaseAway, diskFull } from '../database/problems.js';
import { ApiProblem, forLog, tooLarge, type ProblemBody, bodyOf } from './problem.js';
import { worded } from '../words.js';

interface Described {
  status: number;
  body: ProblemBody;
}

/** what the driver says of a connection that broke, or could not be had */
const LOST =
  /ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ER_SERVER_SHUTDOWN|ER_CONNECTION_KILLED|ER_SOCKET|ER_CMD_CONNECTION_CLOSED|ER_GET_CONNECTION_TIMEOUT|ER_POOL|ER_CMD_NOT_EXECUTED|socket has unexpectedly been closed|Connection (?:closed|lost)/i;
/** the disk under the database is full */
const FULL = new Set([28, 1021, 1114]);

/** Every error leaves as JSON of one shape; what is our fault is logged with its stack and said without it. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('problem');

  /** @param folder of the data, on whose disk the database is */
  constructor(private readonly folder?: string) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const response = http.getResponse<Response>();
    // it was answered for the database already
    if (response.headersSent) return;
    const { status, body } = this.describe(error, http.getRequest<Request>());
    if (error instanceof ApiProblem && error.retryAfterSeconds !== undefined)
      response.setHeader('Retry-After', String(error.retryAfterSeconds));
    response.status(status).json(body);
  }

  private describe(error: unknown, request: Request): Described {
    if (error instanceof HttpException) {
      const body = error.getResponse();
      const isOurs = typeof body === 'object' && 'error' in body && 'message' in body && !('statusCode' in body);
      return {
        status: error.getStatus(),
        body: isOurs ? (body as ProblemBody) : { error: 'refused', message: error.message },
      };
    }
    return (
      this.ofBody(error) ?? this.ofDatabase(error, request.method !== 'GET' && request.method !== 'HEAD') ?? this.unknown(error)
    );
  }

  private ofBody(error: unknown): Described | undefined {
    const { type, status = 400, limit, message } = error as { type?: string; status?: number; limit?: number; message?: string };
    if (type === 'entity.too.large')
      return { status: 413, body: tooLarge(worded('server.aBodyOfAtMost', { megabytes: megabytes(limit) })).body };
    if (type === 'entity.parse.failed') {
      const errors = [{ path: '', message: String(message) }];
      return {
        status: 400,
        body: bodyOf('bad-json', worded('server.theBodyIsNotJson', { message: String(message) }), { errors }),
      };
    }
    const isBad = type !== undefined && /^(?:encoding|charset|request|entity)\./.test(type);
    return isBad ? { status, body: { error: 'bad-request', message: String(message) } } : undefined;
  }

  /** @param isWrite whether something was to be changed */
  private ofDatabase(error: unknown, isWrite: boolean): Described | undefined {
    const { name = '', message = '' } = error as Error;
    const cause = (error as { parent?: { errno?: number; code?: string } }).parent;
    if (error instanceof DatabaseError && FULL.has(cause?.errno ?? 0)) {
      this.logger.error(`the disk is full: ${message}`);
      return described(diskFull());
    }
    const isLost = name.startsWith('SequelizeConnection') || LOST.test(`${cause?.code ?? ''} ${message}`);
    if (!isLost) return undefined;
    this.logger.warn(`the database does not answer: ${message}`);
    return described(isFull(this.folder) ? diskFull() : databaseAway(isWrite));
  }

  private unknown(error: unknown): Described {
    this.logger.error(forLog(error));
    return { status: 500, body: bodyOf('internal', worded('server.internalErrorNothingWasChanged')) };
  }
}

const megabytes = (bytes = 0): string =>
  bytes < 1e6 ? `${Math.round(bytes / 1024)} kB` : `${Math.round(bytes / 1024 / 1024)} MB`;

const described = (problem: ApiProblem): Described => ({ status: problem.getStatus(), body: problem.body });
