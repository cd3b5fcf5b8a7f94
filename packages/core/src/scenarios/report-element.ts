import { elementKind } from '../elements/index.js';
import { finite } from '../elements/kind.js';
import { State, type ElementModel } from '../elements/model.js';
import type { Finding } from '../issues/issues.js';
import { chokedDropOf } from '../network/conditions.js';
import type { CompiledLine } from '../network/line.js';
import type { LineSolution, NetworkInput } from '../network/types.js';
import type { ElementResult } from '../results/results.js';
import type { ElementDetail, ScenarioModel } from './model.js';

/** Where an element says what is to be known of it beside its figures. */
export interface Heard {
  say: (f: Finding) => void;
  /** the scenario is solved, but not as it was asked for */
  limit: () => void;
}

/** a flow that it holds is a mass, in volumes of the scenario's liquid */
function isSetInReference(own: ElementModel, { along }: NetworkInput): boolean {
  const law = 'law' in own ? own.law : undefined;
  return law?.kind === 'flow' && (law.isReference ?? along?.isCompressible === true);
}

/** m that non-returns of a line hold back; once a line, not once an element */
function shortIn(s: LineSolution): number {
  let short = SHORT.get(s);
  if (short === undefined) {
    short = s.losses.reduce((sum, loss, i) => (s.states[i] === State.Shut && loss < 0 ? sum - loss : sum), 0);
    SHORT.set(s, short);
  }
  return short;
}

const SHORT = new WeakMap<LineSolution, number>();

/**
 * The figures of an element in the solution of its line.
 *
 * @param isBrief a pump without its motor and what belongs to its curve as a whole
 */
export function reportElement(
  model: ScenarioModel,
  e: ElementDetail,
  s: LineSolution,
  compiled: CompiledLine,
  heard: Heard,
  isBrief = false,
): ElementResult {
  const { network } = model;
  const own = compiled.model.elements[e.index]!;
  const { local } = own;
  const ratio = local?.ratio ?? 1;
  const rhoG = model.fluid.density * network.gravity;
  // of one unit where the flow of the line divides
  const lineFlow = s.flow / (own.units ?? 1);
  // static, Pa absolute, at the inlet (0) or the outlet (1)
  const pressure = (side: 0 | 1): number | null => {
    const bore = side === 0 ? compiled.inletBore[e.index]! : compiled.outletBore[e.index]!;
    const grade = s.heads[e.index + side]! - compiled.velocityFactor(bore) * s.flow * s.flow;
    return finite(network.atmosphere + rhoG * (grade - compiled.model.elevations[e.index + side]!));
  };
  // written out: a spread of what kinds build differently gives every element another hidden class, and costs ten times as much
  return elementKind(e.kind).report({
    id: e.id,
    read: e.read,
    model: e.model,
    pump: e.pump,
    valve: e.valve,
    performance: local && own.kind === 'pump' && own.law.kind === 'curve' ? own.law.performance : e.performance,
    datum: e.datum,
    fluid: local?.fluid ?? model.fluid,
    local,
    reference: model.fluid.density,
    isThermal: network.along?.isThermal === true,
    gravity: network.gravity,
    atmosphere: network.atmosphere,
    flow: lineFlow === 0 ? 0 : lineFlow * ratio,
    setFlow: isSetInReference(own, network) ? lineFlow : lineFlow * ratio,
    headLoss: finite(local ? (s.losses[e.index]! - local.weight) * ratio : s.losses[e.index]!),
    inletPressure: pressure(0),
    outletPressure: pressure(1),
    inletHead: s.heads[e.index]!,
    outletHead: s.heads[e.index + 1]!,
    inletElevation: compiled.model.elevations[e.index]!,
    outletElevation: compiled.model.elevations[e.index + 1]!,
    state: s.states[e.index]!,
    chokedDrop: (recovery) => chokedDropOf(network, compiled, e.index, s, recovery),
    shortBy: shortIn(s),
    say: heard.say,
    limit: heard.limit,
    isBrief,
  });
}
