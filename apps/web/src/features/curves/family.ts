import {
  clearCurve,
  efficiencyContours,
  overallAt,
  PumpPerformance,
  quadraticFit,
  runOut,
  speedFamily,
  unitFamily,
  type FamilyCurve,
  type PumpInput,
  type PumpTrace,
  type QuadraticFit,
  type RunOut,
  type ServiceCurves,
} from '@cedar-knot/core';
import type { Burn } from '../../state/openingBand.js';
import { interpolate } from '../../state/interpolate.js';
import type { Shows } from './shows.js';

/** What is drawn beside a pump curve as it runs in the active scenario. */
export interface Family {
  contours: ReturnType<typeof efficiencyContours>;
  speeds: ReturnType<typeof speedFamily>;
  units: ReturnType<typeof unitFamily>;
  runOut: RunOut | undefined;
  clear: FamilyCurve | undefined;
  motor: { flow: number[]; efficiency: number[]; input: number[] } | undefined;
  quadratic: QuadraticFit | undefined;
  /** the system with its control valve wide open and at the edges of its band */
  edges: { name: string; flow: number[]; head: number[]; named: { flow: number; head: number } }[];
}

export const NO_FAMILY: Family = {
  contours: [],
  speeds: [],
  units: [],
  runOut: undefined,
  clear: undefined,
  motor: undefined,
  quadratic: undefined,
  edges: [],
};

/**
 * @param duty flow of the active scenario, m³/s; null where it has none
 * @param burns what the control valve of the pump's line takes at the edges of its band
 */
export function familyOf(
  input: PumpInput,
  trace: PumpTrace,
  curves: ServiceCurves,
  active: string,
  duty: number | null,
  medium: { density: number; gravity: number },
  shows: Shows,
  burns: readonly Burn[] = [],
): Family {
  const p = new PumpPerformance(input, trace.setting);
  const system = curves.scenarios.find((s) => s.id === active);
  const { running } = trace.setting;
  const unit = (q: number): number => (system?.unit ? interpolate(curves.flows, system.unit, q) : 0);
  // of one unit less the rest take a greater share each, and what each has for itself takes more
  const asked = (q: number): number =>
    system ? interpolate(curves.flows, system.head, q) + unit(q / (running - 1)) - unit(q / running) : NaN;
  const flows = trace.flow.filter((q) => q > 0);
  const overall = shows.motor ? flows.flatMap((flow) => ({ flow, ...overallAt(p, flow, medium) })) : [];
  const known = overall.filter((o): o is { flow: number; inputPower: number; efficiency: number } => o.inputPower !== undefined);
  const edge = ({ name, head }: Burn, k: number): Family['edges'][number][] => {
    const points = curves.flows.flatMap((flow, i) => {
      const bare = system?.bare[i];
      return bare == null ? [] : [{ flow, head: bare + head(flow) }];
    });
    // low on the plot, where least is drawn, one name under the other
    const most = trace.head[0]! * (0.46 - 0.08 * k);
    const named = points.filter((p) => p.head <= most).at(-1);
    return named && points.length > 1 ? [{ name, flow: points.map((p) => p.flow), head: points.map((p) => p.head), named }] : [];
  };
  return {
    edges: shows.edges ? burns.flatMap(edge) : [],
    contours: shows.contours ? efficiencyContours(p) : [],
    speeds: shows.speeds ? speedFamily(p) : [],
    units: shows.units ? unitFamily(p) : [],
    runOut: shows.units ? runOut(p, asked, medium) : undefined,
    clear: shows.clear ? clearCurve(p) : undefined,
    motor:
      known.length > 1
        ? { flow: known.map((o) => o.flow), efficiency: known.map((o) => o.efficiency), input: known.map((o) => o.inputPower) }
        : undefined,
    quadratic:
      shows.quadratic && system && duty !== null && duty > 0 ? quadraticFit(curves.flows, system.head, 0, duty) : undefined,
  };
}
