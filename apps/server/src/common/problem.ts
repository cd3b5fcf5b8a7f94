// by itself: threads that read documents load no framework
import { HttpException } from '@nestjs/common/exceptions/http.exception.js';
import type { FieldProblem, Problem } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { said, worded, type Worded } from '../words.js';

/** Every refusal of the API has this shape: what, and where it is wrong. */
export interface ProblemBody {
  error: string;
  /** in English */
  message: string;
  /** the same as a code with its values, for a page that words it itself */
  words?: Worded;
  errors?: FieldProblem[];
  [extra: string]: unknown;
}

/** Example: bodyOf('too-slow', worded('server.stoppedAfterSOfCalculation', { limitSeconds: 10 })) */
export const bodyOf = (error: string, words: Worded, more: Readonly<Record<string, unknown>> = {}): ProblemBody => ({
  error,
  message: said(words),
  words,
  ...more,
});

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

export function notFound(what: Worded): ApiProblem {
  return new ApiProblem(404, bodyOf('not-found', worded('server.notFound', { what })));
}

/** @param what is too much, and how much is taken */
export function tooLarge(what: Worded): ApiProblem {
  return new ApiProblem(413, bodyOf('too-large', worded('server.tooLarge', { what })));
}

/** What is wrong at a place of what was sent. */
export const fieldProblem = ({ code, path, where, detail }: Problem, at = path): FieldProblem => ({
  path: at,
  message: problemText({ code, path, where, detail }),
  code,
  problem: { code, where, detail },
});

/** `lines[0].id: Missing …`: the first of what is wrong, for a sentence about the whole */
export const firstOf = ([first]: readonly FieldProblem[]): string =>
  first!.path === '' ? first!.message : `${first!.path}: ${first!.message}`;

/** What the log has of a fault: the database's own words, which a stack does not hold, and where it was. */
export function forLog(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const { parent, stack = '' } = error as Error & { parent?: { sqlMessage?: string } };
  const said = parent?.sqlMessage ?? error.message;
  return stack.includes(said) ? stack : `${error.name}: ${said}\n${stack}`;
}
