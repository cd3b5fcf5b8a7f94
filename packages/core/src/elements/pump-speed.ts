import { bracketedSecant } from '../numerics/roots.js';
import { PumpPerformance, type PumpInput } from '../pumps/pump.js';
import type { Entries } from './kind.js';

/* A pump whose speed follows its duty: the speed at which its curve gives a flow and a head. */

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
  const own = (e.speed as number | undefined) ?? pump.speed ?? pump.curves[pump.curves.length - 1]!.speed;
  const at = (speed: number): PumpPerformance => atSpeed(pump, e, kinematic, speed);
  const surplus = (speed: number): number => at(speed).head(flow) - wanted;
  const [low, high] = [own * SPEEDS[0], own * SPEEDS[1]];
  if (!(surplus(low) < 0 && surplus(high) > 0)) return undefined;
  return at(bracketedSecant(surplus, low, high));
}

/** The curve of a pump of an element at a speed, rpm. @param kinematic of the liquid, m²/s */
export function atSpeed(pump: PumpInput, e: Entries, kinematic: number, speed: number): PumpPerformance {
  const diameter = (e.diameter as number | undefined) ?? pump.diameter ?? pump.curves[pump.curves.length - 1]!.diameter;
  return new PumpPerformance(pump, {
    speed,
    ...(diameter === undefined ? {} : { diameter }),
    stages: (e.stages as number | undefined) ?? pump.stages,
    running: (e.running as number | undefined) ?? 1,
    wear: (e.wear as number | undefined) ?? 0,
    ...(e.viscosityCorrection === false ? {} : { kinematicViscosity: kinematic }),
  });
}
