import { parseStudyText, prepareStudy, type Problem, type ProblemCode, type Study } from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import { ApiProblem } from '../common/problem.js';

/**
 * What may be lacking in a study that is being written: it is kept, and the interface says what it lacks.
 * Everything else (a wrong unit, a missing id, a list without end) is refused, and the stored study stays as it was.
 */
const UNFINISHED: ReadonlySet<ProblemCode> = new Set([
  'under-specified',
  'over-specified',
  'no-pressure-reference',
  'unconnected',
  'unknown-key',
  'unknown-id',
  'missing',
]);

/** A study that may be stored, or a refusal with every path that is wrong. */
export function acceptDocument(raw: unknown): Study {
  const prepared = prepareStudy(raw);
  const outlineBroken = prepared.scenarios.length === 0;
  const wrong = prepared.problems.filter((p) => outlineBroken || !UNFINISHED.has(p.code));
  if (wrong.length > 0) throw refusal(wrong);
  return raw as Study;
}

/** The text of a study file, read with line and column of a mistake. */
export function acceptText(text: string): Study {
  const parsed = parseStudyText(text);
  if ('problem' in parsed) throw refusal([parsed.problem]);
  return acceptDocument(parsed.raw);
}

function refusal(problems: readonly Problem[]): ApiProblem {
  const errors = problems.slice(0, 50).map((p) => ({ path: p.path, message: problemText(p), code: p.code }));
  const first = errors[0]!;
  const message = `The study was not taken: ${first.path ? `${first.path}: ` : ''}${first.message}`;
  return new ApiProblem(422, { error: 'bad-study', message, errors });
}
