import {
  blankStudy,
  diffDocuments,
  parseStudyText,
  prepareStudy,
  writeStudy,
  type Problem,
  type ProblemCode,
  type Study,
} from '@cedar-knot/core';
import { problemText } from '@cedar-knot/wording';
import type { Schema } from 'joi';
import { validated } from '../common/joi.pipe.js';
import { ApiProblem } from '../common/problem.js';
import { CREATE, SAVE } from '../studies/schemas.js';
import type { Accepted, Done, Task, TaskResults } from './task.js';

const MOST_CHANGES = 200;
const MOST_ERRORS = 50;

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

/** a fluid without its kind cannot even be shown */
const isUnfinished = (p: Problem): boolean => UNFINISHED.has(p.code) && !(p.code === 'missing' && p.detail.key === 'kind');

const HANDLERS: { [K in Task['kind']]: (task: Extract<Task, { kind: K }>) => TaskResults[K] } = {
  save: ({ body }) => {
    const { version, saveId, document } = envelope(body, SAVE);
    return { version, saveId, ...accepted(document) };
  },
  create: ({ body }) => {
    const { title, document } = envelope(body, CREATE);
    if (document === undefined) return stored(blankStudy(title!));
    const found = accepted(document);
    return title === undefined ? found : stored({ ...(document as Study), title });
  },
  file: ({ body }) => accepted(parsed(decoded(body), 422)),
  retitle: ({ document, title, tag }) =>
    stored({ ...(JSON.parse(document) as Study), title, ...(tag === undefined ? {} : { tag }) }),
  copy: ({ document }) => {
    const study = JSON.parse(document) as Study;
    return stored({ ...study, title: `${study.title ?? 'Untitled'} (copy)` });
  },
  write: ({ document }) => ({ text: writeStudy(JSON.parse(document) as Study) }),
  compare: ({ before, after }) => ({ changes: diffDocuments(JSON.parse(before), JSON.parse(after)).slice(0, MOST_CHANGES) }),
};

/** Runs one task; a refusal comes back as data, anything else is thrown. */
export default function run<K extends Task['kind']>(task: Extract<Task, { kind: K }>): Done<K> {
  try {
    return { ok: true, value: (HANDLERS[task.kind] as (t: typeof task) => TaskResults[K])(task) };
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    return { ok: false, status: error.getStatus(), body: error.body };
  }
}

function envelope<T>(body: Uint8Array, schema: Schema<T>): T {
  return validated(schema, parsed(decoded(body), 400));
}

function decoded(body: Uint8Array): string {
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
function parsed(text: string, broken: 400 | 422): unknown {
  const read = parseStudyText(text);
  if ('raw' in read) return read.raw;
  const isBroken = read.problem.code === 'bad-json';
  throw refusal([read.problem], isBroken ? broken : 422, isBroken && broken === 400 ? 'bad-json' : 'bad-study');
}

/** A study that may be stored, or a refusal with every path that is wrong. */
function accepted(raw: unknown): Accepted {
  const prepared = prepareStudy(raw);
  const outlineBroken = prepared.scenarios.length === 0;
  const wrong = prepared.problems.filter((p) => outlineBroken || !isUnfinished(p));
  if (wrong.length > 0) throw refusal(wrong);
  return stored(raw as Study);
}

function stored(study: Study): Accepted {
  return {
    title: (study.title ?? 'Untitled').slice(0, 300),
    tag: (study.tag ?? '').slice(0, 100),
    document: JSON.stringify(study),
  };
}

/** paths are those of the study, without the envelope around it */
function refusal(problems: readonly Problem[], status = 422, error = 'bad-study'): ApiProblem {
  const errors = problems.slice(0, MOST_ERRORS).map((p) => ({
    path: p.path.replace(/^document\.?/, ''),
    message: problemText(p),
    code: p.code,
  }));
  const first = errors[0]!;
  const message = `The study was not taken: ${first.path ? `${first.path}: ` : ''}${first.message}`;
  return new ApiProblem(status, { error, message, errors });
}
