import { HttpException } from '@nestjs/common';
import type { FieldProblem } from '@cedar-knot/core';

/** Every refusal of the API has this shape: what, and where it is wrong. */
export interface ProblemBody {
  error: string;
  message: string;
  errors?: FieldProblem[];
  [extra: string]: unknown;
}

export class ApiProblem extends HttpException {
  constructor(
    status: number,
    readonly body: ProblemBody,
  ) {
    super(body, status);
  }
}

export function notFound(what: string): ApiProblem {
  return new ApiProblem(404, { error: 'not-found', message: `There is no ${what}.` });
}
