import type { PumpResult, ScenarioResult } from '../results/results.js';

/** What a pump does in one scenario, SI. */
export interface Duty {
  status: ScenarioResult['status'];
  flow: number;
  head: number | null;
  efficiency: number | null;
  npshr: number | null;
  shaftPower: number | null;
  flowRatio: number | null;
  speed: number | null;
}

/** The duty of a pump in a solved scenario. */
export function dutyOf(result: ScenarioResult, pump: string): Duty {
  const { flow, head, efficiency, npshr, shaftPower, flowRatio, speed } = result.elements[pump] as PumpResult;
  return { status: result.status, flow, head, efficiency, npshr, shaftPower, flowRatio, speed };
}
