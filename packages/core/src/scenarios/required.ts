import { massKeys } from '../fields/reader.js';
import type { ScenarioResult } from '../results/results.js';
import type { ElementDetail, ScenarioModel } from './model.js';

/** Flow that is required of a pump, m³/s there; undefined where none is. One that was entered as a mass is that mass, whatever the density. */
export function requiredFlowOf(
  { id, read }: ElementDetail,
  { fluid }: ScenarioModel,
  result: ScenarioResult,
): number | undefined {
  const required = read.requiredFlow;
  if (typeof required !== 'number' || !(required > 0)) return undefined;
  const density = result.elements[id]?.density ?? fluid.density;
  return massKeys(read).includes('requiredFlow') ? (required * fluid.density) / density : required;
}
