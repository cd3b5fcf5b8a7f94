import { evaluateFormula, putNumbers } from '../numerics/formula.js';
import { findUnit, type Dimension } from '../units/units.js';
import { toUnit } from '../units/quantity.js';
import type { Word } from '../words/word.js';
import { word } from '../words/word.js';

/** What a value of a working is of: a dimension, or something that has no unit of the person's choice. */
type WorkingDimension = Dimension | 'ratio' | 'area' | 'coefficient' | 'perHead';

/** A value in a step. */
export interface WorkingValue {
  symbol: string;
  name: Word;
  /** SI */
  value: number;
  dimension: WorkingDimension;
  /** unit in which it stands in the formula, where the constants there ask for another than SI */
  unit?: string;
  /** the figure or entry that it is: `L-420.headLoss`, `L-420.length`, `fluid.density` */
  from?: string;
  /** what was entered under `from`, where a figure has the same name */
  entered?: true;
}

/** One line of a calculation that a checker can follow: the formula in its symbols, what goes in, where it is from, what comes out. */
export interface WorkingStep {
  result: WorkingValue;
  /** in the symbols of `inputs`; a look-up or a solution is said in words and has no symbols to put in */
  formula: string | Word;
  inputs: WorkingValue[];
  source: Word;
  /** what was read where: rows of a table, fittings of a list */
  notes?: readonly Word[];
}

/** a step with the name of the result that it gives */
export type KeyedStep = WorkingStep & { key: string };

/** The unit in which a value stands in a formula when it names none: coherent SI, and rpm. */
const FORMULA_UNITS: Readonly<Record<WorkingDimension, string>> = {
  length: 'm',
  diameter: 'm',
  roughness: 'm',
  head: 'm',
  flow: 'm3/s',
  pressure: 'Pa',
  absolutePressure: 'Pa',
  pressureDifference: 'Pa',
  temperature: 'K',
  temperatureDifference: 'K',
  density: 'kg/m3',
  viscosity: 'Pa.s',
  kinematicViscosity: 'm2/s',
  power: 'W',
  speed: 'rpm',
  frequency: 'Hz',
  specificCapacity: 'm2/s',
  wellLoss: 's2/m5',
  time: 's',
  velocity: 'm/s',
  acceleration: 'm/s2',
  voltage: 'V',
  weight: 'kg',
  crossSection: 'm2',
  specificHeat: 'J/kg/K',
  heatTransfer: 'W/m2/K',
  conductivity: 'W/m/K',
  gasOilRatio: 'Sm3/Sm3',
  ratio: '',
  coefficient: '',
  area: 'm2',
  perHead: 'm4/s',
};

export const worth = (
  symbol: string,
  name: Word,
  value: number,
  dimension: WorkingDimension = 'ratio',
  more: Pick<WorkingValue, 'unit' | 'from' | 'entered'> = {},
): WorkingValue => ({ symbol, name, value, dimension, ...more });

/** the same value in the unit that a formula's constants ask for */
export const inUnit = (v: WorkingValue, unit: string): WorkingValue => ({ ...v, unit });

export function step(
  key: string,
  result: WorkingValue,
  formula: string,
  inputs: WorkingValue[],
  source: Word,
  notes?: readonly Word[],
): KeyedStep {
  return { key, result, formula, inputs, source, ...(notes ? { notes } : {}) };
}

/** a look-up or a solution, said in words */
export function inWords(
  key: string,
  result: WorkingValue,
  words: Word,
  inputs: WorkingValue[],
  source: Word,
  notes?: readonly Word[],
): KeyedStep {
  return { key, result, formula: words, inputs, source, ...(notes ? { notes } : {}) };
}

/** The unit of a value in its formula, and its number there. */
export function inFormula(v: WorkingValue): { number: number; unit: string } {
  const unit = v.unit ?? FORMULA_UNITS[v.dimension];
  if (v.dimension === 'ratio' || v.dimension === 'coefficient' || v.dimension === 'area' || v.dimension === 'perHead')
    return { number: v.value, unit };
  return { number: toUnit(v.value, findUnit(v.dimension, unit)!), unit };
}

/** A step as it is shown: whoever works the numbers out gets the result that stands there. */
export interface ShownStep {
  /** the formula with its numbers; null where the step is in words */
  numbers: string | null;
  result: { number: string; unit: string };
  inputs: { number: string; unit: string }[];
}

const RESULT_FIGURES = 5;
const MOST_FIGURES = 15;

/**
 * Writes a step's numbers with as many figures as it takes for the formula, worked out with what is shown, to give the
 * result that is shown to its last figure.
 */
export function shownStep(s: WorkingStep): ShownStep {
  const result = inFormula(s.result);
  const shown = figures(result.number, RESULT_FIGURES);
  const last = 10 ** (Math.floor(Math.log10(Math.abs(result.number) || 1)) - RESULT_FIGURES + 1);
  for (let n = RESULT_FIGURES; ; n++) {
    const inputs = s.inputs.map((v) => {
      const { number, unit } = inFormula(v);
      return { number: figures(number, n), unit };
    });
    const done = { result: { number: shown, unit: result.unit }, inputs };
    if (typeof s.formula !== 'string') return { ...done, numbers: null };
    const numbers = Object.fromEntries(s.inputs.map((v, i) => [v.symbol, inputs[i]!.number]));
    const values = Object.fromEntries(Object.entries(numbers).map(([symbol, x]) => [symbol, Number(x)]));
    const off = Math.abs(evaluateFormula(s.formula, values) - Number(shown));
    if (off <= last || n === MOST_FIGURES) return { ...done, numbers: putNumbers(s.formula, numbers) };
  }
}

/** Example: figures(0.0157725, 5) → '0.015773'; figures(124000, 5) → '124000' */
function figures(x: number, n: number): string {
  return Number.isFinite(x) ? String(Number(x.toPrecision(n))) : '–';
}

/** What every formula of a scenario draws on. */
export interface MediumValues {
  density: WorkingValue;
  gravity: WorkingValue;
  kinematic: WorkingValue;
  vapour: WorkingValue;
  critical: WorkingValue;
  atmosphere: WorkingValue;
}

export function mediumValues(
  fluid: { density: number; viscosity: number; vapourPressure: number; criticalPressure: number },
  gravity: number,
  atmosphere: number,
): MediumValues {
  const of = (key: string) => ({ from: `fluid.${key}` });
  return {
    density: worth('ρ', word('quantity.density'), fluid.density, 'density', of('density')),
    gravity: worth('g', word('quantity.gravity'), gravity, 'acceleration', { from: 'site.gravity' }),
    kinematic: worth(
      'ν',
      word('quantity.kinematic-viscosity'),
      fluid.viscosity / fluid.density,
      'kinematicViscosity',
      of('kinematicViscosity'),
    ),
    vapour: worth('pv', word('quantity.vapour-pressure'), fluid.vapourPressure, 'absolutePressure', of('vapourPressure')),
    critical: worth('pc', word('quantity.critical-pressure'), fluid.criticalPressure, 'absolutePressure', of('criticalPressure')),
    atmosphere: worth('pa', word('quantity.site-atmosphere'), atmosphere, 'absolutePressure', {
      from: 'site.atmosphericPressure',
    }),
  };
}
