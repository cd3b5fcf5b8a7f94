import {
  displayUnit,
  inputAt,
  isQuantity,
  readQuantity,
  toUnit,
  writtenValue,
  type Dimension,
  type Operation,
  type Study,
  type StudyInput,
  type UnitSystem,
} from '@cedar-knot/core';
import { figureName, prettyUnit, rounded, said } from '@cedar-knot/wording';
import { readEntry } from './entry.js';
import { setOwn, setShared } from './address.js';
import { quantity } from './quantities.js';
import { msg } from '../words.js';

/** How a number of a study is shown, and typed: in the study's units, a pressure at a place as gauge, a share in per cent. */
export interface InputScale {
  /** SI and absolute → as shown */
  show: (si: number) => number;
  unit: string;
  /** a difference of two such values: without zero or reference */
  width: (si: number) => number;
  widthUnit: string;
  /** as it is written into a field: with its unit */
  entry: (si: number, figures: number) => string;
}

const SHARE: InputScale = {
  show: (x) => 100 * x,
  unit: '%',
  width: (x) => 100 * x,
  widthUnit: '%',
  entry: (x, figures) => `${Number((100 * x).toPrecision(figures))} %`,
};
const PLAIN: InputScale = {
  show: (x) => x,
  unit: '',
  width: (x) => x,
  widthUnit: '',
  entry: (x, figures) => String(Number(x.toPrecision(figures))),
};

/** dimension of a difference of two values; that of the value itself where the two are the same */
const DIFFERENCE: Partial<Record<Dimension, Dimension>> = {
  temperature: 'temperatureDifference',
  pressure: 'pressureDifference',
  absolutePressure: 'pressureDifference',
};

/** Dimension in which a width around a value is typed; null for a plain number. */
export function widthDimension(input: StudyInput): Dimension | null {
  if (input.field.type !== 'quantity') return null;
  return DIFFERENCE[input.field.dimension] ?? input.field.dimension;
}

/** @param atmosphere Pa; what a pressure at a place is shown above */
export function inputScale(input: StudyInput | undefined, system: UnitSystem, atmosphere: number): InputScale {
  if (!input) return PLAIN;
  if (input.field.type === 'number') return input.field.percent === true ? SHARE : PLAIN;
  const { dimension } = input.field;
  const unit = displayUnit(dimension, system);
  const wide = displayUnit(widthDimension(input)!, system);
  const [zero, suffix] = dimension === 'pressure' ? [atmosphere, '(g)'] : [0, dimension === 'absolutePressure' ? '(a)' : ''];
  const show = (si: number): number => toUnit(si - zero, unit);
  return {
    show,
    unit: prettyUnit(unit.symbol) + suffix,
    width: (si) => toUnit(si, wide),
    widthUnit: prettyUnit(wide.symbol),
    entry: (si, figures) => `${Number(show(si).toPrecision(figures))} ${unit.symbol}${suffix}`,
  };
}

/** A value that is typed for an input, in SI and absolute; or why it is not taken. */
export function readFor(
  input: StudyInput,
  typed: string,
  system: UnitSystem,
  atmosphere: number,
): { ok: true; si: number; entry: string | number | boolean } | { ok: false; message: string; readings?: readonly string[] } {
  const { field } = input;
  if (field.type === 'number') {
    const read = readEntry(typed, field, '', system);
    return read.ok ? { ok: true, si: Number(read.value), entry: read.value } : read;
  }
  const { dimension } = field;
  // ends of a range may lie outside of what the entry itself takes
  const read = readEntry(
    typed,
    quantity(dimension, -1e12, 1e12, said(field.label ?? input.key)),
    unitOf(dimension, system),
    system,
  );
  if (!read.ok) return read;
  const q = readQuantity(String(read.value), dimension);
  if (!isQuantity(q)) return { ok: false, message: '' };
  return { ok: true, si: q.reference === 'gauge' ? q.si + atmosphere : q.si, entry: read.value };
}

/** a quantity of the study's unit: lends it to a number that is typed alone */
const unitOf = (dimension: Dimension, system: UnitSystem): string =>
  `1 ${displayUnit(dimension, system).symbol}${dimension === 'pressure' ? '(g)' : ''}`;

/**
 * An amount as it is kept in a list of the study: `0,2` and `0,2 m` → `0.2 m`, `7,5 %` → `7.5 %`.
 *
 * @param dimension null for a plain number
 */
export function readAmount(typed: string, dimension: Dimension | null, system: UnitSystem): ReturnType<typeof readEntry> {
  const text = typed.trim();
  const percent = /%$/.test(text);
  if (percent || dimension === null) {
    const number = readEntry(percent ? text.slice(0, -1) : text, { type: 'number', min: -1e12, max: 1e12 }, '', system);
    return number.ok ? { ok: true, value: percent ? `${String(number.value)} %` : String(number.value) } : number;
  }
  return readEntry(text, quantity(dimension, -1e12, 1e12, msg('app.amount')), unitOf(dimension, system), system);
}

/** A move of an input as it is shown: whose, which number, from where to where, and by how much. */
export interface InputChange {
  whose: string;
  label: string;
  /** the same where there is little room */
  short: string;
  from: string;
  to: string;
  by: string;
}

/** @param now,turns SI, pressures at a place absolute; shown as they are typed: gauge */
export function inputChange(
  study: Study,
  system: UnitSystem,
  address: string,
  now: number,
  turns: number,
  atmosphere: number,
): InputChange | null {
  const input = inputAt(study, address);
  if (!input) return null;
  const { field } = input;
  const scale = inputScale(input, system, atmosphere);
  const figures = (si: number): string => rounded(scale.show(si), 4);
  const change = scale.width(turns - now);
  return {
    whose: input.owner === 'scenario' ? msg('app.liquid') : input.id,
    label: withinText(said(field.label ?? figureName(input.key))),
    short: withinText(said(field.short ?? field.label ?? figureName(input.key))),
    from: figures(now),
    to: figures(turns),
    by: `${change < 0 ? '−' : '+'}${rounded(Math.abs(change), 2)} ${scale.widthUnit}`.trim(),
  };
}

/**
 * Puts a value that was found from readings where the scenarios with those readings see it: the shared entry, and the own entry of each
 * that has one. What another scenario has of its own stays.
 *
 * @param read ids of the scenarios whose readings were used
 */
export function takeFound(
  study: Study,
  input: StudyInput,
  si: number,
  read: readonly string[],
  system: UnitSystem,
  atmosphere: number,
): Operation[] {
  const { owner, id, key, field } = input;
  const value =
    field.type === 'number' ? writtenValue(input, Number(si.toPrecision(4))) : inputScale(input, system, atmosphere).entry(si, 5);
  if (owner === 'site') return [study.site ? { op: 'set', path: ['site', key], value } : { op: 'set', path: ['site'], value: { [key]: value } }]; // prettier-ignore
  if (owner === 'scenario')
    return [{ op: 'set', path: ['scenarios', study.scenarios.findIndex((s) => s.id === id), key], value }];
  if (owner !== 'thing') return [{ op: 'set', path: [owner, id, key], value }];
  const address = `${id}.${key}`;
  const [own, shared] = [[] as string[], [] as string[]];
  for (const s of study.scenarios) if (read.includes(s.id)) (s.set && Object.hasOwn(s.set, address) ? own : shared).push(s.id);
  return [
    ...(shared.length > 0 ? setShared(study, id, key, value) : []),
    ...own.flatMap((scenario) => setOwn(study, scenario, id, key, value)),
  ];
}

/** A label in the middle of a sentence: begun small, but for a name and what is all capitals: `NPSH datum`. */
export const withinText = (label: string): string =>
  /^(\p{Lu}(\p{Lu}|\b)|Hazen)/u.test(label) ? label : label.charAt(0).toLowerCase() + label.slice(1);
