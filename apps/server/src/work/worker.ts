import {
  blankStudy,
  diffDocuments,
  prepareStudy,
  writeStudy,
  type Problem,
  type ProblemCode,
  type Study,
} from '@cedar-knot/core';
import { ApiProblem, bodyOf, fieldProblem, firstOf } from '../common/problem.js';
import { CREATE, SAVE } from '../studies/schemas.js';
import { CATALOGUE_HANDLERS } from './catalogue-tasks.js';
import { decoded, envelope, parsed } from './bodies.js';
import type { Handed } from './lane.js';
import type { Accepted, Done, Handler, Handlers, Task } from './task.js';
import { stored } from './stored.js';
import { SHELF_HANDLERS } from './shelf-tasks.js';
import { ownThread } from './thread-time.js';
import { worded } from '../words.js';

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

const HANDLERS: Handlers = {
  ...CATALOGUE_HANDLERS,
  ...SHELF_HANDLERS,
  // loaded where it is asked for: what prints is most of what a thread could load
  report: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.report(task),
  firstPages: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.firstPages(task),
  chapters: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.chapters(task),
  chapter: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.chapter(task),
  issue: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.issue(task),
  logo: async (task) => (await import('./report-task.js')).REPORT_HANDLERS.logo(task),
  pack: async ({ manifest, parts }) => ({ data: await (await import('../carry/unpack.js')).packed(manifest, parts) }),
  unpack: async ({ body }) => (await import('../carry/unpack.js')).unpacked(body),
  save: ({ body }) => {
    const { version, saveId, document } = envelope(body, SAVE);
    return { version, saveId, ...accepted(document) };
  },
  create: ({ body }) => {
    const { title, document, alternativeOf } = envelope(body, CREATE);
    if (document === undefined) return { ...stored(blankStudy(title!)), alternativeOf };
    const found = accepted(document);
    return { ...(title === undefined ? found : stored({ ...document, title })), alternativeOf };
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

const THREAD = ownThread();

/** Runs one task; a refusal comes back as data, anything else is thrown. */
export default async function run<K extends Task['kind']>({ task, begun }: Handed<K>): Promise<Done<K>> {
  begun.postMessage(THREAD);
  begun.close();
  try {
    return { ok: true, value: await (HANDLERS[task.kind] as Handler<K>)(task) };
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    return { ok: false, status: error.getStatus(), body: error.body };
  }
}

/** A study that may be stored, or a refusal with every path that is wrong. */
function accepted(raw: unknown): Accepted {
  const prepared = prepareStudy(raw);
  const outlineBroken = prepared.scenarios.length === 0;
  const wrong = prepared.problems.filter((p) => outlineBroken || !isUnfinished(p));
  if (wrong.length > 0) throw refusal(wrong);
  return stored(raw as Study);
}

/** paths are those of the study, without the envelope around it */
function refusal(problems: readonly Problem[]): ApiProblem {
  const errors = problems.slice(0, MOST_ERRORS).map((p) => fieldProblem(p, p.path.replace(/^document\.?/, '')));
  return new ApiProblem(422, bodyOf('bad-study', worded('server.studyNotAccepted', { problem: firstOf(errors) }), { errors }));
}
