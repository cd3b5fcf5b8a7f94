import type { WellHead } from './well.js';
import type { ElementModel, State } from '../elements/model.js';
import type { MixtureInPipe } from '../pipes/beggs-brill.js';
import type { FluidState } from '../fluids/kind.js';

/*
 * What the solver is given: one scenario, SI throughout, every default filled in. Heads are above elevation 0 and gauge,
 * pressures in Pa; gauge ones say so in their name. Points and lines are addressed by their place in the lists.
 */

/** What lets the liquid be followed along the way; absent where one state of it holds everywhere. */
export interface AlongInput {
  /** heat is followed; else only the pressure changes the liquid */
  isThermal: boolean;
  isCompressible: boolean;
  /** of the scenario, K */
  temperature: number;
  /** K between which the properties are known */
  range: { lowest: number; highest: number } | undefined;
  /** K, Pa absolute */
  stateAt: (temperature: number, pressure: number) => FluidState;
  /** friction and column of a mixture of gas and liquid against those of one phase; absent where they are taken as one */
  mixture?: (cell: MixtureInPipe) => { frictionScale: number; slip: number };
}

export interface NetworkInput {
  along?: AlongInput;
  fluid: FluidState;
  gravity: number;
  /** Pa absolute */
  atmosphere: number;
  points: readonly PointModel[];
  lines: readonly LineModel[];
}

export interface PointModel {
  id: string;
  elevation: number;
  /** known: a head (of the surface, or static at a tapping); well: falls with outflow; free: to be solved */
  head: { kind: 'known'; head: number } | WellHead | { kind: 'free' };
  /** the known (or sought) head is static: the velocity head of the line that meets the point is added */
  static: boolean;
  /** net flow from the point into its lines when it is fixed, m³/s (junction: minus the offtake); undefined: whatever comes */
  outflow: number | undefined;
  /** that flow is a mass, given as the volume of the scenario's liquid */
  isReference?: boolean;
  /** height of liquid over the elevation that its head holds, m */
  level?: number;
  /** of what it feeds into the system, K, where that is not the scenario's */
  temperature?: number;
  /** three lines meet here in a tee that takes head; radius of its branch's edge over the bore of the run */
  tee?: { rounding: number };
}

export interface LineModel {
  id: string;
  from: number;
  to: number;
  elements: readonly ElementModel[];
  /** elevation of the places between elements, elements + 1 of them, m */
  elevations: readonly number[];
  /** flow fixed on the line, m³/s */
  flow?: number;
  isReference?: boolean;
  /** bores at the inlets and outlets of its elements where they do not follow from the elements, m */
  bores?: readonly [Float64Array, Float64Array];
  /** whether it is the branch of the tee at its `from` and its `to` point */
  branchAt?: readonly [boolean, boolean];
}

export interface LineSolution {
  flow: number;
  /** loss of total head over each element in line direction, m (a pump's gain is negative); NaN where undetermined */
  losses: Float64Array;
  /** total head at each place, m; NaN where nothing determines it */
  heads: Float64Array;
  states: State[];
  /** head lost to tees between its points and its first and last place, in line direction, m */
  ends: readonly [number, number];
}

export interface OtherDuty {
  line: number;
  flow: number;
  stable: boolean;
}

export type SolveFailure =
  | { reason: 'contradiction'; where: string[] }
  | { reason: 'singular'; where: string[] }
  | { reason: 'no-resistance'; where: string[] }
  | { reason: 'not-converged'; where: string[]; residual: number }
  | { reason: 'states-cycle'; where: string[] }
  /** a liquid that is followed: flow or pressure still changes by such a share from round to round */
  | { reason: 'liquid-unsettled'; where: string[]; change: number }
  | { reason: 'no-temperature'; where: string[] }
  | { reason: 'temperature-outside'; where: string[]; temperature: number };

export interface NetworkSolution {
  lines: LineSolution[];
  /** total head of each point; NaN where nothing determines it */
  heads: Float64Array;
  /** net flow from each point into its lines */
  outflows: Float64Array;
  others: OtherDuty[];
  /** temperatures, K, where they were followed: of each point, NaN where nothing tells it */
  temperatures?: Float64Array;
  convergence: { iterations: number; massResidual: number; energyResidual: number };
}
