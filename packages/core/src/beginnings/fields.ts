import { word, type Word } from '../words/word.js';
import type { BeginningField } from './beginning.js';

/* Entries that the forms of several services have. */

export const CELSIUS = 273.15;
const hour = (m3: number): number => m3 / 3600;

export const FLOW = (m3: number): BeginningField => ({
  key: 'flow',
  label: word('beginning.design-flow'),
  dimension: 'flow',
  usual: [hour(m3)],
  least: hour(0.05),
  most: hour(50_000),
});
/** share of the design flow at part load, where nothing is said */
const PART = 0.72;
export const LEAST: BeginningField = {
  key: 'least',
  label: word('beginning.lowest-flow'),
  dimension: 'flow',
  usual: ({ flow }) => [PART * flow![0]!],
  least: hour(0.01),
  most: hour(50_000),
};
export const LENGTH = (metres: number): BeginningField => ({
  key: 'length',
  label: word('beginning.length'),
  dimension: 'length',
  usual: [metres],
  least: 1,
  most: 200_000,
});
export const TEMPERATURE = (celsius: number): BeginningField => ({
  key: 'temperature',
  label: word('beginning.temperature'),
  dimension: 'temperature',
  usual: [celsius + CELSIUS],
  least: CELSIUS,
  most: 200 + CELSIUS,
});
export const LOW_NORMAL = [word('beginning.low'), word('beginning.normal')];
export const LOW_HIGH = [word('beginning.low'), word('beginning.high')];
export const LOW_NORMAL_HIGH = [word('beginning.low'), word('beginning.normal'), word('beginning.high')];
/** Levels of a surface, m, as many as have names. */
export const levels = (key: string, label: Word, parts: readonly Word[], usual: readonly number[]): BeginningField => ({
  key,
  label,
  dimension: 'length',
  parts,
  usual,
  order: 'rising',
  least: -1000,
  most: 5000,
});
