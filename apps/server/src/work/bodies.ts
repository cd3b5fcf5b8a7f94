import { parseStudyText } from '@cedar-knot/core';
import { validated } from '../common/joi.pipe.js';
import { ApiProblem, bodyOf, fieldProblem, firstOf } from '../common/problem.js';
import type { Shape } from '../common/shape.js';
import { said, worded } from '../words.js';

/* Bodies as they arrived, to what they hold. */

export function envelope<T>(body: Uint8Array, shape: Shape<T>): T {
  return validated(shape, parsed(decoded(body), 400));
}

export function decoded(body: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(body);
  } catch {
    const lines = new TextDecoder().decode(body).split('\uFFFD', 1)[0]!.split('\n');
    const words = worded('server.notUtf8', { line: lines.length, column: lines[lines.length - 1]!.length + 1 });
    throw new ApiProblem(422, bodyOf('bad-study', words, { errors: [{ path: '', message: said(words), code: 'bad-json' }] }));
  }
}

/** @param broken status of a text that is no JSON: a file that is wrong is no wrong request */
export function parsed(text: string, broken: 400 | 422): unknown {
  const read = parseStudyText(text);
  if ('raw' in read) return read.raw;
  const isBroken = read.problem.code === 'bad-json';
  const errors = [fieldProblem(read.problem, read.problem.path.replace(/^document\.?/, ''))];
  const error = isBroken && broken === 400 ? 'bad-json' : 'bad-study';
  throw new ApiProblem(
    isBroken ? broken : 422,
    bodyOf(error, worded('server.fileNotAccepted', { problem: firstOf(errors) }), { errors }),
  );
}
