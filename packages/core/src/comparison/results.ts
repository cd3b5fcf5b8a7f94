import { CHECK_CODES, type CheckCode } from '../checks/index.js';
import { isFigure, type FigureKey } from '../results/figures.js';
import type { Margin, Overall } from '../results/margin.js';
import type { ScenarioResult } from '../results/results.js';
import type { SolvedScenario } from '../scenarios/run.js';

/* What differs between the results of two studies: figures beyond a tolerance, verdicts that turned. */

export interface ChangedFigure {
  /** id of the element, point or line */
  where: string;
  figure: FigureKey;
  scenario: string;
  /** SI; null where nothing determines it */
  before: number | null;
  after: number | null;
}

/** What a check, or the solution of a scenario, comes to; null where it is not asked. */
export type Turned = Overall | ScenarioResult['status'] | null;

export interface ChangedVerdict {
  where: string;
  /** `solution`: whether the scenario is solved */
  check: CheckCode | 'solution';
  scenario: string;
  before: Turned;
  after: Turned;
  /** as they were judged; null where they were not */
  margins: { before: Margin<CheckCode> | null; after: Margin<CheckCode> | null };
}

/** both results of each scenario that both studies have, in the order of the newer one */
function pairs(before: readonly SolvedScenario[], after: readonly SolvedScenario[]): [ScenarioResult, ScenarioResult][] {
  return after.flatMap(({ id, result }): [ScenarioResult, ScenarioResult][] => {
    const old = before.find((s) => s.id === id)?.result;
    return old && result ? [[old, result]] : [];
  });
}

/**
 * Figures of what both studies have that differ by more than a share of the larger of the two.
 *
 * @param tolerance 0 and up: 0.001 is a thousandth
 */
export function changedFigures(
  before: readonly SolvedScenario[],
  after: readonly SolvedScenario[],
  tolerance: number,
): ChangedFigure[] {
  return pairs(before, after).flatMap(([a, b]) =>
    (['points', 'lines', 'elements'] as const).flatMap((part) =>
      Object.entries(b[part]).flatMap(([where, to]) => {
        const from = a[part][where] as object | undefined;
        return from ? figuresOf(where, b.id, from, to, tolerance) : [];
      }),
    ),
  );
}

function figuresOf(where: string, scenario: string, from: object, to: object, tolerance: number): ChangedFigure[] {
  const [x, y] = [from, to] as Readonly<Record<string, unknown>>[];
  const keys = [...new Set([...Object.keys(y!), ...Object.keys(x!)])].filter(isFigure);
  return keys.flatMap((figure) => {
    const [before, after] = [numberIn(x![figure]), numberIn(y![figure])];
    return moved(before, after, tolerance) ? [{ where, figure, scenario, before, after }] : [];
  });
}

const numberIn = (x: unknown): number | null => (typeof x === 'number' && Number.isFinite(x) ? x : null);

/** Whether two figures differ by more than a share of the larger. */
export function moved(a: number | null, b: number | null, tolerance: number): boolean {
  if (a === null || b === null) return a !== b;
  return Math.abs(a - b) > tolerance * Math.max(Math.abs(a), Math.abs(b));
}

/** the worse, the lower; what is not asked stands beside what holds */
const RANK: Readonly<Record<Exclude<Turned, null>, number>> = {
  failed: 0,
  fails: 1,
  incomplete: 2,
  limited: 3,
  near: 3,
  holds: 4,
  solved: 4,
  'not-applicable': 4,
};
const rank = (t: Turned): number => (t === null ? 4 : RANK[t]);

/** Whether a verdict turned for the worse: below nought it did, above it is better. */
export const turn = ({ before, after }: Pick<ChangedVerdict, 'before' | 'after'>): number => rank(after) - rank(before);

/** Verdicts that turned, what turned bad first and of that the worst; then what is better. */
export function changedVerdicts(before: readonly SolvedScenario[], after: readonly SolvedScenario[]): ChangedVerdict[] {
  const found = pairs(before, after).flatMap(([a, b]) => [...solutionTurned(a, b), ...checksTurned(a, b)]);
  const order = (v: ChangedVerdict): number => (turn(v) < 0 ? rank(v.after) : 10 + rank(v.after));
  return found
    .map((v, i) => ({ v, i }))
    .sort((p, q) => order(p.v) - order(q.v) || p.i - q.i)
    .map(({ v }) => v);
}

function solutionTurned(a: ScenarioResult, b: ScenarioResult): ChangedVerdict[] {
  // what is limited is judged as any other
  if ((a.status === 'failed') === (b.status === 'failed')) return [];
  const margins = { before: null, after: null };
  return [{ where: b.id, check: 'solution', scenario: b.id, before: a.status, after: b.status, margins }];
}

interface Judged {
  check: CheckCode;
  where: string;
  verdict: Overall;
  margin: Margin<CheckCode> | null;
}

/** every check of a scenario by what it is and where; of several at one place the worst stands */
function judgedIn(r: ScenarioResult): Map<string, Judged> {
  const found = new Map<string, Judged>();
  const put = (j: Judged): void => {
    const key = `${j.check}|${j.where}`;
    const other = found.get(key);
    if (!other || rank(j.verdict) < rank(other.verdict)) found.set(key, j);
  };
  for (const m of r.margins as Margin<CheckCode>[]) put({ check: m.check, where: m.where, verdict: m.verdict, margin: m });
  for (const x of r.incomplete) put({ check: x.check as CheckCode, where: x.where, verdict: 'incomplete', margin: null });
  return found;
}

function checksTurned(a: ScenarioResult, b: ScenarioResult): ChangedVerdict[] {
  const [x, y] = [judgedIn(a), judgedIn(b)];
  // without a solution nothing is judged: that is said once
  if (a.status === 'failed' || b.status === 'failed') return [];
  const keys = [...new Set([...y.keys(), ...x.keys()])];
  return keys
    .flatMap((key): ChangedVerdict[] => {
      const [before, after] = [x.get(key), y.get(key)];
      const [from, to] = [before?.verdict ?? null, after?.verdict ?? null];
      // of what stands in one of them alone only what does not hold is told
      const isQuiet = (from === null && !isWeak(to)) || (to === null && !isWeak(from));
      if (from === to || isQuiet) return [];
      const { check, where } = (after ?? before)!;
      const margins = { before: before?.margin ?? null, after: after?.margin ?? null };
      return [{ where, check, scenario: b.id, before: from, after: to, margins }];
    })
    .sort((p, q) => CHECK_CODES.indexOf(p.check as CheckCode) - CHECK_CODES.indexOf(q.check as CheckCode));
}

const isWeak = (t: Turned): boolean => t === 'fails' || t === 'near' || t === 'incomplete';
