import { Logger } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { ProblemBody } from '../common/problem.js';

const logger = new Logger('access');
const LONGEST_ADDRESS = 200;

/** An address as the log has it: the key that lets a page in does not go there. */
export const withoutKey = (url: string): string => url.replace(/([?&]key=)[^&]*/gi, '$1…').slice(0, LONGEST_ADDRESS);

/** Refuses a request before any handler sees it, and says so in the log. */
export function refuse(request: Request, response: Response, status: number, body: ProblemBody): void {
  logger.warn(`${status} ${body.error}: ${request.method} ${withoutKey(request.originalUrl)}`);
  response.status(status).json(body);
}
