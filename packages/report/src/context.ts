import { unitsOf, type SolvedScenario, type Study, type UnitSystem } from '@cedar-knot/core';
import { letterOf } from '@cedar-knot/wording';

/** What every part is made from. */
export interface ReportContext {
  study: Study;
  scenarios: readonly SolvedScenario[];
  system: UnitSystem;
  /** the scenario of what is worked for one alone */
  chosen: SolvedScenario | undefined;
}

/** `A Winter peak` */
export function scenarioName({ study }: ReportContext, id: string): string {
  const index = study.scenarios.findIndex((s) => s.id === id);
  return `${letterOf(index)} ${study.scenarios[index]?.name ?? id}`;
}

/** the units of a study, or a system in their place */
export const systemFor = (study: Study, units: 'metric' | 'us' | undefined): UnitSystem => units ?? unitsOf(study);

export const solvedOf = (c: ReportContext): SolvedScenario[] =>
  c.scenarios.filter((s) => s.model && s.result && s.result.status !== 'failed');
