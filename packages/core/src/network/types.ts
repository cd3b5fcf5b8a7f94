import type { FittingSum } from '../fittings/fitting.js';
import type { CompiledLine } from './line.js';
import type { FluidState } from '../fluids/fluid.js';
import type { PumpPerformance } from '../pumps/pump.js';
import type { ValveInput } from '../valves/valve.js';

/*
 * What the solver is given: one scenario, SI throughout, every default filled in. Heads are above elevation 0 and gauge,
 * pressures in Pa; gauge ones say so in their name. Points and lines are addressed by their place in the lists.
 */

export interface NetworkInput {
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
  head: { kind: 'known'; head: number } | { kind: 'well'; rest: number; capacity: number } | { kind: 'free' };
  /** the known (or sought) head is static: the velocity head of the line that meets the point is added */
  static: boolean;
  /** net flow from the point into its lines when it is fixed, m³/s (junction: minus the offtake); undefined: whatever comes */
  outflow: number | undefined;
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
}

interface Named {
  id: string;
  /** bore whose velocity holds inside the element, m */
  bore?: number;
}

export interface PipeModel extends Named {
  kind: 'pipe';
  length: number;
  bore: number;
  roughness: number;
  fittings: FittingSum;
  hazenWilliams?: number;
}

/** hand valve, orifice, non-return: K on the velocity head of the bore, or a coefficient */
export interface LocalModel extends Named {
  kind: 'local';
  k?: number;
  kv?: number;
  closed: boolean;
  forwardOnly: boolean;
}

export interface DeviceModel extends Named {
  kind: 'device';
  law:
    | { kind: 'power'; drop: number; at: number; exponent: number }
    | { kind: 'fixed'; drop: number }
    | { kind: 'table'; flows: readonly number[]; drops: readonly number[] }
    | { kind: 'sought' };
  fouling: number;
}

export interface PumpModel extends Named {
  kind: 'pump';
  law:
    /** flow may be changed between solutions: a system curve imposes one after the other */
    | { kind: 'flow'; flow: number }
    | { kind: 'head'; head: number }
    | { kind: 'sought' }
    | { kind: 'power'; hydraulicPower: number }
    | { kind: 'curve'; performance: PumpPerformance }
    | { kind: 'off' };
}

export interface ControlValveModel extends Named {
  kind: 'control-valve';
  valve?: ValveInput;
  law:
    | { kind: 'kv'; kv: number }
    | { kind: 'drop'; drop: number }
    | { kind: 'flow'; flow: number }
    /** pressure: gauge, static, Pa */
    | { kind: 'outlet-pressure' | 'inlet-pressure'; pressure: number }
    | { kind: 'sought' }
    | { kind: 'left-out' };
}

export type ElementModel = PipeModel | LocalModel | DeviceModel | PumpModel | ControlValveModel;

/** Where a conditional element stands: found by the solver. */
export const State = {
  /** as its law says: flowing, controlling, forward */
  Normal: 0,
  /** controlling valve fully open */
  Open: 1,
  /** non-return or valve shut; fixed drop not overcome */
  Shut: 2,
  /** fixed drop passed backward */
  Reverse: 3,
  /** valve passes its choked flow, whatever the drop */
  Choked: 4,
  /** fully open and choked */
  OpenChoked: 5,
} as const;
export type State = (typeof State)[keyof typeof State];

export interface LineSolution {
  flow: number;
  /** loss of total head over each element in line direction, m (a pump's gain is negative); NaN where undetermined */
  losses: Float64Array;
  /** total head at each place, m; NaN where nothing determines it */
  heads: Float64Array;
  states: State[];
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
  | { reason: 'states-cycle'; where: string[] };

export interface NetworkSolution {
  lines: LineSolution[];
  /** total head of each point; NaN where nothing determines it */
  heads: Float64Array;
  /** net flow from each point into its lines */
  outflows: Float64Array;
  others: OtherDuty[];
  convergence: { iterations: number; massResidual: number; energyResidual: number };
}

export type NetworkResult =
  { ok: true; solution: NetworkSolution; compiled: readonly CompiledLine[] } | { ok: false; failure: SolveFailure };
