import type { PipeResult } from '../results/results.js';
import type { CheckedElement, CheckedScenario } from './check.js';

/** vapour pressure of the liquid at an element, with where it comes from */
export function vapourOf(e: CheckedElement, s: CheckedScenario): { value: number; from: string } {
  const own = s.result.elements[e.id]!.vapourPressure;
  return own === undefined
    ? { value: s.fluid.vapourPressure, from: 'fluid.vapourPressure' }
    : { value: own, from: `${e.id}.vapourPressure` };
}

/** density of the liquid at an element */
export function densityOf(e: CheckedElement, s: CheckedScenario): { value: number; from: string } {
  const own = s.result.elements[e.id]!.density;
  return own === undefined ? { value: s.fluid.density, from: 'fluid.density' } : { value: own, from: `${e.id}.density` };
}

/** pressures known along a pipe, Pa absolute: at its ends and at its profile points */
export function pressuresAlong(e: CheckedElement, s: CheckedScenario): number[] {
  const r = s.result.elements[e.id] as PipeResult;
  const pressures: number[] = [];
  if (r.inletPressure !== null) pressures.push(r.inletPressure);
  if (r.outletPressure !== null) pressures.push(r.outletPressure);
  if (r.profile) for (const { pressure } of r.profile) if (pressure !== null) pressures.push(pressure);
  return pressures;
}

/** temperatures known at an element, K: at its ends, where they are followed */
export function temperaturesAlong(e: CheckedElement, s: CheckedScenario): number[] {
  const r = s.result.elements[e.id]!;
  return [r.inletTemperature, r.outletTemperature].filter((t) => typeof t === 'number');
}

/** highest temperature at an element, K: followed along the way, else the scenario's */
export function hottest(e: CheckedElement, s: CheckedScenario): number | undefined {
  const along = temperaturesAlong(e, s);
  return along.length > 0 ? Math.max(...along) : s.temperature;
}
