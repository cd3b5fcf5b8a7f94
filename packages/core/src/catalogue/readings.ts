import type { Sheet } from './cells.js';
import { judgeTable } from './judge-table.js';
import { figuresOf, isPlausible, type Figure } from './plausible.js';
import { efficiencyOfPower, type CheckedCurve } from './physical.js';
import { readSheets, type ReadTable, type TableOptions, type TableProblem } from './table.js';

/* A table that can be read in several ways: what each way would give, and which of them can be pumps. */

/** What is chosen with a reading. */
export type Choice = Pick<TableOptions, 'decimal' | 'sheets' | 'layout' | 'units'>;

/** What holds of a reading, or does not. */
export type Fact =
  | { code: 'flow-rises'; met: number; of: number }
  | { code: 'power-agrees'; met: number; of: number }
  | { code: 'figure'; figure: Figure; model: string }
  | { code: 'error'; count: number };

export interface TableReading {
  choice: Choice;
  /** figures that differ between the readings, of all pumps; of one kind the worst */
  facts: { isMet: boolean; fact: Fact }[];
  isLikely: boolean;
  /** of at most six pumps, m³/s and m */
  curves: { q: number; h: number }[][];
}

/** A question of a table with the ways in which it can be answered. */
export interface Question {
  problem: TableProblem;
  readings: TableReading[];
}

const ASKED: ReadonlySet<string> = new Set(['ambiguous-number', 'ambiguous-unit', 'ambiguous-layout', 'ambiguous-curve']);

/** The questions of a table that was read, with their readings; one that alone can be a pump is the likely one. */
export function questionsOf(sheets: readonly Sheet[], table: ReadTable, options: TableOptions): Question[] {
  const seen = new Set<string>();
  return table.problems.flatMap((problem) => {
    // several of one kind have the same answer
    const key = problem.code === 'ambiguous-unit' ? `${problem.code} ${String(problem.detail.header)}` : problem.code;
    if (!ASKED.has(problem.code) || seen.has(key)) return [];
    seen.add(key);
    const readings = choicesOf(problem, table, options).map((choice) => readingOf(sheets, choice, options));
    const whole = readings.filter((r) => r.facts.every((f) => f.isMet));
    if (whole.length === 1) whole[0]!.isLikely = true;
    return [{ problem, readings }];
  });
}

function choicesOf({ code, detail }: TableProblem, table: ReadTable, options: TableOptions): Choice[] {
  if (code === 'ambiguous-number') return [{ decimal: '.' }, { decimal: ',' }];
  if (code === 'ambiguous-layout') return [{ layout: 'each' }, { layout: 'first' }];
  if (code === 'ambiguous-unit')
    return [detail.unit, detail.other].map((unit) => ({ units: { ...options.units, [String(detail.column)]: String(unit) } }));
  const names = detail.sheets as readonly string[];
  return [...new Set(names)].map((kept) => ({ sheets: table.sheets.filter((s) => s === kept || !names.includes(s)) }));
}

function readingOf(sheets: readonly Sheet[], choice: Choice, options: TableOptions): TableReading {
  const { judged, problems } = judgeTable(readSheets(sheets, { ...options, ...choice }));
  const pumps = [...judged.pumps];
  const curves = pumps.flatMap(([, p]) => rowsOf(p));
  const rising = curves.filter((rows) => rows.every((r, i) => i === 0 || r.flow! > rows[i - 1]!.flow!)).length;
  const facts: TableReading['facts'] = [{ isMet: rising === curves.length, fact: { code: 'flow-rises', met: rising, of: curves.length } }]; // prettier-ignore
  const points = curves.flat().flatMap((r) => (r.efficiency! > 0.1 ? [{ eta: r.efficiency!, by: efficiencyOfPower(r) }] : [])).filter((p) => p.by !== undefined); // prettier-ignore
  const agreeing = points.filter((p) => Math.abs(p.by! / p.eta - 1) <= AGREEMENT).length;
  if (points.length > 0)
    facts.push({ isMet: agreeing >= 0.9 * points.length, fact: { code: 'power-agrees', met: agreeing, of: points.length } });
  const figures = new Map<string, { figure: Figure; model: string }>();
  for (const [model, entry] of pumps)
    for (const figure of figuresOf(entry)) {
      const known = figures.get(figure.code);
      if (!known || (isPlausible(known.figure) && !isPlausible(figure))) figures.set(figure.code, { figure, model });
    }
  for (const { figure, model } of figures.values())
    facts.push({ isMet: isPlausible(figure), fact: { code: 'figure', figure, model } });
  const errors = problems.filter((p) => p.severity === 'error' && !(p.of === 'cell' && ASKED.has(p.problem.code))).length;
  if (errors > 0) facts.push({ isMet: false, fact: { code: 'error', count: errors } });
  return {
    choice,
    facts,
    isLikely: false,
    curves: curves.slice(0, 6).map((rows) => rows.map((r) => ({ q: r.flow!, h: r.head! }))),
  };
}

/** between an efficiency and that of the power beside it */
const AGREEMENT = 0.05;

type Rows = CheckedCurve['rows'];

function rowsOf(entry: Readonly<Record<string, unknown>>): Rows[] {
  const list = (entry.curves as { curve?: Rows }[] | undefined) ?? [{ curve: entry.curve as Rows | undefined }];
  return list.flatMap((c) => (c.curve ? [c.curve.filter((r) => r.flow !== undefined && r.head !== undefined)] : []));
}
