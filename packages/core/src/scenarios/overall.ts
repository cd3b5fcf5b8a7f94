import { worstOverall, type Overall } from '../results/margin.js';
import type { ScenarioResult } from '../results/results.js';
import type { SolvedScenario } from './run.js';

/** What a study comes to: the worst of its judged scenarios; one without a line is incomplete, one that is not solved fails. */
export function studyVerdict(scenarios: readonly Pick<SolvedScenario, 'model' | 'result'>[]): Overall {
  const judged = scenarios.filter((s) => s.model?.judged !== false);
  return worstOverall(judged.map((s) => s.result?.verdict ?? 'fails'));
}

/** The verdict of a whole scenario. */
export const overallVerdict = (result: ScenarioResult): Overall => result.verdict;
