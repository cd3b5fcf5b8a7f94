import type { Study } from '../document/study.js';
import { readReadings } from '../reach/readings.js';
import type { SolvedScenario } from '../scenarios/run.js';
import type { Doubt } from './doubt.js';

/** share of the distance to its own side within which a reading stands at the other */
const NEARER = 0.25;
/** Pa between the two sides, below which nothing is told apart */
const APART = 20_000;

/** Gauge readings that fit the other side of the pump or valve they are said to be at. */
export function swappedReadings(study: Study, scenarios: readonly SolvedScenario[]): Doubt[] {
  if (!study.readings?.length) return [];
  return readReadings(study).readings.flatMap((r): Doubt[] => {
    if (r.figure !== 'inletPressure' && r.figure !== 'outletPressure') return [];
    const result = scenarios.find((s) => s.id === r.scenario)?.result?.elements[r.at];
    if (!result) return [];
    const [own, other] = r.figure === 'inletPressure' ? [result.inletPressure, result.outletPressure] : [result.outletPressure, result.inletPressure]; // prettier-ignore
    if (own === null || other === null || Math.abs(own - other) < APART) return [];
    if (Math.abs(r.value - other) > NEARER * Math.abs(r.value - own)) return [];
    const values = {
      reading: r.value,
      own,
      other,
      side: r.figure === 'inletPressure' ? 'inlet' : 'outlet',
      typed: String(r.index),
    };
    return [{ code: 'reading-side', id: r.at, key: '', scenarios: [r.scenario], values }];
  });
}
