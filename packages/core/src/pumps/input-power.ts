import { motorDuty, TYPICAL_DRIVE, type MotorInput } from './motor.js';
import { typicalMotorEfficiency } from './typical-motor.js';

/** Electricity that pumps take in, W, and whether it is that of a typical motor because none with a rating and efficiency is named. */
export interface InputPower {
  power: number;
  isTypical: boolean;
}

/**
 * Input power of equal units that share a shaft power: of the motor that is named with its drive, else of a typical one (IE3) of that
 * size, with the loss of a drive where one is meant.
 *
 * @param shaftPower of all units, W, ≥ 0 @param drive efficiency of the drive, in place of the one that the motor names
 * Source: IEC 60034-31 (part load), IEC 60034-30-1 (typical efficiency).
 */
export function inputPower(motor: MotorInput | undefined, shaftPower: number, units: number, drive?: number): InputPower {
  const unit = shaftPower / units;
  const named = motor && motorDuty(drive === undefined ? motor : { ...motor, driveEfficiency: drive }, unit);
  if (named) return { power: named.inputPower * units, isTypical: false };
  return { power: shaftPower / typicalMotorEfficiency(unit) / (drive ?? 1), isTypical: true };
}

/**
 * Electricity, W, that the running units of a pump take, by what is known of it: of its motor, else of a typical one, behind a typical drive where
 * its speed follows the duty. Null where the shaft power is not known.
 */
export function electricityOf(r: {
  inputPower?: number;
  shaftPower: number | null;
  running: number;
  variableSpeed?: true;
}): number | null {
  if (r.inputPower !== undefined) return r.inputPower;
  if (r.shaftPower === null || r.running === 0) return null;
  return inputPower(undefined, r.shaftPower, r.running, r.variableSpeed ? TYPICAL_DRIVE : undefined).power;
}
