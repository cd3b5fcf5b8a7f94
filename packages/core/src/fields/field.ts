import type { Dimension } from '../units/units.js';
import { word, type Word } from '../words/word.js';

/*
 * What an entry of a study may be. The reader, the JSON Schema, the web's fields, the defaults and the docs are made from
 * tables of these. Bounds are SI and keep out what cannot be meant (a length of 1e9 m), not what is merely unwise.
 */

interface Common {
  /** trade term shown beside the field; text where a program has worded a field of its own */
  label?: Word | string;
  /** the same where its column is narrow */
  short?: Word;
  required?: boolean;
  /** what is used where the entry is empty, as it would be typed */
  default?: string | number | boolean;
}

export type QuantityField = Common & {
  type: 'quantity';
  dimension: Dimension;
  min: number;
  max: number;
  /** may be written "solve" */
  solve?: boolean;
  /** a bare number is specific gravity */
  bare?: boolean;
  /** may be a list of rows in its place: the same over something else */
  rows?: ListField;
  /** words that stand for another entry of the same thing: `low` for `lowLevel` */
  words?: Readonly<Record<string, string>>;
};
export type NumberField = Common & {
  type: 'number';
  min: number;
  max: number;
  integer?: boolean;
  solve?: boolean;
  percent?: boolean;
  /** may be a list of so many in its place */
  series?: number;
};
type TextField = Common & {
  type: 'text';
  /** longest text, characters */
  most: number;
  /** an amount with its currency: `4200 EUR` */
  money?: true;
  /** names an entry of the study's pumps or valves, or a line that meets the point */
  names?: 'pumps' | 'valves' | 'lines';
};
type ChoiceField = Common & { type: 'choice'; values: readonly string[]; words?: Readonly<Record<string, Word>> };
export type ListField = Common & { type: 'list'; of: Fields; least: number; most: number };

export type Field =
  | QuantityField
  | NumberField
  | TextField
  | ChoiceField
  | ListField
  | (Common & { type: 'boolean' })
  | (Common & { type: 'numbers'; least: number; most: number; min: number; max: number })
  | (Common & { type: 'lengths' })
  | (Common & { type: 'texts'; most: number })
  | (Common & { type: 'record'; fields: Fields });

export type Fields = Readonly<Record<string, Field>>;

const LONGEST_NAME = 200;
export const LONGEST_NOTES = 20_000;

export const quantity = (
  dimension: Dimension,
  min: number,
  max: number,
  label: Word | string,
  more: Partial<QuantityField> = {},
): QuantityField => ({ type: 'quantity', dimension, min, max, label, ...more });
export const number = (min: number, max: number, label: Word | string, more: Partial<NumberField> = {}): NumberField => ({
  type: 'number',
  min,
  max,
  label,
  ...more,
});
export const text = (label?: Word | string, more: Partial<TextField> = {}): TextField => ({
  type: 'text',
  most: LONGEST_NAME,
  ...(label ? { label } : {}),
  ...more,
});
export const choice = (values: readonly string[], label: Word | string, more: Partial<ChoiceField> = {}): ChoiceField => ({
  type: 'choice',
  values,
  label,
  ...more,
});
export const yesNo = (label: Word | string, more: { default?: boolean; short?: Word } = {}): Field => ({
  type: 'boolean',
  label,
  ...more,
});

export const length = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('length', 0, 1e7, label, more);
export const elevation = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('length', -15_000, 15_000, label, more);
export const bore = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('diameter', 1e-4, 30, label, more);
export const impeller = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('diameter', 1e-3, 20, label, more);
export const flow = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('flow', -1e5, 1e5, label, more);
export const head = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('head', -1e5, 1e5, label, more);
export const drop = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('pressureDifference', 0, 1e9, label, more);
export const gauge = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('pressure', -1.1e5, 1e9, label, more);
export const kv = (label: Word | string, more: Partial<NumberField> = {}): NumberField => number(0, 1e6, label, more);
export const speed = (label: Word | string, more: Partial<QuantityField> = {}): QuantityField =>
  quantity('speed', 1, 1e5, label, more);

/** what every point, line, element, fluid, pump and valve may carry */
export const named: Fields = { name: text(word('field.name')), notes: text(word('field.notes'), { most: LONGEST_NOTES }) };
