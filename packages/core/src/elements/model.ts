import type { FittingSum } from '../fittings/fitting.js';
import type { PumpPerformance } from '../pumps/pump.js';
import type { ValveInput } from '../valves/valve.js';
import type { HeatModel, LocalState } from './local-state.js';

/*
 * What the solver is given of an element: SI, every default filled in. Heads are above elevation 0 and gauge, pressures in
 * Pa; gauge ones say so.
 */

interface Named {
  id: string;
  /** bore whose velocity holds inside the element, m */
  bore?: number;
  /** equal ones in parallel through which the flow of the line divides */
  units?: number;
  /** what heats and cools it, where temperature is followed along the way */
  heat?: HeatModel;
  /** the liquid in it, where that is not the scenario's */
  local?: LocalState;
}

export interface PipeModel extends Named {
  kind: 'pipe';
  length: number;
  bore: number;
  roughness: number;
  fittings: FittingSum;
  hazenWilliams?: number;
  /** share of the turbulent friction that an additive takes away */
  dragReduction?: number;
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
    /** flow may be changed between solutions: a system curve imposes one after the other; `isReference`: a mass, not a volume of the liquid there */
    | { kind: 'flow'; flow: number; isReference?: boolean }
    | { kind: 'head'; head: number }
    | { kind: 'sought' }
    /** gives what holds the static pressure at its inlet; gauge, Pa */
    | { kind: 'inlet-pressure'; pressure: number }
    | { kind: 'power'; hydraulicPower: number }
    | { kind: 'curve'; performance: PumpPerformance }
    | { kind: 'off' };
}

export interface ControlValveModel extends Named {
  kind: 'control-valve';
  valve?: ValveInput;
  /** bore of the line at its inlet, m, for the Reynolds number in it */
  lineBore?: number;
  law:
    | { kind: 'kv'; kv: number }
    | { kind: 'drop'; drop: number }
    | { kind: 'flow'; flow: number; isReference?: boolean }
    /** pressure: gauge, static, Pa */
    | { kind: 'outlet-pressure' | 'inlet-pressure'; pressure: number }
    | { kind: 'sought' }
    | { kind: 'left-out' };
}

/** The laws that the solver knows; every element kind compiles to one of them. */
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

/** Fluid and site constants that laws need. */
export interface Medium {
  density: number;
  kinematic: number;
  gravity: number;
}
