import type { Dimension } from '../units/units.js';
import type { LineResult, LossResult, PipeResult, PointResult, PumpResult, ValveResult } from './results.js';
import { word, type Word } from '../words/word.js';

/* The figures of the results, each once: what it is called, in which unit it is shown, where it stands, and what is made of it there.
   Tables, the ledger, sweeps, readings and words are read from here. A figure of results.ts without a row does not compile. */

interface Results {
  point: PointResult;
  line: LineResult;
  pipe: PipeResult;
  pump: PumpResult;
  'control-valve': ValveResult;
  loss: LossResult;
}

/** whose results hold it */
export type Holder = keyof Results;

type NumbersOf<T> = { [K in keyof T]-?: NonNullable<T[K]> extends number ? K : never }[keyof T] & string;

/** every number of the results */
export type FigureKey = { [H in Holder]: NumbersOf<Results[H]> }[Holder];

type HoldersOf<K extends FigureKey> = { [H in Holder]: K extends NumbersOf<Results[H]> ? H : never }[Holder];

/** What is made of a figure at one holder. */
export interface Use {
  /** the head of its column in the holder's own table, before the unit; without one it has no column there */
  heading?: Word | '';
  /** worth a curve while an input is moved */
  isSwept?: true;
  /** an instrument shows it, by this name */
  read?: ReadFigure;
}

/** what an instrument shows; a pressure at a point is the static one */
export const READ_FIGURES = [
  'flow',
  'inletPressure',
  'outletPressure',
  'pressure',
  'head',
  'drop',
  'shaftPower',
  'inputPower',
  'current',
  'opening',
] as const;

export type ReadFigure = (typeof READ_FIGURES)[number];

/** How a figure is shown: in the unit of its dimension, as a share in percent, in amperes, as a whole number, or plainly. */
export type FigureShown = Dimension | 'percent' | 'current' | 'count' | 'number';

/** The dimension in whose unit it is shown; null for one without. */
export const dimensionShown = (shown: FigureShown): Dimension | null =>
  shown === 'percent' || shown === 'current' || shown === 'count' || shown === 'number' ? null : shown;

/** How its number is written where it is not in three significant figures: so many decimals, or figures, after it was divided. */
export interface Digits {
  decimals?: number;
  figures?: number;
  per?: number;
}

export interface Figure<K extends FigureKey = FigureKey> {
  /** in the words of the trade */
  label: Word;
  shown: FigureShown;
  digits?: Digits;
  on: { readonly [H in HoldersOf<K>]: Use };
}

/** it stands there, and nothing more is made of it */
const STANDS: Use = {};
const ALONG = { pipe: STANDS, pump: STANDS, 'control-valve': STANDS, loss: STANDS };
/** a gauge at the inlet or the outlet of each */
const gauges = (read: ReadFigure) => ({ pipe: { read }, pump: { read }, 'control-valve': { read }, loss: { read } });

/** In the order of the columns of tables. */
export const FIGURE_TABLE: { readonly [K in FigureKey]: Figure<K> } = {
  totalHead: {
    label: word('figure.total-head'),
    shown: 'head',
    digits: { figures: 4 },
    on: { point: { heading: word('figure.head.head') } },
  },
  staticPressure: {
    label: word('figure.static-pressure'),
    shown: 'absolutePressure',
    on: { point: { heading: '', read: 'pressure' } },
  },
  totalPressure: { label: word('figure.total-pressure'), shown: 'absolutePressure', on: { point: STANDS } },
  drawdown: { label: word('figure.drawdown'), shown: 'length', on: { point: { isSwept: true } } },
  aquiferLoss: { label: word('figure.aquifer-loss'), shown: 'length', on: { point: STANDS } },
  wellLoss: { label: word('figure.well-loss'), shown: 'length', on: { point: STANDS } },
  outflow: { label: word('figure.outflow'), shown: 'flow', on: { point: { heading: word('figure.head.outflow') } } },
  flow: {
    label: word('figure.flow'),
    shown: 'flow',
    on: {
      line: { read: 'flow' },
      pipe: { isSwept: true, read: 'flow' },
      pump: { heading: '', isSwept: true, read: 'flow' },
      'control-valve': { heading: '', isSwept: true, read: 'flow' },
      loss: { heading: '', isSwept: true, read: 'flow' },
    },
  },
  surfaceFlow: { label: word('figure.flow-at-surface-conditions'), shown: 'flow', on: { line: STANDS } },
  cells: { label: word('figure.calculation-steps'), shown: 'number', digits: { decimals: 0 }, on: { line: STANDS } },
  velocity: {
    label: word('figure.velocity'),
    shown: 'velocity',
    on: { pipe: { heading: word('figure.head.velocity'), isSwept: true } },
  },
  reynolds: {
    label: word('figure.re'),
    shown: 'number',
    digits: { per: 1e6, decimals: 2 },
    on: { pipe: { heading: word('figure.head.re-x10') } },
  },
  frictionFactor: {
    label: word('figure.darcy-f'),
    shown: 'number',
    digits: { decimals: 4 },
    on: { pipe: { heading: word('figure.head.darcy-f') } },
  },
  frictionLoss: { label: word('figure.friction'), shown: 'head', on: { pipe: STANDS } },
  fittingLoss: { label: word('figure.fittings'), shown: 'head', on: { pipe: STANDS } },
  headLoss: {
    label: word('figure.head-loss'),
    shown: 'head',
    on: { pipe: { isSwept: true }, 'control-valve': STANDS, loss: STANDS },
  },
  inletPressure: { label: word('figure.inlet-pressure'), shown: 'absolutePressure', on: gauges('inletPressure') },
  outletPressure: { label: word('figure.outlet-pressure'), shown: 'absolutePressure', on: gauges('outletPressure') },
  head: { label: word('figure.head'), shown: 'head', on: { pump: { heading: '', isSwept: true, read: 'head' } } },
  efficiency: {
    label: word('figure.efficiency'),
    shown: 'percent',
    on: { pump: { heading: word('figure.head.eta-pct'), isSwept: true } },
  },
  shaftPower: {
    label: word('figure.shaft-power'),
    shown: 'power',
    on: { pump: { heading: '', isSwept: true, read: 'shaftPower' } },
  },
  npsha: { label: word('figure.npsha'), shown: 'head', on: { pump: { heading: word('figure.head.npsha'), isSwept: true } } },
  npshr: { label: word('figure.npshr'), shown: 'head', on: { pump: { heading: word('figure.head.npshr'), isSwept: true } } },
  drop: {
    label: word('figure.drop'),
    shown: 'pressureDifference',
    on: {
      'control-valve': { heading: word('figure.head.dp'), isSwept: true, read: 'drop' },
      loss: { heading: word('figure.head.dp'), isSwept: true, read: 'drop' },
    },
  },
  kv: {
    label: word('figure.kv'),
    shown: 'number',
    digits: { decimals: 1 },
    on: { 'control-valve': { heading: word('figure.head.kv'), isSwept: true } },
  },
  cv: { label: word('figure.cv'), shown: 'number', on: { 'control-valve': STANDS } },
  opening: {
    label: word('figure.opening'),
    shown: 'percent',
    on: { 'control-valve': { heading: word('figure.head.open-pct'), isSwept: true, read: 'opening' } },
  },
  chokedDrop: { label: word('figure.choked-drop'), shown: 'pressureDifference', on: { 'control-valve': STANDS } },
  fr: { label: word('figure.fr'), shown: 'number', on: { 'control-valve': STANDS } },
  fp: { label: word('figure.fp'), shown: 'number', on: { 'control-valve': STANDS } },
  hydraulicPower: { label: word('figure.hydraulic-power'), shown: 'power', on: { pump: STANDS } },
  speed: { label: word('figure.speed'), shown: 'speed', on: { pump: STANDS } },
  diameter: { label: word('figure.impeller-diameter'), shown: 'diameter', on: { pump: STANDS } },
  stages: { label: word('figure.stages'), shown: 'count', on: { pump: STANDS } },
  running: { label: word('figure.units-running'), shown: 'count', on: { pump: STANDS } },
  bestFlow: { label: word('figure.best-efficiency-flow'), shown: 'flow', on: { pump: STANDS } },
  flowRatio: { label: word('figure.pct-bep'), shown: 'percent', on: { pump: STANDS } },
  b: { label: word('figure.b'), shown: 'number', on: { pump: STANDS } },
  cq: { label: word('figure.cq'), shown: 'number', on: { pump: STANDS } },
  ch: { label: word('figure.ch'), shown: 'number', on: { pump: STANDS } },
  ceta: { label: word('figure.ceta'), shown: 'number', on: { pump: STANDS } },
  specificSpeed: { label: word('figure.specific-speed'), shown: 'number', on: { pump: STANDS } },
  suctionSpecificSpeed: { label: word('figure.suction-specific-speed'), shown: 'number', on: { pump: STANDS } },
  suctionEnergy: { label: word('figure.suction-energy'), shown: 'number', on: { pump: STANDS } },
  inputPower: { label: word('figure.input-power'), shown: 'power', on: { pump: { read: 'inputPower' } } },
  motorEfficiency: { label: word('figure.motor-efficiency'), shown: 'percent', on: { pump: STANDS } },
  powerFactor: { label: word('figure.power-factor'), shown: 'number', on: { pump: STANDS } },
  current: { label: word('figure.current'), shown: 'current', on: { pump: { read: 'current' } } },
  cableDrop: { label: word('figure.cable-voltage-drop'), shown: 'percent', on: { pump: STANDS } },
  motorVoltage: { label: word('figure.voltage-at-the-motor'), shown: 'voltage', on: { pump: STANDS } },
  motorVelocity: { label: word('figure.velocity-past-the-motor'), shown: 'velocity', on: { pump: STANDS } },
  startTorque: { label: word('figure.motor-torque-over-pump-torque-at-start'), shown: 'number', on: { pump: STANDS } },
  driveLoss: { label: word('figure.drive-losses'), shown: 'power', on: { pump: STANDS } },
  gasHead: { label: word('figure.head-above-gas-release'), shown: 'head', on: { pump: STANDS } },
  greatestPower: { label: word('figure.maximum-shaft-power'), shown: 'power', on: { pump: STANDS } },
  heatDuty: { label: word('figure.heat-added-to-the-liquid'), shown: 'power', on: { loss: STANDS } },
  temperature: { label: word('figure.temperature'), shown: 'temperature', on: { point: STANDS } },
  inletTemperature: { label: word('figure.inlet-temperature'), shown: 'temperature', on: ALONG },
  outletTemperature: { label: word('figure.outlet-temperature'), shown: 'temperature', on: ALONG },
  density: { label: word('figure.density'), shown: 'density', on: { point: STANDS, ...ALONG } },
  kinematicViscosity: { label: word('figure.kinematic-viscosity'), shown: 'kinematicViscosity', on: ALONG },
  vapourPressure: { label: word('figure.vapour-pressure'), shown: 'absolutePressure', on: ALONG },
  freeGas: { label: word('figure.free-gas'), shown: 'percent', on: ALONG },
};

export const FIGURE_KEYS = Object.keys(FIGURE_TABLE) as readonly FigureKey[];

export const isFigure = (key: string): key is FigureKey => Object.hasOwn(FIGURE_TABLE, key);

/** What is made of a figure at a holder; undefined where it does not stand. */
export const usageOf = (key: FigureKey, holder: Holder): Use | undefined =>
  (FIGURE_TABLE[key].on as Readonly<Partial<Record<Holder, Use>>>)[holder];

/** A column of a table of results. */
export interface ResultFigure {
  key: FigureKey;
  heading: Word | '';
}

/** The columns of a holder's own table. */
export const columnsOf = (holder: Holder): readonly ResultFigure[] =>
  FIGURE_KEYS.flatMap((key) => {
    const heading = usageOf(key, holder)?.heading;
    return heading === undefined ? [] : [{ key, heading }];
  });

/** The figures of a holder that are worth a curve while an input is moved. */
export const sweptOf = (holder: Holder): readonly FigureKey[] => FIGURE_KEYS.filter((key) => usageOf(key, holder)?.isSwept);

/** The figure behind what an instrument shows. */
export const figureRead = (read: ReadFigure): FigureKey => (read === 'pressure' ? 'staticPressure' : read);

/** What instruments show at a holder. */
export const readOf = (holder: Holder): readonly ReadFigure[] => FIGURE_KEYS.flatMap((key) => usageOf(key, holder)?.read ?? []);
