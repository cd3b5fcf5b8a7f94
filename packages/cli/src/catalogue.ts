import { writeFileSync } from 'node:fs';
import {
  countsOf,
  findPumps,
  isQuantity,
  judgeCatalogue,
  judgeTable,
  parseStudyText,
  placeOfRow,
  questionsOf,
  readQuantity,
  readSheets,
  severityOf,
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  type Catalogue,
  type CurveWarning,
  type JudgedCatalogue,
  type Problem,
  type Question,
  type RowProblem,
} from '@cedar-knot/core';
import { curveWarningText, problemText, readingText, rowProblemText } from '@cedar-knot/wording';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { readFilters } from './filters.js';
import { openBook, checkedSheets, readMends, tableOptions } from './table-options.js';
import { msg } from './words.js';

interface Written {
  row?: number;
  /** of a spreadsheet */
  sheet?: string;
  path?: string;
  severity: 'error' | 'warning';
  code: string;
  message: string;
}

/** `catalogue`: reads a table or a catalogue file, judges its curves and, with --out, writes it as a catalogue file. */
export async function catalogue(
  bytes: Uint8Array,
  file: string,
  options: ReadonlyMap<string, string>,
  mends?: string,
): Promise<Outcome> {
  const { judged, problems, ...read } = isCatalogueFile(bytes, file)
    ? ofFile(utf8(bytes, file))
    : await ofTable(bytes, file, options, mends);
  const errors = problems.filter((p) => p.severity === 'error');
  const ok = errors.length === 0;
  const out = options.get('out');
  if (ok && out !== undefined && judged.catalogue) write(out, judged.catalogue);
  const counts = countsOf(judged.catalogue);
  const output = { ok, ...counts, problems, ...read };
  if (ok) return { code: 0, output };
  const named = errors.map((p) => ({ path: placeText(p), message: p.message }));
  return { code: 2, output: { ...output, errors: named }, notes: named.map((e) => `${e.path}: ${e.message}`) };
}

function placeText({ row, sheet, path }: Written): string {
  if (row === undefined) return path ?? '';
  return sheet ? msg('cli.sheetRow', { sheet, row }) : msg('cli.row', { row });
}

function isCatalogueFile(bytes: Uint8Array, file: string): boolean {
  const first = new TextDecoder('windows-1252').decode(bytes.subarray(0, 400)).replace(/^\u00ef\u00bb\u00bf/, '');
  return /\.json$/i.test(file) || /^\s*\{/.test(first);
}

/** the text of a catalogue file */
export function utf8(bytes: Uint8Array, file: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new UsageError('', msg('cli.notUtf8', { file }));
  }
}

/** A catalogue file as it is judged. */
export function ofFile(text: string): { judged: JudgedCatalogue; problems: Written[] } {
  const parsed = parseStudyText(text);
  const none = { pumps: new Map(), valves: new Map(), motors: new Map(), problems: [], warnings: [] };
  if ('problem' in parsed) return { judged: none, problems: [readingError(parsed.problem)] };
  const judged = judgeCatalogue(parsed.raw);
  return { judged, problems: [...judged.problems.map(readingError), ...judged.warnings.map(curveWarning)] };
}

function readingError(p: Problem): Written {
  return { path: p.path, severity: severityOf(p), code: p.code, message: problemText(p) };
}

function curveWarning(w: CurveWarning): Written {
  return { path: w.path, severity: 'warning', code: w.code, message: `${w.model}: ${curveWarningText(w)}` };
}

/** options that answer what is asked */
const ANSWERS: Readonly<Record<string, string>> = {
  'ambiguous-number': msg('cli.decimalOption'),
  'ambiguous-unit': msg('cli.unitsOption'),
  'ambiguous-layout': msg('cli.layoutOption'),
  'ambiguous-curve': msg('cli.sheetOption'),
};

function answered(p: RowProblem): string {
  const answer = Object.hasOwn(ANSWERS, p.problem.code) ? ANSWERS[p.problem.code] : undefined;
  return answer === undefined ? rowProblemText(p) : `${rowProblemText(p)} ${answer}`;
}

/** which of several readings can be that of pumps */
function likelyText(p: RowProblem, questions: readonly Question[]): string {
  const question = questions.find((q) => q.problem === p.problem);
  const likely = question?.readings.find((r) => r.isLikely);
  return question && likely ? ` ${msg('cli.likely', { reading: readingText(question, likely) })}` : '';
}

/** everything of a table is said at its row */
async function ofTable(
  bytes: Uint8Array,
  file: string,
  options: ReadonlyMap<string, string>,
  mends: string | undefined,
): Promise<{ judged: JudgedCatalogue; problems: Written[]; encoding?: string }> {
  const book = await openBook(bytes, options);
  const asked = checkedSheets(book, tableOptions(options));
  const said = { ...asked, mends: readMends(mends, book, asked.sheets), file };
  const table = readSheets(book.sheets, said);
  const { judged, problems } = judgeTable(table);
  const questions = questionsOf(book.sheets, table, said);
  return {
    judged,
    // of a text: how its letters were read
    ...(book.encoding ? { encoding: book.encoding } : {}),
    problems: problems.map((p): Written => {
      const { sheet, line } = placeOfRow(p.row);
      const name = table.sheets[sheet];
      const message = `${answered(p)}${likelyText(p, questions)}`;
      return { row: line, ...(name ? { sheet: name } : {}), severity: p.severity, code: codeOf(p.problem.code), message };
    }),
  };
}

/** of the contract: two curves of one pump are two layouts of its file */
const codeOf = (code: string): string => (code === 'ambiguous-curve' ? 'ambiguous-layout' : code);

function write(file: string, made: Catalogue): void {
  try {
    writeFileSync(file, `${JSON.stringify(made, null, 1)}\n`);
  } catch (error) {
    throw new UsageError(
      '--out',
      msg('cli.cannotBeWritten', { file, code: (error as NodeJS.ErrnoException).code ?? msg('cli.unknownReason') }),
    );
  }
}

/** `find`: pumps of a catalogue for one duty, without a study. */
export function find(text: string, options: ReadonlyMap<string, string>): Outcome {
  const { judged, problems } = ofFile(text);
  const errors = problems.filter((p) => p.severity === 'error');
  if (errors.length > 0) return { code: 2, output: { errors: errors.map(({ path, message }) => ({ path, message })) } };
  const asked = (name: string, dimension: 'flow' | 'head'): number | undefined => {
    const value = options.get(name);
    if (value === undefined) return undefined;
    const q = readQuantity(value, dimension);
    const example = dimension === 'flow' ? '55 m3/h' : '190 m';
    if (!isQuantity(q)) throw new UsageError(`--${name}`, msg('cli.isNotAExpected', { value, dimension, name, example }));
    const si = q.unit.mass ? q.si / WATER_AT_20_DENSITY : q.si;
    if (!(si > 0) && name !== 'static-head')
      throw new UsageError(`--${name}`, msg('cli.mustBeGreaterThanZero', { name, example }));
    return si;
  };
  const needed = (name: string, dimension: 'flow' | 'head'): number => {
    const si = asked(name, dimension);
    if (si === undefined) throw new UsageError(`--${name}`, msg('cli.findNeeds', { name }));
    return si;
  };
  const share = (name: string): number | undefined => {
    const value = options.get(name);
    if (value === undefined) return undefined;
    const x = value.trim().endsWith('%') ? Number(value.trim().slice(0, -1)) / 100 : Number(value);
    if (!(x >= 0 && x <= 10)) throw new UsageError(`--${name}`, msg('cli.isNotAShareExpected', { value, name }));
    return x;
  };
  const head = needed('head', 'head');
  const staticHead = asked('static-head', 'head');
  if (staticHead !== undefined && staticHead >= head) throw new UsageError('--static-head', msg('cli.staticHeadMustBeLess'));
  const wanted = {
    flow: needed('flow', 'flow'),
    head,
    staticHead,
    flowTolerance: share('flow-tolerance'),
    headTolerance: share('head-tolerance'),
    npsha: asked('npsha', 'head'),
    ...readFilters(options),
    density: WATER_AT_20_DENSITY,
    gravity: STANDARD_GRAVITY,
  };
  const given = Object.fromEntries(Object.entries(wanted).filter(([, v]) => v !== undefined)) as typeof wanted & object;
  return { code: 0, output: findPumps(judged.pumps, given as Parameters<typeof findPumps>[1]) };
}
