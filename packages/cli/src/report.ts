import { extname } from 'node:path';
import { runStudy, type IssuedPaper } from '@cedar-knot/core';
import {
  buildReport,
  contextOf,
  isPart,
  ledger,
  PARTS,
  REPORT_FORMATS,
  type Part,
  type ReportDocument,
  type ReportOptions,
} from '@cedar-knot/report';
import { logoProblem, reportFile, type Paper } from '@cedar-knot/report/files';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { oneOf, writeOut } from './out.js';
import { isOutcome, refused, studyOf, type ReadText } from './selection.js';
import { msg } from './words.js';

type Options = ReadonlyMap<string, string>;

/** a file of its format, or the first figure by itself */
const FORMATS = [...REPORT_FORMATS, 'svg'] as const;

function partsOf(options: Options): Part[] | undefined {
  const typed = options.get('parts');
  if (typed === undefined) return undefined;
  const words = typed.split(',').map((p) => p.trim()).filter((p) => p !== ''); // prettier-ignore
  const wrong = words.find((p) => !isPart(p));
  if (words.length === 0 || wrong !== undefined) throw new UsageError('--parts', msg('cli.unknownPartParts', { wrong: wrong ?? typed, parts: PARTS.join(', ') })); // prettier-ignore
  return words.filter(isPart);
}

/** `report`: the study as PDF, workbook, tables or document; what it wrote, and margins that fail. */
export async function report(text: string, options: Options, read: ReadText): Promise<Outcome> {
  const study = studyOf(text);
  if (isOutcome(study)) return study;
  const out = options.get('out');
  if (out === undefined) throw new UsageError('--out', msg('cli.missingOutputFileExpectedOut'));
  const format = FORMATS.find((f) => `.${f}` === extname(out).toLowerCase());
  if (!format)
    throw new UsageError(
      '--out',
      msg('cli.hasAnUnknownFormatExpected', { out, formats: FORMATS.map((f) => `.${f}`).join(', ') }),
    );
  const parts = partsOf(options);
  const paper: Paper = oneOf(options, 'paper', ['A4', 'Letter'] as const) ?? 'A4';
  const units = oneOf(options, 'units', ['metric', 'us'] as const);
  const scenario = options.get('scenario');
  if (scenario !== undefined && !study.scenarios.some((s) => s.id === scenario))
    throw new UsageError(
      '--scenario',
      msg('cli.unknownScenarioScenarios', { scenario, scenarios: study.scenarios.map((s) => s.id).join(', ') }),
    );
  const picture = logoProblem(study, format);
  if (picture) return refused([picture]);
  const run = runStudy(study);
  const since = sinceOf(options, read);
  if (since && 'output' in since) return since;
  const asked: ReportOptions = {
    ...(parts ? { parts } : {}),
    ...(units ? { units } : {}),
    ...(scenario ? { scenario } : {}),
    ...(since ? { since } : {}),
  };
  const made = buildReport(study, asked, run.scenarios);
  const rows = ledger(contextOf(study, asked, run.scenarios));
  const bytes = format === 'svg' ? firstFigure(made) : await reportFile(made, rows, format, { paper });
  writeOut(out, bytes);
  const failed = run.scenarios.filter((s) => !s.result || s.result.status === 'failed').map((s) => s.id);
  const output = {
    ok: failed.length === 0,
    file: out,
    parts: [...new Set(made.sections.map((s) => s.part))],
    failing: made.failing,
  };
  return { code: failed.length > 0 ? 3 : 0, output, notes: failed.map((id) => msg('cli.scenarioDidNotSolve', { id })) };
}

/** the study that changes are told since, by the revision that it says to be */
function sinceOf(options: Options, read: ReadText): IssuedPaper | Outcome | undefined {
  const file = options.get('since');
  if (file === undefined) return undefined;
  const study = studyOf(read(file));
  if (isOutcome(study)) return study;
  return { letter: study.report?.revision ?? file, date: study.report?.date ?? '–', study };
}

function firstFigure(made: ReportDocument): string {
  const figure = made.sections.flatMap((s) => s.blocks).find((b) => b.kind === 'figure');
  if (figure?.kind !== 'figure') throw new UsageError('--parts', msg('cli.thesePartsHaveNoFigure'));
  return figure.svg;
}
