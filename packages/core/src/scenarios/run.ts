import type { LimitOverride } from '../checks/check.js';
import { readLimits } from '../checks/limits.js';
import type { Study } from '../document/study.js';
import { Reader, siteContext } from '../fields/reader.js';
import type { Problem } from '../issues/issues.js';
import type { ScenarioResult } from '../results/results.js';
import type { PreparedScenario, ScenarioModel } from './model.js';
import { isFatal, prepareStudy } from './prepare.js';
import { siteOf } from './site.js';
import { solveScenario } from './solve-scenario.js';

export interface SolvedScenario {
  id: string;
  /** absent when the scenario could not be read */
  model?: ScenarioModel;
  result?: ScenarioResult;
  problems: Problem[];
}

export interface StudyRun {
  problems: Problem[];
  scenarios: SolvedScenario[];
}

/** Reads a study and solves every scenario that can be read. */
export function runStudy(raw: unknown): StudyRun {
  const prepared = prepareStudy(raw);
  const problems = [...prepared.problems];
  if (prepared.scenarios.length === 0) return { problems, scenarios: [] };
  const limits = limitsOf(raw as Study);
  return {
    problems,
    scenarios: prepared.scenarios.map((s) => solvedScenario(s, limits)),
  };
}

/** A scenario as it was read, solved where it can be. */
export function solvedScenario({ id, problems, model }: PreparedScenario, limits: readonly LimitOverride[]): SolvedScenario {
  return { id, problems, ...(model ? { model, result: solveScenario(model, limits) } : {}) };
}

/** the problems that keep a study from being solved at all */
export function fatalProblems(run: { problems: readonly Problem[] }): Problem[] {
  return run.problems.filter(isFatal);
}

/** The study's own limits in SI; what is wrong with them was said when the study was read. */
export function limitsOf(study: Study): LimitOverride[] {
  return readLimits(study.limits, new Reader(siteContext(siteOf(study).atmosphere)));
}
