import { PUMP_TYPES, VALVE_TYPES } from '../document/fields.js';
import type { ModelHead, ModelKind } from '../document/stored.js';
import type { ColumnFilter, Described, ModelColumn } from './model-column.js';
import type { PumpSummary, ValveSummary } from './summary.js';
import { word, type Word } from '../words/word.js';

/*
 * What is known of a model beside its curves, a row each: where it stands, what it is called, how it is shown, by what it is sorted, and
 * how a list, a search and a ranking are narrowed by it. List, filters, data sheet, import, API and command line are made from these.
 */

const pump = (m: Described): Partial<PumpSummary> => m.summary ?? {};
const valve = (m: Described): Partial<ValveSummary> => m.summary ?? {};

/** Hz by which the mains of two makers may differ in writing */
const SAME_MAINS = 0.5;

const NAME = {
  key: 'name',
  of: (m) => m.name,
  heading: word('column.make-and-size'),
  width: 144,
  shown: { as: 'drawn' },
} satisfies ModelColumn;
const MAKER = {
  key: 'maker',
  of: (m) => m.maker,
  heading: word('column.maker'),
  width: 90,
  shown: { as: 'text' },
  filter: { key: 'maker', name: word('column.name.maker'), value: 'word', is: 'same' },
} as const satisfies ModelColumn;
const mains = <P extends readonly string[]>(path: P) =>
  ({
    key: 'frequency',
    path,
    heading: word('column.hz'),
    width: 40,
    shown: { as: 'number' },
    filter: {
      key: 'frequency',
      name: word('column.name.mains'),
      value: 'number',
      is: 'same',
      dimension: 'frequency',
      usual: 'Hz',
      range: [1, 1000],
      example: '50',
      said: { 50: word('choice.50-hz'), 60: word('choice.60-hz') },
      within: SAME_MAINS,
      isCommon: true,
    },
  }) as const satisfies ModelColumn;
const phases = <P extends readonly string[]>(path: P) =>
  ({
    key: 'phases',
    path,
    heading: word('column.phases'),
    width: 48,
    shown: { as: 'number' },
    isMore: true,
    filter: {
      key: 'phases',
      name: word('column.name.phases'),
      value: 'number',
      is: 'same',
      numbers: [1, 3],
      example: '3',
      said: { 1: word('choice.single-phase'), 3: word('choice.three-phases') },
    },
  }) as const satisfies ModelColumn;
/** what a maker lists in words of the trade */
const tradeWords = <const F extends ColumnFilter>(key: string, heading: Word, filter: F, aliases: readonly string[]) =>
  ({
    key,
    path: [key],
    heading,
    width: 110,
    shown: { as: 'word' },
    isMore: true,
    sheet: true,
    aliases,
    filter,
  }) as const satisfies ModelColumn;
const LAST = [
  {
    key: 'from',
    of: (m) => m.from,
    heading: word('column.from'),
    hint: word('column.hint.origin-of-the-data'),
    width: 54,
    shown: { as: 'text' },
    isMore: true,
  },
  { key: 'revision', of: (m) => m.revision, heading: word('column.rev'), width: 34, shown: { as: 'number' }, isMore: true },
  { key: 'saved', of: (m) => m.savedAt, heading: word('column.changed'), width: 84, shown: { as: 'day' }, isMore: true },
] as const satisfies readonly ModelColumn[];

/** what an offer says */
const OFFER = [
  {
    key: 'price',
    path: ['price'],
    heading: word('column.price'),
    width: 84,
    shown: { as: 'text' },
    isMore: true,
    sheet: true,
    aliases: ['listprice', 'netprice', 'preis', 'listenpreis', 'nettopreis', 'prix', 'prixnet', 'precio', 'prezzo', 'preco', 'cena', 'pris'], // prettier-ignore
  },
  {
    key: 'deliveryTime',
    path: ['deliveryTime'],
    heading: word('column.delivery'),
    width: 84,
    shown: { as: 'number', digits: 0 },
    isMore: true,
    sheet: true,
    aliases: ['delivery', 'leadtime', 'lieferzeit', 'delai', 'delaidelivraison', 'plazodeentrega', 'tempidiconsegna', 'prazodeentrega', 'czasdostawy', 'leveranstid'], // prettier-ignore
  },
  {
    key: 'weight',
    path: ['weight'],
    heading: word('column.weight'),
    width: 64,
    shown: { as: 'quantity', dimension: 'weight' },
    isMore: true,
    sheet: true,
    aliases: ['mass', 'gewicht', 'masse', 'poids', 'peso', 'masa', 'waga', 'vikt'],
  },
] as const satisfies readonly ModelColumn[];

const PUMPS = [
  NAME,
  {
    key: 'strip',
    heading: word('column.flow-and-duties'),
    hint: word('column.hint.flow-range-up-to-the-end-of'),
    width: 110,
    shown: { as: 'drawn' },
    isUnsorted: true,
  },
  {
    key: 'type',
    of: (m) => m.type,
    heading: word('column.type'),
    width: 116,
    shown: { as: 'word' },
    isMore: true,
    filter: { key: 'type', name: word('column.name.type'), value: 'word', is: 'same', words: PUMP_TYPES, isCommon: true },
  },
  {
    key: 'diameter',
    of: (m) => [pump(m).minDiameter, pump(m).maxDiameter],
    heading: word('column.diameter-range'),
    width: 70,
    shown: { as: 'range', dimension: 'diameter' },
  },
  {
    key: 'speed',
    path: ['speed'],
    // one whose curve cannot be drawn says it all the same
    of: (m) => pump(m).speed ?? m.words.speed,
    heading: word('column.rpm'),
    width: 36,
    shown: { as: 'number', digits: 0 },
    filter: {
      key: 'maxSpeed',
      name: word('column.name.maximum-speed'),
      value: 'number',
      is: 'most',
      dimension: 'speed',
      usual: 'rpm',
      range: [1e-3, 1e5],
      example: '"3000 rpm"',
    },
  },
  {
    key: 'flow',
    of: (m) => pump(m).best?.flow,
    heading: word('column.bep'),
    width: 58,
    shown: { as: 'quantity', dimension: 'flow' },
  },
  {
    key: 'head',
    of: (m) => pump(m).best?.head,
    heading: word('column.head'),
    width: 46,
    shown: { as: 'quantity', dimension: 'head' },
    filter: {
      key: 'minHead',
      name: word('column.name.minimum-head'),
      value: 'number',
      is: 'least',
      dimension: 'head',
      usual: 'm',
      range: [0, 1e6],
      example: '"50 m"',
    },
  },
  { key: 'efficiency', of: (m) => pump(m).efficiency, heading: word('column.eta-pct'), width: 32, shown: { as: 'percent' } },
  {
    key: 'npshr',
    of: (m) => pump(m).npshr,
    heading: word('column.npshr'),
    width: 54,
    shown: { as: 'quantity', dimension: 'head' },
  },
  {
    key: 'power',
    of: (m) => pump(m).power,
    heading: word('column.power'),
    hint: word('column.hint.at-best-efficiency-largest-diameter-on-water'),
    width: 66,
    shown: { as: 'quantity', dimension: 'power' },
    isMore: true,
  },
  {
    key: 'specificSpeed',
    of: (m) => pump(m).specificSpeed,
    heading: word('column.nq'),
    hint: word('column.hint.specific-speed-rpm-m-s-m'),
    width: 44,
    shown: { as: 'number', digits: 1 },
    isMore: true,
    sheet: word('column.sheet.specific-speed'),
  },
  {
    key: 'suctionSpecificSpeed',
    of: (m) => pump(m).suctionSpecificSpeed,
    heading: word('column.nss'),
    hint: word('column.hint.suction-specific-speed-rpm-m-s-m'),
    width: 44,
    shown: { as: 'number', digits: 0 },
    isMore: true,
    sheet: word('column.sheet.suction-specific-speed'),
  },
  {
    key: 'stages',
    of: (m) => [pump(m).stages, pump(m).mostStages],
    heading: word('column.stages'),
    width: 56,
    shown: { as: 'range' },
    isMore: true,
  },
  { key: 'size', of: (m) => m.size, heading: word('column.size'), width: 60, shown: { as: 'text' }, isMore: true, sheet: true },
  tradeWords(
    'materials',
    word('column.materials'),
    { key: 'material', name: word('column.name.material'), value: 'word', is: 'same', isCommon: true },
    ['material', 'materialofconstruction'],
  ),
  tradeWords(
    'liquids',
    word('column.liquids'),
    { key: 'liquid', name: word('column.name.liquid'), value: 'word', is: 'same', isCommon: true },
    ['liquid', 'medium', 'media', 'pumpedliquid'],
  ),
  tradeWords('uses', word('column.uses'), { key: 'use', name: word('column.name.use'), value: 'word', is: 'same' }, [
    'use',
    'application',
    'applications',
  ]),
  {
    key: 'minFlow',
    path: ['minFlow'],
    heading: word('column.min-flow'),
    hint: word('column.hint.minimum-continuous-flow-from-the-maker'),
    width: 66,
    shown: { as: 'quantity', dimension: 'flow' },
    isMore: true,
    sheet: word('column.sheet.minimum-continuous-flow'),
    isLimit: true,
    aliases: ['minimumflow', 'qmin', 'mcsf', 'mcf', 'minimumcontinuousflow'],
  },
  {
    key: 'outsideDiameter',
    path: ['outsideDiameter'],
    heading: word('column.outside-diameter'),
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
    heading: word('column.data'),
    hint: word('column.hint.consistency-of-the-data-consistent-questionable-typical'),
    width: 34,
    shown: { as: 'drawn' },
  },
  ...OFFER,
  ...LAST,
] as const satisfies readonly ModelColumn[];

const VALVES = [
  NAME,
  {
    key: 'type',
    of: (m) => m.type,
    heading: word('column.type'),
    width: 116,
    shown: { as: 'word' },
    filter: { key: 'type', name: word('column.name.type'), value: 'word', is: 'same', words: VALVE_TYPES, isCommon: true },
  },
  { key: 'size', of: (m) => m.size, heading: word('column.size'), width: 60, shown: { as: 'text' }, sheet: true },
  {
    key: 'kv',
    of: (m) => valve(m).ratedKv,
    heading: word('column.rated-kv'),
    hint: word('column.hint.rated-coefficient-kv-or-cv-in-us'),
    width: 66,
    shown: { as: 'coefficient' },
    filter: {
      key: 'minKv',
      name: word('column.name.minimum-rated-kv'),
      value: 'number',
      is: 'least',
      range: [0, 1e6],
      example: '40',
    },
  },
  {
    key: 'characteristic',
    of: (m) => valve(m).characteristic,
    heading: word('column.characteristic'),
    width: 116,
    shown: { as: 'word' },
    sheet: true,
  },
  {
    key: 'rangeability',
    of: (m) => valve(m).rangeability,
    heading: word('column.range'),
    hint: word('column.hint.inherent-rangeability'),
    width: 50,
    shown: { as: 'number' },
    sheet: word('column.sheet.rangeability'),
  },
  { key: 'fl', of: (m) => valve(m).fl, heading: word('column.fl'), width: 44, shown: { as: 'number', digits: 2 } },
  { key: 'xfz', of: (m) => valve(m).xfz, heading: word('column.xfz'), width: 44, shown: { as: 'number', digits: 2 } },
  {
    key: 'pressureClass',
    path: ['pressureClass'],
    heading: word('column.class'),
    hint: word('column.hint.pressure-class'),
    width: 60,
    shown: { as: 'text' },
    isMore: true,
    sheet: word('column.sheet.pressure-class'),
    aliases: ['pn', 'rating', 'class'],
  },
  {
    key: 'ratedPressure',
    path: ['ratedPressure'],
    heading: word('column.rated-p'),
    hint: word('column.hint.allowable-pressure-of-the-body-gauge'),
    width: 66,
    shown: { as: 'quantity', dimension: 'pressure' },
    isMore: true,
    sheet: word('column.sheet.rated-pressure'),
    aliases: ['maxpressure', 'pmax', 'maximumpressure', 'designpressure'],
  },
  MAKER,
  ...OFFER,
  ...LAST,
] as const satisfies readonly ModelColumn[];

const MOTORS = [
  NAME,
  {
    key: 'ratedPower',
    path: ['ratedPower'],
    heading: word('column.rated'),
    width: 74,
    shown: { as: 'quantity', dimension: 'power', digits: 4 },
  },
  { key: 'poles', path: ['poles'], heading: word('column.poles'), width: 46, shown: { as: 'number' }, sheet: true },
  mains(['frequency']),
  {
    key: 'full',
    of: (m) => lastOf(m.summary?.efficiency),
    heading: word('column.eta-pct'),
    hint: word('column.hint.at-full-load'),
    width: 50,
    shown: { as: 'percent' },
    isUnsorted: true,
  },
  {
    key: 'frame',
    path: ['frame'],
    heading: word('column.frame'),
    width: 60,
    shown: { as: 'text' },
    sheet: true,
    aliases: ['iecframe', 'motorframe'],
  },
  { ...phases(['phases']), sheet: true },
  MAKER,
  ...OFFER,
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

/** What of an entry is kept with a list of models, by the key of its column. @param read in SI */
export function wordsOf(kind: ModelKind, read: Readonly<Record<string, unknown>>): ModelHead['words'] {
  const words: Record<string, unknown> = {};
  for (const { key, path } of MODEL_COLUMNS[kind]) {
    const value = path?.reduce<unknown>((at, k) => (at as Record<string, unknown> | undefined)?.[k], read);
    if (value !== undefined) words[key] = value;
  }
  return words as ModelHead['words'];
}

type Columns = (typeof PUMPS | typeof VALVES | typeof MOTORS)[number];
type FilterOf<C> = C extends { filter: infer F } ? F : never;
/** Narrowed by: what is not given does not matter. Numbers in SI. */
export type ModelFilter<C = Columns> = {
  [F in FilterOf<C> as F extends { key: infer K extends string } ? K : never]?: F extends { value: 'word' } ? string : number;
};
/** In trade terms, what a pump of a catalogue has to be. */
export type PumpFilter = ModelFilter<(typeof PUMPS)[number]>;
