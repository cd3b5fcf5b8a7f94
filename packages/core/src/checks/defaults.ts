import type { CheckCode } from '../document/fields.js';
import type { Dimension } from '../units/units.js';

/** A limit: one number, or the two ends of a band. SI, or a ratio. */
export type Limit = number | readonly [number, number];

export interface CheckRule {
  /** unit in which a study writes the limit; a ratio when absent */
  dimension?: Dimension;
  limit: Limit;
  /** share of the limit within which a value that holds is called near */
  near: number;
}

/** Default limits; a study may change each (`limits`). Sources are named in docs/methods.md. */
export const CHECK_RULES = {
  'npsh-ratio': { limit: 1.3, near: 0.1 },
  'npsh-difference': { dimension: 'head', limit: 0.6, near: 0.5 },
  'flow-region': { limit: [0.5, 1.25], near: 0 },
  'minimum-flow': { limit: 1, near: 0.1 },
  'rated-flow': { limit: [0.8, 1.1], near: 0 },
  'curve-range': { limit: 1, near: 0.03 },
  'head-rise': { limit: 1.1, near: 0 },
  'motor-power': { limit: 1.1, near: 0.05 },
  'valve-opening': { limit: [0.15, 0.85], near: 0.05 },
  'valve-cavitation': { limit: 1, near: 0.1 },
  'valve-choked': { limit: 1, near: 0.1 },
  'set-point': { limit: 1, near: 0 },
  velocity: { dimension: 'velocity', limit: [1, 4], near: 0 },
  'highest-pressure': { dimension: 'absolutePressure', limit: 0, near: 0.05 },
  'lowest-pressure': { dimension: 'pressureDifference', limit: 20_000, near: 1 },
  // per eye, with m³/s, m and rpm; a usual limit of users of process pumps (11 000 in US units)
  'suction-specific-speed': { limit: 213, near: 0 },
  'stage-limits': { limit: 1, near: 0.05 },
  'well-level': { dimension: 'length', limit: 3, near: 0.5 },
} as const satisfies Partial<Record<CheckCode, CheckRule>>;

/** Suction lines are held to lower velocities, m/s. */
export const SUCTION_VELOCITY: Limit = [0.5, 2];
export const PREFERRED_REGION: readonly [number, number] = [0.7, 1.2];
export const ALLOWABLE_REGION: readonly [number, number] = [0.5, 1.25];

/** Motor rating over shaft power: 1.25 to 22 kW, 1.15 to 55 kW, 1.10 above (API 610, 11th ed., table 12). */
export function motorFactor(shaftPower: number): number {
  return shaftPower <= 22_000 ? 1.25 : shaftPower <= 55_000 ? 1.15 : 1.1;
}

/** A study's own limit for a check, with the place and scenario it is meant for. */
export interface LimitOverride {
  check: CheckCode;
  limit: Limit;
  where?: string;
  scenario?: string;
}
