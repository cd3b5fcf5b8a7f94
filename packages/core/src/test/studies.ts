import { runStudy, type StudyRun } from '../scenarios/run.js';
import type { ScenarioResult } from '../results/results.js';

/* Small studies for tests: only what a test is about has to be written. */

export const PUMP = {
  speed: '2930 rpm',
  diameter: '198 mm',
  curve: [
    [0, 58.5, 0, 1.9],
    [20, 58, 0.42, 1.95],
    [40, 56.2, 0.63, 2.2],
    [60, 52.8, 0.735, 2.8],
    [75, 48.8, 0.76, 3.5],
    [90, 43.2, 0.745, 4.6],
    [105, 35.8, 0.69, 6.2],
  ].map(([q, h, e, n]) => ({ flow: `${q} m3/h`, head: `${h} m`, efficiency: e, npshr: `${n} m` })),
};

/** rises from shut-off before it falls */
const DROOPING = {
  ...PUMP,
  curve: PUMP.curve.map((r, i) => (i === 0 ? { ...r, head: '40 m' } : i === 1 ? { ...r, head: '50 m' } : r)),
};

export const vessel = (elevation: number, level = 1, more: object = {}) => ({
  kind: 'vessel',
  elevation: `${elevation} m`,
  level: `${level} m`,
  ...more,
});
export const junction = (elevation: number, more: object = {}) => ({ kind: 'junction', elevation: `${elevation} m`, ...more });
export const pipe = (id: string, length = 100, mm = 102.3, more: object = {}) => ({
  id,
  kind: 'pipe',
  length: `${length} m`,
  inside: `${mm} mm`,
  roughness: '0.05 mm',
  ...more,
});
export const line = (id: string, from: string, to: string, elements: object[], more: object = {}) => ({
  id,
  from,
  to,
  elements,
  ...more,
});

export function study(points: object, lines: object[], more: object = {}): Record<string, unknown> {
  return {
    format: 'cedar-knot-study',
    version: 1,
    fluids: { water: { kind: 'water' } },
    pumps: { p: PUMP, d: DROOPING },
    valves: { v: { ratedKv: 96, size: 'DN80', characteristic: 'equal-percentage' } },
    points,
    lines,
    scenarios: [{ id: 'a', fluid: 'water', temperature: '20 C' }],
    ...more,
  };
}

export function solved(raw: unknown, scenario = 'a'): ScenarioResult {
  const run: StudyRun = runStudy(raw);
  const found = run.scenarios.find((s) => s.id === scenario)?.result;
  if (!found) throw new Error(JSON.stringify(run.problems));
  return found;
}

export const codes = (r: ScenarioResult): string[] => r.findings.map((f) => f.code);
