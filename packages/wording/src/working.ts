import {
  displayUnit,
  FIGURE_TABLE,
  inFormula,
  isFigure,
  shownStep,
  toUnit,
  type Dimension,
  type UnitSystem,
  type WorkingStep,
  type WorkingValue,
} from '@cedar-knot/core';
import { prettyUnit } from './numbers.js';
import { msg, said } from './words.js';

/** A value as it stands in its formula, and in the study's units where those are others. */
export interface WordedValue {
  symbol: string;
  name: string;
  /** `0.015773 m³/s` */
  text: string;
  /** `250 gpm` */
  also: string | null;
  /** figure or entry that it comes from */
  from: string | undefined;
  /** entered under `from`: it has no working */
  isEntry: boolean;
}

/** A step as a checker reads it: formula, the same with numbers, result. */
export interface WordedStep {
  name: string;
  formula: string;
  /** with the numbers put in, in the units that stand beside them */
  numbers: string | null;
  result: WordedValue;
  inputs: WordedValue[];
  source: string;
  notes: readonly string[];
}

const FIGURES = 5;
const PURE = new Set<WorkingValue['dimension']>(['ratio', 'coefficient', 'area', 'perHead']);
const UNIT_TEXT: Readonly<Record<string, string>> = { m2: 'm²', 'm4/s': 'm⁴/s' };

/** Example: a flow of 0.0157725 m³/s in US units → text `0.015773 m³/s`, also `250 gpm` */
export function wordedStep(step: WorkingStep, system: UnitSystem): WordedStep {
  const shown = shownStep(step);
  const value = (v: WorkingValue, s: { number: string; unit: string }): WordedValue => ({
    symbol: v.symbol,
    name: said(v.name),
    text: `${s.number} ${UNIT_TEXT[s.unit] ?? prettyUnit(s.unit)}${suffix(v)}`.trim(),
    also: alsoIn(v, system),
    from: v.from,
    isEntry: v.entered === true,
  });
  return {
    name: said(step.result.name),
    formula: `${step.result.symbol} = ${said(step.formula)}`,
    numbers: shown.numbers,
    result: value(step.result, shown.result),
    inputs: step.inputs.map((v, i) => value(v, shown.inputs[i]!)),
    source: said(step.source),
    notes: (step.notes ?? []).map(said),
  };
}

const suffix = (v: WorkingValue): string => (v.dimension === 'absolutePressure' ? '(a)' : '');

/** the value in the study's own unit, where the formula has another */
function alsoIn(v: WorkingValue, system: UnitSystem): string | null {
  if (PURE.has(v.dimension) || !Number.isFinite(v.value)) return null;
  const unit = displayUnit(v.dimension as Dimension, system);
  if (unit.symbol === inFormula(v).unit) return null;
  return `${Number(toUnit(v.value, unit).toPrecision(FIGURES))} ${prettyUnit(unit.symbol)}${suffix(v)}`;
}

/** The steps as text, for a note or a mail. @param title what was asked for */
export function workingText(title: string, steps: readonly WorkingStep[], system: UnitSystem): string {
  const blocks = steps.map((s) => {
    const w = wordedStep(s, system);
    const also = (v: WordedValue): string => (v.also === null ? v.text : `${v.text} = ${v.also}`);
    return [
      w.name,
      `  ${w.formula}`,
      ...(w.numbers === null ? [] : [`  ${w.result.symbol} = ${w.numbers}`]),
      `  ${w.result.symbol} = ${also(w.result)}`,
      ...w.inputs.map((i) => `    ${i.symbol} = ${also(i)}  (${i.name})`),
      ...w.notes.map((n) => `    ${n}`),
      `  ${w.source}`,
    ].join('\n');
  });
  return `${title}\n\n${blocks.join('\n\n')}\n`;
}

/** A figure of a result in the words of the trade; a key that is none is said as it is. */
export const figureName = (key: string): string => (isFigure(key) ? said(FIGURE_TABLE[key].label) : (OTHERS[key] ?? key));

/** steps of a working that are no figure of the results */
const OTHERS: Readonly<Record<string, string>> = {
  conductance: msg('working.conductance'),
  in: msg('working.in'),
  out: msg('working.out'),
};
