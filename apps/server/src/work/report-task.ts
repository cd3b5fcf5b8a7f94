import { createHash } from 'node:crypto';
import { deflateRawSync } from 'node:zlib';
import {
  CORE_VERSION,
  fatalProblems,
  issuedDocument,
  nextRevision,
  runStudy,
  standingOf,
  type IssuedPaper,
  type SolvedScenario,
  type Study,
} from '@cedar-knot/core';
import { buildReport, contextOf, firstParts, ledger, reportName, type ReportDocument, type ReportFormat, type ReportOptions } from '@cedar-knot/report'; // prettier-ignore
import { chapterPdf, chaptersOf, logoProblem, reportFile } from '@cedar-knot/report/files';
import { resultsDocument, writeNumbers } from '@cedar-knot/wording';
import type { NumberStyle } from '@cedar-knot/wording/marks';
import { ApiProblem, bodyOf, fieldProblem, firstOf } from '../common/problem.js';
import type { Of } from '../common/shape.js';
import { REPORT, REPORT_PAGES } from '../studies/schemas.js';
import { envelope } from './bodies.js';
import { stored } from './stored.js';
import type { ChapterPages, ChapterTask, Handlers, Issued, IssuedText, Look, Task } from './task.js';
import { worded } from '../words.js';

const MOST_ERRORS = 50;

type Printed = Pick<Of<typeof REPORT>, 'document' | 'units' | 'date' | 'ink' | 'numbers'>;

/** The study solved, with what of it is said; or a refusal with what is wrong. */
function solved(
  { document, units, date }: Omit<Printed, 'ink' | 'numbers'>,
  format: ReportFormat,
  issued?: readonly IssuedText[],
): Solved {
  const run = runStudy(document);
  const picture = logoProblem(document, format);
  const fatal = [...fatalProblems(run), ...(picture ? [picture] : [])];
  if (fatal.length > 0) {
    const errors = fatal.slice(0, MOST_ERRORS).map((p) => fieldProblem(p));
    throw new ApiProblem(422, bodyOf('bad-study', worded('server.reportNotCreated', { problem: firstOf(errors) }), { errors }));
  }
  const stands = issued ? standingOf(document, issued.map(paperOf)) : {};
  return {
    study: document,
    scenarios: run.scenarios,
    options: { ...(units ? { units } : {}), ...(date ? { date } : {}), ...stands },
  };
}

const paperOf = ({ document, ...of }: IssuedText): IssuedPaper => ({ ...of, study: JSON.parse(document) as Study });

interface Solved {
  study: Study;
  scenarios: readonly SolvedScenario[];
  options: ReportOptions;
}

const lookOf = ({ document, ink, numbers }: Printed): Look => ({ paper: document.report?.paper ?? 'A4', ink, numbers });

/** numbers as they are asked for; what the thread says next is for programs again */
async function withNumbers<T>(numbers: NumberStyle, work: () => T | Promise<T>): Promise<T> {
  writeNumbers(numbers);
  try {
    return await work();
  } finally {
    writeNumbers('iso');
  }
}

const printedChapter = async ({ text, look, ...more }: ChapterTask): Promise<ChapterPages & { pdf: Uint8Array }> => {
  const { paper, ink } = look;
  const { pdf, ...pages } = await chapterPdf(JSON.parse(text) as ReportDocument, { paper, isInk: ink, ...more });
  return { ...pages, pdf: new Uint8Array(pdf) };
};

/** The study with its letter, solved, and its papers, which tell the changes since the revision before. */
async function issued(task: Omit<Extract<Task, { kind: 'issue' }>, 'kind'>): Promise<Issued> {
  const { document, letter, words, look, since } = task;
  const study = JSON.parse(document) as Study;
  const next = nextRevision(task.issued, study);
  if (next !== letter) throw new ApiProblem(409, bodyOf('revision-taken', worded('server.revisionTaken', { letter, next })));
  const frozen = issuedDocument(study, task.issued, words);
  const { scenarios, options } = solved({ document: frozen, units: look.units, date: words.date }, 'pdf');
  const kept = stored(frozen);
  const results = resultsDocument(scenarios);
  const count = (v: string): number =>
    scenarios
      .filter((s) => s.model?.judged !== false)
      .flatMap((s) => s.result!.margins)
      .filter((m) => m.verdict === v).length;
  const asked: ReportOptions = {
    ...options,
    standing: { kind: 'issued', letter },
    ...(since ? { since: paperOf(since) } : {}),
  };
  return withNumbers(look.numbers, async () => {
    const made = buildReport(frozen, asked, scenarios);
    const rows = ledger(contextOf(frozen, asked, scenarios));
    const printed = { paper: frozen.report?.paper ?? 'A4', isInk: look.ink } as const;
    return {
      document: kept,
      sha256: createHash('sha256').update(kept.document).digest('hex'),
      core: CORE_VERSION,
      results: new Uint8Array(deflateRawSync(JSON.stringify(results))),
      brief: { verdict: results.verdict, counts: { fails: count('fails'), near: count('near'), holds: count('holds') } },
      name: reportName(frozen),
      pdf: await reportFile(made, rows, 'pdf', printed),
      xlsx: await reportFile(made, rows, 'xlsx', printed),
    };
  });
}

/** Prints the report of a study as it stands on the screen, saved or not. */
export const REPORT_HANDLERS: Pick<Handlers, 'report' | 'logo' | 'issue' | 'firstPages' | 'chapters' | 'chapter'> = {
  logo: ({ logo }) => {
    const problem = logoProblem({ report: { logo } }, 'pdf');
    if (!problem) return null;
    const errors = [fieldProblem(problem, 'logo')];
    throw new ApiProblem(422, { error: 'bad-picture', message: firstOf(errors), errors });
  },

  issue: (task) => issued(task),

  report: async ({ body, issued }) => {
    const asked = envelope(body, REPORT);
    const { format, ink, numbers } = asked;
    const { study, scenarios, options } = solved(asked, format, issued);
    return withNumbers(numbers, async () => {
      const made = buildReport(study, options, scenarios);
      const rows = ledger(contextOf(study, options, scenarios));
      const name = reportName(study, options.standing);
      return { data: await reportFile(made, rows, format, { paper: study.report?.paper ?? 'A4', isInk: ink }), format, name };
    });
  },

  firstPages: ({ body, issued }) => {
    const asked = envelope(body, REPORT_PAGES);
    if (asked.known?.length) return null;
    const { study, scenarios, options } = solved(asked, 'pdf', issued);
    return withNumbers(asked.numbers, () => {
      const made = buildReport(study, { ...options, parts: firstParts(study, options) }, scenarios);
      const text = JSON.stringify({ ...made, sections: chaptersOf(made)[0] });
      return printedChapter({ text, look: lookOf(asked), isFirst: true, contents: [], missed: [] });
    });
  },

  chapters: ({ body, issued }) => {
    const asked = envelope(body, REPORT_PAGES);
    const { study, scenarios, options } = solved(asked, 'pdf', issued);
    const look = lookOf(asked);
    return withNumbers(asked.numbers, () => {
      const made = buildReport(study, options, scenarios);
      const chapters = chaptersOf(made).map((sections, k) => {
        // what the first page alone has would make every other chapter another one
        const text = JSON.stringify({
          ...made,
          sections,
          ...(k === 0 ? {} : { logo: null, failing: made.failing.map(() => '') }),
        });
        const titles = sections.filter((s) => s.part !== 'cover').map((s) => s.title);
        return { key: createHash('sha256').update(JSON.stringify(look)).update(text).digest('base64url'), text, titles };
      });
      const known = new Map((asked.known ?? []).map(({ key, ...pages }) => [key, pages]));
      return { look, chapters, known };
    });
  },

  chapter: (task) => withNumbers(task.look.numbers, () => printedChapter(task)),
};
