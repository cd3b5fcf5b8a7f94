import type { Dimension } from '../units/units.js';
import type { LineResult, LossResult, PipeResult, PointResult, PumpResult, ValveResult } from './results.js';

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
  heading?: string;
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
  label: string;
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
  totalHead: { label: 'total head', shown: 'head', digits: { figures: 4 }, on: { point: { heading: 'head' } } },
  staticPressure: { label: 'static pressure', shown: 'absolutePressure', on: { point: { heading: '', read: 'pressure' } } },
  totalPressure: { label: 'total pressure', shown: 'absolutePressure', on: { point: STANDS } },
  drawdown: { label: 'drawdown', shown: 'length', on: { point: { isSwept: true } } },
  aquiferLoss: { label: 'aquifer loss', shown: 'length', on: { point: STANDS } },
  wellLoss: { label: 'well loss', shown: 'length', on: { point: STANDS } },
  outflow: { label: 'outflow', shown: 'flow', on: { point: { heading: 'out' } } },
  flow: {
    label: 'flow',
    shown: 'flow',
    on: {
      line: { read: 'flow' },
      pipe: { isSwept: true, read: 'flow' },
      pump: { heading: '', isSwept: true, read: 'flow' },
      'control-valve': { heading: '', isSwept: true, read: 'flow' },
      loss: { heading: '', isSwept: true, read: 'flow' },
    },
  },
  surfaceFlow: { label: 'flow at the surface', shown: 'flow', on: { line: STANDS } },
  cells: { label: 'cells followed', shown: 'number', digits: { decimals: 0 }, on: { line: STANDS } },
  velocity: { label: 'velocity', shown: 'velocity', on: { pipe: { heading: 'velocity', isSwept: true } } },
  reynolds: { label: 'Re', shown: 'number', digits: { per: 1e6, decimals: 2 }, on: { pipe: { heading: 'Re ×10⁶' } } },
  frictionFactor: { label: 'Darcy f', shown: 'number', digits: { decimals: 4 }, on: { pipe: { heading: 'Darcy f' } } },
  frictionLoss: { label: 'friction', shown: 'head', on: { pipe: STANDS } },
  fittingLoss: { label: 'fittings', shown: 'head', on: { pipe: STANDS } },
  headLoss: { label: 'head loss', shown: 'head', on: { pipe: { isSwept: true }, 'control-valve': STANDS, loss: STANDS } },
  inletPressure: { label: 'inlet pressure', shown: 'absolutePressure', on: gauges('inletPressure') },
  outletPressure: { label: 'outlet pressure', shown: 'absolutePressure', on: gauges('outletPressure') },
  head: { label: 'head', shown: 'head', on: { pump: { heading: '', isSwept: true, read: 'head' } } },
  efficiency: { label: 'efficiency', shown: 'percent', on: { pump: { heading: 'η %', isSwept: true } } },
  shaftPower: { label: 'shaft power', shown: 'power', on: { pump: { heading: '', isSwept: true, read: 'shaftPower' } } },
  npsha: { label: 'NPSHA', shown: 'head', on: { pump: { heading: 'NPSHA', isSwept: true } } },
  npshr: { label: 'NPSHR', shown: 'head', on: { pump: { heading: 'NPSHR', isSwept: true } } },
  drop: {
    label: 'drop',
    shown: 'pressureDifference',
    on: {
      'control-valve': { heading: 'Δp', isSwept: true, read: 'drop' },
      loss: { heading: 'Δp', isSwept: true, read: 'drop' },
    },
  },
  kv: { label: 'Kv', shown: 'number', digits: { decimals: 1 }, on: { 'control-valve': { heading: 'Kv', isSwept: true } } },
  cv: { label: 'Cv', shown: 'number', on: { 'control-valve': STANDS } },
  opening: {
    label: 'opening',
    shown: 'percent',
    on: { 'control-valve': { heading: 'open %', isSwept: true, read: 'opening' } },
  },
  chokedDrop: { label: 'choked drop', shown: 'pressureDifference', on: { 'control-valve': STANDS } },
  fr: { label: 'FR', shown: 'number', on: { 'control-valve': STANDS } },
  fp: { label: 'FP', shown: 'number', on: { 'control-valve': STANDS } },
  hydraulicPower: { label: 'hydraulic power', shown: 'power', on: { pump: STANDS } },
  speed: { label: 'speed', shown: 'speed', on: { pump: STANDS } },
  diameter: { label: 'impeller diameter', shown: 'diameter', on: { pump: STANDS } },
  stages: { label: 'stages', shown: 'count', on: { pump: STANDS } },
  running: { label: 'units running', shown: 'count', on: { pump: STANDS } },
  bestFlow: { label: 'best-efficiency flow', shown: 'flow', on: { pump: STANDS } },
  flowRatio: { label: '% BEP', shown: 'percent', on: { pump: STANDS } },
  b: { label: 'B', shown: 'number', on: { pump: STANDS } },
  cq: { label: 'CQ', shown: 'number', on: { pump: STANDS } },
  ch: { label: 'CH', shown: 'number', on: { pump: STANDS } },
  ceta: { label: 'Cη', shown: 'number', on: { pump: STANDS } },
  specificSpeed: { label: 'specific speed', shown: 'number', on: { pump: STANDS } },
  suctionSpecificSpeed: { label: 'suction specific speed', shown: 'number', on: { pump: STANDS } },
  suctionEnergy: { label: 'suction energy', shown: 'number', on: { pump: STANDS } },
  inputPower: { label: 'input power', shown: 'power', on: { pump: { read: 'inputPower' } } },
  motorEfficiency: { label: 'motor efficiency', shown: 'percent', on: { pump: STANDS } },
  powerFactor: { label: 'power factor', shown: 'number', on: { pump: STANDS } },
  current: { label: 'current', shown: 'current', on: { pump: { read: 'current' } } },
  cableDrop: { label: 'voltage drop of the cable', shown: 'percent', on: { pump: STANDS } },
  motorVoltage: { label: 'voltage at the motor', shown: 'voltage', on: { pump: STANDS } },
  motorVelocity: { label: 'velocity past the motor', shown: 'velocity', on: { pump: STANDS } },
  startTorque: { label: 'starting torque over that of the pump', shown: 'number', on: { pump: STANDS } },
  driveLoss: { label: 'loss of the drive', shown: 'power', on: { pump: STANDS } },
  gasHead: { label: 'head over the release of gas', shown: 'head', on: { pump: STANDS } },
  greatestPower: { label: 'greatest shaft power', shown: 'power', on: { pump: STANDS } },
  heatDuty: { label: 'heat given to the liquid', shown: 'power', on: { loss: STANDS } },
  temperature: { label: 'temperature', shown: 'temperature', on: { point: STANDS } },
  inletTemperature: { label: 'temperature at the inlet', shown: 'temperature', on: ALONG },
  outletTemperature: { label: 'temperature at the outlet', shown: 'temperature', on: ALONG },
  density: { label: 'density', shown: 'density', on: { point: STANDS, ...ALONG } },
  kinematicViscosity: { label: 'kinematic viscosity', shown: 'kinematicViscosity', on: ALONG },
  vapourPressure: { label: 'vapour pressure', shown: 'absolutePressure', on: ALONG },
  freeGas: { label: 'free gas', shown: 'percent', on: ALONG },
};

export const FIGURE_KEYS = Object.keys(FIGURE_TABLE) as readonly FigureKey[];

export const isFigure = (key: string): key is FigureKey => Object.hasOwn(FIGURE_TABLE, key);

/** What is made of a figure at a holder; undefined where it does not stand. */
export const usageOf = (key: FigureKey, holder: Holder): Use | undefined =>
  (FIGURE_TABLE[key].on as Readonly<Partial<Record<Holder, Use>>>)[holder];

/** A column of a table of results. */
export interface ResultFigure {
  key: FigureKey;
  heading: string;
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
