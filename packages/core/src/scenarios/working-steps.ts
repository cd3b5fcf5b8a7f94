import type { Dimension } from '../units/units.js';
import type { ScenarioModel } from './model.js';

/** A value in a step: SI, with what it is of; `ratio` has no unit. */
export interface WorkingValue {
  symbol: string;
  name: string;
  value: number;
  dimension: Dimension | 'ratio' | 'area' | 'coefficient';
}

/** One line of a calculation that a checker can follow: the formula in its symbols, what goes in, where it is from, what comes out. */
export interface WorkingStep {
  result: WorkingValue;
  /** in the symbols of `inputs`; a comparison or a look-up is said in words and has no symbols to put in */
  formula: string;
  isFormula: boolean;
  inputs: WorkingValue[];
  source: string;
}

export const of = (
  symbol: string,
  name: string,
  value: number,
  dimension: WorkingValue['dimension'] = 'ratio',
): WorkingValue => ({
  symbol,
  name,
  value,
  dimension,
});

/** a step with the name of the result that it gives */
export type Keyed = WorkingStep & { key: string };

/** what every element of a scenario has in common */
export class Shared {
  readonly density: WorkingValue;
  readonly gravity: WorkingValue;
  readonly kinematic: WorkingValue;
  readonly vapour: WorkingValue;
  readonly critical: WorkingValue;
  readonly atmosphere: WorkingValue;
  constructor(model: ScenarioModel) {
    const { fluid, network } = model;
    this.density = of('ρ', 'density', fluid.density, 'density');
    this.gravity = of('g', 'gravity', network.gravity, 'acceleration');
    this.kinematic = of('ν', 'kinematic viscosity', fluid.viscosity / fluid.density, 'kinematicViscosity');
    this.vapour = of('pv', 'vapour pressure', fluid.vapourPressure, 'absolutePressure');
    this.critical = of('pc', 'critical pressure', fluid.criticalPressure, 'absolutePressure');
    this.atmosphere = of('pa', 'site atmosphere', network.atmosphere, 'absolutePressure');
  }
}

export function step(
  key: string,
  result: WorkingValue,
  formula: string,
  inputs: WorkingValue[],
  source: string,
  isFormula = true,
): Keyed {
  return { key, result, formula, inputs, source, isFormula };
}
