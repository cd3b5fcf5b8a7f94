import type { CheckCode } from '../checks/index.js';
import type { Study } from '../document/study.js';
import { isFatal, prepareStudy } from './prepare.js';
import { limitsOf } from './run.js';
import { solveScenario } from './solve-scenario.js';

/** How far one input of a scenario can go until a margin is met. */
export interface ReachRequest {
  scenario: string;
  check: CheckCode;
  /** the element that is judged */
  where: string;
  /** the input, `T1.level` */
  address: string;
  /** where it stands and how far it is looked for, in one unit: plain numbers */
  from: number;
  to: number;
  /** unit that is written behind the numbers, with its space; none for what has no dimension */
  unit?: string;
}

export type Reach =
  /** the margin fails beyond this value, in the unit of the request */
  | { kind: 'reached'; at: number }
  /** it holds all the way, or fails already */
  | { kind: 'never' | 'already' }
  /** some value on the way has no solution, first this one */
  | { kind: 'unsolved'; at: number };

const SAMPLES = 24;
const TOLERANCE = 1e-6;

/**
 * The first value, from where the input stands, at which the check fails: looked for in equal steps, so that a margin that is not
 * monotone is not jumped over by much, then closed in by bisection. Method: Press et al. §9.1 (bracketing and bisection).
 */
export function reachOf(study: Study, request: ReachRequest): Reach {
  const { from, to } = request;
  const state = (x: number): 'holds' | 'fails' | 'unsolved' => judgeAt(study, request, x);
  const start = state(from);
  if (start === 'unsolved') return { kind: 'unsolved', at: from };
  if (start === 'fails') return { kind: 'already' };
  let good = from;
  for (let i = 1; i <= SAMPLES; i++) {
    const x = from + ((to - from) * i) / SAMPLES;
    const now = state(x);
    if (now === 'holds') {
      good = x;
      continue;
    }
    let bad = x;
    let kind = now;
    while (Math.abs(bad - good) > TOLERANCE * Math.max(Math.abs(to - from), 1e-12)) {
      const middle = 0.5 * (good + bad);
      const there = state(middle);
      if (there === 'holds') good = middle;
      else {
        bad = middle;
        kind = there;
      }
    }
    return kind === 'fails' ? { kind: 'reached', at: good } : { kind: 'unsolved', at: bad };
  }
  return { kind: 'never' };
}

function judgeAt(study: Study, request: ReachRequest, x: number): 'holds' | 'fails' | 'unsolved' {
  const index = study.scenarios.findIndex((s) => s.id === request.scenario);
  if (index < 0) return 'unsolved';
  const scenario = study.scenarios[index]!;
  const typed = request.unit === undefined ? x : `${x} ${request.unit}`;
  const set = { ...scenario.set, [request.address]: typed };
  const prepared = prepareStudy({ ...study, scenarios: [{ ...scenario, set }] });
  const model = prepared.scenarios[0]?.model;
  if (!model || prepared.problems.some(isFatal)) return 'unsolved';
  const result = solveScenario(model, limitsOf(study));
  const margin = result.margins.find((m) => m.check === request.check && m.where === request.where);
  if (!margin || margin.verdict === 'not-applicable') return 'unsolved';
  return margin.verdict === 'fails' ? 'fails' : 'holds';
}
