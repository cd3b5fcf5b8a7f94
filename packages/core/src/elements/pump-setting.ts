import { numberOr } from '../fields/defaults.js';
import { bracketedSecant } from '../numerics/roots.js';
import { PumpPerformance, type PumpInput, type PumpSetting } from '../pumps/pump.js';
import { standing } from '../pumps/standing.js';
import type { Entries } from './kind.js';
import { PUMP_FIELDS } from './pump-fields.js';

/* A catalogue pump as an element runs it: at its own speed, or at the one that its duty asks. */

/**
 * Speed, diameter, stages, units, wear and liquid of an element's pump; what it does not say is that of the catalogue.
 *
 * @param kinematic of the liquid, m²/s
 */
export function settingOf(pump: PumpInput, e: Entries, kinematic: number): PumpSetting {
  const { speed, diameter } = standing(pump, e);
  return {
    speed,
    ...(diameter === undefined ? {} : { diameter }),
    stages: (e.stages as number | undefined) ?? pump.stages,
    running: numberOr(PUMP_FIELDS, e, 'running'),
    wear: numberOr(PUMP_FIELDS, e, 'wear'),
    ...(e.viscosityCorrection === false ? {} : { kinematicViscosity: kinematic }),
    // only where it is written out: the default leaves it
    viscousNpshr: e.viscosityCorrection === true,
  };
}

/** speeds, as shares of that of the curve, between which a duty is looked for; what the pump may run at is judged */
const SPEEDS = [0.1, 2] as const;

/** The curve at the speed, rpm, at which it gives a head, m, at a flow, m³/s; undefined where no speed near those of the curve gives the duty */
export function following(
  pump: PumpInput,
  e: Entries,
  kinematic: number,
  flow: number,
  wanted: number,
): PumpPerformance | undefined {
  const setting = settingOf(pump, e, kinematic);
  const at = (speed: number): PumpPerformance => new PumpPerformance(pump, { ...setting, speed });
  const surplus = (speed: number): number => at(speed).head(flow) - wanted;
  const [low, high] = [setting.speed * SPEEDS[0], setting.speed * SPEEDS[1]];
  if (!(surplus(low) < 0 && surplus(high) > 0)) return undefined;
  return at(bracketedSecant(surplus, low, high));
}
