import { PUMP_TYPES, VALVE_TYPES } from '../document/fields.js';
import type { ModelHead, ModelKind } from '../document/stored.js';
import type { Dimension } from '../units/units.js';
import type { PumpSummary, ValveSummary } from './summary.js';

/*
 * What is known of a model beside its curves, a row each: where it stands, what it is called, how it is shown, by what it is sorted, and
 * how a list, a search and a ranking are narrowed by it. List, filters, data sheet, import, API and command line are made from these.
 */

/** of a model that does not say it: undefined or null */
export type Known = string | number | readonly string[] | readonly (number | null | undefined)[] | null | undefined;

/** What a column reads: a model of a list, or an entry of a file (`describeEntry`). */
export type Described = Pick<ModelHead, 'name' | 'maker' | 'family' | 'type' | 'size' | 'words' | 'summary'> &
  Partial<Pick<ModelHead, 'from' | 'revision' | 'savedAt' | 'warnings'>>;

export type Shown =
  | { as: 'text' }
  /** a word of ours: `end-suction` is said end suction; several stand one after the other */
  | { as: 'word' }
  | { as: 'number'; digits?: number }
  | { as: 'percent' }
  | { as: 'quantity'; dimension: Dimension; digits?: number }
  /** two numbers, once where they are the same */
  | { as: 'range'; dimension?: Dimension }
  /** Kv, or Cv where US units are shown */
  | { as: 'coefficient' }
  | { as: 'day' }
  /** the list has a drawing for it */
  | { as: 'drawn' };

export interface ColumnFilter {
  /** in a request; on the command line with hyphens: `maxSpeed`, `--max-speed` */
  key: string;
  /** in a menu: mains, speed at most */
  name: string;
  value: 'word' | 'number';
  /** a model is it, or has at least or at most as much */
  is: 'same' | 'least' | 'most';
  /** of a number with a unit */
  dimension?: Dimension;
  /** unit of a bare number on the command line */
  usual?: string;
  /** SI */
  range?: readonly [number, number];
  /** the words that there are */
  words?: readonly string[];
  /** how some values are said */
  said?: Readonly<Record<string, string>>;
  /** by how much numbers that are the same may differ in writing */
  within?: number;
  /** asked beside a search, not in a menu alone */
  isCommon?: true;
}

export interface ModelColumn {
  /** under which the list keeps what `path` leads to */
  key: string;
  /** in the entry, SI: `['motor', 'phases']`; what is worked out from it, or stands elsewhere, has `of` */
  path?: readonly string[];
  of?: (m: Described) => Known;
  /** without the unit, which follows from how it is shown */
  heading: string;
  hint?: string;
  /** in the list, px */
  width: number;
  shown: Shown;
  /** not in the list until it is chosen */
  isMore?: true;
  isUnsorted?: true;
  filter?: ColumnFilter;
  /** on the data sheet, with its label where that is not the heading */
  sheet?: true | string;
  /** there under its limits */
  isLimit?: true;
  /** what makers call it beside its own name, without case, blanks and marks */
  aliases?: readonly string[];
}

const pump = (m: Described): Partial<PumpSummary> => m.summary ?? {};
const valve = (m: Described): Partial<ValveSummary> => m.summary ?? {};

/** Hz by which the mains of two makers may differ in writing */
const SAME_MAINS = 0.5;

const NAME = {
  key: 'name',
  of: (m) => m.name,
  heading: 'make and size',
  width: 144,
  shown: { as: 'drawn' },
} satisfies ModelColumn;
const MAKER = {
  key: 'maker',
  of: (m) => m.maker,
  heading: 'maker',
  width: 90,
  shown: { as: 'text' },
  isMore: true,
  filter: { key: 'maker', name: 'maker', value: 'word', is: 'same' },
} as const satisfies ModelColumn;
const mains = <P extends readonly string[]>(path: P) =>
  ({
    key: 'frequency',
    path,
    heading: 'Hz',
    width: 40,
    shown: { as: 'number' },
    filter: {
      key: 'frequency',
      name: 'mains',
      value: 'number',
      is: 'same',
      dimension: 'frequency',
      usual: 'Hz',
      range: [1, 1000],
      said: { 50: '50 Hz', 60: '60 Hz' },
      within: SAME_MAINS,
      isCommon: true,
    },
  }) as const satisfies ModelColumn;
const phases = <P extends readonly string[]>(path: P) =>
  ({
    key: 'phases',
    path,
    heading: 'phases',
    width: 48,
    shown: { as: 'number' },
    isMore: true,
    filter: {
      key: 'phases',
      name: 'phases',
      value: 'number',
      is: 'same',
      range: [1, 3],
      said: { 1: 'single phase', 3: 'three phases' },
    },
  }) as const satisfies ModelColumn;
const LAST = [
  {
    key: 'from',
    of: (m) => m.from,
    heading: 'from',
    hint: 'how the data came in',
    width: 54,
    shown: { as: 'text' },
    isMore: true,
  },
  { key: 'revision', of: (m) => m.revision, heading: 'rev', width: 34, shown: { as: 'number' }, isMore: true },
  { key: 'saved', of: (m) => m.savedAt, heading: 'changed', width: 84, shown: { as: 'day' }, isMore: true },
] as const satisfies readonly ModelColumn[];

const PUMPS = [
  NAME,
  {
    key: 'strip',
    heading: 'flow and duties',
    hint: 'up to the end of its curve; the preferred range heavy, best efficiency as a tick',
    width: 110,
    shown: { as: 'drawn' },
    isUnsorted: true,
  },
  {
    key: 'type',
    of: (m) => m.type,
    heading: 'type',
    width: 116,
    shown: { as: 'word' },
    isMore: true,
    filter: { key: 'type', name: 'type', value: 'word', is: 'same', words: PUMP_TYPES, isCommon: true },
  },
  {
    key: 'diameter',
    of: (m) => [pump(m).minDiameter, pump(m).maxDiameter],
    heading: 'made Ø',
    width: 70,
    shown: { as: 'range', dimension: 'diameter' },
  },
  {
    key: 'speed',
    path: ['speed'],
    // one whose curve cannot be drawn says it all the same
    of: (m) => pump(m).speed ?? m.words.speed,
    heading: 'rpm',
    width: 36,
    shown: { as: 'number', digits: 0 },
    filter: {
      key: 'maxSpeed',
      name: 'speed at most',
      value: 'number',
      is: 'most',
      dimension: 'speed',
      usual: 'rpm',
      range: [1e-3, 1e5],
    },
  },
  {
    key: 'flow',
    of: (m) => pump(m).best?.flow,
    heading: 'BEP',
    width: 58,
    shown: { as: 'quantity', dimension: 'flow' },
  },
  {
    key: 'head',
    of: (m) => pump(m).best?.head,
    heading: 'head',
    width: 46,
    shown: { as: 'quantity', dimension: 'head' },
    filter: {
      key: 'minHead',
      name: 'head at least',
      value: 'number',
      is: 'least',
      dimension: 'head',
      usual: 'm',
      range: [0, 1e6],
    },
  },
  { key: 'efficiency', of: (m) => pump(m).efficiency, heading: 'η %', width: 32, shown: { as: 'percent' } },
  { key: 'npshr', of: (m) => pump(m).npshr, heading: 'NPSHR', width: 54, shown: { as: 'quantity', dimension: 'head' } },
  {
    key: 'power',
    of: (m) => pump(m).power,
    heading: 'power',
    hint: 'at best efficiency, largest diameter, on water',
    width: 66,
    shown: { as: 'quantity', dimension: 'power' },
    isMore: true,
  },
  {
    key: 'specificSpeed',
    of: (m) => pump(m).specificSpeed,
    heading: 'nq',
    hint: 'specific speed: rpm, m³/s, m',
    width: 44,
    shown: { as: 'number', digits: 1 },
    isMore: true,
    sheet: 'specific speed',
  },
  {
    key: 'suctionSpecificSpeed',
    of: (m) => pump(m).suctionSpecificSpeed,
    heading: 'nss',
    hint: 'suction specific speed: rpm, m³/s, m',
    width: 44,
    shown: { as: 'number', digits: 0 },
    isMore: true,
    sheet: 'suction specific speed',
  },
  {
    key: 'stages',
    of: (m) => [pump(m).stages, pump(m).mostStages],
    heading: 'stages',
    width: 56,
    shown: { as: 'range' },
    isMore: true,
  },
  { key: 'size', of: (m) => m.size, heading: 'size', width: 60, shown: { as: 'text' }, isMore: true, sheet: true },
  {
    key: 'materials',
    path: ['materials'],
    heading: 'materials',
    width: 110,
    shown: { as: 'word' },
    isMore: true,
    sheet: true,
    aliases: ['material', 'materialofconstruction'],
    filter: { key: 'material', name: 'material', value: 'word', is: 'same', isCommon: true },
  },
  {
    key: 'liquids',
    path: ['liquids'],
    heading: 'liquids',
    width: 110,
    shown: { as: 'word' },
    isMore: true,
    sheet: true,
    aliases: ['liquid', 'medium', 'media', 'pumpedliquid'],
    filter: { key: 'liquid', name: 'liquid', value: 'word', is: 'same', isCommon: true },
  },
  {
    key: 'uses',
    path: ['uses'],
    heading: 'uses',
    width: 110,
    shown: { as: 'word' },
    isMore: true,
    sheet: true,
    aliases: ['use', 'application', 'applications'],
    filter: { key: 'use', name: 'use', value: 'word', is: 'same' },
  },
  {
    key: 'minFlow',
    path: ['minFlow'],
    heading: 'least flow',
    hint: 'least continuous flow, as the maker gives it',
    width: 66,
    shown: { as: 'quantity', dimension: 'flow' },
    isMore: true,
    sheet: 'least continuous flow',
    isLimit: true,
    aliases: ['minimumflow', 'qmin', 'mcsf', 'mcf', 'minimumcontinuousflow'],
  },
  {
    key: 'outsideDiameter',
    path: ['outsideDiameter'],
    heading: 'outside Ø',
    width: 70,
    shown: { as: 'quantity', dimension: 'diameter' },
    isMore: true,
    sheet: true,
    isLimit: true,
  },
  { ...mains(['frequency']), isMore: true },
  phases(['motor', 'phases']),
  MAKER,
  {
    key: 'data',
    of: (m) => m.warnings?.length,
    heading: 'data',
    hint: 'whether the data agree: ● they do, ◐ something is odd, – typical or no curve that can be drawn',
    width: 34,
    shown: { as: 'drawn' },
  },
  ...LAST,
] as const satisfies readonly ModelColumn[];

const VALVES = [
  NAME,
  {
    key: 'type',
    of: (m) => m.type,
    heading: 'type',
    width: 116,
    shown: { as: 'word' },
    filter: { key: 'type', name: 'type', value: 'word', is: 'same', words: VALVE_TYPES, isCommon: true },
  },
  { key: 'size', of: (m) => m.size, heading: 'size', width: 60, shown: { as: 'text' }, sheet: true },
  {
    key: 'kv',
    of: (m) => valve(m).ratedKv,
    heading: 'rated Kv',
    hint: 'rated coefficient: Kv, or Cv in US units',
    width: 66,
    shown: { as: 'coefficient' },
    filter: { key: 'minKv', name: 'rated Kv at least', value: 'number', is: 'least', range: [0, 1e6] },
  },
  {
    key: 'characteristic',
    of: (m) => valve(m).characteristic,
    heading: 'characteristic',
    width: 116,
    shown: { as: 'word' },
    sheet: true,
  },
  {
    key: 'rangeability',
    of: (m) => valve(m).rangeability,
    heading: 'range',
    hint: 'inherent rangeability',
    width: 50,
    shown: { as: 'number' },
    sheet: 'rangeability',
  },
  { key: 'fl', of: (m) => valve(m).fl, heading: 'FL', width: 44, shown: { as: 'number', digits: 2 } },
  { key: 'xfz', of: (m) => valve(m).xfz, heading: 'xFz', width: 44, shown: { as: 'number', digits: 2 } },
  {
    key: 'pressureClass',
    path: ['pressureClass'],
    heading: 'class',
    hint: 'pressure class',
    width: 60,
    shown: { as: 'text' },
    isMore: true,
    sheet: 'pressure class',
    aliases: ['pn', 'rating', 'class'],
  },
  MAKER,
  ...LAST,
] as const satisfies readonly ModelColumn[];

const MOTORS = [
  NAME,
  {
    key: 'ratedPower',
    path: ['ratedPower'],
    heading: 'rated',
    width: 74,
    shown: { as: 'quantity', dimension: 'power', digits: 4 },
  },
  { key: 'poles', path: ['poles'], heading: 'poles', width: 46, shown: { as: 'number' }, sheet: true },
  mains(['frequency']),
  {
    key: 'full',
    of: (m) => lastOf(m.summary?.efficiency),
    heading: 'η %',
    hint: 'at full load',
    width: 50,
    shown: { as: 'percent' },
    isUnsorted: true,
  },
  {
    key: 'frame',
    path: ['frame'],
    heading: 'frame',
    width: 60,
    shown: { as: 'text' },
    sheet: true,
    aliases: ['iecframe', 'motorframe'],
  },
  { ...phases(['phases']), sheet: true },
  MAKER,
  ...LAST,
] as const satisfies readonly ModelColumn[];

function lastOf(x: unknown): number | null {
  const last: unknown = Array.isArray(x) ? x[x.length - 1] : x;
  return typeof last === 'number' ? last : null;
}

/** The columns of each kind in the order in which they are listed. */
export const MODEL_COLUMNS: Readonly<Record<ModelKind, readonly ModelColumn[]>> = {
  pumps: PUMPS,
  valves: VALVES,
  motors: MOTORS,
};

/** `end-suction` → end suction */
export const spoken = (word: string): string => word.replace(/-/g, ' ');

/** What of an entry is kept with a list of models, by the key of its column. @param read in SI */
export function wordsOf(kind: ModelKind, read: Readonly<Record<string, unknown>>): ModelHead['words'] {
  const words: Record<string, unknown> = {};
  for (const { key, path } of MODEL_COLUMNS[kind]) {
    const value = path?.reduce<unknown>((at, k) => (at as Record<string, unknown> | undefined)?.[k], read);
    if (value !== undefined) words[key] = value;
  }
  return words as ModelHead['words'];
}

/** What a model says in a column; undefined where it does not say it. */
export function knownOf(column: ModelColumn, m: Described): Exclude<Known, null> {
  const known = column.of ? column.of(m) : m.words[column.key];
  return known === null || (Array.isArray(known) && known.every((v) => v === null || v === undefined)) ? undefined : known;
}

type Columns = (typeof PUMPS | typeof VALVES | typeof MOTORS)[number];
type FilterOf<C> = C extends { filter: infer F } ? F : never;
/** Narrowed by: what is not given does not matter. Numbers in SI. */
export type ModelFilter<C = Columns> = {
  [F in FilterOf<C> as F extends { key: infer K extends string } ? K : never]?: F extends { value: 'word' } ? string : number;
};
/** In trade terms, what a pump of a catalogue has to be. */
export type PumpFilter = ModelFilter<(typeof PUMPS)[number]>;
