import {
  displayUnit,
  toUnit,
  type PumpResult,
  type serviceCurves,
  type SolvedScenario,
  type Study,
  type UnitSystem,
} from '@cedar-knot/core';
import { letterOf } from '@cedar-knot/wording';
import { styleOf, type Mark, type Trace } from './drawing.js';

const INK = '#22302B';

/** Head over flow as it is drawn: system curves, pump curves and operating points, in the units that are shown. */
export interface ServiceTraces {
  systems: Trace[];
  pumps: Trace[];
  duties: Mark[];
}

export function pumpIn({ result }: SolvedScenario, pump: string): PumpResult | undefined {
  const r = result?.elements[pump];
  return r?.kind === 'pump' ? r : undefined;
}

/** Points of a curve; flows in m³/s become those that are shown, and what `of` makes of the values stands over them. */
export const pointsOf = (
  flows: readonly number[],
  values: readonly (number | null)[],
  of: (value: number) => number,
  system: UnitSystem,
): Trace['points'] =>
  flows.map((q, i) => (values[i] == null ? null : ([toUnit(q, displayUnit('flow', system)), of(values[i])] as const)));

/** Colour, dash and letter of a scenario, by its place in the study. */
export function scenarioTrace(study: Study, id: string): Pick<Trace, 'colour' | 'dash' | 'letter'> & { letter: string } {
  const index = study.scenarios.findIndex((s) => s.id === id);
  const { colour, dash } = styleOf(index);
  return { colour, letter: letterOf(index), ...(dash ? { dash } : {}) };
}

/** @param found curves of the pump in the scenarios that are drawn */
export function serviceTraces(
  found: ReturnType<typeof serviceCurves>,
  study: Study,
  scenarios: readonly SolvedScenario[],
  pump: string,
  system: UnitSystem,
): ServiceTraces {
  const head = (si: number): number => toUnit(si, displayUnit('head', system));
  const duties = found.scenarios.flatMap(({ id }): Mark[] => {
    const r = pumpIn(
      scenarios.find((s) => s.id === id)!,
      pump,
    );
    if (!r || r.head === null || r.running === 0) return [];
    const { colour, letter } = scenarioTrace(study, id);
    return [{ at: [toUnit(r.flow, displayUnit('flow', system)), head(r.head)], colour, letter }];
  });
  return {
    systems: found.scenarios.map((s) => ({ points: pointsOf(found.flows, s.head, head, system), ...scenarioTrace(study, s.id) })),
    pumps: found.pumps.map((p) => ({ points: pointsOf(p.flow, p.head, head, system), colour: INK, width: 2 })),
    duties,
  };
}
