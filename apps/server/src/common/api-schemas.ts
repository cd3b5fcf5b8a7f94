import { applyDecorators } from '@nestjs/common';
import { ApiQuery, ApiResponse, type ApiResponseOptions, type OpenAPIObject } from '@nestjs/swagger';
import { CHANGES } from '../studies/schemas.js';
import type { FieldProblem } from '@cedar-knot/core';
import type { Worded } from '../words.js';
import type { ProblemBody } from './problem.js';
import { described } from './described.js';
import { list, may, named, object, open, saying, text, time, version, type Shape } from './shape.js';

/* What the description of the API says of answers; a test holds real ones against it. */

const PROBLEM: Shape<ProblemBody> = named(
  'Problem',
  saying(
    object({
      error: saying(text(), 'a word that stays'),
      message: saying(text(), 'a sentence for a person, in English'),
      words: may(open<Worded>('the same as a code with its values')),
      errors: may(
        list(
          object({
            path: text(),
            message: text(),
            code: may(text()),
            problem: may(open<NonNullable<FieldProblem['problem']>>('the same as codes and values')),
          }),
        ),
      ),
      version: may(version()),
      savedAt: may(time()),
      changes: may(CHANGES),
    }),
    'Every refusal: what, and where it is wrong',
  ),
);

const REFUSALS: Readonly<Record<number, string>> = {
  400: 'The request is wrong; `errors` say where',
  401: 'Neither the key of this start nor a session of the account that asks',
  403: 'From a page of another site, or to another host',
  404: 'Not there',
  409: 'Saved elsewhere meanwhile, or a save id that belongs to another document; nothing was overwritten',
  413: 'Larger than what is taken',
  415: 'A character set or encoding that is not read',
  422: 'The content is wrong; `errors` say where',
  503: 'Too many requests wait, then with Retry-After, or the database does not answer',
  507: 'The disk is full; nothing was changed',
};
/** what any request may be answered, and any that sends something */
const OF_ALL = [400, 403, 503];
const OF_GUARDED = [401];
const OF_BODIES = [413, 415];

const refusal = (status: number): ApiResponseOptions & { description: string } => ({
  description: REFUSALS[status]!,
  content: { 'application/json': { schema: described(PROBLEM) } },
});

/** The route answers with a shape, itself or through the response; its handler returns what the shape says. */
export const answers =
  <T>(status: number, shape: Shape<T>) =>
  <M extends (...args: never[]) => T | Promise<T> | Promise<void>>(
    target: object,
    key: string,
    method: TypedPropertyDescriptor<M>,
  ): void => {
    ApiResponse({ status, description: 'As asked', schema: described(shape) })(target, key, method);
  };

/** The queries that a route takes, as its shape says them. */
export function asks(shape: Shape<object>): MethodDecorator {
  const { properties = {}, required = [] } = described(shape) as { properties?: Record<string, object>; required?: string[] };
  const queries = Object.entries(properties).map(([name, schema]) =>
    ApiQuery({ name, required: required.includes(name), schema }),
  );
  return applyDecorators(...queries);
}

/** refusals of this operation's own; those that any may give are added to the whole description */
export const refusals = (...statuses: (keyof typeof REFUSALS)[]): MethodDecorator =>
  applyDecorators(...statuses.map((status) => ApiResponse({ status, ...refusal(status) })));

/** Adds to every operation what is refused before it is reached. @param open addresses that are answered to anybody */
export function addCommonRefusals(document: OpenAPIObject, open: string): void {
  for (const [path, item] of Object.entries(document.paths))
    for (const operation of Object.values(item as Record<string, Operation>)) {
      const statuses = [...OF_ALL, ...(path === open ? [] : OF_GUARDED), ...(operation.requestBody ? OF_BODIES : [])];
      for (const status of statuses) operation.responses[status] ??= refusal(status);
    }
}

interface Operation {
  requestBody?: object;
  responses: Record<string, object>;
}
