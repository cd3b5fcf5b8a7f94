import { fluidKind } from '../fluids/fluid.js';
import { inWords, step, worth, type KeyedStep } from '../results/working.js';
import type { ScenarioModel } from './model.js';
import { word } from '../words/word.js';

/** Properties of a scenario's fluid: by which equation, at which temperature. */
export function fluidSteps(model: ScenarioModel): KeyedStep[] {
  const { fluid, fluidEntries, temperature } = model;
  const kind = fluidKind(fluidEntries.kind)!;
  const t = worth('T', word('quantity.temperature'), temperature ?? NaN, 'temperature', { from: 'scenario.temperature' });
  const inputs = temperature === undefined || !kind.range(fluidEntries) ? [] : [t];
  const words = word(inputs.length > 0 ? 'how.the-property-at-t' : 'how.as-entered');
  const name =
    typeof fluidEntries.name === 'string'
      ? word('note.fluid-named', { kind: kind.label, name: fluidEntries.name })
      : word('note.fluid', { kind: kind.label });
  const { sources } = kind;
  const density = worth('ρ', word('quantity.density'), fluid.density, 'density', { from: 'fluid.density' });
  const dynamic = worth('μ', word('quantity.dynamic-viscosity'), fluid.viscosity, 'viscosity', { from: 'fluid.viscosity' });
  const kinematic = worth('ν', word('quantity.kinematic-viscosity'), fluid.viscosity / fluid.density, 'kinematicViscosity');
  const vapour = worth('pv', word('quantity.vapour-pressure'), fluid.vapourPressure, 'absolutePressure');
  const critical = worth('pc', word('quantity.critical-pressure'), fluid.criticalPressure, 'absolutePressure');
  const heat = (fluidEntries as { specificHeat?: number }).specificHeat ?? fluid.specificHeat;
  const cp = worth('cp', word('quantity.specific-heat'), heat ?? NaN, 'specificHeat', { unit: 'J/kg/K' });
  return [
    ...(heat === undefined
      ? []
      : [inWords('specificHeat', cp, words, inputs, sources.specificHeat ?? word('source.as-given'), [name])]),
    inWords('density', density, words, inputs, sources.density, [name]),
    inWords('viscosity', dynamic, words, inputs, sources.viscosity, [name]),
    step('kinematicViscosity', kinematic, 'μ/ρ', [dynamic, density], word('source.definition')),
    inWords('vapourPressure', vapour, words, inputs, sources.vapourPressure, [name]),
    inWords('criticalPressure', critical, word('how.as-entered-otherwise-that-of-water'), [], word('source.iapws-r2-83'), [name]),
  ];
}
