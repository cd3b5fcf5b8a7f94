import { type ArgumentsHost, Catch, type ExceptionFilter, HttpException, Logger } from '@nestjs/common';
import type { Response } from 'express';
import type { ProblemBody } from './problem.js';

/** Every error leaves as JSON of one shape; what is our fault is logged with its stack and said without it. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly logger = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const { status, body } = this.describe(error);
    if (!response.headersSent) response.status(status).json(body);
  }

  private describe(error: unknown): { status: number; body: ProblemBody } {
    if (error instanceof HttpException) {
      const body = error.getResponse();
      const isOurs = typeof body === 'object' && 'error' in body && 'message' in body && !('statusCode' in body);
      return {
        status: error.getStatus(),
        body: isOurs ? (body as ProblemBody) : { error: 'refused', message: error.message },
      };
    }
    const parser = error as { type?: string; status?: number; limit?: number; message?: string };
    if (parser.type === 'entity.too.large') {
      return {
        status: 413,
        body: { error: 'too-large', message: `The body is larger than the ${parser.limit} bytes that are taken.` },
      };
    }
    if (parser.type === 'entity.parse.failed') {
      return {
        status: 400,
        body: {
          error: 'bad-json',
          message: `The body is not JSON: ${parser.message}.`,
          errors: [{ path: '', message: String(parser.message) }],
        },
      };
    }
    if (parser.type?.startsWith('encoding.') || parser.type?.startsWith('charset.') || parser.type === 'request.aborted') {
      return { status: parser.status ?? 400, body: { error: 'bad-request', message: String(parser.message) } };
    }
    this.logger.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    return { status: 500, body: { error: 'internal', message: 'Something went wrong on our side; nothing was changed.' } };
  }
}
