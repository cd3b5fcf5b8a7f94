import { linesWithProblems, withoutLines } from '../state/remedies.js';
import {
  doubtsOf,
  Recalculation,
  serviceCurves,
  usedEntries,
  type Doubt,
  type Problem,
  type ScenarioResult,
  type ServiceCurves,
  type SolvedScenario,
  type Study,
  type StudyRun,
} from '@cedar-knot/core';

/** What the page gets to draw: plain data that can be posted. */
export interface Outcome {
  problems: Problem[];
  /** entries that are likely a slip */
  doubts: Doubt[];
  /** lines that were left out of the calculation because something in them lacks or is wrong */
  leftOut: string[];
  scenarios: ScenarioOutcome[];
  /** curves of the service's pump, when there is one and a scenario solved */
  curves: ServiceCurves | null;
  /** the pump that the strip and the curves are about */
  pump: string | null;
  /** time spent here, ms */
  took: number;
}

/** the study on the screen, as it is worked out edit by edit, and what is left of it where lines are left out */
const shown = new Recalculation();
const withoutSome = new Recalculation();

/** of a scenario that an edit did not touch, as it was */
const outcomes = new WeakMap<SolvedScenario, ScenarioOutcome>();

export interface ScenarioOutcome {
  id: string;
  problems: Problem[];
  result: ScenarioResult | null;
  /** what is used where an entry of an element is empty, SI */
  used: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  /** Pa absolute, kg/m³, m/s² */
  medium: { vapourPressure: number; density: number; gravity: number; atmosphere: number } | null;
}

/**
 * Reads, solves and traces a study: the whole recalculation after an edit.
 *
 * @param isTried while a handle is held: of each result only what moves on the screen, which is posted in a third of the time
 */
export function recalculate(study: Study, wantedPump: string | null, isTried = false): Outcome {
  const begin = performance.now();
  const whole = shown.run(study);
  const part = whole.scenarios.some((s) => s.result) ? null : rest(study, whole.problems);
  const run = part?.run ?? whole;
  const pumps = run.scenarios.flatMap((s) => s.model?.elements.filter((e) => e.kind === 'pump').map((e) => e.id) ?? []);
  const pump = wantedPump !== null && pumps.includes(wantedPump) ? wantedPump : (pumps[0] ?? null);
  const curves = pump === null ? null : serviceCurves(run.scenarios, pump);
  return {
    problems: whole.problems,
    doubts: isTried || part ? [] : doubtsOf(study, run.scenarios),
    leftOut: part?.leftOut ?? [],
    scenarios: run.scenarios.map((s) => (isTried ? { ...mediumOf(s), result: s.result ? moved(s.result) : null } : outcomeOf(s))),
    curves: curves && curves.scenarios.length > 0 ? curves : null,
    pump,
    took: performance.now() - begin,
  };
}

function outcomeOf(s: SolvedScenario): ScenarioOutcome {
  let outcome = outcomes.get(s);
  if (!outcome) {
    const used = Object.fromEntries((s.model?.elements ?? []).map((e) => [e.id, usedEntries(e)]));
    outcomes.set(s, (outcome = { ...mediumOf(s), result: s.result ?? null, used }));
  }
  return outcome;
}

function mediumOf({ id, problems, model }: SolvedScenario): Omit<ScenarioOutcome, 'result'> {
  if (!model) return { id, problems, used: {}, medium: null };
  const { fluid, network } = model;
  const { vapourPressure, density } = fluid;
  return {
    id,
    problems,
    used: {},
    medium: { vapourPressure, density, gravity: network.gravity, atmosphere: network.atmosphere },
  };
}

/** pumps, controlling valves and margins of a result */
function moved(result: ScenarioResult): ScenarioResult {
  const elements = Object.fromEntries(
    Object.entries(result.elements).filter(([, e]) => e.kind === 'pump' || e.kind === 'control-valve'),
  );
  return { ...result, elements, points: {}, lines: {}, places: {}, breakdowns: {}, ways: {} };
}

/** The run of what is left when lines with something wrong in them are taken out; null when that does not work out either. */
function rest(study: Study, problems: readonly Problem[]): { run: StudyRun; leftOut: string[] } | null {
  if (!Array.isArray(study.lines)) return null;
  const lines = linesWithProblems(study, problems);
  if (lines.length === 0 || lines.length >= study.lines.length) return null;
  const run = withoutSome.run(withoutLines(study, lines));
  return run.scenarios.some((s) => s.result) ? { run, leftOut: lines.map((l) => study.lines[l]!.id) } : null;
}
