import type { CheckedScenario } from '../checks/check.js';
import { fluidKind } from '../fluids/fluid.js';
import type { ScenarioResult } from '../results/results.js';
import { settingOf } from '../elements/pump-setting.js';
import { PumpPerformance } from '../pumps/pump.js';
import type { ElementDetail, ScenarioModel } from './model.js';
import { Ways } from './pump-ways.js';

/** A solved scenario as the checks see it. */
export function checkedScenario(model: ScenarioModel, result: ScenarioResult): CheckedScenario {
  const ways = new Ways(model, result);
  return {
    ...sightOf(model, result),
    get deadHeads() {
      return ways.deadHeads;
    },
    get suction() {
      return ways.suction;
    },
  };
}

/** a pump whose speed follows its duty, with the curve at the speed that was found */
export function atItsSpeed(e: ElementDetail, model: ScenarioModel, result: ScenarioResult): ElementDetail {
  const r = result.elements[e.id];
  if (e.performance || e.read.variableSpeed !== true || !e.pump || r?.kind !== 'pump' || r.b === undefined) return e;
  const nu = r.kinematicViscosity ?? model.fluid.viscosity / model.fluid.density;
  return { ...e, performance: new PumpPerformance(e.pump, { ...settingOf(e.pump, e.read, nu), speed: r.speed! }) };
}

/** The same without what lies before and behind the pumps. */
export function sightOf(model: ScenarioModel, result: ScenarioResult): Omit<CheckedScenario, 'deadHeads' | 'suction'> {
  const { id, role, fluid, elements, points, network, temperature } = model;
  const { gravity, atmosphere, lines } = network;
  const entries = model.fluidEntries as {
    kind: string;
    specificHeat?: number;
    solids?: boolean;
    solidSize?: number;
    pourPoint?: number;
  };
  const kind = fluidKind(entries.kind);
  return {
    id,
    role,
    fluid,
    gravity,
    atmosphere,
    elements: elements.map((e) => atItsSpeed(e, model, result)),
    points,
    result,
    temperature,
    specificHeat: entries.specificHeat ?? fluid.specificHeat,
    pourPoint: entries.pourPoint ?? (kind?.freezes && network.along?.isThermal ? kind.range(entries)?.lowest : undefined),
    hasSolids: entries.solids === true,
    solidSize: entries.solidSize,
    altitude: model.site.altitude,
    drawnFrom: (id) => drawnFrom(model, result, id),
    elevationOf: (e) => lines[e.line]!.elevations[e.index]!,
    lowestOf: (e) => {
      const ends = lines[e.line]!.elevations.slice(e.index, e.index + 2);
      const profile = (e.read.profile ?? []) as { elevation: number }[];
      return Math.min(...ends, ...profile.map((x) => x.elevation));
    },
  };
}

function drawnFrom({ network }: ScenarioModel, result: ScenarioResult, id: string): number {
  const at = network.points.findIndex((p) => p.id === id);
  let drawn = 0;
  for (const l of network.lines) {
    const flow = result.lines[l.id]?.flow ?? 0;
    if (l.from === at) drawn += Math.max(0, flow);
    if (l.to === at) drawn += Math.max(0, -flow);
  }
  return drawn;
}
