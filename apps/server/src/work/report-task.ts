import { fatalProblems, runStudy } from '@cedar-knot/core';
import { buildReport, contextOf, ledger } from '@cedar-knot/report';
import { logoProblem, reportFile } from '@cedar-knot/report/files';
import { writeNumbers } from '@cedar-knot/wording';
import { ApiProblem, bodyOf, fieldProblem, firstOf } from '../common/problem.js';
import { REPORT } from '../studies/schemas.js';
import { envelope } from './bodies.js';
import type { Handlers } from './task.js';
import { worded } from '../words.js';

const MOST_ERRORS = 50;
/** letters that no file name should hold */
const NOT_IN_NAME = /[^\p{L}\p{N} ._-]+/gu;

/** Prints the report of a study as it stands on the screen, saved or not. */
export const REPORT_HANDLERS: Pick<Handlers, 'report' | 'logo'> = {
  logo: ({ logo }) => {
    const problem = logoProblem({ report: { logo } }, 'pdf');
    if (!problem) return null;
    const errors = [fieldProblem(problem, 'logo')];
    throw new ApiProblem(422, { error: 'bad-picture', message: firstOf(errors), errors });
  },

  report: async ({ body }) => {
    const { document, format, units, date, ink, numbers } = envelope(body, REPORT);
    const study = document;
    const run = runStudy(study);
    const picture = logoProblem(study, format);
    const fatal = [...fatalProblems(run), ...(picture ? [picture] : [])];
    if (fatal.length > 0) {
      const errors = fatal.slice(0, MOST_ERRORS).map((p) => fieldProblem(p));
      throw new ApiProblem(422, bodyOf('bad-study', worded('server.reportNotCreated', { problem: firstOf(errors) }), { errors }));
    }
    writeNumbers(numbers);
    try {
      const options = { ...(units ? { units } : {}), ...(date ? { date } : {}) };
      const made = buildReport(study, options, run.scenarios);
      const rows = ledger(contextOf(study, options, run.scenarios));
      const name = `${study.tag ?? ''} ${study.title ?? 'study'}`.replace(NOT_IN_NAME, ' ').trim().slice(0, 80);
      return { data: await reportFile(made, rows, format, { paper: study.report?.paper ?? 'A4', isInk: ink }), format, name };
    } finally {
      // what the thread says next is for programs
      writeNumbers('iso');
    }
  },
};
