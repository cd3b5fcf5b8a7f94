import { parseStudyText } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { validated } from '../common/joi.pipe.js';
import { ApiProblem } from '../common/problem.js';
import type { Shape } from '../common/shape.js';

/* Bodies as they arrived, to what they hold. */

export function envelope<T>(body: Uint8Array, shape: Shape<T>): T {
  return validated(shape, parsed(decoded(body), 400));
}

export function decoded(body: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(body);
  } catch {
    const lines = new TextDecoder().decode(body).split('\uFFFD', 1)[0]!.split('\n');
    const at = `line ${lines.length}, column ${lines[lines.length - 1]!.length + 1}`;
    const message = `This is not UTF-8 text at ${at}.`;
    throw new ApiProblem(422, { error: 'bad-study', message, errors: [{ path: '', message, code: 'bad-json' }] });
  }
}

/** @param broken status of a text that is no JSON: a file that is wrong is no wrong request */
export function parsed(text: string, broken: 400 | 422): unknown {
  const read = parseStudyText(text);
  if ('raw' in read) return read.raw;
  const isBroken = read.problem.code === 'bad-json';
  const { path, code } = read.problem;
  const message = problemText(read.problem);
  throw new ApiProblem(isBroken ? broken : 422, {
    error: isBroken && broken === 400 ? 'bad-json' : 'bad-study',
    message: `This was not taken: ${path ? `${path}: ` : ''}${message}`,
    errors: [{ path: path.replace(/^document\.?/, ''), message, code }],
  });
}
