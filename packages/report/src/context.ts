import { unitsOf, type SolvedScenario, type Study, type UnitSystem } from '@cedar-knot/core';

/** What every part is made from. */
export interface ReportContext {
  study: Study;
  scenarios: readonly SolvedScenario[];
  system: UnitSystem;
  /** the scenario of what is worked for one alone */
  chosen: SolvedScenario | undefined;
}

export const letterOf = (index: number): string =>
  index < 26 ? String.fromCharCode(65 + index) : `A${String.fromCharCode(39 + index)}`;

/** `A Winter peak` */
export function scenarioName({ study }: ReportContext, id: string): string {
  const index = study.scenarios.findIndex((s) => s.id === id);
  return `${letterOf(index)} ${study.scenarios[index]?.name ?? id}`;
}

/** the units of a study, or a system in their place */
export const systemFor = (study: Study, units: 'metric' | 'us' | undefined): UnitSystem => units ?? unitsOf(study);

export const solvedOf = (c: ReportContext): SolvedScenario[] =>
  c.scenarios.filter((s) => s.model && s.result && s.result.status !== 'failed');

/** name of a thing behind its id */
export const named = (id: string, name: unknown): string => (typeof name === 'string' && name !== '' ? `${id} ${name}` : id);
