import { compileLines, solveCompiled, type WarmStart } from '../network/solve.js';
import type { ControlValveModel, ElementModel, NetworkInput, PumpModel } from '../network/types.js';
import { kvAtOpening } from '../valves/valve.js';
import type { ScenarioModel } from './model.js';
import type { ScenarioResult } from './results.js';

/** Where controlling valves stand along a system head curve. */
export type ValveStand = 'found' | 'open' | 'left-out';

export interface CurvePoint {
  /** m³/s through the pump's line */
  flow: number;
  /** m required of the pump; null where the rest of the system has no solution at that flow */
  head: number | null;
}

/**
 * System head curve of a pump: the head that the rest of the system requires of it at imposed flows.
 * Controlling valves stand at the coefficient found in the scenario's solution, fully open, or are left out.
 * Source: Karassik et al., Pump Handbook, 4th ed., §12.1.
 */
export function systemCurve(
  model: ScenarioModel,
  result: ScenarioResult,
  pumpId: string,
  flows: ArrayLike<number>,
  valves: ValveStand = 'found',
): CurvePoint[] {
  const pump = model.elements.find((e) => e.id === pumpId && e.kind === 'pump');
  if (!pump) throw new RangeError(`no pump ${pumpId}`);
  const points: CurvePoint[] = [];
  const law: Extract<PumpModel['law'], { kind: 'flow' }> = { kind: 'flow', flow: 0 };
  const network = imposed(model, result, pump.line, pump.index, law, valves);
  const lines = compileLines(network);
  let warm: WarmStart | undefined;
  for (let i = 0; i < flows.length; i++) {
    const flow = flows[i]!;
    law.flow = flow;
    lines[pump.line]!.reset();
    let solved = solveCompiled(network, lines, warm);
    if (!solved.ok && warm) {
      for (const l of lines) l.reset();
      solved = solveCompiled(network, lines);
    }
    if (!solved.ok) {
      warm = undefined;
      for (const l of lines) l.reset();
      points.push({ flow, head: null });
      continue;
    }
    const { solution } = solved;
    const loss = solution.lines[pump.line]!.losses[pump.index]!;
    points.push({ flow, head: Number.isFinite(loss) ? (loss === 0 ? 0 : -loss) : null });
    warm = { flows: Float64Array.from(solution.lines, (l) => l.flow), heads: solution.heads };
  }
  return points;
}

function imposed(model: ScenarioModel, result: ScenarioResult, line: number, index: number, law: PumpModel['law'], valves: ValveStand): NetworkInput {
  const { network } = model;
  const lines = network.lines.map((l, i) => {
    const elements = l.elements.map((e, k): ElementModel => {
      if (i === line && k === index) return { id: e.id, kind: 'pump', law };
      return e.kind === 'control-valve' ? standing(e, result, valves) : e;
    });
    // a flow fixed on the pump's own line is what the curve varies
    if (i !== line) return { ...l, elements };
    const { flow: _fixed, ...rest } = l;
    return { ...rest, elements };
  });
  return { ...network, lines };
}

function standing(e: ControlValveModel, result: ScenarioResult, valves: ValveStand): ControlValveModel {
  if (e.law.kind === 'kv' || e.law.kind === 'drop' || e.law.kind === 'left-out') return e;
  if (valves === 'left-out') return { ...e, law: { kind: 'left-out' } };
  const found = result.elements[e.id];
  const kv = valves === 'open' && e.valve ? kvAtOpening(e.valve, 1) : found?.kind === 'control-valve' ? found.kv : null;
  return kv === null ? { ...e, law: { kind: 'left-out' } } : { ...e, law: { kind: 'kv', kv } };
}
