import type { Fields } from '../fields/field.js';
import type { ShortForm } from '../fields/short-form.js';
import type { FluidState } from '../fluids/kind.js';
import type { Finding, Problem } from '../issues/issues.js';
import type { PumpInput, PumpPerformance } from '../pumps/pump.js';
import type { Holder } from '../results/figures.js';
import type { ElementResult, HeadBreakdown } from '../results/results.js';
import type { KeyedStep, MediumValues } from '../results/working.js';
import type { ValveInput } from '../valves/valve.js';
import type { Word } from '../words/word.js';
import type { LocalState } from './local-state.js';
import type { ElementModel, State } from './model.js';

export type Entries = Readonly<Record<string, unknown>>;

/** What an element's model is built with. */
export interface BuildContext {
  fluid: FluidState;
  /** the liquid is followed along its way: with heat, and what is around it, K */
  followed?: { isThermal: boolean; ambient: number | undefined } | undefined;
  pump: (id: string) => PumpInput | undefined;
  valve: (id: string) => ValveInput | undefined;
  /** JSON path of an entry of the element, the scenario's own when it is overridden there */
  pathOf: (key: string) => string;
  /** whether an entry stands there as null: said, but nothing */
  isNull: (key: string) => boolean;
  add: (problem: Problem) => void;
  say: (finding: Finding) => void;
}

/** What is known of an element after it was built. */
export interface BuiltElement {
  /** as the solver has it */
  model: ElementModel;
  pump?: PumpInput;
  performance?: PumpPerformance;
  valve?: ValveInput;
}

/** An element with what the solution leaves at it; heads in m, pressures in Pa absolute. */
export interface SolvedElement {
  id: string;
  model: ElementModel;
  pump: PumpInput | undefined;
  performance: PumpPerformance | undefined;
  valve: ValveInput | undefined;
  /** entries in SI after the scenario's departures */
  read: Entries;
  fluid: FluidState;
  gravity: number;
  atmosphere: number;
  /** of the liquid in it, m³/s */
  flow: number;
  /** the same in the measure in which a flow is set: of the scenario's liquid for one that was entered as a mass, or that gives way */
  setFlow: number;
  /** the liquid in it where it is followed along its way */
  local: LocalState | undefined;
  /** density of the scenario's liquid, to which total heads of the solution refer */
  reference: number;
  /** loss of total head in line direction, m of its own liquid; null where nothing determines it */
  headLoss: number | null;
  inletPressure: number | null;
  outletPressure: number | null;
  /** total heads at its two ends, m of the scenario's liquid, and their elevations */
  inletHead: number;
  outletHead: number;
  inletElevation: number;
  outletElevation: number;
  state: State;
  /** temperatures are reported */
  isThermal: boolean;
  /** elevation to which NPSH refers */
  datum: number;
  /** choked drop at the inlet with a recovery factor */
  chokedDrop: (recovery: number) => number;
  /** head that is lacking at shut elements of its line */
  shortBy: number;
  say: (finding: Finding) => void;
  /** the scenario is solved, but not as it was asked for */
  limit: () => void;
  /** a pump is asked for its duty alone, not for its motor and what belongs to its curve as a whole */
  isBrief: boolean;
}

/** What a working is made from: a solved scenario at one element. */
export interface WorkedElement extends BuiltElement {
  id: string;
  read: Entries;
  medium: MediumValues;
  /** total head at its inlet, m; null where nothing determines it */
  inletHead: number | null;
  inletBore: number;
  outletBore: number;
  datum: number;
  breakdown: HeadBreakdown | undefined;
}

/** What the entries of a thing fix and what is found for it, in trade words. */
export interface Givens {
  given: readonly Word[];
  solved: readonly Word[];
}

/**
 * One kind of element: everything that the core knows of it. `Result` is the shape of its results.
 */
export interface ElementKind<Result extends ElementResult = ElementResult> {
  /** trade name */
  label: Word;
  /** letters with which its tags begin */
  prefix: string;
  /** words with which a typed line says that it is one, as a pattern */
  words: string;
  fields: Fields;
  /** entries that its panel shows for what is entered, in the order a person thinks of them */
  shown: (e: Entries) => readonly string[];
  /** what its entries fix; undefined where that goes without saying */
  givens: (e: Entries) => Givens | undefined;
  /** what it is first entered with */
  beginning: Entries;
  shortForm: ShortForm;
  /** entries (SI) → what the solver takes; undefined with what is lacking said */
  build: (id: string, e: Entries, context: BuildContext) => BuiltElement | undefined;
  report: (e: SolvedElement) => Result;
  /** what is used where an entry is empty and the table of fields cannot tell: that of the pump's own data */
  used?: (e: BuiltElement & { read: Entries; datum: number }) => Entries;
  /** value in SI of an entry written "solve" */
  found: (key: string, read: Entries, result: Result) => number | null;
  /** where its loss stands in the breakdown of a head */
  part: 'pipes' | 'fittings' | 'devices' | 'valves' | 'otherPumps';
  /** where its figures stand in the table of figures */
  holder: Holder;
  /** figures that have a working */
  worked: readonly string[];
  working: (e: WorkedElement, result: Result) => KeyedStep[];
}

/** says which entries an element lacks; true when something does */
export function lacks(id: string, e: Entries, keys: readonly string[], context: BuildContext): boolean {
  const missing = keys.filter((k) => e[k] === undefined);
  if (missing.length === 0) return false;
  const empty = missing.find((k) => context.isNull(k));
  context.add({
    code: 'under-specified',
    path: context.pathOf(empty ?? ''),
    where: [id],
    detail: { reason: 'lacks', keys: missing },
  });
  return true;
}

/** what every result has of the solution */
export function common(e: SolvedElement): {
  flow: number;
  headLoss: number | null;
  inletPressure: number | null;
  outletPressure: number | null;
  inletTemperature?: number | null;
  outletTemperature?: number | null;
  density?: number;
  kinematicViscosity?: number;
  vapourPressure?: number;
  freeGas?: number;
} {
  const { flow, headLoss, inletPressure, outletPressure, local } = e;
  const ends = { flow, headLoss, inletPressure, outletPressure };
  if (!local) return ends;
  const { density, viscosity, vapourPressure, gas } = e.fluid;
  const liquid = { density, kinematicViscosity: viscosity / density, vapourPressure, ...(gas ? { freeGas: gas.fraction } : {}) };
  if (!e.isThermal) return { ...ends, ...liquid };
  return { ...ends, ...liquid, inletTemperature: finite(local.inlet), outletTemperature: finite(local.outlet) };
}

export const finite = (x: number): number | null => (Number.isFinite(x) ? x : null);
export const isKnown = (x: unknown): x is number => typeof x === 'number';
/** the figures that every element has a working of */
export const ENDS = ['inletPressure', 'outletPressure', 'inletTemperature', 'outletTemperature'] as const;
