import { CHECK_RULES, type Limit, type LimitOverride } from '../checks/defaults.js';
import type { CheckCode } from '../document/fields.js';
import type { Study } from '../document/study.js';
import type { Problem } from '../issues/issues.js';
import { isQuantity, readQuantity } from '../units/quantity.js';
import type { ScenarioModel } from './model.js';
import { isFatal, prepareStudy } from './prepare.js';
import type { ScenarioResult } from './results.js';
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
  const limits = readLimitOverrides(raw as Study, problems);
  return {
    problems,
    scenarios: prepared.scenarios.map((s) => ({
      id: s.id,
      problems: s.problems,
      ...(s.model ? { model: s.model, result: solveScenario(s.model, limits) } : {}),
    })),
  };
}

/** the problems that keep a study from being solved at all */
export function fatalProblems(run: { problems: readonly Problem[] }): Problem[] {
  return run.problems.filter(isFatal);
}

/** The study's own limits in SI; one that cannot be read is noted and left out. */
export function readLimitOverrides(study: Study, problems: Problem[]): LimitOverride[] {
  const list: LimitOverride[] = [];
  (study.limits ?? []).forEach((raw, i) => {
    const rule = (CHECK_RULES as Record<string, { dimension?: string } | undefined>)[raw.check];
    if (raw.limit === undefined) return;
    const values = Array.isArray(raw.limit) ? raw.limit : [raw.limit];
    const read = values.map((v) => limitValue(v, rule?.dimension));
    if (values.length > 2 || values.length === 0 || read.some((v) => v === undefined)) {
      problems.push({
        code: 'bad-value',
        path: `limits[${i}].limit`,
        where: [],
        detail: { reason: 'bad-limit', found: JSON.stringify(raw.limit).slice(0, 60), dimension: rule?.dimension ?? '' },
      });
      return;
    }
    const limit: Limit = read.length === 2 ? [read[0]!, read[1]!] : read[0]!;
    list.push({
      check: raw.check as CheckCode,
      limit,
      ...(raw.where !== undefined ? { where: raw.where } : {}),
      ...(raw.scenario !== undefined ? { scenario: raw.scenario } : {}),
    });
  });
  return list;
}

function limitValue(raw: unknown, dimension: string | undefined): number | undefined {
  if (dimension === undefined || typeof raw !== 'string')
    return typeof raw === 'number' && Number.isFinite(raw) && dimension === undefined ? raw : undefined;
  const q = readQuantity(raw, dimension as 'head');
  return isQuantity(q) ? q.si : undefined;
}
