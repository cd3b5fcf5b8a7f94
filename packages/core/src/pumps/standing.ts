import type { PumpInput } from './pump.js';

/* How a pump stands where nobody says how it is run: as its entry has it, else as its largest curve was measured. */

const largestCurve = (pump: PumpInput): PumpInput['curves'][number] => pump.curves[pump.curves.length - 1]!;

/** rpm */
export const entrySpeed = (pump: PumpInput): number => pump.speed ?? largestCurve(pump).speed;

/** m; undefined for a pump of one curve that names none */
export const entryDiameter = (pump: PumpInput): number | undefined => pump.diameter ?? largestCurve(pump).diameter;

/** Speed and diameter as an element says, else those of the entry. @param said entries in SI */
export function standing(
  pump: PumpInput,
  said: Readonly<Record<string, unknown>> = {},
): { speed: number; diameter: number | undefined } {
  return {
    speed: (said.speed as number | undefined) ?? entrySpeed(pump),
    diameter: (said.diameter as number | undefined) ?? entryDiameter(pump),
  };
}

/** of the speed of its curve, where an entry names no least one */
const LEAST_SPEED = 0.5;

/** Speeds between which a drive may run a pump, rpm: of its entry, else from half of the entry's speed up to that. */
export function driveRange(pump: PumpInput, full = entrySpeed(pump)): { least: number; most: number } {
  // neither the pump nor its motor below its own
  const least = Math.max(pump.minSpeed ?? full * LEAST_SPEED, pump.motor?.minSpeed ?? 0);
  return { least, most: pump.maxSpeed ?? full };
}
