import { electricityOf } from '../pumps/input-power.js';
import type { PumpResult } from '../results/results.js';
import type { SolvedScenario } from '../scenarios/run.js';
import type { Candidate } from './ranking.js';

/** Energy a year, J, and the mean efficiency, by the hours of the judged scenarios; alike for each where none has hours. */
export function energyOf(
  scenarios: readonly SolvedScenario[],
  pump: string,
): Pick<Candidate, 'energyPerYear' | 'energyIsTypical' | 'meanEfficiency'> {
  let [energy, hydraulic, shaft] = [0, 0, 0];
  let energyIsTypical = false;
  const hasHours = scenarios.some((s) => s.model!.hoursPerYear !== undefined);
  for (const s of scenarios) {
    const r = s.result!.elements[pump] as PumpResult;
    if (r.shaftPower === null || r.hydraulicPower === null) return { energyPerYear: null, energyIsTypical, meanEfficiency: null };
    const hours = s.model!.hoursPerYear ?? 0;
    const weight = hasHours ? hours : 1;
    hydraulic += weight * r.hydraulicPower;
    shaft += weight * r.shaftPower;
    if (r.inputPower === undefined) energyIsTypical = true;
    energy += hours * 3600 * inputOf(r)!;
  }
  return { energyPerYear: energy, energyIsTypical, meanEfficiency: shaft > 0 ? hydraulic / shaft : null };
}

/** The pump in the scenario of the largest required flow; of what passes it, where nothing says what is required */
export function largestDuty(
  scenarios: readonly SolvedScenario[],
  pump: string,
  required: string | undefined,
): PumpResult | undefined {
  const results = scenarios.map((s) => ({ id: s.id, r: s.result!.elements[pump] as PumpResult }));
  return (results.find((x) => x.id === required) ?? results.sort((a, b) => b.r.flow - a.r.flow)[0])?.r;
}

/** W from the mains, by its motor or a typical one */
export function inputOf(r: PumpResult | undefined): number | null {
  return !r || r.shaftPower === null ? null : electricityOf(r);
}
