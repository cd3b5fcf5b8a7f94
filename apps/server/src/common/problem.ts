// by itself: threads that read documents load no framework
import { HttpException } from '@nestjs/common/exceptions/http.exception.js';
import type { FieldProblem } from '@cedar-knot/core';
import { msg } from '../words.js';

/** Every refusal of the API has this shape: what, and where it is wrong. */
export interface ProblemBody {
  error: string;
  message: string;
  errors?: FieldProblem[];
  [extra: string]: unknown;
}

export class ApiProblem extends HttpException {
  /** @param retryAfterSeconds said where the same request is taken when it comes again after this time */
  constructor(
    status: number,
    readonly body: ProblemBody,
    readonly retryAfterSeconds?: number,
  ) {
    super(body, status);
  }
}

export function notFound(what: string): ApiProblem {
  return new ApiProblem(404, { error: 'not-found', message: msg('server.notFound', { what }) });
}

/** @param what is too much, and how much is taken */
export function tooLarge(what: string): ApiProblem {
  return new ApiProblem(413, { error: 'too-large', message: msg('server.tooLarge', { what }) });
}

/** What the log has of a fault: the database's own words, which a stack does not hold, and where it was. */
export function forLog(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const { parent, stack = '' } = error as Error & { parent?: { sqlMessage?: string } };
  const said = parent?.sqlMessage ?? error.message;
  return stack.includes(said) ? stack : `${error.name}: ${said}\n${stack}`;
}
