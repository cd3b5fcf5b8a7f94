import {
  FIGURE_TABLE,
  splitNumber,
  type ChangedFigure,
  type ChangedInput,
  type ChangedVerdict,
  type Entered,
  type FigureKey,
  type Turned,
  type UnitSystem,
} from '@cedar-knot/core';
import { checkName } from './findings.js';
import { shortNumber, written, writtenEntryText } from './marks.js';
import { inUnits, prettyUnit } from './numbers.js';
import { msg, said } from './words.js';

/* What changed between two studies, in words. */

/** How a scenario is called, by its id. */
export type NameOf = (scenario: string) => string;

/** An entry as it is read: 290 m³/h. */
export function enteredText(x: Entered): string {
  if (x === null) return msg('comparison.none');
  if (typeof x === 'boolean') return x ? msg('comparison.yes') : msg('comparison.no');
  if (typeof x === 'number') return written(String(Number(x.toPrecision(12))));
  if (typeof x !== 'string') return said(x);
  const split = splitNumber(x);
  return writtenEntryText(split && split.rest !== '' ? `${split.typed} ${prettyUnit(split.rest)}` : x);
}

/** a number as anybody writes it, and its unit */
const NUMBER_AND_UNIT = /^([−+-]?[\d.,’\s]*\d(?:[eE][−+-]?\d+)?)(?: (\D.*))?$/;

/** The number and the unit of a text that is shown; undefined of one that is no number. */
export function partsOfText(shown: string): { number: string; unit: string } | undefined {
  const found = NUMBER_AND_UNIT.exec(shown);
  return found ? { number: found[1]!, unit: found[2] ?? '' } : undefined;
}

/** Both entries of a row, a common unit once: 290 → 313 m³/h. */
export function fromTo(before: Entered, after: Entered): string {
  const [a, b] = [enteredText(before), enteredText(after)];
  const [p, q] = [partsOfText(a), partsOfText(b)];
  return msg('comparison.fromTo', { before: p && q && p.unit === q.unit ? p.number : a, after: b });
}

/** What the study itself is called in a row, or the thing by its id. */
export const whereText = (where: string): string => (where === 'study' ? msg('comparison.study') : where);

/** A row in one line: CV-415, Flow held, Winter peak: 290 → 313 m³/h. */
export function changedInputText(c: ChangedInput, nameOf: NameOf): string {
  const { where: id, scenario, before, after } = c;
  const label = said(c.label);
  const where = whereText(id);
  if (c.whole) {
    const x = after ?? before;
    const text = x === null || x === '' ? '' : `, ${enteredText(x)}`;
    return before === null ? msg('comparison.added', { where, label, text }) : msg('comparison.removed', { where, label, text });
  }
  const values = fromTo(before, after);
  return scenario === null || scenario === id
    ? msg('comparison.input', { where: scenario === id ? nameOf(scenario) : where, label, values })
    : msg('comparison.inputIn', { where, label, scenario: nameOf(scenario), values });
}

/** A figure in the unit in which it is shown. */
export function figureText(figure: FigureKey, si: number | null, system: UnitSystem = 'metric', figures = 4): string {
  if (si === null) return '–';
  const { shown } = FIGURE_TABLE[figure];
  if (shown === 'percent') return `${shortNumber(si * 100, figures)} %`;
  if (shown === 'current') return `${shortNumber(si, figures)} A`;
  if (shown === 'count' || shown === 'number') return shortNumber(si, figures);
  return inUnits(si, shown, system, figures);
}

/** A row of results in one line: P-410, Head, Winter peak: 77.8 → 79.7 m. */
export function changedFigureText(c: ChangedFigure, nameOf: NameOf, system: UnitSystem = 'metric'): string {
  const [before, after] = [figureText(c.figure, c.before, system), figureText(c.figure, c.after, system)];
  const label = said(FIGURE_TABLE[c.figure].label);
  return msg('comparison.inputIn', { where: c.where, label, scenario: nameOf(c.scenario), values: fromTo(before, after) });
}

const TURNED: Readonly<Record<Exclude<Turned, null>, string>> = {
  holds: msg('comparison.holds'),
  near: msg('comparison.near'),
  fails: msg('comparison.fails'),
  incomplete: msg('comparison.incomplete'),
  'not-applicable': msg('comparison.not-applicable'),
  solved: msg('comparison.solved'),
  limited: msg('comparison.limited'),
  failed: msg('comparison.failed'),
};

export const turnedText = (t: Turned): string => (t === null ? TURNED['not-applicable'] : TURNED[t]);

/** What a verdict is of: the check, or that the scenario is solved. */
export const judgedName = (check: ChangedVerdict['check']): string =>
  check === 'solution' ? msg('comparison.solution') : checkName(check);

/** A verdict in one line: P-410, Motor rating, Winter peak: holds → fails. */
export function changedVerdictText(c: ChangedVerdict, nameOf: NameOf): string {
  const values = msg('comparison.fromTo', { before: turnedText(c.before), after: turnedText(c.after) });
  const label = judgedName(c.check);
  const name = nameOf(c.scenario);
  return c.where === c.scenario
    ? msg('comparison.input', { where: name, label, values })
    : msg('comparison.inputIn', { where: c.where, label, scenario: name, values });
}

/** The first of what changed, and how much more did; empty where nothing did. */
export function briefly(inputs: readonly ChangedInput[], nameOf: NameOf): string {
  const [first] = inputs;
  if (!first) return '';
  const text = changedInputText(first, nameOf);
  return inputs.length === 1 ? text : msg('comparison.moreChanges', { text, count: inputs.length - 1 });
}
