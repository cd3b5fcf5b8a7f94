import type { Margin, PumpResult, PumpTrace, ServiceCurves, Study } from '@cedar-knot/core';
import { interpolate } from './interpolate.js';
import type { Shown } from './studyStore.js';

/* What a pump requires over flow against what each scenario has for it. SI. */

export interface Required {
  trace: PumpTrace;
  points: readonly { flow: number; npshr: number }[];
}

export interface Available {
  id: string;
  index: number;
  points: readonly { flow: number; npsha: number }[];
}

export interface SuctionDuty {
  id: string;
  index: number;
  result: PumpResult & { npsha: number };
  margin: Margin | undefined;
  /** the flow from which what is available is no more than what the limit asks; null where they do not meet on the curve */
  meets: number | null;
}

export interface NpshAgainst {
  required: Required[];
  available: Available[];
  duties: SuctionDuty[];
  /** the strictest least NPSHA over NPSHR; null where none is judged */
  limit: number | null;
  /** ends of the axes */
  lastFlow: number;
  most: number;
}

export function npshAgainst(
  study: Study,
  shown: Readonly<Record<string, Shown>>,
  curves: ServiceCurves,
  pump: string,
): NpshAgainst {
  const marginOf = (id: string): Margin | undefined =>
    shown[id]?.outcome.result?.margins.find((m) => m.check === 'npsh-ratio' && m.where === pump);
  const limits = study.scenarios.flatMap((s) => marginOf(s.id)?.limit ?? []);
  const required = curves.pumps.flatMap((trace): Required[] => {
    const points = trace.flow.flatMap((flow, i) => (trace.npshr[i] == null ? [] : [{ flow, npshr: trace.npshr[i] }]));
    return points.length < 2 ? [] : [{ trace, points }];
  });
  const duties = study.scenarios.flatMap((s, index): SuctionDuty[] => {
    const result = shown[s.id]?.outcome.result?.elements[pump];
    if (result?.kind !== 'pump' || result.npsha === null || !(result.flow > 0)) return [];
    const margin = marginOf(s.id);
    const own = required.find((x) => x.trace.scenarios.includes(s.id));
    const meets = own ? meetingFlow(curves, s.id, own, margin?.limit ?? 1) : null;
    return [{ id: s.id, index, result: { ...result, npsha: result.npsha }, margin, meets }];
  });
  const lastFlow = Math.max(...required.map((x) => x.trace.lastFlow), ...duties.map((x) => x.result.flow), 1e-9);
  const available = curves.scenarios.flatMap((s): Available[] => {
    const points = curves.flows.flatMap((flow, i) => {
      const npsha = s.npsha[i];
      return npsha == null || npsha < 0 || flow > lastFlow ? [] : [{ flow, npsha }];
    });
    const index = study.scenarios.findIndex((x) => x.id === s.id);
    return points.length < 2 || index < 0 ? [] : [{ id: s.id, index, points }];
  });
  const most = Math.max(
    ...available.flatMap((l) => l.points.map((p) => p.npsha)),
    ...required.flatMap((x) => x.points.map((p) => p.npshr)),
    1,
  );
  return { required, available, duties, limit: limits.length > 0 ? Math.max(...limits) : null, lastFlow, most };
}

function meetingFlow(curves: ServiceCurves, scenario: string, { trace, points }: Required, limit: number): number | null {
  const line = curves.scenarios.find((s) => s.id === scenario);
  if (!line) return null;
  const left = (f: number): number => interpolate(curves.flows, line.npsha, f) - limit * interpolate(trace.flow, trace.npshr, f);
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!.flow, points[i]!.flow];
    const [la, lb] = [left(a), left(b)];
    if (la > 0 && lb <= 0) return a + ((b - a) * la) / (la - lb);
  }
  return null;
}
