import { writeFileSync } from 'node:fs';
import {
  countsOf,
  delimiterOf,
  findPumps,
  isQuantity,
  judgeCatalogue,
  judgeTable,
  parseStudyText,
  readQuantity,
  readTable,
  severityOf,
  STANDARD_GRAVITY,
  WATER_AT_20_DENSITY,
  type Catalogue,
  type CurveWarning,
  type JudgedCatalogue,
  type Problem,
  type ReadTable,
  type RowProblem,
} from '@cedar-knot/core';
import { curveWarningText, problemText, rowProblemText } from '@cedar-knot/wording';
import Papa from 'papaparse';
import { UsageError } from './arguments.js';
import type { Outcome } from './commands.js';
import { readFilters } from './filters.js';
import { msg } from './words.js';

interface Written {
  row?: number;
  path?: string;
  severity: 'error' | 'warning';
  code: string;
  message: string;
}

/** `catalogue`: reads a table or a catalogue file, judges its curves and, with --out, writes it as a catalogue file. */
export function catalogue(text: string, file: string, options: ReadonlyMap<string, string>): Outcome {
  const decimal = decimalSign(options.get('decimal'));
  const { judged, problems } = isTable(text, file) ? ofTable(text, decimal) : ofFile(text);
  const errors = problems.filter((p) => p.severity === 'error');
  const ok = errors.length === 0;
  const out = options.get('out');
  if (ok && out !== undefined && judged.catalogue) write(out, judged.catalogue);
  const counts = countsOf(judged.catalogue);
  const output = { ok, ...counts, problems };
  if (ok) return { code: 0, output };
  const named = errors.map((p) => ({
    path: p.row === undefined ? (p.path ?? '') : msg('cli.row', { row: p.row }),
    message: p.message,
  }));
  return { code: 2, output: { ...output, errors: named }, notes: named.map((e) => `${e.path}: ${e.message}`) };
}

function isTable(text: string, file: string): boolean {
  return !/\.json$/i.test(file) && !/^\uFEFF?\s*\{/.test(text);
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

/** what is asked, with the options that answer */
const answered = (p: RowProblem): string =>
  p.problem.code === 'ambiguous-number' ? `${rowProblemText(p)} ${msg('cli.decimalOption')}` : rowProblemText(p);

const DECIMALS: Readonly<Record<string, '.' | ','>> = { point: '.', '.': '.', comma: ',', ',': ',' };

function decimalSign(typed: string | undefined): '.' | ',' | undefined {
  if (typed === undefined) return undefined;
  const sign = Object.hasOwn(DECIMALS, typed) ? DECIMALS[typed] : undefined;
  if (sign === undefined) throw new UsageError('--decimal', msg('cli.isNotDecimal', { typed }));
  return sign;
}

/** everything of a table is said at its row */
function ofTable(text: string, decimal: '.' | ',' | undefined): { judged: JudgedCatalogue; problems: Written[] } {
  const { judged, problems } = judgeTable(tableOf(text, decimal));
  return {
    judged,
    problems: problems.map((p) => ({ row: p.row, severity: p.severity, code: p.problem.code, message: answered(p) })),
  };
}

/** rows as papaparse finds them, with the line of the file on which each begins */
export function tableOf(text: string, decimal?: '.' | ','): ReadTable {
  const plain = text.replace(/^\uFEFF/, '');
  const { data } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain) });
  let line = 1;
  const lines = data.map((cells) => {
    const begin = line;
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
    return begin;
  });
  return readTable(data, { lines, ...(decimal ? { decimal } : {}) });
}

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
