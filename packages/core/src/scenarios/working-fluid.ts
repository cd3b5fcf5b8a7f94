import { fluidKind } from '../fluids/fluid.js';
import { inWords, step, worth, type KeyedStep } from '../results/working.js';
import type { ScenarioModel } from './model.js';

/** Properties of a scenario's fluid: by which equation, at which temperature. */
export function fluidSteps(model: ScenarioModel): KeyedStep[] {
  const { fluid, fluidEntries, temperature } = model;
  const kind = fluidKind(fluidEntries.kind)!;
  const t = worth('T', 'temperature', temperature ?? NaN, 'temperature', { from: 'scenario.temperature' });
  const inputs = temperature === undefined || !kind.range(fluidEntries) ? [] : [t];
  const words = inputs.length > 0 ? 'the property at T' : 'as entered';
  const name = `${kind.label}${typeof fluidEntries.name === 'string' ? `: ${fluidEntries.name}` : ''}`;
  const { sources } = kind;
  const density = worth('ρ', 'density', fluid.density, 'density', { from: 'fluid.density' });
  const dynamic = worth('μ', 'dynamic viscosity', fluid.viscosity, 'viscosity', { from: 'fluid.viscosity' });
  const kinematic = worth('ν', 'kinematic viscosity', fluid.viscosity / fluid.density, 'kinematicViscosity');
  const vapour = worth('pv', 'vapour pressure', fluid.vapourPressure, 'absolutePressure');
  const critical = worth('pc', 'critical pressure', fluid.criticalPressure, 'absolutePressure');
  const heat = (fluidEntries as { specificHeat?: number }).specificHeat ?? fluid.specificHeat;
  const cp = worth('cp', 'specific heat', heat ?? NaN, 'specificHeat', { unit: 'J/kg/K' });
  return [
    ...(heat === undefined ? [] : [inWords('specificHeat', cp, words, inputs, sources.specificHeat ?? 'as entered', [name])]),
    inWords('density', density, words, inputs, sources.density, [name]),
    inWords('viscosity', dynamic, words, inputs, sources.viscosity, [name]),
    step('kinematicViscosity', kinematic, 'μ/ρ', [dynamic, density], 'definition'),
    inWords('vapourPressure', vapour, words, inputs, sources.vapourPressure, [name]),
    inWords('criticalPressure', critical, 'as entered, else that of water', [], 'IAPWS R2-83', [name]),
  ];
}
